import { art, artboard, box, laid, line, onArtboard, image } from '../sample.js';

describe('a stack', () => {
  it('says one gap for all if they are equal, and none if they are not', () => {
    const even = onArtboard(
      box(100, 100, 800, 320),
      line('One', 140, 140),
      line('Two words', 140, 190),
      line('Three', 140, 240),
    );
    expect(even.around('One')).toMatchObject({ display: 'flex', 'flex-direction': 'column' });
    expect(parseFloat(even.around('One')['row-gap'] ?? '')).toBeCloseTo(50 - 18, -1);
    expect(even.of('Two words')['margin-top']).toBeUndefined();
    const uneven = onArtboard(
      box(100, 100, 800, 320),
      line('One', 140, 140),
      line('Two words', 140, 190),
      line('Three', 140, 300),
    );
    expect(uneven.around('One')['row-gap']).toBeUndefined();
    expect(parseFloat(uneven.of('Three')['margin-top'] ?? '')).toBeGreaterThan(80);
  });

  it('keeps the distances of its box as padding', () => {
    const result = onArtboard(box(100, 100, 800, 300), line('One', 140, 150), line('Two words', 140, 330));
    expect(result.around('One')['padding-left']).toBe('40px');
    expect(parseFloat(result.around('One')['padding-top'] ?? '')).toBeCloseTo(50, -1);
  });

  it('centres a text that stands in the middle, and moves one that stands at the right', () => {
    const result = onArtboard(
      box(0, 0, 1000, 300),
      line('Left at the edge', 100, 40),
      line('In the middle of all', 420, 120, { anchor: 'middle' }),
      line('At the right', 804, 200, { anchor: 'end' }),
    );
    expect(result.of('In the middle of all')['text-align']).toBe('center');
    expect(result.of('At the right')['text-align']).toBe('right');
    expect(result.of('Left at the edge')['text-align']).toBeUndefined();
  });

  it('keeps an indent, and moves what stands far inside in with its box', () => {
    const result = onArtboard(
      box(0, 0, 1000, 400),
      line('Nights on the marsh, and what they bring', 100, 40),
      line('A little in', 130, 110),
      line('Far in', 400, 180),
      line('Near the end', 760, 250),
      image('dome.jpg', 100, 300, 800, 60),
    );
    expect(result.of('A little in')['margin-left']).toBe('30px');
    expect(result.of('Far in')['margin-left']).toBe('min(300px, 37.5%)');
    expect(result.of('Near the end')).toMatchObject({ 'text-align': 'right' });
    expect(parseFloat(result.of('Near the end')['margin-right'] ?? '')).toBeGreaterThan(20);
  });
});

describe('a row', () => {
  it('of words is as wide as its words, with one gap', () => {
    const result = onArtboard(
      box(0, 0, 1000, 90),
      line('Saltmarsh', 40, 36),
      line('Evenings', 600, 36),
      line('Hire', 700, 36),
      line('Join', 768, 36),
    );
    expect(result.around('Hire')).toMatchObject({ display: 'flex', 'align-items': 'center' });
    expect(result.of('Hire')['flex-shrink']).toBe('0');
    expect(result.of('Hire')['text-wrap-mode']).toBe('nowrap');
  });

  it('whose widest gap parts two groups lets that gap grow', () => {
    const result = onArtboard(
      box(0, 0, 1000, 90),
      line('Saltmarsh', 40, 36),
      line('Evenings', 800, 36),
      line('Hire us', 904, 36),
    );
    const auto = ['Saltmarsh', 'Evenings', 'Hire us'].filter((name) => result.of(name)['margin-left'] === 'auto');
    expect(auto).toEqual(['Evenings']);
  });

  it('that reaches near both sides keeps both distances, and its widest gap grows', () => {
    const result = onArtboard(box(0, 0, 390, 80), line('Saltmarsh', 24, 30), line('Menu', 330, 30));
    const around = result.around('Saltmarsh');
    expect([around['padding-left'], around['padding-right']]).toEqual(['24px', '28px']);
    expect([result.of('Saltmarsh')['margin-left'], result.of('Menu')['margin-left']]).toEqual([undefined, 'auto']);
  });

  it('of equal columns shares the width', () => {
    const result = onArtboard(
      ...[100, 380, 660].flatMap((x, index) => [
        box(x, 100, 240, 300),
        line(`Title ${index}`, x + 20, 130, { size: 22 }),
        line('Some words of it', x + 20, 180),
      ]),
    );
    const grids = result.all().filter((look) => look['display'] === 'grid');
    expect(grids).toHaveLength(1);
    expect(grids[0]).toMatchObject({ 'grid-template-columns': 'repeat(3, minmax(0, 1fr))', 'column-gap': '40px' });
  });

  it('of unequal columns keeps their shares', () => {
    const result = onArtboard(
      image('dome.jpg', 100, 100, 500, 300),
      line('Beside the dome', 660, 160, { size: 30 }),
      line('A longer line of words here', 660, 240),
    );
    const grid = result.all().find((look) => look['grid-template-columns']);
    expect(grid?.['grid-template-columns']).toMatch(/^minmax\(0, 500fr\) minmax\(0, \d+(\.\d+)?fr\)$/);
    expect(grid?.['column-gap']).toBe('60px');
  });

  it('lines things up on their middles, or moves them down from the top', () => {
    const middle = onArtboard(image('a.jpg', 100, 100, 400, 300), image('b.jpg', 560, 150, 340, 200));
    expect(middle.around('b.jpg')['align-items']).toBe('center');
    const down = onArtboard(image('a.jpg', 100, 100, 400, 300), image('b.jpg', 560, 170, 340, 200));
    expect(down.around('b.jpg')['align-items']).toBe('flex-start');
    expect(down.of('b.jpg')['margin-top']).toBe('70px');
  });
});

