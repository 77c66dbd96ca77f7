import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { DrawnArtboard, DrawnItem } from '../src/core/drawing/drawing.js';
import { inBrowser, inside } from './in-browser.js';
import { ROOT } from './program.js';

/* How drawings are read, in a real browser. */
const { open, served } = inBrowser();

const IMAGE = '/dome.jpg';

/** What is read of an SVG of 400 x 300 with a picture beside it that is as wide as 3 of its heights of 2. */
async function read(inner: string, attributes = '', isMadePlain = false): Promise<DrawnArtboard> {
  const page = await open('');
  served().hold(IMAGE, 'image/jpeg', readFileSync(join(ROOT, 'demo/design/pictures/dome-dusk.jpg')));
  const text = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300" font-family="Arial" font-size="20" ${attributes}>${inner}</svg>`;
  const placed = await inside(page, 'placeDrawing', text, 1000);
  if ('fault' in placed) throw new Error(`${placed.fault} ${placed.detail}`);
  if (isMadePlain) {
    await inside(page, 'unfoldDrawing');
    await inside(page, 'settleDrawing');
  }
  return inside(page, 'captureDrawing');
}

const plain = (inner: string): Promise<DrawnArtboard> => read(inner, '', true);

async function one<Type extends DrawnItem['type']>(
  type: Type,
  inner: string,
  attributes?: string,
): Promise<Extract<DrawnItem, { type: Type }>> {
  const { items } = await read(inner, attributes);
  expect(items.map((item) => item.type)).toEqual([type]);
  return items[0] as Extract<DrawnItem, { type: Type }>;
}

const rounded = (box: readonly number[]): number[] => box.map((value) => Math.round(value * 10) / 10);

describe('placing a drawing', () => {
  it.each([
    ['<svg xmlns="http://www.w3.org/2000/svg"><g></svg>', 'broken'],
    ['<html xmlns="http://www.w3.org/1999/xhtml"/>', 'broken'],
    ['<svg xmlns="http://www.w3.org/2000/svg"><rect width="9" height="9"/></svg>', 'no size'],
  ])('says what is wrong with %s', async (text, fault) => {
    expect(await inside(await open(''), 'placeDrawing', text, 1000)).toMatchObject({ fault });
  });

  it('takes its size from width and height in any unit, else from the view box', async () => {
    const place = async (attributes: string) =>
      inside(await open(''), 'placeDrawing', `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}/>`, 1000);
    expect(await place('width="3in" height="72pt"')).toMatchObject({ width: 288, height: 96 });
    expect(await place('viewBox="0 0 640 480"')).toMatchObject({ width: 640, height: 480 });
    expect(await place('width="100%" viewBox="0,0,640,480"')).toMatchObject({ width: 640, height: 480 });
  });
});

describe('letters filled with a gradient', () => {
  const gradient = (units = '') =>
    `<linearGradient id="g" ${units}><stop offset="0" stop-color="red"/><stop offset="1" stop-color="blue"/></linearGradient>`;

  it('have it over the whole text, and its first colour where it cannot be shown', async () => {
    const { look } = await one('text', `${gradient()}<text x="10" y="40" fill="url(#g)">Saturn</text>`);
    expect(look).toMatchObject({
      color: 'rgb(255, 0, 0)',
      paint: 'linear-gradient(90deg, rgb(255, 0, 0) 0%, rgb(0, 0, 255) 100%)',
    });
  });

  it('have it where it lies in the drawing', async () => {
    const wide = gradient('gradientUnits="userSpaceOnUse" x1="0" x2="400"');
    const { look, box } = await one('text', `${wide}<text x="100" y="40" fill="url(#g)">Saturn</text>`);
    const starts = /rgb\(255, 0, 0\) (-?[\d.]+)%/.exec(look.paint ?? '')?.[1];
    expect(Number(starts)).toBeCloseTo((-100 / box[2]) * 100, 0);
  });

  it('have none if it is not there', async () => {
    expect(
      (await one('text', '<text x="10" y="40" fill="url(#lost)" color="green">Saturn</text>')).look.paint,
    ).toBeUndefined();
  });
});

