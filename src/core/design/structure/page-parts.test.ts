import { buildDesign } from '../emit/build-design.js';
import { matchArtboards } from '../match/match-artboards.js';
import type { Part } from '../model/part.js';
import { artboard, box, image, line, type Item } from '../sample.js';
import { wordsOf } from '../text/paragraphs.js';
import { arrangePage } from './page-parts.js';
import { piecesOf } from './pieces.js';

const WHITE = { 'background-color': 'rgb(255, 255, 255)' };
const DARK = { 'background-color': 'rgb(0, 0, 60)' };
const say = ({ piece, parts, over }: Part): string =>
  piece?.type === 'text' ? wordsOf(piece.text) : [...parts, ...over].map(say).filter(Boolean).join(' · ');
const page = (height: number, ...items: Item[]): Part => arrangePage(piecesOf(artboard(1200, height, ...items)));
/** The parts of a page or a frame: what part of the page each is, and its words. */
const partsIn = (part: Part): [string, string][] =>
  part.parts.map((inner) => [inner.site ?? (inner.frame ? 'frame' : 'section'), say(inner)]);

const menu = (y: number): Item[] => [
  line('Saltmarsh Observatory', 80, y, { size: 20 }),
  line('Evenings', 800, y),
  line('Telescopes', 900, y),
  line('Visit', 1020, y),
];
const section = (heading: string, y: number): Item[] => [
  line(heading, 80, y, { size: 36 }),
  line('Bring warm clothes and a red lamp', 80, y + 60),
];

describe('the bar at the top', () => {
  const rest = [...section('Nights on the marsh', 300), ...section('How to come', 700)];

  it('is the header where it lies on the first image', () => {
    const hero = image('dusk.jpg', 0, 0, 1200, 500);
    expect(partsIn(page(900, hero, ...menu(30), ...rest))[0]).toEqual([
      'header',
      'Saltmarsh Observatory · Evenings · Telescopes · Visit',
    ]);
  });

  it('is the header where it stands above two columns whose edges go on in it', () => {
    const columns = [...section('Nights on the marsh', 200), image('dome.jpg', 780, 90, 400, 500)];
    const [header, first] = partsIn(page(700, ...menu(30), ...columns));
    expect(header?.[0]).toBe('header');
    expect(first?.[1]).toContain('Nights on the marsh');
  });

  it('is none where it holds more than a few words', () => {
    const words = line('We open the dome on every clear evening from March on', 80, 30);
    expect(partsIn(page(900, words, line('Visit', 1000, 30), ...rest)).map(([site]) => site)).not.toContain('header');
  });
});

describe('a header', () => {
  const rest = [...section('Nights on the marsh', 400), ...section('How to come', 700)];

  it('is the bar that decoration reaches up behind', () => {
    const moon = image('moon.png', 400, -40, 300, 300);
    expect(partsIn(page(900, moon, ...menu(30), ...rest))[0]?.[0]).toBe('header');
  });

  it('is a bar that floats in a box of its own', () => {
    const pill = box(100, 16, 1000, 60, { ...WHITE, 'border-radius': '30px' });
    const inside = ['Evenings', 'Telescopes', 'Visit'].map((word, at) => line(word, 200 + 140 * at, 36));
    expect(partsIn(page(900, pill, ...inside, ...rest))[0]?.[0]).toBe('header');
  });

  it('takes the name of the site and the bar of the menu below it', () => {
    const items = [
      line('Saltmarsh Observatory', 400, 40, { size: 60 }),
      box(0, 180, 1200, 80, DARK),
      ...['Evenings', 'Telescopes', 'Visit'].map((word, at) => line(word, 400 + 140 * at, 210)),
      ...rest,
    ];
    expect(partsIn(page(900, ...items))[0]).toEqual([
      'header',
      'Saltmarsh Observatory · Evenings · Telescopes · Visit',
    ]);
  });
});

describe('the last section', () => {
  const above = [...section('Nights on the marsh', 100), image('dome.jpg', 80, 260, 1040, 240)];
  const column = (x: number, size = 16): Item[] =>
    ['Evenings', 'Telescopes', 'Visit'].map((word, at) => line(`${word} ${x}`, x, 700 + at * 36, { size }));

  it('is the footer if it is columns of brief lines, set small', () => {
    expect(partsIn(page(900, ...above, ...column(80), ...column(500), ...column(900))).at(-1)?.[0]).toBe('footer');
    expect(partsIn(page(900, ...above, ...column(80, 30), ...column(500, 30))).at(-1)?.[0]).toBe('section');
    const grounds = [box(0, 640, 1200, 260), box(0, 670, 1200, 230, { 'background-color': 'rgb(20, 30, 60)' })];
    const held = page(900, ...above, ...grounds, ...column(80), ...column(500), ...column(900));
    expect(partsIn(held).at(-1)?.[0]).toBe('footer');
  });
});

