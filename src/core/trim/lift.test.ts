import { required } from '../data/required.js';
import { element, page, words } from '../document/sample.js';
import type { ElementNode, PageDocument, SharedStyle } from '../document/types.js';
import { elements, textOf } from '../document/walk.js';
import { applyChanges, idleBoxes } from './changes.js';
import { liftable } from './lift.js';

const box = (id: string, style: string | undefined, ...children: Parameters<typeof element>[3][]): ElementNode =>
  element('box', id, { id, ...(style ? { style } : {}) }, ...children);
const text = (id: string, style?: string, tag = 'p'): ElementNode =>
  element('text', id, { id, element: tag, ...(style ? { style } : {}) }, words(id));
const styles: Record<string, SharedStyle> = {
  wide: { rest: { width: '100%', 'margin-left': 'auto', 'margin-right': 'auto' } },
  padded: { rest: { 'padding-top': '10px' } },
  red: { rest: { color: 'red', 'letter-spacing': '1px' }, variants: [{ at: 'below-900', set: { color: 'blue' } }] },
  typed: { rest: { 'letter-spacing': '0.1em' } },
  green: { rest: { color: 'green' } },
  flex: { rest: { display: 'flex' } },
  host: { rest: {} },
  guest: { rest: {}, variants: [{ within: { style: 'host', state: ':hover' }, set: { color: 'red' } }] },
};
const found = (document: PageDocument): string[] => liftable(document, new Set()).map(({ at }) => at);
const idsIn = ({ body }: PageDocument): string[] => [...elements(body)].map(({ id }) => id);

describe('liftable', () => {
  it('are boxes without a look, a size or a distance of their own, the outermost first', () => {
    const document = page(
      styles,
      box('a', 'wide', box('b', undefined, text('x'), text('y'))),
      box('c', 'padded', text('z'), text('q')),
    );
    expect(found(document)).toEqual(['a']);
    const once = applyChanges(document, idleBoxes(document, new Set()));
    expect(found(once)).toEqual(['b']);
    expect(idsIn(applyChanges(once, idleBoxes(once, new Set())))).toEqual(['box-page', 'x', 'y', 'c', 'z', 'q']);
  });

  it('are not boxes that count as one in what lays them out, that are named, or that others depend on', () => {
    expect(found(page(styles, box('row', 'flex', box('a', undefined, text('x'), text('y')))))).toEqual([]);
    expect(found(page(styles, element('box', 'n', { id: 'n', attributes: { id: 'here' } }, text('x'))))).toEqual([]);
    expect(found(page(styles, box('h', 'host', text('x', 'guest'))))).toEqual([]);
    expect(found(page(styles, element('box', 'm', { id: 'm', element: 'main' }, text('x'))))).toEqual([]);
  });

  it('were not tried before', () => {
    const document = page(styles, box('a', 'wide', text('x'), text('y')));
    const [first] = idleBoxes(document, new Set());
    expect(idleBoxes(document, new Set([required(first?.group)]))).toEqual([]);
  });

  it('hand on what was inherited, at every width, to what says nothing of it', () => {
    const document = page(styles, box('a', 'red', text('x'), text('y', 'green')));
    const result = applyChanges(document, idleBoxes(document, new Set()));
    expect(idsIn(result)).toEqual(['box-page', 'x', 'y']);
    const [x, y] = [...elements(result.body)].slice(1).map(({ style }) => result.styles[required(style)]);
    expect(x).toEqual({
      rest: { color: 'red', 'letter-spacing': '1px' },
      variants: [{ at: 'below-900', set: { color: 'blue' } }],
    });
    expect(y).toEqual({ rest: { color: 'green', 'letter-spacing': '1px' } });
    expect(textOf(result.body)).toBe('x y');
  });

  it('stay where that cannot be said: of words, of elements with a look of their own, of lengths that depend on type', () => {
    expect(found(page(styles, box('a', 'red', words('bare'), text('x'))))).toEqual([]);
    expect(found(page(styles, box('a', 'red', text('x', undefined, 'h2'))))).toEqual([]);
    expect(found(page(styles, box('a', 'typed', text('x'))))).toEqual([]);
    expect(found(page(styles, box('a', 'red', text('x', 'green'), text('y', 'green'))))).toEqual([]);
  });
});
