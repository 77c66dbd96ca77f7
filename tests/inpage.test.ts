import { inBrowser, inside } from './in-browser.js';

/* What runs inside of pages, each function by itself, in a real browser. */
const { open, served } = inBrowser();

describe('snapshot', () => {
  it('reads elements and texts in the order of the page, through shadow roots and slots', async () => {
    const page = await open(
      `<star-card><b>Saturn</b></star-card>
       <script>customElements.define('star-card', class extends HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<p>Tonight: <slot></slot>!</p>' } })</script>`,
    );
    const { nodes } = await inside(page, 'snapshot');
    expect(nodes.flatMap(({ text }) => text?.trim() || [])).toEqual(['Tonight:', 'Saturn', '!']);
    const bold = nodes.find(({ tag }) => tag === 'b');
    expect(nodes[bold?.parent ?? 0]?.tag).toBe('p');
    expect(nodes.some(({ tag }) => tag === 'script' || tag === 'slot')).toBe(false);
  });

  it('makes pictures of canvases, and drawings that need no style sheet', async () => {
    const page = await open(
      '<canvas width="4" height="4"></canvas><svg viewBox="0 0 9 9" width="9"><style>.a { fill: red }</style><circle class="a" r="4"/></svg>',
    );
    const { nodes } = await inside(page, 'snapshot');
    expect(nodes.find(({ tag }) => tag === 'canvas')?.picture).toMatch(/^data:image\/png/);
    expect(nodes.find(({ tag }) => tag === 'svg')?.markup).toMatch(/circle[^>]*fill="?(red|rgb\(255, 0, 0\))/);
  });

  it('resolves addresses, also those of srcset', async () => {
    const page = await open('<img src="a.png" srcset="b.png 2x, /c.png 3x" alt="A"><a href="deep/page.html">x</a>');
    const { nodes } = await inside(page, 'snapshot');
    const image = nodes.find(({ tag }) => tag === 'img')?.attributes;
    expect(image?.['src']).toBe(`${served().origin}/a.png`);
    expect(image?.['srcset']).toBe(`${served().origin}/b.png 2x, ${served().origin}/c.png 3x`);
    expect(nodes.find(({ tag }) => tag === 'a')?.attributes?.['href']).toBe('deep/page.html');
  });
});

describe('collectSheets', () => {
  const rules = async (css: string, body = '<p class="a b" id="c">One</p>') => {
    const page = await open(body, `<style>${css}</style>`);
    await inside(page, 'snapshot');
    return inside(page, 'collectSheets');
  };

  it('reads nested rules, layers, supports, media and containers with their conditions', async () => {
    const sheets = await rules(`
      @layer base, top;
      @layer top { .a { color: red } }
      @layer base { .a { color: blue } }
      .a { & .b, &:hover { color: green } }
      @media (width < 600px) { @supports (display: grid) { p { color: teal } } }
      @supports (display: nonsense) { p { color: black } }
      @container (width > 20em) { p { color: navy } }
    `);
    const by = (colour: string) => sheets.rules.find(({ set }) => set.some(([, value]) => value === colour));
    expect(by('red')?.layer).toBeGreaterThan(by('blue')?.layer ?? 9);
    expect(by('green')?.layer).toBeGreaterThan(by('red')?.layer ?? 9);
    expect(by('green')?.selector).toContain(':is(.a)');
    expect(by('teal')?.media).toEqual(['(width < 600px)']);
    expect(by('black')).toBeUndefined();
    expect(by('navy')?.when).toEqual(['@container (width > 20em)']);
  });

  it('leaves rules that name what is not in the page, and keeps those of which one selector may match', async () => {
    const sheets = await rules('.nowhere { color: red } .nowhere, .a { color: blue } #c.b { color: green }');
    expect(sheets.rules.map(({ selector }) => selector)).toEqual(['.nowhere, .a', '#c.b']);
  });

  it('writes longhands out, and addresses in full', async () => {
    const { rules: found } = await rules('.a { margin: 1px 2px; background: url(x.png) red !important }');
    const set = new Map(found[0]?.set.map(([name, value, important]) => [name, [value, important]]));
    expect(set.get('margin-left')).toEqual(['2px', false]);
    expect(set.get('background-image')).toEqual([`url("${served().origin}/x.png")`, true]);
  });

  it('knows which side of a shadow root a rule speaks of', async () => {
    const page = await open(
      `<tide-box><i>x</i></tide-box><script>customElements.define('tide-box', class extends HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<style>:host { color: red } p { color: green } ::slotted(i) { color: blue }</style><p><slot></slot></p>' } })</script>`,
    );
    await inside(page, 'snapshot');
    const { rules: found } = await inside(page, 'collectSheets');
    expect(found.map(({ selector, scope }) => [selector, scope?.side])).toEqual([
      ['*', 'host'],
      ['p', 'inside'],
      ['i', 'slotted'],
    ]);
    const asked = found.map(({ selector, scope }) => ({ selector, ...(scope ? { scope } : {}) }));
    const { nodes } = await inside(page, 'snapshot');
    const tags = (await inside(page, 'matchSelectors', asked)).map((list) => list.map((index) => nodes[index]?.tag));
    expect(tags).toEqual([['tide-box'], ['p'], ['i']]);
  });
});

describe('matchSelectors and evaluateMedia', () => {
  it('say what matches by number, and nothing for what is no selector', async () => {
    const page = await open('<p>One</p><p class="x">Two</p>');
    await inside(page, 'snapshot');
    const [all, second, none] = await inside(
      page,
      'matchSelectors',
      ['p', 'p:nth-child(2)', 'p['].map((selector) => ({ selector })),
    );
    expect(all).toHaveLength(2);
    expect(second).toEqual([all?.[1]]);
    expect(none).toEqual([]);
  });

  it('ask media queries at other widths than that of the page', async () => {
    const page = await open('<p>One</p>', '', 800);
    const queries = ['(max-width: 700px)', '(width >= 900px)', 'print'];
    expect(await inside(page, 'evaluateMedia', queries, [600, 800, 1000])).toEqual([
      [true, false, false],
      [false, false, true],
      [false, false, false],
    ]);
  });
});

describe('expandDeclarations and probeDefaults', () => {
  it('write shorthands out, and nothing for what is invalid', async () => {
    const page = await open('');
    const [border, none] = await inside(page, 'expandDeclarations', [
      ['border', '2px solid red'],
      ['color', 'nonsense('],
    ]);
    expect(border).toMatchObject({ 'border-top-width': '2px', 'border-left-color': 'red' });
    expect(none).toEqual({});
  });

  it('find what a bare element has anyway, and what browsers set on it', async () => {
    const page = await open('');
    const items = [
      {
        element: 'div',
        set: [
          ['display', 'block'],
          ['width', '50%'],
        ] as const,
      },
      { element: 'h2', set: [['margin-top', '0.83em']] as const },
    ];
    const probed = await inside(page, 'probeDefaults', items, ['font-size', 'font-weight', 'color']);
    expect(probed.idle).toEqual([['display'], ['margin-top']]);
    expect(probed.own['h2']).toEqual(expect.arrayContaining(['font-size', 'font-weight']));
    expect(probed.own['div']).toEqual([]);
  });
});

describe('findControls', () => {
  const found = async (body: string) => {
    const page = await open(body);
    const { nodes } = await inside(page, 'snapshot');
    const controls = await inside(page, 'findControls');
    return controls.map(({ control, target, kind }) => [nodes[control]?.tag, nodes[target]?.attributes?.['id'], kind]);
  };

  it.each<[string, string, unknown[]]>([
    ['aria-controls', '<button aria-controls="m">x</button><nav id="m"></nav>', ['button', 'm', 'open']],
    ['a tab', '<button role="tab" aria-controls="m">x</button><div id="m"></div>', ['button', 'm', 'tab']],
    ['data that names a place', '<button data-target="#m">x</button><div id="m"></div>', ['button', 'm', 'open']],
    ['a handler that names one', `<a onclick="show('m')">x</a><div id="m"></div>`, ['a', 'm', 'open']],
    ['a link that is a button', '<a href="#m" role="button">x</a><div id="m"></div>', ['a', 'm', 'open']],
    [
      'what is hidden after it',
      '<button aria-expanded="false">x</button><ul id="m" hidden></ul>',
      ['button', 'm', 'open'],
    ],
    [
      'what closes the dialog it is in',
      '<div role="dialog" id="m"><button data-dismiss="x">x</button></div>',
      ['button', 'm', 'close'],
    ],
  ])('knows a control by %s', async (_, body, expected) => {
    expect(await found(body)).toEqual([expected]);
  });

  it('does not take every link for one', async () => {
    expect(
      await found('<a href="#m">x</a><a href="/away" data-id="m">y</a><button>z</button><div id="m"></div>'),
    ).toEqual([]);
  });
});

describe('chooseParts', () => {
  it('leaves the rest out without taking it away, so that counting rules still match', async () => {
    const page = await open(
      '<p>One</p><div>loose <p>Two</p><p id="t">Three</p></div>',
      '<style>div p:nth-child(2) { color: red }</style>',
    );
    expect(await inside(page, 'chooseParts', ['#t'], [])).toEqual({ kept: 1 });
    const { nodes } = await inside(page, 'snapshot');
    expect(nodes.flatMap(({ text }) => text?.trim() || [])).toEqual(['Three']);
    expect(await page.evaluate(`getComputedStyle(document.querySelector('#t')).color`)).toBe('rgb(255, 0, 0)');
    expect(await inside(page, 'countElements')).toBe(2);
  });

  it('moves, and says where it cannot', async () => {
    const page = await open('<main><h2>One</h2><p>Two</p></main>');
    expect(await inside(page, 'chooseParts', ['h2'], ['next', 'previous', 'parent', 'child'])).toEqual({ kept: 1 });
    expect(await inside(page, 'chooseParts', ['h2'], ['child'])).toMatchObject({ reason: 'no move', move: 'child' });
    expect(await inside(page, 'chooseParts', ['.none'], [])).toMatchObject({ wrong: '.none', reason: 'nothing' });
    expect(await inside(page, 'chooseParts', ['['], [])).toMatchObject({ reason: 'invalid' });
  });
});

describe('tryPage', () => {
  it('says where everything stands at each width, and carries pictures over', async () => {
    const gif = Buffer.from('R0lGODlhAQABAIAAAP///wAAACH5BAEAAAAALAAAAAABAAEAAAICRAEAOw==', 'base64');
    served().hold('/dot.gif', 'image/gif', gif);
    const body = (more: string) =>
      `<body data-trial="b"><div data-trial="d" class="d">${more}<img data-trial="i" src="/dot.gif" width="40"></div></body>`;
    served().hold('/trial', 'text/html', `<!doctype html>${body('')}`);
    const page = await open('');
    await inside(page, 'openTrial', '/trial', 600, 3000);
    const css = 'body { margin: 0 } .d { width: 50%; padding-top: 10px; color: red } img { display: block }';
    const first = await inside(page, 'tryPage', body('<p data-trial="p">Words</p>'), css, [400, 800]);
    expect(first.boxes['d']?.map(([x, , width]) => [x, width])).toEqual([
      [0, 200],
      [0, 400],
    ]);
    expect(first.boxes['i']?.[0]?.slice(2)).toEqual([40, 40]);
    const again = await inside(page, 'tryPage', body('<p data-trial="p">Words</p>'), css.replace('red', 'blue'), [400]);
    expect(again.boxes['i']?.[0]?.slice(2)).toEqual([40, 40]);
    expect(again.texts[0]?.boxes[0]).toEqual(first.texts[0]?.boxes[0]);
    expect(again.texts[0]?.looks[0]).not.toBe(first.texts[0]?.looks[0]);
  });
});

describe('measurePage', () => {
  it('finds every word that can be seen, and no other', async () => {
    const page = await open(
      '<section data-section="top"><p>Seen twice</p></section><p style="display:none">gone</p><p style="visibility:hidden">gone</p><p style="opacity:0">gone</p><select><option>gone</option></select>',
    );
    const { words, sections, pictures: images } = await inside(page, 'measurePage');
    expect(words.map(({ text }) => text)).toEqual(['Seen', 'twice']);
    expect(words[1]?.x).toBeGreaterThan(words[0]?.x ?? 99);
    expect(sections.map(({ name }) => name)).toEqual(['top']);
    expect(images).toEqual([]);
  });

  it('finds what lies on words and pictures, wherever they are on the page', async () => {
    const page = await open(
      `<div><p>bare</p></div><div class="box"><p class="behind">hidden</p></div><div style="height:3000px"></div>
       <div><p>under</p><b class="lid"></b></div><div><p>clear</p><b class="lid faint"></b></div><img alt="" src="data:,"><b class="lid"></b><i class="bar"></i>`,
      `<style>div { position: relative; font: 20px/30px sans-serif } p { margin: 0; width: 90px } .box { background: white; color: black } .behind { position: relative; z-index: -1 }
        .lid { position: absolute; left: 0; top: 0; width: 200px; height: 30px; background: teal } .faint { background: rgba(0, 0, 0, 0.2) }
        img { display: block; width: 40px; height: 40px } img + .lid { top: auto; margin-top: -40px; height: 40px } .bar { position: fixed; inset: 0; background: white }</style>`,
    );
    const order = [
      'body',
      'one',
      'bare',
      'box',
      'behind',
      'space',
      'two',
      'under',
      'lid',
      'three',
      'clear',
      'faint',
      'image',
      'lid-2',
      'bar',
    ];
    const { words, things } = await inside(page, 'measurePage', { order, covers: true });
    expect(Object.fromEntries(words.map(({ text, under }) => [text, under]))).toEqual({
      bare: undefined,
      hidden: 'box',
      under: 'lid',
      clear: undefined,
    });
    expect(things?.['image']?.under).toBe('lid-2');
    expect(await page.evaluate('scrollY')).toBe(0);
    const without = await inside(page, 'measurePage', { order });
    expect(without.words.every(({ under }) => under === undefined)).toBe(true);
  });

  it('measures sideways scrolling', async () => {
    const page = await open('<div style="width:1000px;height:9px"></div>', '<style>body { margin: 0 }</style>', 800);
    expect((await inside(page, 'measurePage')).overflow).toBe(200);
  });
});

describe('compareImages', () => {
  it('counts pixels that differ, and draws where', async () => {
    const page = await open(
      '<div style="height:100px;background:white"></div>',
      '<style>body { margin: 0 }</style>',
      200,
    );
    const shot = async (): Promise<Buffer> => page.screenshot({ clip: { x: 0, y: 0, width: 200, height: 100 } });
    served().hold('/one', 'image/png', await shot());
    await page.evaluate(`document.querySelector('div').style.borderTop = '50px solid black'`);
    served().hold('/two', 'image/png', await shot());
    const same = await inside(page, 'compareImages', '/one', '/one', [{ y: 0, height: 100 }]);
    expect(same).toEqual({ differ: 0, seen: 0, bands: [0], seenBands: [0] });
    const other = await inside(page, 'compareImages', '/one', '/two', [
      { y: 0, height: 50 },
      { y: 50, height: 50 },
    ]);
    expect(other).toMatchObject({ differ: 0.5, bands: [1, 0] });
    expect(other.seen).toBeGreaterThan(0.45);
    expect(Buffer.from(other.picture ?? '', 'base64').subarray(0, 2)).toEqual(Buffer.from([0xff, 0xd8]));
  });
});

describe('settle', () => {
  it('brings late pictures in and moving things to rest', async () => {
    const page = await open(
      '<div style="height:3000px"></div><p id="late"></p>',
      '<style>p { animation: x 1s infinite; transition: all 2s } @keyframes x { to { opacity: 0 } }</style>',
    );
    await page.evaluate(
      `new IntersectionObserver(([entry]) => { if (entry.isIntersecting) late.textContent = 'came' }).observe(late)`,
    );
    await inside(page, 'settle', 5000, true);
    expect(await page.textContent('#late')).toBe('came');
    expect(await page.evaluate('getComputedStyle(late).animationName + scrollY')).toBe('none0');
    expect(
      (await inside(page, 'collectSheets')).rules.some(({ set }) => set.some(([name]) => name === 'caret-color')),
    ).toBe(false);
  });
});

describe('textLines and imageWidths', () => {
  it('tell how many lines each text takes and how wide each image is, as far as they show', async () => {
    const page = await open(`<style>* { font: 16px/20px sans-serif; margin: 0 }</style>
      <h1>Saltmarsh</h1>
      <p style="width: 60px">Nights on the marsh</p>
      <p style="display: none">Not tonight</p>
      <p>Open until<sup style="font-size: 10px">1</sup> ten</p>
      <img alt="" width="120" height="40"><img alt="" width="80" height="40" hidden>`);
    const lines = await inside(page, 'textLines');
    expect(lines[0]).toBe(1);
    expect(lines[1]).toBeGreaterThan(1);
    expect(lines.slice(2)).toEqual([0, 1, 1]);
    expect(await inside(page, 'imageWidths')).toEqual([120, 0]);
  });
});

describe('rowLines', () => {
  it('counts the lines of each row that may wrap, whatever way its things are aligned', async () => {
    const row = (style: string, ...widths: number[]): string =>
      `<div style="display: flex; flex-wrap: wrap; ${style}">${widths.map((width, at) => `<p style="margin: 0; width: ${width}px; height: ${20 + 15 * at}px">x</p>`).join('')}</div>`;
    const page = await open(
      [
        row('align-items: center', 200, 300, 200),
        row('', 300, 300, 300),
        row('flex-wrap: nowrap', 500, 500),
        row('flex-direction: column', 100, 100),
        row('display: none', 500, 500),
        `${row('', 100)}<style>div:last-of-type::after { content: "" }</style>`,
        '<div style="display: flex; flex-wrap: wrap; position: relative"><p style="position: absolute; top: 90px">over</p><p>in</p></div>',
      ].join(''),
    );
    expect(await inside(page, 'rowLines')).toEqual([1, 2, 1, 1]);
  });
});