describe('boxes', () => {
  it('are rectangles with fill, frame and corners, transforms counted', async () => {
    const { box, look } = await one(
      'box',
      '<g transform="translate(10 20) scale(2)"><rect x="5" y="5" width="50" height="30" rx="4" fill="#102030" stroke="red" stroke-width="1"/></g>',
    );
    expect(rounded(box)).toEqual([19, 29, 102, 62]);
    expect(look).toMatchObject({
      'background-color': 'rgb(16, 32, 48)',
      'border-width': '2px',
      'border-color': 'rgb(255, 0, 0)',
      'border-radius': '9px',
    });
  });

  it('are circles and straight lines', async () => {
    expect((await one('box', '<circle cx="50" cy="50" r="20" fill="red"/>')).look['border-radius']).toBe('50%');
    const line = await one('box', '<line x1="10" y1="40" x2="110" y2="40" stroke="blue" stroke-width="2"/>');
    expect(rounded(line.box)).toEqual([10, 39, 100, 2]);
    expect(line.look['background-color']).toBe('rgb(0, 0, 255)');
  });

  it('have gradients as CSS draws them, and the opacity of the groups they are in', async () => {
    const defs =
      '<defs><linearGradient id="g" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="red"/><stop offset="1" stop-color="blue"/></linearGradient></defs>';
    const { look } = await one('box', `${defs}<g opacity="0.5"><rect width="100" height="50" fill="url(#g)"/></g>`);
    expect(look['background-image']).toMatch(
      /^linear-gradient\(180deg, rgb\(255, 0, 0\) 0(%|px), rgb\(0, 0, 255\) (100%|50px)\)$/,
    );
    expect(look['opacity']).toBe('0.5');
  });

  it('have the one colour that a gradient shows whose stops lie on one side of them', async () => {
    const shown = async (move: number): Promise<Readonly<Record<string, string>>> => {
      const gradient = `<linearGradient id="g" gradientTransform="translate(${move} 0)"><stop offset="0" stop-color="red"/><stop offset="1" stop-color="blue"/></linearGradient>`;
      return (await one('box', `${gradient}<rect width="100" height="50" fill="url(#g)"/>`)).look;
    };
    expect(await shown(0.5)).toMatchObject({
      'background-image': 'linear-gradient(90deg, rgb(255, 0, 0) 50%, rgb(0, 0, 255) 150%)',
    });
    expect(await shown(3)).toMatchObject({ 'background-color': 'rgb(255, 0, 0)' });
    expect(await shown(-3)).toMatchObject({ 'background-color': 'rgb(0, 0, 255)' });
  });

  it('are cut by what clips them', async () => {
    const { box } = await one(
      'box',
      '<clipPath id="c"><rect x="20" y="20" width="30" height="30"/></clipPath><g clip-path="url(#c)"><rect width="100" height="100" fill="red"/></g>',
    );
    expect(rounded(box)).toEqual([20, 20, 30, 30]);
  });

  it('are not there if they are hidden, see-through or off the board, and what is off is said', async () => {
    const { items, notes } = await read(
      '<rect width="9" height="9" display="none"/><rect width="9" height="9" opacity="0"/><rect width="9" height="9" visibility="hidden"/><rect id="far" x="500" width="9" height="9"/>',
    );
    expect(items).toEqual([]);
    expect(notes).toEqual(['Outside the artboard, left out: far']);
  });
});

