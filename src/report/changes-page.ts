import { changeLine } from '../core/revise/words.js';
import type { Change } from '../core/revise/changes.js';
import { escapeAttribute as attribute, escapeText as text } from '../core/render/escape.js';
import { reportPage } from './shell.js';

/** A part of a page as it was and as it is, at one width. */
export interface BeforeAndNow {
  /** CSS px. */
  readonly width: number;
  /** JPEG; missing where the part was not there, or is not. */
  readonly before?: Buffer;
  readonly now?: Buffer;
}

/** A section of a page in which something changed. */
export interface RevisedSection {
  readonly name: string;
  readonly changes: readonly Change[];
  readonly pictures: readonly BeforeAndNow[];
}

export interface RevisedPart {
  readonly page: string;
  /** How many changes of each kind there are, in words. */
  readonly counts: string;
  readonly sections: readonly RevisedSection[];
  /** What it means for what the client wrote, a line each. */
  readonly content: readonly string[];
}

const STYLE = `
article { margin: 18px 0 0; background: var(--sheet); border: 1px solid var(--line); border-radius: 6px; padding: 14px 16px 16px; }
h2 { margin: 26px 0 6px; }
h3 { font-size: 17px; margin: 0 0 8px; font-weight: 600; }
.counts { margin: 0; }
ul.changes { margin: 0 0 12px; padding-left: 20px; }
ul.changes li { margin: 3px 0; overflow-wrap: anywhere; }
details { margin-top: 8px; }
summary { cursor: pointer; padding: 4px 0; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 14px; align-items: start; }
.two figure { margin: 0; min-width: 0; }
.two figcaption { font-size: 13px; margin-bottom: 4px; }
.two img { display: block; max-width: 100%; height: auto; outline: 1px solid var(--line); }
.none { border: 1px dashed var(--line); padding: 24px 12px; text-align: center; }
@media (width < 560px) { .two { grid-template-columns: 1fr; } }
@media print { article { break-inside: avoid; } }
`;

/** The page of changes: one HTML file. */
export function revisePage(parts: readonly RevisedPart[]): string {
  return reportPage({
    title: 'What the new version changes',
    style: STYLE,
    skip: ['changes', 'To the changes'],
    lead: parts.map(({ page, counts }) => `<p class="counts"><b>${text(page)}</b>: ${text(counts)}</p>`).join(''),
    body: `<div id="changes">${parts.map((part) => pagePart(part, parts.length > 1)).join('\n')}</div>`,
    foot: 'The images show the sources. Decisions, content and corrections are kept wherever their element still exists.',
  });
}

function pagePart({ page, sections, content }: RevisedPart, named: boolean): string {
  const own = content.length
    ? `<article><h3>What it means for your content</h3><ul class="changes">${content.map((entry) => `<li>${text(entry)}</li>`).join('')}</ul></article>`
    : '';
  return `${named ? `<h2>${text(page)}</h2>` : ''}${own}${sections.map(sectionPart).join('\n')}`;
}

function sectionPart({ name, changes, pictures: images }: RevisedSection): string {
  const items = changes.map((change) => `<li>${text(changeLine(change))}</li>`).join('');
  return `<article><h3>${text(name || 'The page')}</h3><ul class="changes">${items}</ul>${images.map((image, at) => pair(image, name, at === 0)).join('')}</article>`;
}

function pair({ width, before, now }: BeforeAndNow, name: string, isOpen: boolean): string {
  const entry = (label: string, bytes: Buffer | undefined): string => {
    const shown = bytes
      ? `<img alt="${attribute(`${name}, ${label.toLowerCase()}, at ${width} px`)}" src="data:image/jpeg;base64,${bytes.toString('base64')}">`
      : '<p class="none">missing</p>';
    return `<figure><figcaption>${label}</figcaption>${shown}</figure>`;
  };
  return `<details${isOpen ? ' open' : ''}><summary>${width} px</summary><div class="two">${entry('Before', before)}${entry('Now', now)}</div></details>`;
}
