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
article > .top { display: flex; flex-wrap: wrap; gap: 4px 18px; align-items: baseline; margin-bottom: 10px; }
.three { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 14px; }
.crop { background-repeat: no-repeat; background-size: 100% auto; background-color: #fff; outline: 1px solid var(--line); width: 100%; }
.narrow .three { grid-template-columns: repeat(3, minmax(0, 390px)); }
details { margin-top: 12px; }
@media (max-width: 760px) { .three, .narrow .three { grid-template-columns: 1fr; } }
@media print { article { break-inside: avoid; } }
`;
