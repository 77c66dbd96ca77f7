import { escapeAttribute as attribute, escapeText as text } from '../core/render/escape.js';

/** The parts of a report page; `lead`, `body` and `foot` are markup, `style` is CSS of its own. */
export interface ReportParts {
  readonly title: string;
  readonly style: string;
  /** Where the link for those who do not want to tab through the head leads: an id, and its words. */
  readonly skip: readonly [id: string, words: string];
  /** Below the title. */
  readonly lead: string;
  readonly body: string;
  readonly foot: string;
}

/** A report as one HTML file: works in light and dark, on a phone, on paper, without a mouse and without a network. */
export function reportPage({ title, style, skip, lead, body, foot }: ReportParts): string {
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${text(title)}</title>
<style>${BASE_STYLE}${style}</style>
</head>
<body>
<a class="skip" href="#${attribute(skip[0])}">${text(skip[1])}</a>
<header>
<h1>${text(title)}</h1>
${lead}
</header>
<main>
${body}
</main>
${foot ? `<footer>${foot}</footer>\n` : ''}</body>
</html>
`;
}

/** What is over the limits, or that nothing is. */
export function verdict(over: readonly string[], well: string, wrong = 'Over the limits:'): string {
  if (over.length === 0) return `<p class="verdict good">${text(well)}</p>`;
  return `<p class="verdict poor">${text(wrong)}</p><ul class="over">${over.map((entry) => `<li>${text(entry)}</li>`).join('')}</ul>`;
}

/** The colours of everything that Tavrik shows in a browser, light and dark. */
export const COLOURS = `:root {
  color-scheme: light dark;
  --ground: light-dark(#f6f4ef, #15191c);
  --sheet: light-dark(#fffdf8, #1d2327);
  --ink: light-dark(#20282c, #e4e2da);
  --soft: light-dark(#5b666b, #9aa5a8);
  --line: light-dark(#ddd8cb, #333c41);
  --good: light-dark(#1f6b4c, #7fcca6);
  --fair: light-dark(#8a5a00, #e2b458);
  --poor: light-dark(#a8243f, #f28ba0);
  --known: light-dark(#28607f, #86c3e6);
  --focus: light-dark(#0b5e86, #7cc4ea);
}`;

const BASE_STYLE = `
${COLOURS}
* { box-sizing: border-box; }
html { scroll-behavior: smooth; scroll-padding-top: 60px; }
@media (prefers-reduced-motion: reduce) { html { scroll-behavior: auto; } }
body { margin: 0; background: var(--ground); color: var(--ink); font: 16px/1.5 system-ui, sans-serif; overflow-wrap: anywhere; }
header, main, footer { max-width: 1500px; margin: 0 auto; padding: 0 clamp(16px, 3vw, 40px); }
header { padding-top: 34px; padding-bottom: 12px; }
footer { padding-top: 36px; padding-bottom: 40px; color: var(--soft); font-size: 14px; }
h1 { font-size: 26px; line-height: 1.25; margin: 0 0 6px; font-weight: 650; }
h2 { font-size: 20px; margin: 44px 0 4px; font-weight: 650; }
p { margin: 0; max-width: 75ch; }
figure { margin: 0; min-width: 0; }
figcaption { font-size: 13px; color: var(--soft); margin-bottom: 4px; }
table { border-collapse: collapse; width: 100%; font-variant-numeric: tabular-nums; font-size: 15px; }
summary { cursor: pointer; }
a { color: inherit; text-decoration-color: var(--line); text-underline-offset: 3px; }
a:focus-visible, summary:focus-visible, [tabindex]:focus-visible { outline: 2px solid var(--focus); outline-offset: 2px; }
.soft { color: var(--soft); }
.good { color: var(--good); } .fair { color: var(--fair); } .poor { color: var(--poor); }
.verdict { font-weight: 600; }
ul.over { margin: 8px 0 0; padding-left: 20px; }
.scroll { overflow-x: auto; }
.skip { position: absolute; left: -9999px; }
.skip:focus { left: 16px; top: 8px; background: var(--sheet); padding: 6px 10px; }
@media print { body { background: #fff; } .skip { display: none; } }
`;
