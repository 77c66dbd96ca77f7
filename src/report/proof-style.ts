/** The look of the proof page. Works in light and dark, on paper and without a mouse. */
export const PROOF_STYLE = `
:root {
  color-scheme: light dark;
  --ground: light-dark(#f6f4ef, #15191c);
  --sheet: light-dark(#fffdf8, #1d2327);
  --ink: light-dark(#20282c, #e4e2da);
  --soft: light-dark(#5b666b, #9aa5a8);
  --line: light-dark(#ddd8cb, #333c41);
  --good: light-dark(#1f6b4c, #7fcca6);
  --fair: light-dark(#8a5a00, #e2b458);
  --poor: light-dark(#a8243f, #f28ba0);
  --focus: light-dark(#0b5e86, #7cc4ea);
}
* { box-sizing: border-box; }
html { scroll-behavior: smooth; }
@media (prefers-reduced-motion: reduce) { html { scroll-behavior: auto; } }
body { margin: 0; background: var(--ground); color: var(--ink); font: 16px/1.5 system-ui, sans-serif; }
main, header { max-width: 1500px; margin: 0 auto; padding: 0 clamp(16px, 3vw, 40px); }
header { padding-top: 36px; padding-bottom: 20px; }
h1 { font-size: 26px; line-height: 1.25; margin: 0 0 6px; font-weight: 650; }
h2 { font-size: 20px; margin: 44px 0 4px; font-weight: 650; }
h3 { font-size: 16px; margin: 0; font-weight: 600; }
p { margin: 0; max-width: 75ch; }
.soft { color: var(--soft); }
.good { color: var(--good); } .fair { color: var(--fair); } .poor { color: var(--poor); }
.verdict { font-weight: 600; }
ul.over { margin: 8px 0 0; padding-left: 20px; }
.scroll { overflow-x: auto; margin-top: 20px; border: 1px solid var(--line); border-radius: 6px; background: var(--sheet); }
table { border-collapse: collapse; width: 100%; font-variant-numeric: tabular-nums; font-size: 15px; }
th, td { padding: 7px 14px; text-align: right; border-bottom: 1px solid var(--line); white-space: nowrap; }
tbody tr:last-child th, tbody tr:last-child td { border-bottom: 0; }
tbody th, thead tr:first-child th:first-child { text-align: left; font-weight: 500; }
thead th { font-size: 13px; color: var(--soft); font-weight: 600; }
thead th[colspan] { text-align: center; border-left: 1px solid var(--line); }
td.first { border-left: 1px solid var(--line); }
td a, th a { color: inherit; text-decoration-color: var(--line); text-underline-offset: 3px; }
tr.whole th, tr.whole td { font-weight: 650; }
article { margin: 18px 0 0; background: var(--sheet); border: 1px solid var(--line); border-radius: 6px; padding: 14px 16px 16px; }
article > .top { display: flex; flex-wrap: wrap; gap: 4px 18px; align-items: baseline; margin-bottom: 10px; }
.three { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 14px; }
figure { margin: 0; min-width: 0; }
figcaption { font-size: 13px; color: var(--soft); margin-bottom: 4px; }
.crop { background-repeat: no-repeat; background-size: 100% auto; background-color: #fff; outline: 1px solid var(--line); width: 100%; }
.narrow .three { grid-template-columns: repeat(3, minmax(0, 390px)); }
details { margin-top: 12px; }
summary { cursor: pointer; }
a:focus-visible, summary:focus-visible { outline: 2px solid var(--focus); outline-offset: 2px; }
.skip { position: absolute; left: -9999px; }
.skip:focus { left: 16px; top: 8px; background: var(--sheet); padding: 6px 10px; }
footer { max-width: 1500px; margin: 40px auto 0; padding: 16px clamp(16px, 3vw, 40px) 40px; color: var(--soft); font-size: 14px; }
@media (max-width: 760px) { .three, .narrow .three { grid-template-columns: 1fr; } }
@media print { body { background: #fff; } article { break-inside: avoid; } .skip { display: none; } }
`;
