import type { Decision } from '../src/core/brief/brief.js';
import { inBrowser, inside } from './in-browser.js';

/* What looks pages and drawings over, and what a brief does to them, each by itself in a real browser. */
const { open } = inBrowser();

const drawing = (inside: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="800" height="600" viewBox="0 0 800 600">${inside}</svg>`;
const decision = (order: number, more: Partial<Decision>): Decision => ({
  do: 'leave-out',
  at: '',
  on: true,
  order,
  line: 1,
  ...more,
});

describe('surveyPage', () => {
  const see = async (body: string, head = '', width = 800) => inside(await open(body, head, width), 'surveyPage');
  const thing = async (body: string, kind: string) => (await see(body)).things.find((thing) => thing.kind === kind);

  it('sees words with their look, and what is painted before them', async () => {
    const { things } = await see(
      '<div style="background:rgb(1, 2, 3);padding:9px"><p style="font:700 20px Arial;color:red">Dark sky</p></div>',
    );
    expect(things.map(({ kind, paint }) => [kind, paint])).toEqual([
      ['box', 'rgb(1, 2, 3)'],
      ['text', undefined],
    ]);
    expect(things[1]?.text).toMatchObject({
      words: 'Dark sky',
      lines: 1,
      look: { family: 'Arial', size: 20, weight: 700, color: 'rgb(255, 0, 0)' },
    });
  });

  it('sees what is not shown as little as a visitor does', async () => {
    const { things } = await see(
      '<p hidden>One</p><p style="visibility:hidden">Two</p><p style="opacity:0">Three</p><p>Four</p>',
    );
    expect(things.map(({ text }) => text?.words)).toEqual(['Four']);
  });

  it.each([
    ['<h3>Hours</h3>', { kind: 'heading', level: 3, name: 'Hours' }],
    ['<a href="/join">Join</a>', { kind: 'link', href: '/join' }],
    ['<button>Go</button>', { kind: 'button', name: 'Go' }],
    ['<input name="mail">', { kind: 'field', name: 'mail' }],
    [
      '<svg width="20" height="20" aria-label="Moon"><circle r="4"/><circle r="2"/></svg>',
      { kind: 'artwork', name: 'Moon', artwork: { pieces: 2, bytes: expect.any(Number) as number } },
    ],
  ])('tells what %s is', async (markup, expected) => {
    expect(await thing(markup, expected.kind)).toMatchObject(expected);
  });

  it('says of a picture that its file is gone, and whether anything says what it shows', async () => {
    const image = (await thing('<img src="/gone.jpg" width="40" height="30">', 'picture'))?.picture;
    expect(image).toMatchObject({ address: '/gone.jpg', missing: true });
    expect(image?.alt).toBeUndefined();
    expect((await thing('<img src="/gone.jpg" alt="" width="40" height="30">', 'picture'))?.picture?.alt).toBe('');
  });

  it('says by how much words are cut off, but not of what only its box is for the eye', async () => {
    const cut = await thing('<p style="width:60px;overflow:hidden;white-space:nowrap">Far too many words</p>', 'text');
    expect(cut?.text?.cut).toBeGreaterThan(20);
    const scrolls = await thing(
      '<p style="width:60px;overflow:auto;white-space:nowrap">Far too many words</p>',
      'text',
    );
    expect(scrolls?.text?.cut).toBeUndefined();
  });

  it('names the outermost box that no narrow screen has room for', async () => {
    const wide = '<div id="wide" style="min-width:700px"><p style="width:690px">Text</p></div>';
    const { rigid } = await see(`${wide}<div style="overflow:auto"><p style="width:900px">Held</p></div>`, '', 390);
    expect(rigid.map(({ path, detail, width }) => [path, detail, width])).toEqual([
      ['html > body > div#wide', 'min-width: 700px', 700],
    ]);
  });

  it('knows forms, scripts, handlers, embeds, and what lies elsewhere', async () => {
    const { forms, scripts, embeds, elsewhere } = await see(
      '<form name="letter" action="/post" method="post"><input name="a"><select name="b"></select></form><p onclick="go()">x</p><iframe src="/tides"></iframe><img src="https://pictures.example/a.png">',
      '<script>var night = 1;</script><script type="application/ld+json">{}</script><link rel="stylesheet" href="https://styles.example/a.css"><link rel="author" href="https://else.example/">',
    );
    expect(forms).toMatchObject([{ name: 'letter', action: '/post', method: 'post', fields: ['a', 'b'] }]);
    expect(scripts.map(({ detail }) => detail)).toEqual(['var night = 1;', 'onclick="go()"']);
    expect(embeds.map(({ detail }) => detail)).toEqual(['/tides']);
    expect(elsewhere.map(({ detail }) => new URL(detail).hostname).sort()).toEqual([
      'pictures.example',
      'styles.example',
    ]);
  });

  it('finds items that are styled one by one, and bands across the page are none', async () => {
    const items = (ids: readonly string[], more = '') =>
      ids.map((id) => `<div id="${id}"${more}><b>x</b><i>y</i></div>`).join('');
    const rules = (ids: readonly string[]) => ids.map((id) => `#${id}{color:red}`).join('');
    const { items: found } = await see(
      `<section>${items(['a1', 'a2', 'a3'], ' style="width:90px"')}</section><main>${items(['b1', 'b2', 'b3'], ' class="band"')}</main><ul>${'<li><b>x</b></li>'.repeat(4)}</ul>`,
      `<style>${rules(['a1', 'a2', 'a3', 'b1', 'b2', 'b3'])}.band{min-height:200px}</style>`,
    );
    expect(found.map(({ path, count, by }) => [path, count, by])).toEqual([['html > body > section', 3, 'id']]);
  });

  it('names sections by their landmarks and headings', async () => {
    const { sections } = await see(
      '<header>x</header><main><section><h2>Hire</h2></section><section id="join">x</section></main>',
      '<style>header,section{height:90px}</style>',
    );
    expect(sections.map(({ name }) => name)).toEqual(['header', 'Hire', 'join']);
  });

  it('calls elements by the paths by which a page document knows them', async () => {
    const page = await open('<div><p>One</p><p>Two</p></div>');
    const { things } = await inside(page, 'surveyPage');
    const { nodes } = await inside(page, 'snapshot');
    const paths = nodes.flatMap(({ path, tag }) => (tag === 'p' ? [path] : []));
    expect(things.map(({ path }) => path)).toEqual(paths);
  });
});