describe('pictures', () => {
  const image = (more: string): string => `<image href="${IMAGE}" x="10" y="10" width="90" height="90" ${more}/>`;

  it('lie whole in their place, or larger than it', async () => {
    const contained = await one('picture', image(''));
    expect(contained.look['object-fit']).toBe('contain');
    expect(contained.whole[2]).toBeCloseTo(90);
    expect(contained.whole[3]).toBeLessThan(90);
    const covering = await one('picture', image('preserveAspectRatio="xMinYMid slice"'));
    expect(covering.whole[0]).toBeCloseTo(10);
    expect(covering.whole[3]).toBeCloseTo(90);
    expect(covering.whole[2]).toBeGreaterThan(90);
    expect([contained.stretched, covering.stretched]).toEqual([undefined, undefined]);
  });

  it('may be out of their proportions', async () => {
    expect((await one('picture', image('preserveAspectRatio="none"'))).stretched).toBe(true);
  });

  it('are round in a round clip, and keep title and link', async () => {
    const drawnImage = await one(
      'picture',
      `<clipPath id="c"><circle cx="55" cy="55" r="45"/></clipPath><a href="dome.html"><g clip-path="url(#c)"><image href="${IMAGE}" x="10" y="10" width="90" height="90"><title>The dome</title></image></g></a>`,
    );
    expect(drawnImage.look['border-radius']).toBe('50%');
    expect([drawnImage.title, drawnImage.href]).toEqual(['The dome', 'dome.html']);
  });

  it('come from patterns in shares of the shape, also through what they use', async () => {
    const drawnImage = await one(
      'picture',
      `<defs><pattern id="p" width="1" height="1" patternContentUnits="objectBoundingBox"><use href="#i" transform="scale(0.01 0.02)"/></pattern><image id="i" href="${IMAGE}" width="100" height="50" preserveAspectRatio="none"/></defs><rect x="40" y="60" width="120" height="80" fill="url(#p)"/>`,
    );
    expect(rounded(drawnImage.box)).toEqual([40, 60, 120, 80]);
    expect(rounded(drawnImage.whole)).toEqual([40, 60, 120, 80]);
  });

  it('come from patterns with a view box, shifted as they are', async () => {
    const drawnImage = await one(
      'picture',
      `<pattern id="p" patternUnits="userSpaceOnUse" x="40" y="60" width="200" height="100" viewBox="0 0 20 10"><image href="${IMAGE}" x="2" y="1" width="15" height="10" preserveAspectRatio="none"/></pattern><rect x="40" y="60" width="120" height="80" fill="url(#p)"/>`,
    );
    expect(rounded(drawnImage.whole)).toEqual([60, 70, 150, 100]);
  });

  it('are drawing with the picture inside where a pattern repeats, or is turned', async () => {
    const pattern = (more: string): string =>
      `<pattern id="p" patternUnits="userSpaceOnUse" width="60" height="40" ${more}><image href="${IMAGE}" width="60" height="40"/></pattern><rect width="200" height="100" fill="url(#p)"/>`;
    for (const more of ['', 'patternTransform="rotate(20)"']) {
      const { markup } = await one('art', pattern(more));
      expect(markup).toContain('href="data:image/jpeg;base64,');
      expect(markup).not.toContain(IMAGE);
    }
  });
});

describe('texts', () => {
  it('are words with their places, in lines, with their look', async () => {
    const { items } = await read(
      '<text x="20" y="50" fill="#333" font-weight="700" letter-spacing="0.1em">Star evenings<tspan x="20" dy="30">on the marsh</tspan></text>',
    );
    const texts = items as Extract<DrawnItem, { type: 'text' }>[];
    expect(texts.map(({ words }) => words.map(({ text }) => text))).toEqual([
      ['Star', 'evenings'],
      ['on', 'the', 'marsh'],
    ]);
    expect(texts[0]?.look).toMatchObject({ size: 20, weight: '700', spacing: 2, color: 'rgb(51, 51, 51)' });
    expect((texts[1]?.box[1] ?? 0) - (texts[0]?.box[1] ?? 0)).toBeCloseTo(30, 0);
  });

  it('are as large as they are drawn, and know where they are anchored', async () => {
    const drawnText = await one(
      'text',
      '<g transform="scale(2)"><text x="100" y="40" text-anchor="middle">Tide</text></g>',
    );
    expect(drawnText.look.size).toBe(40);
    expect(drawnText.anchor).toBe('middle');
    expect(drawnText.box[0] + drawnText.box[2] / 2).toBeCloseTo(200, 0);
  });

  it('have the lines of the text around them besides their own', async () => {
    const { items } = await read(
      '<text y="40" text-decoration="underline"><tspan x="9">book</tspan><tspan x="90" text-decoration="line-through">soon</tspan></text><text x="9" y="90">bare</text>',
    );
    expect(items.map((item) => (item.type === 'text' ? item.look.decoration : ''))).toEqual([
      'underline',
      'line-through underline',
      'none',
    ]);
  });

  it('are drawing if they run along a path or are turned', async () => {
    await one(
      'art',
      '<path id="p" d="M10 100 q90 -80 180 0" fill="none"/><text><textPath href="#p">Around the dome</textPath></text>',
    );
    await one('art', '<text x="100" y="100" transform="rotate(30 100 100)">Turned</text>');
  });
});

