import { artboard, box, image, line } from '../sample.js';
import { arrange } from './arrange.js';
import { piecesOf } from './pieces.js';

type Items = Parameters<typeof artboard>[2][];

const arranged = (...items: Items) => arrange(piecesOf(artboard(1000, 1200, ...items)).top);
const mark = (y: number, height = 100): Items[number] => image(`${y}.jpg`, 450, y, 100, height);
const entry = (x: number, y: number): Items => [
  line('March 2011', x, y, { size: 22 }),
  line('The dome opens', x, y + 36),
];

describe('equal things below each other', () => {
  it('mark rows of what stands beside them, on either side', () => {
    const items = [...[100, 300, 500].map((y) => mark(y)), ...entry(250, 110), ...entry(600, 310), ...entry(250, 510)];
    const root = arranged(...items);
    expect(root.reason).toContain('equal marks');
    expect(root.list).toBe('ul');
    expect(root.parts.map(({ direction, parts }) => [direction, parts.length])).toEqual(Array(3).fill(['row', 2]));
  });

  it('may be joined by a line, which lies over the rows', () => {
    const items = [box(499, 90, 2, 560), ...[100, 300, 500].flatMap((y) => [mark(y), ...entry(600, y + 10)])];
    const root = arranged(...items);
    expect(root.parts).toHaveLength(3);
    expect(root.over).toHaveLength(1);
  });

  it('mark none if a text reaches from one to the next, or if they differ in size', () => {
    const long = line('One', 600, 110);
    const tall = [mark(100), mark(300, 160), mark(500), ...entry(600, 110), ...entry(600, 310), ...entry(600, 510)];
    expect(arranged(...tall).reason).not.toContain('equal marks');
    expect(arranged(mark(100), mark(300), mark(500), long).reason).not.toContain('equal marks');
  });
});
