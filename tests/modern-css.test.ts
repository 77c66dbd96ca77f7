import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { cleanUp, tavrik, temporary, type Figures } from './program.js';

/* Style sheets as they are written today: each kind is kept as it was declared, or what could not be had is said. */

const folder = temporary();
afterAll(cleanUp);

const STYLE = `
:root { --frame: 2px; --line: teal; --corner: 12px; --paper: #ffffff; --ink: #112233 }
@property --turn { syntax: '<angle>'; inherits: false; initial-value: 45deg }
body { margin: 20px; background: var(--paper); color: var(--ink); font: 16px/1.5 Arial }
.framed { border: var(--frame) solid var(--line); border-radius: var(--corner); padding: 10px }
.dusk { background: linear-gradient(var(--turn), navy, orange); height: 40px }
.mixed { background: color-mix(in oklab, teal 40%, white); height: 20px }
button.plain { all: unset; color: firebrick; cursor: pointer }
.safe { padding-left: env(safe-area-inset-left, 24px) }
.told::after { content: ' at ' attr(data-time) }
@scope (.card) to (.inner) { p { color: seagreen } }
.pop { transition: opacity 0.3s } @starting-style { .pop { opacity: 0 } }
@media (prefers-color-scheme: dark) { :root { --paper: #101010; --ink: #eeeeee } }
@media print { .screen-only { display: none } }
@media (hover: none) { .touch { padding: 14px } }
.themed { color-scheme: light dark; background: light-dark(#eeeeee, #333333) }
.outer { container-type: inline-size } @container (width > 300px) { .inside { color: purple } }
.parent { & .child { color: navy } &:hover .child { color: red } }
a:focus:not(:focus-visible) { outline: none }
@layer base { a { color: maroon } }`;
const BODY = `<h1>Salt marsh observatory</h1>
<div class="framed">Domes open at dusk</div><div class="dusk"></div><div class="mixed"></div>
<button class="plain">Ring the keeper</button> <a href="#tides">Tides</a>
<div class="safe">High water</div><div class="told" data-time="19:40">Ferry</div>
<div class="card"><p>In the reeds</p><div class="inner"><p>In the hut</p></div></div>
<div class="pop">A clear night</div><p class="screen-only">Scroll down</p><p class="touch">Tap a star</p>
<div class="themed">Two lights</div><div class="outer"><p class="inside">Wide enough</p></div>
<p class="parent"><span class="child">Lantern</span> by the path</p>
<p id="tides">Half of <math><mfrac><mn>1</mn><mn>2</mn></mfrac></math> a mile</p>
<svg width="30" height="30"><use href="signs.svg#star"/></svg>
<iframe src="tide-table.html" width="200" height="60"></iframe>`;
const SPRITE = `<svg xmlns="http://www.w3.org/2000/svg"><symbol id="star" viewBox="0 0 10 10"><path d="M5 0 10 10 0 10z"/></symbol></svg>`;
const page = (head: string): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Observatory</title>${head}</head><body>${BODY}</body></html>`;

const convert = (name: string, ...args: string[]) =>
  tavrik([
    'convert',
    join(folder, 'index.html'),
    '--out',
    join(folder, name),
    '--widths',
    '1000,390',
    '--json',
    ...args,
  ]);

beforeAll(() => {
  writeFileSync(join(folder, 'signs.svg'), SPRITE);
  writeFileSync(join(folder, 'tide-table.html'), '<!doctype html><title>Tides</title><p>02:14');
  writeFileSync(join(folder, 'index.html'), page(`<link rel="stylesheet" href="style.css">`));
});
beforeEach(() => writeFileSync(join(folder, 'style.css'), STYLE));

describe('a page with the style sheets of today', () => {
  const told = (out: string): { pages: { proof: Figures; notes: string[] }[] } =>
    JSON.parse(out) as { pages: { proof: Figures; notes: string[] }[] };

  it('looks the same, and says what does not come along', () => {
    const ran = convert('project');
    expect(ran.code).toBe(0);
    const [first] = told(ran.out).pages;
    for (const { differ, words } of first?.proof.widths ?? []) {
      expect(differ).toBeLessThan(0.003);
      expect(words).toMatchObject({ placed: 1, missing: 0 });
    }
    expect(first?.notes).toEqual(['Frame kept by its address, its page does not come along: tide-table.html']);
  });

  it('keeps what depends on the visitor, the device and the medium', () => {
    const css = readFileSync(join(folder, 'project/site/style.css'), 'utf8').replace(/\s+/g, ' ');
    for (const part of [
      '--color-page: rgb(255, 255, 255);',
      '@media (prefers-color-scheme: dark) { .page {',
      /@media print \{ \.[\w-]+ \{ display: none; \} \}/,
      /@media \(hover: none\) \{ \.[\w-]+ \{ padding: [^;]+; \} \}/,
      /@container \(width > 300px\) \{ \.[\w-]+ \{ color: purple; \} \}/,
      /@starting-style \{ \.[\w-]+ \{ opacity: 0; \} \}/,
      'padding-left: env(safe-area-inset-left, 24px)',
      // Browsers write the second share or leave it out: it follows from the first.
      /color-mix\(in oklab, teal 40%, white( 60%)?\)/,
      'light-dark(',
      /:focus:not\(:focus-visible\) \{ [^}]*outline-style: none/,
      /\.[\w-]+:hover \.[\w-]+ \{ color: red; \}/,
    ])
      expect(css).toMatch(typeof part === 'string' ? new RegExp(part.replace(/[.()$?*+{}[\]|]/g, '\\$&')) : part);
  });

  it('keeps what its style sheet and its drawings refer to', () => {
    const html = readFileSync(join(folder, 'project/site/index.html'), 'utf8');
    expect(html).toContain('data-time="19:40"');
    expect(html).toMatch(/<use href="assets\/signs-[0-9a-f]+\.svg#star"\/>/);
    expect(html).toContain('<mn>1</mn>');
    expect(html).toContain('<iframe src="tide-table.html"');
    expect(tavrik(['pack', join(folder, 'project'), '--as', 'site', '--out', join(folder, 'packed.zip')]).code).toBe(0);
  });

  it('is refused without its style sheet, unless that is wanted', () => {
    rmSync(join(folder, 'style.css'));
    const refused = convert('bare');
    expect([refused.code, refused.err]).toEqual([2, expect.stringContaining('could not be loaded: style.css')]);
    const bare = convert('bare', '--no-proof', '--anyway');
    expect(bare.code).toBe(0);
    expect(told(bare.out).pages[0]?.notes).toContain('Style sheet could not be loaded: style.css');
  });

  it('keeps custom properties that keyframes and transitions change, and how pages pass into each other', () => {
    writeFileSync(
      join(folder, 'style.css'),
      `:root { --far: 120px; --gone: 4px }
