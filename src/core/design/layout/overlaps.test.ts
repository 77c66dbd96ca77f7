import { art, artboard, box, laid, line, onArtboard, image } from '../sample.js';

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

describe('things below each other, of which one lies over the end of the one before', () => {
  const band = (width: number, y: number): Parameters<typeof artboard>[2] =>
    box(0, y, width, 200, { 'background-color': 'rgb(230, 230, 220)' });
  const result = laid(
    artboard(1000, 700, image('dome.jpg', 0, 0, 1000, 280), band(1000, 300), line('The dome', 100, 360)),
    artboard(400, 700, image('dome.jpg', 0, 0, 400, 280), band(400, 240), line('The dome', 20, 300)),
  );

  it('follow each other, and the next begins higher', () => {
    const looks = result.all(1);
    expect(looks.some((look) => parseFloat(look['margin-top'] ?? '0') < 0)).toBe(true);
    expect(looks.some((look) => look['grid-row'] === '1')).toBe(false);
  });
});

describe('a veil over an image and its words', () => {
  const result = onArtboard(
    image('dome.jpg', 0, 0, 1000, 500),
    line('Nights on the marsh', 300, 160, { size: 40 }),
    line('Every clear Friday from March on', 300, 260),
    box(0, 0, 1000, 500, { 'background-color': 'rgba(0, 0, 60, 0.4)' }),
  );

  it('covers all of it, however large that becomes, and leaves the words in the flow', () => {
    const veil = result.all().find((look) => look['background-color'] === 'rgba(0, 0, 60, 0.4)');
    expect(veil).toMatchObject({ position: 'absolute', left: '0', top: '0', width: '100%', height: '100%' });
    for (const words of ['Nights on the marsh', 'Every clear Friday from March on'])
      expect(result.of(words)['position']).not.toBe('absolute');
    expect(result.around('Nights on the marsh')).toMatchObject({ display: 'flex', 'flex-direction': 'column' });
  });
});

describe('a word that is too long for the narrowest screen', () => {
  it('is set smaller on screens narrower than the narrowest artboard', () => {
    const result = onArtboard(line('Nights at the', 20, 40, { size: 20 }));
    expect(result.of('Nights at the')['font-size']).toBe('20px');
    const phone = laid(
      artboard(1000, 300, line('Saltmarshobservatory', 100, 40, { size: 60 })),
      artboard(390, 300, line('Saltmarshobservatory', 20, 40, { size: 34, spacing: 3.4 })),
    );
    const { 'font-size': size = '', 'letter-spacing': spacing } = phone.of('Saltmarshobservatory', 1);
    expect(spacing).toBe('0.1em');
    const [most = 0, start = 0, run = 0] = [...size.matchAll(/-?[\d.]+/g)].map(Number);
    expect(size).toMatch(/^min\(34px, -?[\d.]+px \+ [\d.]+vw\)$/);
    expect(most).toBe(34);
    expect(start + run * 3.9).toBeGreaterThanOrEqual(34);
    expect(start + run * 3.2).toBeLessThan(30);
    expect(phone.of('Saltmarshobservatory', 0)['font-size']).toBe('60px');
  });
});

describe('what lies over something that is not on another board', () => {
  it('takes its place there', () => {
    const words = (x: number, y: number): Parameters<typeof artboard>[2][] => [
      box(x, y, 300, 180, { 'background-color': 'rgb(255, 255, 255)' }),
      line('Book a place', x + 20, y + 30, { size: 24 }),
      line('The dome holds twelve', x + 20, y + 90),
    ];
    const wide = artboard(1000, 700, image('dome.jpg', 500, 60, 500, 500), ...words(300, 160));
    const narrow = artboard(400, 400, ...words(50, 60));
    const result = laid(wide, narrow);
    expect(result.around('Book a place', 0)['position']).toBe('absolute');
    expect(result.around('Book a place', 1)['position']).not.toBe('absolute');
    expect(result.of('dome.jpg', 1)['display']).toBe('none');
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