describe('an article', () => {
  const TEXT =
    'We open the dome on every clear evening from March on, and close it when the fog comes in from the marsh';
  const paragraph = (x: number, y: number): Item[] =>
    [0, 24, 48].map((step) => line(TEXT, x, y + step, { layer: `paragraph ${y}` }));

  it('is one section, with the smaller headings in it', () => {
    const items = [
      line('A year on the marsh', 80, 60, { size: 48 }),
      ...paragraph(80, 150),
      ...paragraph(80, 260),
      line('Spring', 80, 390, { size: 28 }),
      ...paragraph(80, 450),
    ];
    expect(page(700, ...items).parts).toHaveLength(1);
  });

  it('stands beside a shorter column with the name of its author', () => {
    const items = [
      line('Ada Reed', 80, 60),
      line('Keeper of the dome', 80, 90),
      line('A year on the marsh', 420, 60, { size: 40 }),
      ...paragraph(420, 150),
      ...paragraph(420, 260),
      ...paragraph(420, 370),
    ];
    const [only] = page(700, ...items).parts;
    expect(only?.direction).toBe('row');
    expect(only?.parts.map(say).map((words) => words.split(' · ')[0])).toEqual(['Ada Reed', 'A year on the marsh']);
  });
});

describe('closing lines', () => {
  it('are the footer without a box around them, with the links above the line about rights', () => {
    const items = [
      ...section('Nights on the marsh', 100),
      ...['Evenings', 'Telescopes', 'Visit'].map((word, at) => line(word, 80 + at * 150, 400)),
      line('© 2026 Saltmarsh Observatory', 80, 440),
    ];
    expect(partsIn(page(500, ...items)).at(-1)).toEqual([
      'footer',
      'Evenings · Telescopes · Visit · © 2026 Saltmarsh Observatory',
    ]);
  });

  it('take in the columns right above them, with or without boxes around both', () => {
    const columns = ['Visit', 'Contact', 'Members'].flatMap((word, at) => [
      line(word, 80 + at * 380, 420, { size: 22 }),
      line(`${word}, at the end of Hollin Lane`, 80 + at * 380, 460),
    ]);
    const rights = line('© 2026 Saltmarsh Observatory', 480, 600);
    const all = [...section('Nights on the marsh', 100), ...section('The dome', 220)];
    const boxes = [box(0, 380, 1200, 200, DARK), ...columns, box(0, 580, 1200, 60, WHITE), rights];
    for (const items of [
      [...all, ...columns, rights],
      [...all, ...boxes],
    ]) {
      const [site, words] = partsIn(page(640, ...items)).at(-1) ?? [];
      expect(site).toBe('footer');
      expect(words).toMatch(/^Visit · .*© 2026 Saltmarsh Observatory$/);
    }
  });

  it('are none where words of a section stand there', () => {
    expect(partsIn(page(500, ...section('Nights', 100), ...section('The dome', 380))).map(([site]) => site)).toEqual([
      'section',
      'section',
    ]);
  });
});

describe('a side bar', () => {
  const entries = ['Tonight', 'Bookings', 'Telescopes', 'Weather', 'Members'];
  const items = [
    box(0, 0, 220, 900, DARK),
    ...entries.map((word, at) => line(word, 30, 40 + at * 50)),
    box(220, 0, 980, 60, WHITE),
    line('Search', 250, 22),
    line('Ada Reed', 1080, 22),
    line('Bookings tonight', 250, 100, { size: 30 }),
    ...[0, 1, 2].map((at) => box(250 + at * 310, 180, 280, 160)),
    ...[0, 1, 2].map((at) => line(`Group ${at + 1}`, 270 + at * 310, 200)),
    line('© 2026 Saltmarsh Observatory', 600, 860),
  ];

  it('is navigation, and the sections of the page are in the column beside it', () => {
    const [frame] = page(900, box(0, 0, 1200, 900, WHITE), ...items).parts;
    expect(frame?.frame).toBe(true);
    const [side, column] = frame?.parts ?? [];
    expect(side?.site).toBe('navigation');
    expect(say(side as Part)).toBe(entries.join(' · '));
    expect(partsIn(column as Part)).toEqual([
      ['header', 'Search · Ada Reed'],
      ['section', 'Bookings tonight · Group 1 · Group 2 · Group 3'],
      ['footer', '© 2026 Saltmarsh Observatory'],
    ]);
  });
});

