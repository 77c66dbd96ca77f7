import { escapeText as text } from '../core/render/escape.js';
import { COLOURS } from './shell.js';

/** The page that shows a watched project: its script asks for the state and fills it. */
export function watchPage(project: string): string {
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Watching ${text(project)}</title>
<link rel="icon" href="/-/mark.svg">
<link rel="stylesheet" href="/-/watch.css">
<script src="/-/watch.js" defer></script>
</head>
<body>
<header>
<h1>${text(project)}</h1>
<label id="pages" hidden>Page <select></select></label>
<div id="widths" role="group" aria-label="Width"></div>
<p id="said" role="status">Starting …</p>
</header>
<main>
<figure><figcaption>Source</figcaption><div id="source" class="pane" tabindex="0" role="region" aria-label="Source"><div class="sheet"><img alt="The source at this width"><span class="mark" hidden></span></div></div></figure>
<figure><figcaption>Result</figcaption><div id="result" class="pane"><iframe title="The result at this width"></iframe><span class="mark" hidden></span></div></figure>
<aside aria-label="What stands otherwise"><h2></h2><ol></ol></aside>
</main>
<noscript><p>This page needs its script to follow the project. The report of the last comparison is in proof/index.html.</p></noscript>
</body>
</html>
`;
}

export const WATCH_STYLE = `${COLOURS}
* { box-sizing: border-box; }
html, body { height: 100%; }
body { margin: 0; display: grid; grid-template-rows: auto minmax(0, 1fr); background: var(--ground); color: var(--ink); font: 15px/1.45 system-ui, sans-serif; }
header { display: flex; flex-wrap: wrap; align-items: center; gap: 6px 22px; padding: 10px 18px; border-bottom: 1px solid var(--line); background: var(--sheet); }
h1 { margin: 0; font-size: 17px; font-weight: 650; }
#widths { display: flex; flex-wrap: wrap; gap: 6px; }
button, select { font: inherit; color: inherit; background: none; border: 1px solid var(--line); border-radius: 5px; padding: 4px 10px; cursor: pointer; }
button[aria-pressed="true"] { border-color: var(--ink); box-shadow: inset 0 -2px 0 var(--ink); }
button small { font-size: 13px; font-variant-numeric: tabular-nums; }
:focus-visible { outline: 2px solid var(--focus); outline-offset: 2px; }
.good { color: var(--good); } .fair { color: var(--fair); } .poor { color: var(--poor); }
#said { margin: 0 0 0 auto; color: var(--soft); max-width: 60ch; overflow-wrap: anywhere; white-space: pre-line; }
#said.problem { color: var(--poor); font-weight: 600; flex-basis: 100%; margin: 0; max-width: none; }
main { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) 270px; gap: 14px; padding: 12px 18px 16px; min-height: 0; }
main.even { grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); }
main.even aside { display: none; }
figure { margin: 0; min-width: 0; min-height: 0; display: grid; grid-template-rows: auto minmax(0, 1fr); }
figcaption { font-size: 13px; color: var(--soft); margin-bottom: 4px; }
.pane { position: relative; overflow: hidden; background: #fff; outline: 1px solid var(--line); min-height: 0; justify-self: center; }
#source { overflow-y: auto; scrollbar-width: none; }
.sheet { position: relative; }
.sheet img { display: block; width: 100%; height: auto; }
iframe { border: 0; display: block; transform-origin: 0 0; }
.mark { position: absolute; outline: 2px solid #c2185b; background: #c2185b22; pointer-events: none; }
aside { overflow-y: auto; min-height: 0; }
h2 { font-size: 15px; margin: 0 0 8px; font-weight: 650; }
ol { list-style: none; margin: 0; padding: 0; display: grid; gap: 6px; }
ol button { width: 100%; text-align: left; background: var(--sheet); }
ol button[aria-current="true"] { border-color: #c2185b; }
ol b { font-weight: 600; display: block; }
ol span, ol code { display: block; overflow-wrap: anywhere; }
ol code { font-size: 12.5px; color: var(--soft); }
@media (max-width: 820px) { body { grid-template-rows: auto auto; height: auto; } main, main.even { grid-template-columns: minmax(0, 1fr); } .pane { height: 70vh; } #said { margin-left: 0; } }
`;

/** Two frames of which one lies on the other: source and result. */
export const WATCH_MARK = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 16 16"><path fill="none" stroke="#28607f" stroke-width="2" d="M2 2h8v8H2zM6 6h8v8H6z"/></svg>`;