describe('drawing', () => {
  it('is one piece for a group of paths, with what it refers to and without scripts', async () => {
    const { markup, pieces, layer } = await one(
      'art',
      '<defs><linearGradient id="g"><stop stop-color="red"/></linearGradient></defs><g id="Moon_icon"><path d="M0 0h20v20z" fill="url(#g)" onclick="x()"/><path d="M30 0h20v20z"/></g>',
    );
    expect(pieces).toBe(2);
    expect(layer).toBe('Moon icon');
    expect(markup).toContain('linearGradient');
    expect(markup).not.toContain('onclick');
  });

  it('says which image of a pattern could not be loaded', async () => {
    const tiles =
      '<defs><pattern id="t" width="10" height="10" patternUnits="userSpaceOnUse"><image href="reeds-gone.png" width="10" height="10"/></pattern></defs>';
    const { items, notes } = await read(`${tiles}<rect width="100" height="50" fill="url(#t)"/>`);
    expect(items.map((item) => item.type)).toEqual(['art']);
    expect(notes).toEqual([expect.stringMatching(/^Image in a pattern .*could not be loaded.*reeds-gone\.png$/)]);
  });

  it('follows the colour of the text where it was drawn in it', async () => {
    const { markup } = await one('art', '<path d="M0 0h20v20z" fill="currentColor"/>', 'color="#123456"');
    expect(markup).toContain('currentColor');
  });
});

describe('drawing that no group holds', () => {
  const stroke = (x: number, y: number): string =>
    `<path d="M${x} ${y}q20 -30 30 10" fill="none" stroke="teal" stroke-width="3"/>`;

  it('is one piece if its paths lie on each other, on whole pixels', async () => {
    const strokes = Array.from({ length: 30 }, (_, at) => stroke(200 + (at % 6) * 20, 100 + Math.floor(at / 6) * 18));
    const art = await one('art', strokes.join(''));
    expect(art.pieces).toBe(30);
    expect(art.markup.match(/<path/g)).toHaveLength(30);
    for (const value of art.box) expect(Number.isInteger(value)).toBe(true);
  });

  it('is one piece if it is a swarm of small shapes, but not a few dots', async () => {
    const dots = (count: number): string =>
      Array.from(
        { length: count },
        (_, at) => `<circle cx="${40 + (at % 10) * 14}" cy="${40 + Math.floor(at / 10) * 14}" r="4" fill="navy"/>`,
      ).join('');
    expect((await one('art', dots(60))).pieces).toBe(60);
    expect((await read(dots(5))).items).toHaveLength(5);
  });

  it('stays apart where it does not touch, and where words are painted in between', async () => {
    expect((await read(stroke(40, 100) + stroke(140, 100))).items).toHaveLength(2);
    const between = await read(`${stroke(40, 100)}<text x="40" y="100">Reed</text>${stroke(50, 104)}`);
    expect(between.items.map(({ type }) => type)).toEqual(['art', 'text', 'art']);
  });

  it('is said', async () => {
    const { notes } = await read(
      `<g id="Reeds">${stroke(40, 100)}${stroke(50, 100)}<rect x="300" y="10" width="60" height="60"/><text x="300" y="90">Hut</text></g>`,
    );
    expect(notes).toEqual(['2 shapes that belong together become one image: Reeds']);
  });
});