@view-transition { navigation: auto }
@property --turn { syntax: '<angle>'; inherits: false; initial-value: 0deg }
@property --warm { syntax: '<color>'; inherits: true; initial-value: white }
@keyframes spin { to { --turn: 360deg } }
@keyframes drift { to { transform: translateX(var(--far)) } }
.dusk { background: conic-gradient(orange var(--turn), navy 0); animation: spin 2s infinite; padding: var(--gone) }
.safe { animation: drift 1s both } .told { --far: 30px; animation: drift 1s both }
.mixed { background: linear-gradient(var(--warm), #ccc); transition: --warm 0.4s } .mixed:hover { --warm: #fc8 }`,
    );
    expect(convert('moving', '--no-proof').code).toBe(0);
    const css = readFileSync(join(folder, 'moving/site/style.css'), 'utf8').replace(/\s+/g, ' ');
    for (const text of [
      '@view-transition { navigation: auto; }',
      '@property --turn { syntax: "<angle>"; inherits: false; initial-value: 0deg; }',
      'background-image: conic-gradient(orange var(--turn), navy 0deg);',
      '--far: 120px;',
      '--far: 30px;',
      'transition: --warm 0.4s;',
      'background-image: linear-gradient(var(--warm),',
      ':hover { --warm: #fc8; }',
      '--space-m: 4px;',
    ])
      expect(css).toContain(text);
    expect(css).not.toContain('--gone');
  });
});

describe('a page that a script makes otherwise at narrow widths', () => {
  it('is so in the result, from the same width on', () => {
    const file = join(folder, 'folding.html');
    writeFileSync(
      file,
      `<!doctype html><html lang="en"><head><title>Keeper</title><style>body{margin:0;font:16px Arial}
      .side{float:left;width:200px;height:300px;background:teal}.side.folded{width:40px}.side.folded b{display:none}
      main{margin-left:200px;padding:20px}.side.folded + main{margin-left:40px}</style></head>
      <body><nav class="side"><b>Tides</b></nav><main><h1>The keeper</h1><p>Keeps the lamp.</p></main>
      <script>if (innerWidth < 700) document.querySelector('nav').classList.add('folded');</script></body></html>`,
    );
    const project = join(folder, 'folding');
    const ran = tavrik(['convert', file, '--out', project, '--widths', '1000,500', '--json']);
    expect(ran.code).toBe(0);
    const { pages } = JSON.parse(ran.out) as { pages: { proof: Figures }[] };
    for (const { differ, words } of pages[0]?.proof.widths ?? []) {
      expect(differ).toBe(0);
      expect(words).toMatchObject({ placed: 1, missing: 0 });
    }
    expect(readFileSync(join(project, 'site/style.css'), 'utf8')).toMatch(/@media \(width < 700px\)/);
  });
});
