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

describe('what differs on another board', () => {
  const wide = artboard(
    1000,
    600,
    line('First of all', 100, 100, { size: 28 }),
    line('Then this one', 100, 180, { size: 20 }),
    image('a.jpg', 100, 240, 300, 200),
  );

  it('is hidden where it is not', () => {
    const narrow = artboard(
      400,
      500,
      line('First of all', 20, 60, { size: 24 }),
      line('Then this one', 20, 120, { size: 18 }),
    );
    expect(laid(wide, narrow).of('a.jpg', 1)['display']).toBe('none');
    expect(laid(wide, narrow).of('a.jpg', 0)['display']).not.toBe('none');
  });

  it('has another order where it stands elsewhere', () => {
    const narrow = artboard(
      400,
      700,
      image('a.jpg', 20, 40, 360, 240),
      line('First of all', 20, 320, { size: 24 }),
      line('Then this one', 20, 380, { size: 18 }),
    );
    const result = laid(wide, narrow);
    const orders = ['a.jpg', 'First of all', 'Then this one'].map((name) => result.of(name, 1)['order']);
    expect(orders).toEqual(['1', '2', '3']);
    expect(result.of('a.jpg', 0)['order']).toBeUndefined();
  });
});

describe('what lies over the rest', () => {
  const result = onArtboard(
    image('dome.jpg', 100, 100, 600, 400),
    box(600, 420, 260, 140, { 'background-color': 'rgb(0, 0, 60)' }),
    line('Since long ago', 620, 470, { color: 'rgb(255, 255, 255)' }),
  );

  it('is placed by shares of the width, so that it stays at its place when that changes', () => {
    const placed = result.all().filter((look) => look['position'] === 'absolute');
    expect(placed.length).toBeGreaterThan(0);
    for (const look of placed) expect(look['left']).toMatch(/%$/);
    expect(result.all().some((look) => look['position'] === 'relative')).toBe(true);
  });
});

describe('things that overlap, with nothing around them', () => {
  const result = onArtboard(
    image('marsh.png', 0, 0, 1000, 300),
    line('Star evenings', 120, 60),
    line('Every clear Friday', 120, 120),
    line('Marsh', 160, 65, { size: 60 }),
  );

  it('lie in one cell, which is as high as drawn and grows with them', () => {
    const cell = result.around('Marsh');
    expect(cell).toMatchObject({ display: 'grid', 'grid-template-columns': 'minmax(0, 1fr)', 'align-items': 'start' });
    expect(parseFloat(cell['min-height'] ?? '')).toBeGreaterThan(0);
    expect(cell['height']).toBeUndefined();
    const entry = result.of('Marsh');
    expect(entry).toMatchObject({ position: 'relative', 'grid-row': '1', 'grid-column': '1' });
    expect(entry['margin-left']).toMatch(/%$/);
    expect(result.all().some((look) => look['position'] === 'absolute')).toBe(false);
  });
});

describe('what lies over a band that hangs over the next thing', () => {
  /* The band was painted over the top of the card below it. */
  const result = onArtboard(
    box(50, 360, 900, 400, { 'background-color': 'rgb(250, 240, 230)' }),
    line('Words on the card', 120, 600),
    box(0, 0, 1000, 400, { 'background-color': 'rgb(0, 0, 60)' }),
    line('Heading of it all', 300, 80, { size: 30, color: 'rgb(255, 255, 255)' }),
    image('hang.jpg', 300, 300, 200, 160),
  );

  it('is in front of it if it was painted later', () => {
    expect(result.around('Heading of it all')).toMatchObject({ 'z-index': '1', 'margin-bottom': '-40px' });
    expect(result.of('hang.jpg')['z-index']).toBe('1');
  });
});

describe('a line in the middle of a box', () => {
  it('is centred where the box is as wide as its holder, so that it fits when that is narrower', () => {
    const result = onArtboard(
      box(100, 100, 300, 400),
      line('A plan of it', 130, 130, { size: 24 }),
      line('Some words on the plan', 130, 200),
      box(130, 300, 240, 48, { 'background-color': 'rgb(0, 0, 200)' }),
      line('Choose it', 130 + (240 - 72) / 2, 315),
    );
    expect(result.of('Choose it')['text-align']).toBe('center');
    expect(result.of('Choose it')['margin-left']).toBeUndefined();
    expect(result.around('Choose it')).toMatchObject({ 'padding-left': '20px', 'padding-right': '20px' });
  });

  it('keeps its distance where it does not stand in the middle', () => {
    const result = onArtboard(box(100, 100, 300, 200), line('Left of it', 130, 130));
    expect(result.of('Left of it')['text-align']).toBeUndefined();
    expect(result.around('Left of it')['padding-left']).toBe('30px');
  });
});

describe('pictures and drawings', () => {
  it('keep their shape', () => {
    const result = onArtboard(image('a.jpg', 100, 100, 400, 300), line('Beside', 600, 200, { size: 30 }));
    expect(result.of('a.jpg')).toMatchObject({ 'aspect-ratio': '400 / 300', height: 'auto', width: '100%' });
  });

  it('of a small drawing stay small', () => {
    const result = onArtboard(art('M0 0', 100, 100, 40, 40), line('Below a mark', 100, 180));
    expect(result.of('art')).toMatchObject({ width: '40px', height: '40px', 'flex-shrink': '0' });
  });
});

describe('a band across the page', () => {
  it('keeps its content in the middle, at most as wide as on the board', () => {
    const result = onArtboard(
      box(0, 0, 1000, 300),
      line('Left edge of it', 150, 60),
      image('a.jpg', 150, 120, 700, 100),
    );
    const band = result.all().find((look) => look['padding-left']?.startsWith('max('));
    expect(band?.['padding-left']).toBe('max(20px, calc((100% - 700px) / 2))');
    expect(band?.['padding-right']).toBe(band?.['padding-left']);
  });
});