describe('rows of several', () => {
  const cells = (rows: readonly (readonly [x: number, y: number])[]) =>
    rows.map(([x, y], index) => image(`p${index}.jpg`, x, y, 240, 160));

  it('are a grid if they stand in columns', () => {
    const result = onArtboard(
      ...cells([
        [100, 100],
        [380, 100],
        [660, 100],
        [100, 300],
        [380, 300],
        [660, 300],
      ]),
    );
    expect(result.around('p4.jpg')).toMatchObject({
      display: 'grid',
      'grid-template-columns': 'repeat(3, minmax(0, 1fr))',
      'column-gap': '40px',
      'row-gap': '40px',
    });
  });

  it('may have a last row that is not full', () => {
    const result = onArtboard(
      ...cells([
        [100, 100],
        [380, 100],
        [660, 100],
        [100, 300],
      ]),
    );
    expect(result.around('p3.jpg')['display']).toBe('grid');
  });

  it('on a narrower board may be other rows', () => {
    const wide = artboard(
      1000,
      800,
      ...cells([
        [100, 100],
        [380, 100],
        [660, 100],
        [100, 300],
        [380, 300],
        [660, 300],
      ]),
    );
    const narrow = artboard(
      600,
      900,
      ...[0, 1, 2, 3, 4, 5].map((index) =>
        image(`p${index}.jpg`, 40 + (index % 2) * 270, 80 + Math.floor(index / 2) * 200, 250, 160),
      ),
    );
    const result = laid(wide, narrow);
    expect(result.around('p0.jpg', 1)['grid-template-columns']).toBe('repeat(2, minmax(0, 1fr))');
  });

  it('that begin anew at other places run on', () => {
    const wide = artboard(
      1000,
      600,
      ...['one', 'two', 'three', 'four'].map((word, index) => image(`${word}.jpg`, 60 + index * 230, 100, 200, 120)),
    );
    const narrow = artboard(
      600,
      700,
      image('one.jpg', 40, 80, 160, 120),
      image('two.jpg', 220, 80, 160, 120),
      image('three.jpg', 400, 80, 160, 120),
      image('four.jpg', 130, 240, 340, 200),
    );
    const result = laid(wide, narrow);
    expect(result.around('four.jpg', 1)).toMatchObject({ display: 'flex', 'flex-wrap': 'wrap' });
    expect(result.of('four.jpg', 1)['flex-basis']).toMatch(/%$/);
  });
});

describe('what keeps its size', () => {
  const portrait = (x: number, width: number): Parameters<typeof artboard>[2][] => [
    image('keeper.jpg', x, 40, 64, 64),
    line('Mara keeps the reflector', x + 84, 44, { size: 18 }),
    line('and its log, night after night', x + 84, 80, { size: 13 }),
    box(0, 300, width, 10),
  ];

  it('is a portrait beside words that share the rest', () => {
    const result = laid(artboard(1000, 400, ...portrait(40, 1000)));
    expect(result.around('keeper.jpg', 0)['grid-template-columns']).toMatch(/^84px|^64px/);
  });

  /** A panel of one width over the lower edge of an image that is as wide as the board asks for. */
  const over = (width: number, height: number): ReturnType<typeof artboard> =>
    artboard(
      width,
      900,
      line('Marsh nights', 40, 40, { size: 30 }),
      image('marsh.jpg', 40, 120, width - 80, height),
      box(60, 120 + height - 40, 240, 80, { 'background-color': 'white' }),
      line('Next night', 80, 120 + height - 20),
      line('Friday', 80, 120 + height + 6, { size: 13 }),
    );

  it('is a panel that hangs over an image, at the edge that it hangs over', () => {
    const result = laid(over(1200, 500), over(400, 300));
    for (const at of [0, 1]) {
      const panel = result.around('Next night', at);
      expect(panel).toMatchObject({ position: 'absolute', width: '240px', bottom: '-40px', top: 'auto', left: '20px' });
    }
  });

  it('is the proportion of an image with a sign on it, which stays in its corner', () => {
    const result = onArtboard(
      image('reeds.jpg', 40, 100, 300, 240),
      art('M0 8h16', 300, 110, 30, 30),
      line('Reeds', 40, 360),
      image('dome.jpg', 400, 100, 300, 240),
      line('Dome', 400, 360),
    );
    expect(result.around('art')).toMatchObject({ 'aspect-ratio': '300 / 240', 'justify-content': 'flex-start' });
    expect(result.of('art')['align-self']).toBe('flex-end');
  });
});

describe('a faint box', () => {
  it('fades its own paint, not the words in it', () => {
    const look = { 'background-color': 'rgb(10, 100, 240)', opacity: '0.5' };
    const result = onArtboard(box(100, 100, 800, 300, look), line('One', 140, 150), line('Two words', 140, 330));
    expect(result.around('One')).toMatchObject({ 'background-color': 'rgba(10, 100, 240, 0.5)' });
    expect(result.around('One')).not.toHaveProperty('opacity');
  });

  it('keeps its opacity if what is in it was drawn faint with it, and that is faint only once', () => {
    const look = { 'background-color': 'rgb(10, 100, 240)', opacity: '0.5' };
    const faint = { color: 'rgba(255, 255, 255, 0.5)' };
    const result = onArtboard(
      box(100, 100, 800, 300, look),
      line('One', 140, 150, faint),
      line('Two', 140, 330, faint),
    );
    expect(result.around('One')).toMatchObject({ 'background-color': 'rgb(10, 100, 240)', opacity: '0.5' });
    expect(result.of('One')['color']).toBe('rgb(255, 255, 255)');
  });
});
