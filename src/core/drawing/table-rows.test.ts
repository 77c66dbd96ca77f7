import { art, artboard, box, image, line } from '../design/sample.js';
import type { DrawnShape } from './drawing.js';
import { withTableRows } from './table-rows.js';

type Items = Parameters<typeof artboard>[2][];

const INK = { 'background-color': 'rgb(200, 210, 220)' };
const rowsIn = (...items: Items): DrawnShape[] =>
  withTableRows(artboard(1000, 800, ...items)).items.flatMap((item) =>
    item.type === 'box' && item.columns ? [item] : [],
  );
const rule = (y: number): Items[number] => box(100, y, 800, 1, INK);
const night = (y: number, ...words: string[]): Items => words.map((word, at) => line(word, 120 + 250 * at, y + 16));
const nights = [
  rule(200),
  ...night(200, 'Saturday', 'Saturn', 'Twelve'),
  rule(250),
  ...night(250, 'Sunday', 'The Moon', 'Four'),
  rule(300),
  ...night(300, 'Monday', 'Clusters', 'Nine'),
];

describe('lines with columns between them', () => {
  it('are the upper borders of rows, which end where the next begins', () => {
    const rows = rowsIn(...nights);
    expect(rows.map(({ box: [, y, , height] }) => [y, height])).toEqual([
      [200, 50],
      [250, 50],
      [300, expect.any(Number)],
    ]);
    expect(rows[0]).toMatchObject({ columns: [120, 370, 620], look: { 'border-width': '1px 0 0 0' } });
  });

  it('are whole where they were drawn cell by cell, fainter or not', () => {
    const pieces = (y: number, more = {}): Items =>
      [100, 350, 600].map((x, at) => box(x, y, at === 2 ? 300 : 250, 1, { ...INK, ...more }));
    const items = nights.filter((_, at) => at % 4 !== 0);
    const rows = rowsIn(...pieces(200, { opacity: '0.5' }), ...pieces(250), ...pieces(300), ...items);
    expect(rows.map(({ box: [x, , width] }) => [x, width])).toEqual(Array(3).fill([100, 800]));
    expect(rows[0]?.look['border-color']).toBe('rgba(200, 210, 220, 0.5)');
  });

  it('count the heads above them among the columns', () => {
    const heads = night(160, 'Night', 'Object', 'Places');
    const portrait = [216, 266, 316].map((y) => image(`${y}.jpg`, 60 + 60, y - 8, 30, 30));
    const names = [200, 250, 300].flatMap((y) => [line('Ada Reed', 168, y + 16), line('Guide', 620, y + 16)]);
    const wide = line('Who shows you round', 120, 176);
    expect(rowsIn(wide, ...heads.slice(2), rule(200), rule(250), rule(300), ...portrait, ...names)[0]?.columns).toEqual(
      [120, 620],
    );
  });

  it('are lines between questions, texts and cards otherwise', () => {
    const question = (y: number): Items => [
      line('Is the platform heated', 120, y + 16),
      art('M0 0L9 9', 860, y + 16, 16, 16),
    ];
    expect(rowsIn(...[200, 250, 300].flatMap((y) => [rule(y), ...question(y)]))).toEqual([]);
    expect(rowsIn(...[200, 250, 300].flatMap((y) => [rule(y), line('Only one text', 120, y + 16)]))).toEqual([]);
    const card = (y: number): Items => [
      image(`${y}.jpg`, 120, y + 8, 120, 90),
      ...night(y, '', 'Saturn', 'Nine').slice(1),
    ];
    expect(rowsIn(...[200, 310, 420].flatMap((y) => [rule(y), ...card(y)]))).toEqual([]);
  });
});

describe('grounds with columns on them', () => {
  const stripe = (y: number): Items[number] => box(100, y, 800, 50, { 'background-color': 'rgb(240, 240, 235)' });
  const listed = [
    ...night(200, 'Saturday', 'Saturn', 'Twelve'),
    ...night(250, 'Sunday', 'The Moon', 'Four'),
    ...night(300, 'Monday', 'Clusters', 'Nine'),
    ...night(350, 'Tuesday', 'The Sun', 'Six'),
  ];

  it('are rows, with those between them where every other one has a ground', () => {
    const rows = rowsIn(stripe(200), stripe(300), ...listed);
    expect(rows.map(({ box: [, y, , height], look }) => [y, Math.round(height), 'background-color' in look])).toEqual([
      [200, 50, true],
      [250, 50, false],
      [300, 50, true],
      [350, 50, false],
    ]);
    expect(rows[0]?.columns).toEqual([120, 370, 620]);
  });

  it('are rows with their lines as borders', () => {
    const rows = rowsIn(...[200, 250, 300].flatMap((y) => [stripe(y), rule(y)]), ...listed.slice(0, 9));
    expect(rows).toHaveLength(3);
    expect(rows[1]?.look).toMatchObject({
      'background-color': 'rgb(240, 240, 235)',
      'border-width': '1px 0 0 0',
    });
  });

  it('end with the last one where no more columns follow', () => {
    const rows = rowsIn(stripe(200), stripe(300), ...listed.slice(0, 9), line('Come early', 120, 366));
    expect(rows.map(({ box: [, y] }) => y)).toEqual([200, 250, 300]);
  });

  it('are no rows without columns', () => {
    expect(rowsIn(stripe(200), stripe(250), line('Saturn', 120, 216), line('The Moon', 120, 266))).toEqual([]);
  });
});