describe('markFontUses', () => {
  it('marks one element for each way in which words are set, and takes the marks away again', async () => {
    const page = await open('<p>One</p><p>Two</p><p style="font-weight:700">Three</p><script>var no</script>');
    const uses = await inside(page, 'markFontUses');
    expect(uses.map(({ weight, loaded }) => [weight, loaded])).toEqual([
      [400, false],
      [700, false],
    ]);
    expect(await page.locator('[data-font-use]').count()).toBe(2);
    await inside(page, 'unmarkFontUses');
    expect(await page.locator('[data-font-use]').count()).toBe(0);
  });
});

describe('surveyLayers', () => {
  const layers = async (markup: string) => (await inside(await open(drawing(markup)), 'surveyLayers')).layers;
  const states = async (markup: string) => (await layers(markup)).map(({ state, name }) => [state, name]);

  it.each([
    ['<g id="Old" display="none"><rect width="9" height="9"/></g>', [['hidden', 'Old']]],
    ['<g id="Pale" opacity="0"><rect width="9" height="9"/></g>', [['hidden', 'Pale']]],
    ['<g id="Nothing"><desc>x</desc></g>', [['empty', 'Nothing']]],
    ['<rect id="Far" x="900" width="9" height="9"/>', [['off-board', 'Far']]],
    ['<g><rect width="9" height="9"/></g>', [['holds-one', 'g']]],
    ['<g transform="scale(2)"><rect width="9" height="9"/></g>', []],
    ['<defs><g id="Never"/></defs><clipPath id="c"><g/></clipPath>', []],
  ])('of %s are %j', async (markup, expected) => {
    expect(await states(markup)).toEqual(expected);
  });

  it('that lie by themselves among groups are loose, the ground of the board is not', async () => {
    const groups = ['A', 'B', 'C']
      .map((id) => `<g id="${id}"><rect width="9" height="9"/><rect width="9" height="9"/></g>`)
      .join('');
    const found = await states(`<rect width="800" height="600"/>${groups}<circle id="Lost" cx="50" cy="50" r="9"/>`);
    expect(found.filter(([state]) => state === 'loose')).toEqual([['loose', 'Lost']]);
  });

  it('say what they hold, so that items of a list can be told from things of one name', async () => {
    const found = await layers('<g id="Card"><rect width="9" height="9"/><text y="20">x</text></g>');
    expect(found[0]).toMatchObject({ state: 'group', name: 'Card', holds: 'rect text' });
  });

  it('come with what is known of pictures: gone, or cut to a shape', async () => {
    const page = await open(
      drawing(
        '<clipPath id="star"><path d="M0 0h9v9z"/></clipPath><clipPath id="round"><circle r="9"/></clipPath><image href="/a.jpg" width="9" height="9" clip-path="url(#star)"/><g clip-path="url(#round)"><image href="/b.jpg" width="9" height="9"/></g>',
      ),
    );
    const { pictures: images } = await inside(page, 'surveyLayers');
    expect(images['/a.jpg']).toEqual({ missing: true, masked: true });
    expect(images['/b.jpg']).toEqual({ missing: true });
  });
});

