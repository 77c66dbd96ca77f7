import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { columns } from './columns.js';
import type { Box } from '../../geometry/box.js';

const styles = {
  left: { rest: { float: 'left', width: '50%' } },
  block: { rest: { display: 'inline-block' } },
  flex: { rest: { display: 'flex' } },
};
const things = (name: string): ElementNode[] => [
  element('heading', `${name}-h`, { element: 'h3' }, words('Dome')),
  element('text', `${name}-p`, { element: 'p' }, words('Open')),
];
const box = (id: string, style?: string, ...children: ElementNode[]): ElementNode =>
  element('box', id, { id, ...(style ? { style } : {}) }, ...children);
const run = (document: PageDocument, boxes: Readonly<Record<string, Box>> = {}): PageDocument =>
  columns.run(document, { boxes: new Map(Object.entries(boxes)), width: 1440 });
const kindOf = ({ body }: PageDocument, id: string) => [...elements(body)].find((element) => element.id === id)?.kind;

describe('columns', () => {
  const floats = page(
    styles,
    box('row', undefined, box('a', 'left', ...things('a')), box('b', 'left', ...things('b'))),
  );
  const beside: Record<string, Box> = { a: [0, 0, 700, 200], b: [700, 0, 740, 180] };

  it('are floats beside each other, in a row', () => {
    const page = run(floats, beside);
    expect([kindOf(page, 'row'), kindOf(page, 'a'), kindOf(page, 'b')]).toEqual(['row', 'column', 'column']);
    expect(run(page, beside)).toEqual(page);
  });

  it('stand in sections as well, which stay sections', () => {
    const section = {
      ...floats.body,
      children: (floats.body.children ?? []).map((child) => ({ ...(child as ElementNode), kind: 'section' as const })),
    };
    const result = run({ ...floats, body: section }, beside);
    expect([kindOf(result, 'row'), kindOf(result, 'a')]).toEqual(['section', 'column']);
    const narrow = page(
      { stack: { rest: { display: 'flex', 'flex-direction': 'column' } } },
      element('section', 's', { id: 's', style: 'stack' }, box('a', undefined, ...things('a'))),
    );
    expect(kindOf(run(narrow), 'a')).toBe('box');
  });

  it('are none below each other', () => {
    const page = run(floats, { a: [0, 0, 700, 200], b: [0, 200, 700, 180] });
    expect([kindOf(page, 'row'), kindOf(page, 'a')]).toEqual(['box', 'box']);
  });

  it('make a grid of several lines of equal width', () => {
    const four = ['a', 'b', 'c', 'd'];
    const grid = page(styles, box('grid', undefined, ...four.map((id) => box(id, 'block', ...things(id)))));
    const places = Object.fromEntries(
      four.map((id, at): [string, Box] => [id, [(at % 2) * 300, Math.floor(at / 2) * 100, 300, 90]]),
    );
    expect(kindOf(run(grid, places), 'grid')).toBe('grid');
    expect(kindOf(run(grid, { ...places, d: [300, 100, 500, 90] }), 'grid')).toBe('row');
  });

  it('are boxes in rows of any making, if they hold several things', () => {
    const row = element(
      'row',
      'r',
      { id: 'r', style: 'flex' },
      box('a', undefined, ...things('a')),
      box('b', undefined, ...things('b').slice(1)),
    );
    const result = run(page(styles, row));
    expect([kindOf(result, 'r'), kindOf(result, 'a'), kindOf(result, 'b')]).toEqual(['row', 'column', 'box']);
  });
});

describe('tables', () => {
  const cell = (id: string, ...children: Parameters<typeof element>[3][]): ElementNode =>
    element('table-part', id, { id, element: 'td' }, ...children);
  const row = (id: string, ...cells: ElementNode[]): ElementNode =>
    element('table-part', id, { id, element: 'tr' }, ...cells);
  const table = (more: Partial<ElementNode>, ...rows: ElementNode[]): PageDocument =>
    page(
      {},
      element(
        'table',
        't',
        { id: 't', element: 'table', ...more },
        element('table-part', 'body', { id: 'body', element: 'tbody' }, ...rows),
      ),
    );
  const data = [
    row('r1', cell('c1', words('1')), cell('c2', words('2'))),
    row('r2', cell('c3', words('3')), cell('c4', words('4'))),
  ];

  it('of data stay tables', () => {
    const page = run(table({}, ...data));
    expect([kindOf(page, 't'), kindOf(page, 'r1'), kindOf(page, 'c1')]).toEqual(['table', 'table-part', 'table-part']);
    const headed = row('r1', element('table-part', 'h', { id: 'h', element: 'th' }, words('Moon')));
    expect(kindOf(run(table({}, headed)), 't')).toBe('table');
  });

  it('that only lay out are rows and columns, and say that they are no tables', () => {
    const page = run(table({}, row('r1', cell('c1', ...things('a')), cell('c2', words('Tide')))));
    expect([kindOf(page, 't'), kindOf(page, 'r1'), kindOf(page, 'c1')]).toEqual(['row', 'row', 'column']);
    expect([...elements(page.body)].find(({ id }) => id === 't')?.attributes).toEqual({ role: 'presentation' });
    expect(kindOf(run(table({ attributes: { role: 'none' } }, ...data)), 't')).toBe('grid');
    const section = table({ kind: 'section' }, row('r1', cell('c1', ...things('a')), cell('c2', words('Tide'))));
    expect([kindOf(run(section), 't'), kindOf(run(section), 'c1')]).toEqual(['section', 'column']);
  });
});