describe('text drawn as outlines', () => {
  /* Letters of different widths, some with holes, one below the line. */
  const letters = [
    [18, 24],
    [14, 24],
    [6, 30],
    [20, 17],
    [12, 17],
    [16, 24],
  ] as const;
  const drawn = (size = 1): string => {
    let x = 40;
    return letters
      .map(([width, height], at) => {
        const top = 100 - Math.min(24, height) * size;
        const hole = at % 2 ? '' : `M${x + 2} ${top + 4}h${width * size - 4}v4h-${width * size - 4}z`;
        const d = `M${x} ${top}h${width * size}v${height * size}h-${width * size}z${hole}`;
        x += (width + 3) * size;
        return d;
      })
      .join('');
  };

  it.each([
    ['one path', `<path id="Star evenings" d="${drawn()}"/>`],
    [
      'a path a letter',
      `<g id="Star evenings">${drawn()
        .split(/(?=M4)|z(?=M\d+ (?:76|83))/)
        .map((d) => `<path d="${d}"/>`)
        .join('')}</g>`,
    ],
  ])('is known in %s: noted, and called after its layer', async (_, markup) => {
    const { items, notes } = await read(markup);
    expect(notes.at(-1)).toMatch(/^Text converted to outlines, kept as an image: Star evenings/);
    expect(items).toMatchObject([{ type: 'art', title: 'Star evenings' }]);
  });

  it.each([
    ['equal bars', Array.from({ length: 6 }, (_, at) => `M${40 + at * 20} 80h12v20h-12z`).join('')],
    [
      'a chart',
      [30, 60, 20, 80, 50].map((height, at) => `M${40 + at * 60} ${150 - height}h40v${height}h-40z`).join(''),
    ],
    ['one sign', 'M40 80h30v20h-30z'],
  ])('is not seen in %s', async (_, d) => {
    expect((await read(`<path d="${d}"/>`)).notes).toEqual([]);
  });
});

describe('what is painted more than once', () => {
  const page = (fill: string, more = ''): string => `<rect width="400" height="300" fill="${fill}" ${more}/>`;
  const word = '<text x="20" y="40">Harbour</text>';

  it('is left out where something opaque lies over all of it', async () => {
    const { items } = await plain(
      `${word}<rect x="20" y="100" width="90" height="60" fill="red"/>${page('white')}${word}`,
    );
    expect(items.map((item) => item.type)).toEqual(['box', 'text']);
  });

  it.each([
    ['see-through', page('white', 'opacity="0.5"')],
    ['filtered', `<filter id="b"><feGaussianBlur stdDeviation="4"/></filter><g filter="url(#b)">${page('white')}</g>`],
    ['blended', page('white', 'style="mix-blend-mode: multiply"')],
  ])('stays where what lies over it is %s', async (_, cover) => {
    expect((await plain(`${word}${cover}`)).items.some((item) => item.type === 'text')).toBe(true);
  });

  it('has no words that a mask leaves a dot of, which are for screen readers', async () => {
    const mask = '<mask id="dot"><rect width="1" height="1" x="60" y="40" fill="white"/></mask>';
    const unseen = '<g mask="url(#dot)"><text x="20" y="80">(current)</text></g>';
    const { items } = await plain(`${mask}${word}${unseen}`);
    expect(items.map((item) => item.type === 'text' && item.words.map(({ text }) => text).join(' '))).toEqual([
      'Harbour',
    ]);
  });

  it('loses the mask that leaves it whole; what the mask hides is not there', async () => {
    const mask =
      '<mask id="m" maskUnits="userSpaceOnUse" x="0" y="0" width="400" height="300"><rect width="400" height="150" fill="white"/></mask>';
    const hidden = '<text x="20" y="240">Hidden</text>';
    const { items } = await plain(`${mask}<g mask="url(#m)">${word}<text x="20" y="80">Tides</text>${hidden}</g>`);
    expect(items.map((item) => item.type === 'text' && item.words.map(({ text }) => text).join(' '))).toEqual([
      'Harbour',
      'Tides',
    ]);
  });
});

