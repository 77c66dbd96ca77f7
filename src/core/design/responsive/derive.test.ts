import { required } from '../../data/required.js';
import { arrangePage } from '../structure/page-parts.js';
import { ArtboardView } from '../match/artboard-view.js';
import { deriveStyles } from './derive.js';
import { layOut } from '../layout/layout.js';
import { wordsOf } from '../text/paragraphs.js';
import { piecesOf } from '../structure/pieces.js';
import { artboard, box, line, image } from '../sample.js';
import { screensBelow } from './screens.js';
import type { Part } from '../model/part.js';
import type { StyleMap } from '../model/region.js';

type Items = Parameters<typeof artboard>[2][];

/** Looks on a phone and a tablet, derived from a board 1200 px wide, by words or picture. */
function derived(...items: Items) {
  const pieces = piecesOf(artboard(1200, 900, ...items));
  const root = arrangePage(pieces);
  const wide = layOut(root, new ArtboardView(pieces, undefined));
  const [tablet, phone] = screensBelow([1200]);
  if (!tablet || !phone) throw new Error('two screens are derived');
  const onTablet = deriveStyles(root, wide, tablet);
  const looks = { tablet: onTablet, phone: deriveStyles(root, onTablet, phone) };
  const all = (part: Part): Part[] => [part, ...[...part.parts, ...part.over].flatMap(all)];
  const named = ({ piece }: Part): string =>
    piece?.type === 'text' ? wordsOf(piece.text) : piece?.type === 'picture' ? piece.picture.address : '';
  const find = (name: string): Part => {
    const part = all(root).find((part) => named(part) === name);
    if (!part) throw new Error(`nothing is called ${name}`);
    return part;
  };
  return {
    of: (screen: 'tablet' | 'phone', name: string): StyleMap => looks[screen].get(find(name)) ?? {},
    around: (screen: 'tablet' | 'phone', name: string, up = 1): StyleMap => {
      let part = find(name);
      for (let step = 0; step < up; step += 1)
        part = required(all(root).find((entry) => [...entry.parts, ...entry.over].includes(part)));
      return looks[screen].get(part) ?? {};
    },
    empty: (screen: 'tablet' | 'phone'): StyleMap[] =>
      all(root).flatMap((part) =>
        part.piece?.type === 'box' && part.piece.inside.length === 0 ? [looks[screen].get(part) ?? {}] : [],
      ),
  };
}

const paragraph = (first: string, second: string, x: number, y: number): Items => [
  line(first, x, y),
  line(second, x, y + 24),
];

describe('screensBelow', () => {
  it('derives those that no artboard comes near', () => {
    const widths = (...artboards: number[]) => screensBelow(artboards).map(({ width }) => width);
    expect(widths(1440)).toEqual([834, 390]);
    expect(widths(1440, 820)).toEqual([390]);
    expect(widths(1440, 390)).toEqual([]);
    expect(widths(1000)).toEqual([390]);
  });
});

describe('columns on a screen that nobody drew', () => {
  const cards = derived(
    line('What there is to see', 440, 40, { size: 32 }),
    ...[100, 460, 820].flatMap((x, at) => [
      box(x, 120, 280, 220),
      line(`Card ${at}`, x + 24, 150, { size: 24 }),
      ...paragraph(`The ${at}th telescope is open`, 'on every clear Friday', x + 24, 200),
    ]),
  );

  it('go below each other where they no longer fit, with room between', () => {
    const template = (screen: 'tablet' | 'phone'): string | undefined =>
      cards.around(screen, 'Card 0', 2)['grid-template-columns'];
    expect(template('tablet')).toBe('repeat(3, minmax(0, 1fr))');
    expect(template('phone')).toBe('repeat(1, minmax(0, 1fr))');
    expect(parseFloat(cards.around('phone', 'Card 0', 2)['row-gap'] ?? '')).toBeGreaterThanOrEqual(24);
  });

  it('has smaller type with a floor', () => {
    const size = (screen: 'tablet' | 'phone', name: string): number =>
      parseFloat(cards.of(screen, name)['font-size'] ?? '');
    expect(size('phone', 'What there is to see')).toBeLessThan(size('tablet', 'What there is to see'));
    expect(size('tablet', 'What there is to see')).toBeLessThan(32);
    expect(size('phone', 'The 0th telescope is open on every clear Friday')).toBe(16);
  });

  it('put the picture before the text it stands beside, on whichever side it was', () => {
    const row = derived(
      ...paragraph('The dome turns once in a minute and', 'nobody has ever been caught in it', 100, 200),
      line('Ask before you push the button', 100, 300),
      image('dome.jpg', 660, 120, 440, 300),
    );
    expect(row.of('phone', 'dome.jpg')['order'] ?? row.around('phone', 'dome.jpg')['order']).toBe('-1');
    const other = derived(
      image('dome.jpg', 100, 120, 440, 300),
      ...paragraph('The dome turns once in a minute and', 'nobody has ever been caught in it', 660, 200),
      line('Ask before you push the button', 660, 300),
    );
    expect(other.of('phone', 'dome.jpg')['order']).toBeUndefined();
  });

  it('leave a small box beside its text', () => {
    const row = derived(
      box(100, 100, 1000, 140),
      box(130, 130, 72, 72, { 'background-color': 'rgb(10, 20, 40)' }),
      line('9', 160, 150, { anchor: 'middle' }),
      line('Saturn before bedtime', 240, 130, { size: 24 }),
      ...paragraph('Early and short, for all who want to sleep, with', 'the rings wide open this autumn', 240, 170),
    );
    expect(row.around('phone', 'Saturn before bedtime', 2)['grid-template-columns']).toBe('72px minmax(0, 1fr)');
  });
});

