/** How editing pages look: quiet paper by day, deep water by night. */
export const EDIT_STYLE = `
:root { color-scheme: light dark; --paper: light-dark(#f7f5ef, #10181c); --card: light-dark(#fffdf8, #18232a); --ink: light-dark(#1d2a30, #e6ece9); --dim: light-dark(#55646a, #a3b2b3); --line: light-dark(#d8d3c5, #33444c); --reed: light-dark(#2c6152, #7cc7ae); --on-reed: light-dark(#fff, #0c1512); --clay: light-dark(#a13d22, #f3a58c); --reach: light-dark(#e6efe9, #203830); }
* { box-sizing: border-box; }
body { margin: 0; background: var(--paper); color: var(--ink); font: 1rem/1.5 system-ui, sans-serif; }
a { color: var(--reed); text-underline-offset: .2em; }
h1 { font: 600 1.5rem/1.25 Georgia, serif; margin: 0 0 .5rem; overflow-wrap: anywhere; }
h2 { font: 600 1.15rem/1.3 Georgia, serif; margin: 0 0 .75rem; }
:focus-visible { outline: 3px solid var(--reed); outline-offset: 2px; border-radius: 4px; }
.skip { position: absolute; left: -100vw; }
.skip:focus { left: 1rem; top: .5rem; z-index: 3; background: var(--card); padding: .5rem 1rem; }
.bar { display: flex; flex-wrap: wrap; gap: .25rem 1.5rem; align-items: center; padding: .6rem clamp(1rem, 2vw, 2rem); border-bottom: 1px solid var(--line); background: var(--card); }
.bar .site { font: 600 1.05rem Georgia, serif; color: inherit; text-decoration: none; padding: .25rem 0; }
.bar ul { display: flex; gap: 1rem; list-style: none; margin: 0; padding: 0; }
.bar li a { display: inline-block; padding: .25rem 0; color: var(--dim); text-decoration: none; border-bottom: 2px solid transparent; }
.bar li a[aria-current] { color: var(--ink); border-color: var(--reed); }
.bar .out { margin-left: auto; color: var(--dim); }
main { padding: 1.25rem clamp(1rem, 2vw, 2rem) 4rem; }
.told { margin: 0; padding: .5rem clamp(1rem, 2vw, 2rem); background: var(--reach); }
.told:empty { padding: 0; }
button, input, select, textarea { font: inherit; color: inherit; }
button { background: var(--card); border: 1px solid var(--line); border-radius: 6px; padding: .35rem .8rem; cursor: pointer; min-height: 2.25rem; }
button:hover:not(:disabled) { border-color: var(--reed); }
button:disabled { opacity: .45; cursor: default; }
button.main { background: var(--reed); border-color: var(--reed); color: var(--on-reed); font-weight: 600; }
button.quiet { background: none; }
button.small { padding: 0 .5rem; min-height: 1.9rem; min-width: 1.9rem; }
.first { position: absolute; left: -100vw; }
input:not([type=file]):not([type=hidden]), select, textarea { width: 100%; background: var(--card); border: 1px solid light-dark(#8a8f86, #6b7f88); border-radius: 6px; padding: .4rem .6rem; }
textarea { resize: vertical; display: block; }
[aria-invalid] { border-color: var(--clay) !important; }
.wrong { color: var(--clay); margin: .25rem 0; display: block; }
.other { background: var(--reach); padding: .4rem .6rem; border-radius: 6px; margin: .25rem 0; }
.sign-in { max-width: 22rem; margin: 8vh auto 0; background: var(--card); border: 1px solid var(--line); border-radius: 10px; padding: 1.5rem; }
.sign-in button { margin-top: .75rem; width: 100%; }
.find { display: flex; flex-wrap: wrap; gap: .5rem; align-items: center; margin: 0 0 1rem; }
.find input[type=search] { width: min(20rem, 100%); }
.scroll { overflow-x: auto; background: var(--card); border: 1px solid var(--line); border-radius: 10px; }
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; padding: .55rem .9rem; border-top: 1px solid var(--line); vertical-align: top; font-weight: 400; }
thead th { border: 0; color: var(--dim); font-size: .875rem; white-space: nowrap; }
td, tbody th { min-width: 6rem; }
.changes td { overflow-wrap: anywhere; white-space: pre-wrap; width: 38%; }
.history { padding-left: 2rem; }
.history li { padding: .4rem 0; }
.history li > * { margin-right: .75rem; }
.history form { display: inline-block; }
.files { list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr)); gap: 1rem; }
.files li { background: var(--card); border: 1px solid var(--line); border-radius: 10px; padding: .6rem; display: grid; gap: .25rem; align-content: start; overflow-wrap: anywhere; }
.files img, .files .type { width: 100%; height: 7rem; object-fit: contain; background: var(--paper); border-radius: 6px; display: grid; place-items: center; }
small, .help, .count, .status { color: var(--dim); font-size: .875rem; }
.work { display: grid; gap: 1.5rem; grid-template-columns: minmax(0, 1fr); }
.actions { display: flex; flex-wrap: wrap; gap: .4rem .6rem; align-items: center; padding: .6rem 0; position: sticky; top: 0; background: var(--paper); z-index: 2; border-bottom: 1px solid var(--line); margin-bottom: 1rem; }
.actions .status { flex-basis: 100%; }
.region { background: var(--card); border: 1px solid var(--line); border-radius: 10px; padding: 1rem; margin: 0 0 1rem; }
.field { margin: 0 0 .85rem; display: block; }
.field label { display: block; font-weight: 600; font-size: .9375rem; margin: 0 0 .2rem; }
.check { margin: 0 0 .5rem; }
.region > details > summary { cursor: pointer; }
.region > details > summary h2 { display: inline; }
.region > details[open] > summary { margin-bottom: .75rem; display: block; }
.needed { font-weight: 400; color: var(--dim); font-size: .8125rem; }
.help, .count { display: block; }
.count.over { color: var(--clay); font-weight: 600; }
.field .upload { font-weight: 400; margin-top: .4rem; color: var(--dim); font-size: .875rem; }
input[type=file] { max-width: 100%; }
.thumb { display: block; max-width: min(100%, 15rem); max-height: 9rem; object-fit: contain; border-radius: 6px; margin-bottom: .4rem; background: var(--paper); }
fieldset { border: 1px solid var(--line); border-radius: 8px; margin: 0 0 1rem; padding: .75rem .85rem .25rem; min-width: 0; }
legend { font-weight: 600; padding: 0 .35rem; }
.list > ol { list-style: none; margin: 0 0 .75rem; padding: 0; display: grid; gap: .4rem; }
.entry { border: 1px solid var(--line); border-radius: 8px; padding: .35rem .5rem; display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: .25rem .5rem; align-items: start; background: var(--paper); }
.entry details[open] { grid-column: 1 / -1; grid-row: 2; }
.entry details[open] + .tools { grid-column: 2; }
.entry summary { cursor: pointer; padding: .25rem 0; overflow-wrap: anywhere; }
.entry details[open] > summary { font-weight: 600; margin-bottom: .5rem; }
.entry .field { margin-bottom: .6rem; }
.entry.plain label { position: absolute; left: -100vw; }
.tools { display: flex; gap: .2rem; }
.entry.over { outline: 2px dashed var(--reed); }
.grip { cursor: grab; padding: 0 .4rem; color: var(--dim); user-select: none; line-height: 1.9rem; }
.marks { display: flex; gap: .3rem; margin-bottom: .3rem; }
.look { min-width: 0; }
.screens { display: flex; gap: .4rem; margin-bottom: .5rem; }
.screens [aria-pressed=true] { background: var(--reach); border-color: var(--reed); }
.glass { border: 1px solid var(--line); border-radius: 10px; overflow: auto; background: #fff; height: 60vh; }
.glass iframe { border: 0; display: block; height: 100%; transform-origin: 0 0; }
.point { position: relative; display: inline-block; cursor: crosshair; }
.point .dot { position: absolute; width: 16px; height: 16px; margin: -8px; border: 3px solid #fff; border-radius: 50%; background: #a13d22; box-shadow: 0 0 0 1px #000; pointer-events: none; }
@media (width >= 62rem) { .work { grid-template-columns: minmax(22rem, 32rem) minmax(0, 1fr); } .look { position: sticky; top: .5rem; height: calc(100vh - 1rem); display: grid; grid-template-rows: auto 1fr; } .glass { height: auto; } }
@media (prefers-reduced-motion: no-preference) { button { transition: border-color .15s; } }
`;
