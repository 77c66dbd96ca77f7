/** What the pages of a proof have besides what all reports have. */
export const PROOF_STYLE = `
h3 { font-size: 16px; margin: 0; font-weight: 600; }
.scroll { margin-top: 20px; border: 1px solid var(--line); border-radius: 6px; background: var(--sheet); }
th, td { padding: 7px 14px; text-align: right; border-bottom: 1px solid var(--line); white-space: nowrap; }
tbody tr:last-child th, tbody tr:last-child td { border-bottom: 0; }
tbody th, thead tr:first-child th:first-child { text-align: left; font-weight: 500; }
thead th { font-size: 13px; color: var(--soft); font-weight: 600; }
thead th[colspan] { text-align: center; border-left: 1px solid var(--line); }
td.first { border-left: 1px solid var(--line); }
tr.whole th, tr.whole td { font-weight: 650; }
article { margin: 18px 0 0; background: var(--sheet); border: 1px solid var(--line); border-radius: 6px; padding: 14px 16px 16px; }
h4 { font-size: 14px; margin: 14px 0 6px; font-weight: 600; }
.conditions td:last-child { text-align: left; white-space: normal; }
.conditions th:last-child { text-align: left; }
.conditions thead tr:first-child th.name { font-weight: 600; }
article > .top { display: flex; flex-wrap: wrap; gap: 4px 18px; align-items: baseline; margin-bottom: 10px; }
.three { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 14px; }
.crop { background-repeat: no-repeat; background-size: 100% auto; background-color: #fff; outline: 1px solid var(--line); width: 100%; }
.narrow .three { grid-template-columns: repeat(3, minmax(0, 390px)); }
details { margin-top: 12px; }
.crop { position: relative; overflow: hidden; }
.findings { margin: 0 0 12px; padding-left: 26px; font-size: 15px; }
.findings code { font-size: 13px; background: var(--ground); padding: 1px 5px; border-radius: 3px; }
.mark { position: absolute; outline: 2px solid #c2185b; outline-offset: -1px; min-width: 4px; min-height: 4px; }
.mark b { position: absolute; left: -1px; bottom: 100%; font: 600 11px/16px system-ui, sans-serif; min-width: 16px; text-align: center; background: #c2185b; color: #fff; }
.mark:target { outline-width: 4px; background: #c2185b33; }
.slide { --at: 50%; position: relative; margin-top: 8px; }
.slide .crop + .crop { position: absolute; inset: 0 0 auto; clip-path: inset(0 calc(100% - var(--at)) 0 0); }
.slide input { position: absolute; inset: 0; width: 100%; height: 100%; margin: 0; opacity: 0.001; cursor: ew-resize; }
.slide::after { content: ''; position: absolute; top: 0; bottom: 0; left: var(--at); width: 2px; background: #c2185b; pointer-events: none; }
.slide:focus-within { outline: 2px solid var(--focus); outline-offset: 2px; }
@media (max-width: 760px) { .three, .narrow .three { grid-template-columns: 1fr; } }
@media print { article { break-inside: avoid; } }
`;