describe('places on a screen that nobody drew', () => {
  it('keep gutters in boxes, and no more than these', () => {
    const inBox = derived(
      box(100, 100, 1000, 300),
      ...paragraph('A text that stands far', 'in from the left edge', 400, 180),
    );
    expect(
      parseFloat(inBox.of('phone', 'A text that stands far in from the left edge')['margin-left'] ?? '0'),
    ).toBeLessThanOrEqual(20);
  });

  it('bring what lay over other things back into the flow, if it holds words', () => {
    const over = derived(
      image('marsh.jpg', 0, 0, 1200, 500),
      box(100, 200, 300, 120),
      box(250, 260, 300, 120, { 'background-color': 'rgb(200, 200, 255)' }),
      line('On top of both', 280, 300),
    );
    for (const screen of ['tablet', 'phone'] as const)
      expect(over.around(screen, 'On top of both')['position']).not.toBe('absolute');
  });

  it('put what lay in one cell below each other, where its words are, and grow no gap of it', () => {
    const cell = derived(
      image('marsh.jpg', 0, 0, 1200, 300),
      line('Star evenings', 120, 60),
      line('Every clear Friday', 120, 120),
      line('Marsh', 160, 65, { size: 60 }),
    );
    for (const screen of ['tablet', 'phone'] as const) {
      expect(cell.around(screen, 'Marsh')).toMatchObject({ display: 'flex', 'flex-direction': 'column' });
      expect(cell.of(screen, 'Marsh')).toMatchObject({
        position: 'static',
        'grid-row': 'auto',
        'margin-left': '0',
        'margin-top': '0',
        width: 'auto',
      });
    }
  });

  it('let a bar of short things run on into a second line', () => {
    const bar = derived(
      box(0, 0, 1200, 70, { 'background-color': 'rgb(0, 0, 40)' }),
      ...['Evenings', 'Membership', 'Telescopes', 'The way'].map((word, at) => line(word, 500 + at * 150, 26)),
    );
    expect(bar.around('phone', 'Membership')).toMatchObject({ display: 'flex', 'flex-wrap': 'wrap' });
  });
});

describe('what a wide box left free at its sides', () => {
  const panel = derived(
    line('Salt Marsh Observatory', 100, 30, { size: 24 }),
    box(100, 100, 1000, 500, { 'background-color': 'rgb(240, 240, 240)' }),
    line('Write to the warden', 400, 160, { size: 28 }),
    box(400, 240, 280, 48, { 'background-color': 'rgb(255, 255, 255)', 'border-width': '1px' }),
    box(696, 240, 160, 48, { 'background-color': 'rgb(20, 40, 60)' }),
    line('Send a letter', 724, 255, { color: 'rgb(255, 255, 255)' }),
  );

  it('is there for its contents on a phone', () => {
    const look = panel.around('phone', 'Write to the warden');
    for (const side of ['padding-left', 'padding-right']) expect(parseFloat(look[side] ?? '0')).toBeLessThanOrEqual(32);
    expect(parseFloat(panel.around('tablet', 'Write to the warden')['padding-left'] ?? '0')).toBeLessThanOrEqual(64);
  });

  it('gives an empty field a width of its own where the row runs on', () => {
    expect(panel.empty('phone')[0]).toMatchObject({ 'flex-grow': '1', 'flex-basis': '160px' });
  });
});
