import type { ElementNode } from '../../document/types.js';
import { elements, textOf } from '../../document/walk.js';
import { buildDesign } from '../emit/build-design.js';
import { artboard, box, line } from '../sample.js';

type Items = Parameters<typeof artboard>[2][];

const made = (...items: Items) =>
  buildDesign({ name: 'p', files: ['p.svg'], boards: [artboard(1000, 800, ...items)] }).document;
const row = (y: number, words: readonly string[], columns: readonly number[] = [120, 370, 620]): Items => [
  box(100, y, 800, 1, { 'background-color': 'rgb(200, 210, 220)' }),
  ...words.map((word, at) => line(word, columns[at] ?? 0, y + 16)),
];
const shapeOf = (node: ElementNode): string => {
  const inside = (node.children ?? []).flatMap((child) => (child.kind === 'words' ? [] : [shapeOf(child)]));
  return inside.length ? `${node.element}(${inside.join(' ')})` : node.element;
};
const intro = line('What we look at this week', 120, 60, { size: 32, weight: '700' });

describe('tables of a design', () => {
  const document = made(
    intro,
    ...['Night', 'Object', 'Places'].map((word, at) => line(word, 120 + 250 * at, 160, { weight: '700' })),
    ...row(200, ['Saturday', 'Saturn', 'Twelve']),
    ...row(250, ['Sunday', 'Four'], [120, 620]),
    ...row(300, ['Monday', 'Clusters', 'Nine']),
  );
  const table = [...elements(document.body)].find(({ element }) => element === 'table') as ElementNode;

  it('have heads, rows and cells', () => {
    expect(shapeOf(table)).toBe('table(thead(tr(th th th)) tbody(tr(td td td) tr(td td) tr(td td td)))');
    expect([...elements(table)].filter(({ element }) => element === 'th').map(textOf)).toEqual([
      'Night',
      'Object',
      'Places',
    ]);
  });

  it('say what they are though they are laid out otherwise, and which columns a cell spans', () => {
    const [first] = [...elements(table)].filter(({ attributes }) => attributes?.['colspan']);
    expect(first?.attributes).toEqual({ role: 'cell', colspan: '2' });
    expect(table.attributes).toEqual({ role: 'table' });
    expect(document.styles[table.style ?? '']?.rest['display']).toMatch(/flex|block/);
  });

  it('are lists of terms if there are two columns without heads', () => {
    const pairs = made(
      intro,
      ...row(200, ['Monday', 'Closed'], [120, 600]),
      ...row(250, ['Saturday', 'From dusk'], [120, 600]),
      ...row(300, ['Sunday', 'Until midnight'], [120, 600]),
    );
    const list = [...elements(pairs.body)].find(({ element }) => element === 'dl') as ElementNode;
    expect(shapeOf(list)).toBe('dl(div(dt dd) div(dt dd) div(dt dd))');
  });
});