describe('groups', () => {
  it('may be as deep as they like: it is the same drawing', async () => {
    const inside =
      '<rect x="20" y="20" width="200" height="120" fill="#dde"/><text x="40" y="60">Dusk</text><path d="M300 40h20v30z"/>';
    const flat = await read(inside);
    const deep = await read(
      `<g><g transform="translate(10 5)"><g transform="translate(-10 -5)"><g>${inside}</g></g></g></g>`,
    );
    const bare = (items: readonly DrawnItem[]): unknown =>
      items.map(({ path: _, ...item }) => ({ ...item, ...('markup' in item ? { markup: '' } : {}) }));
    expect(bare(deep.items)).toEqual(bare(flat.items));
  });
});

describe('shadows that programs write as chains of primitives', () => {
  /** A filter as drawing programs write it: a shadow below the source, or inside of it. */
  const below = (id: string, more = ''): string =>
    `<filter id="${id}" filterUnits="userSpaceOnUse" x="0" y="0" width="400" height="300" color-interpolation-filters="sRGB">
      <feFlood flood-opacity="0" result="ground"/>
      <feColorMatrix in="SourceAlpha" values="0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 127 0" result="hard"/>
      ${more}<feOffset dy="8"/><feGaussianBlur stdDeviation="12"/><feComposite in2="hard" operator="out"/>
      <feColorMatrix values="0 0 0 0 0.2 0 0 0 0 0.4 0 0 0 0 0.6 0 0 0 0.5 0"/>
      <feBlend in2="ground" result="one"/><feBlend in="SourceGraphic" in2="one" result="shape"/></filter>`;
  const rect = (id: string): string =>
    `<rect x="100" y="80" width="200" height="100" rx="8" fill="white" filter="url(#${id})"/>`;
  const shadow = async (inner: string): Promise<string | undefined> => (await one('box', inner)).look['box-shadow'];

  it('are shadows of boxes, blurred twice as much as they deviate', async () => {
    expect(await shadow(below('a') + rect('a'))).toBe('0px 8px 24px rgba(51, 102, 153, 0.5)');
  });

  it('grow with a morphology', async () => {
    const grown = '<feMorphology radius="4" operator="dilate" in="SourceAlpha"/>';
    expect(await shadow(below('a', grown) + rect('a'))).toBe('0px 8px 24px 4px rgba(51, 102, 153, 0.5)');
  });

  it('are as large as they are drawn', async () => {
    const half = `${below('a')}<g transform="scale(0.5)">${rect('a')}</g>`;
    expect(await shadow(half)).toBe('0px 4px 12px rgba(51, 102, 153, 0.5)');
  });

  it('may lie inside of the box', async () => {
    const inside = `<filter id="a" filterUnits="userSpaceOnUse" x="0" y="0" width="400" height="300">
      <feColorMatrix in="SourceAlpha" values="0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 127 0" result="hard"/>
      <feOffset dx="2" dy="3"/><feGaussianBlur stdDeviation="5"/>
      <feComposite in2="hard" operator="arithmetic" k2="-1" k3="1"/>
      <feColorMatrix values="0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0.25 0"/>
      <feBlend in2="SourceGraphic"/></filter>`;
    expect(await shadow(inside + rect('a'))).toBe('inset 2px 3px 10px rgba(0, 0, 0, 0.25)');
  });

  it('of a group are those of the shape behind all that it holds', async () => {
    const group = `${below('a')}<g filter="url(#a)"><rect x="100" y="80" width="200" height="100" fill="white"/>
      <rect x="120" y="100" width="40" height="40" fill="teal"/></g>`;
    const { items } = await read(group);
    expect(items.map((item) => (item.type === 'box' ? item.look['box-shadow'] : item.type))).toEqual([
      '0px 8px 24px rgba(51, 102, 153, 0.5)',
      undefined,
    ]);
  });

  it('of another kind leave the shape a drawing', async () => {
    const turbulent = '<filter id="a"><feTurbulence baseFrequency="0.05"/></filter>';
    expect((await one('art', turbulent + rect('a'))).markup).toContain('feTurbulence');
  });
});
