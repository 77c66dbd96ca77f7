/** What the pages of a survey have besides what all reports have. */
export const SURVEY_STYLE = `
h3 { font-size: 16px; margin: 26px 0 8px; font-weight: 650; }
h4 { font-size: 15px; margin: 0; font-weight: 600; }
.counts { display: flex; flex-wrap: wrap; gap: 6px 22px; list-style: none; margin: 8px 0 0; padding: 0; font-weight: 600; }
.fault { color: var(--poor); } .risk { color: var(--fair); } .note { color: var(--known); }
.two { display: grid; grid-template-columns: minmax(0, 7fr) minmax(340px, 5fr); gap: 28px; align-items: start; margin-top: 18px; }
.screens { display: grid; gap: 22px; }
.small { display: grid; grid-template-columns: repeat(auto-fill, minmax(160px, 1fr)); gap: 18px; align-items: start; }
.board { position: relative; border: 1px solid var(--line); background: #fff; overflow: hidden; }
.board img { display: block; width: 100%; height: auto; }
.mark { position: absolute; border: 2px solid currentcolor; border-radius: 2px; text-decoration: none; min-width: 6px; min-height: 6px; }
.mark span { position: absolute; left: -2px; top: -2px; font: 600 11px/16px system-ui, sans-serif; min-width: 16px; padding: 0 3px; text-align: center; white-space: nowrap; background: light-dark(#fff, #15191c); border: 1px solid currentcolor; border-radius: 2px; }
.small .board { max-height: 720px; overflow-y: auto; }
.small .mark span { display: none; }
.mark:hover, .mark:focus-visible, .mark:target { background: color-mix(in srgb, currentcolor 25%, transparent); z-index: 1; outline: 2px solid var(--focus); outline-offset: 1px; }
ol.findings { list-style: none; margin: 0; padding: 0; display: grid; gap: 10px; }
.findings > li { background: var(--sheet); border: 1px solid var(--line); border-left: 4px solid currentcolor; border-radius: 4px; padding: 10px 14px 12px; }
.findings > li > * { color: var(--ink); }
.findings > li > .soft { color: var(--soft); font-size: 14px; }
.findings > li:target { outline: 2px solid var(--focus); }
.number { font-weight: 650; margin-right: 6px; }
.more > summary { cursor: pointer; padding: 8px 2px; }
.facts { display: grid; grid-template-columns: repeat(auto-fit, minmax(300px, 1fr)); gap: 8px 36px; }
th, td { text-align: left; font-weight: 400; padding: 4px 14px 4px 0; border-bottom: 1px solid var(--line); vertical-align: top; }
td.number-cell, th.number-cell { text-align: right; white-space: nowrap; }
thead th { font-size: 13px; color: var(--soft); }
.swatch { display: inline-block; width: 18px; height: 18px; border: 1px solid var(--line); border-radius: 3px; vertical-align: -3px; margin-right: 8px; }
.map { width: 100%; max-width: 260px; height: auto; border: 1px solid var(--line); background: var(--sheet); }
@media (max-width: 900px) { .two { grid-template-columns: minmax(0, 1fr); } }
@media print { .findings > li, figure { break-inside: avoid; } }
`;