describe('a box that takes most of the page', () => {
  it('holds the sections, and is none', () => {
    const items = [
      image('dusk.jpg', 0, 0, 1200, 300),
      line('Saltmarsh Observatory', 80, 120, { size: 44 }),
      box(40, 340, 1120, 1500),
      ...section('Nights on the marsh', 420),
      ...section('How to come', 900),
      ...section('Who we are', 1400),
    ];
    const [hero, frame] = page(1900, ...items).parts;
    expect(hero?.frame).toBeUndefined();
    const inner = frame?.piece ? frame : frame?.parts[0];
    expect(partsIn(inner as Part).map(([, words]) => words.split(' · ')[0])).toEqual([
      'Nights on the marsh',
      'How to come',
      'Who we are',
    ]);
  });
});

describe('sections on the bare artboard', () => {
  it('go on where no heading begins, and end at a line across', () => {
    const cards = [0, 1, 2].map((at) => box(80 + at * 360, 260, 320, 200));
    const items = [
      ...section('Nights on the marsh', 80),
      ...cards,
      ...[0, 1, 2].map((at) => line(`Group ${at}`, 100 + at * 360, 300)),
      box(0, 500, 1200, 1, DARK),
      line('Opening hours', 80, 530, { size: 36 }),
      line('Fridays at dusk', 80, 590),
    ];
    expect(partsIn(page(700, ...items)).map(([, words]) => words.split(' · ')[0])).toEqual([
      'Nights on the marsh',
      'Opening hours',
    ]);
  });

  it('are found once, whatever the other artboards say', () => {
    const wide = piecesOf(artboard(1200, 900, ...menu(30), ...section('Nights', 200), ...section('The dome', 600)));
    const narrow = piecesOf(artboard(400, 900, line('Nights', 20, 200, { size: 30 }), line('The dome', 20, 600)));
    const { pairs } = matchArtboards(wide, narrow);
    const root = arrangePage(wide, [(piece) => pairs.get(piece)?.box]);
    expect(root.parts.map(({ site }) => site)).toEqual(['header', undefined, undefined]);
  });
});

describe('a grid of cards without boxes', () => {
  const card = (x: number, y: number, name: string, more: Item[] = []): Item[] => [
    image(`${name}.jpg`, x, y, 300, 200),
    line(name, x, y + 212, { size: 20 }),
    ...more,
    line('From dusk to midnight', x, y + 250),
  ];
  const cards = (left: number): Item[] => [
    ...card(left, 100, 'Saturn', [line('New', left + 240, y(100), { size: 12 })]),
    ...card(left + 340, 100, 'Jupiter'),
    ...card(left, 460, 'The moon'),
    ...card(left + 340, 460, 'Clusters', [line('Full', left + 580, y(460), { size: 12 })]),
  ];
  function y(top: number): number {
    return top + 216;
  }
  const namesOf = (part: Part): string[] =>
    part.parts.map((cell) =>
      ['Saturn', 'Jupiter', 'The moon', 'Clusters'].filter((name) => say(cell).includes(name)).join(),
    );

  it('has one cell for each, though some have an element more', () => {
    const [band] = page(800, ...cards(80)).parts;
    expect(namesOf(band as Part)).toEqual(['Saturn', 'Jupiter', 'The moon', 'Clusters']);
  });

  it('is one part beside a column', () => {
    const filters = ['Planets', 'Moons', 'Clusters of stars', 'Galaxies'].map((word, at) =>
      line(word, 40, 110 + at * 40),
    );
    const [band] = page(800, ...filters, ...cards(300)).parts;
    const [, grid] = (band as Part).parts;
    expect(namesOf(grid as Part)).toEqual(['Saturn', 'Jupiter', 'The moon', 'Clusters']);
  });
});

describe('a page of one thing', () => {
  const found = (...items: Item[]): number =>
    buildDesign({ name: 'p', files: ['p.svg'], boards: [artboard(1200, 900, ...items)] }).sections.length;

  it('is one section', () => {
    expect(found(box(0, 0, 1200, 900, DARK), box(100, 100, 1000, 780), line('Closed tonight', 500, 400))).toBe(1);
  });

  it('has none if there is nothing but ornament or ground', () => {
    const circle = box(-200, 100, 500, 500, { ...DARK, 'border-radius': '250px' });
    expect([found(circle), found(box(0, 0, 1200, 900, DARK))]).toEqual([0, 0]);
  });
});