describe('a brief', () => {
  it('takes layers out of a drawing, and the addresses of the others stay', async () => {
    const page = await open(drawing('<g id="Hero"><g><text y="20">One</text></g><text y="60">Two</text></g>'));
    const out = decision(3, { at: 'Hero / g:1' });
    const { done, known } = await inside(page, 'decideDrawing', [out, decision(4, { at: 'Tides' })]);
    expect([done, known]).toEqual([[3], ['Hero']]);
    const { items } = await inside(page, 'captureDrawing');
    expect(items.map(({ path }) => path)).toEqual(['Hero / text:2']);
    expect((await inside(page, 'measurePage')).words.map(({ text }) => text)).toEqual(['Two']);
  });

  it('makes one picture of a layer, words in it and all', async () => {
    const page = await open(
      drawing(
        '<g id="Badge"><rect width="90" height="40" fill="#123"/><text y="20">Sale</text></g><text y="99">Two</text>',
      ),
    );
    await inside(page, 'decideDrawing', [decision(0, { do: 'merge', at: 'Badge' })]);
    const { items } = await inside(page, 'captureDrawing');
    expect(items.map(({ type, path }) => [type, path])).toEqual([
      ['art', 'Badge'],
      ['text', 'text:2'],
    ]);
  });

  it('sets words of a drawing in another font, only those that ask for it', async () => {
    const page = await open(
      drawing('<text y="20" font-family="Marshlight, serif">One</text><text y="60" font-family="Arial">Two</text>'),
    );
    const font = decision(1, { do: 'font', at: 'marshlight', to: 'Night Sky' });
    expect((await inside(page, 'decideDrawing', [font])).done).toEqual([1]);
    const { items } = await inside(page, 'captureDrawing');
    expect(items.map((drawnItem) => (drawnItem.type === 'text' ? drawnItem.look.family : ''))).toEqual([
      '"Night Sky", serif',
      'Arial',
    ]);
  });

  it('leaves elements of a page out, by path, id or pattern; several decisions may mean one', async () => {
    const page = await open('<main><p id="old">One</p><p>Two</p><form name="letter">Three</form></main>');
    const found = await inside(page, 'decidePage', [
      decision(0, { at: 'old' }),
      decision(1, { at: '*p#old' }),
      decision(2, { at: 'letter' }),
      decision(3, { at: 'tides' }),
    ]);
    expect(found.done).toEqual([0, 1, 2]);
    expect(found.known).toContain('html > body > main > form');
    const { nodes } = await inside(page, 'snapshot');
    expect(nodes.flatMap(({ text }) => text?.trim() || [])).toEqual(['Two']);
  });
});
