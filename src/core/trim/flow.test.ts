import { required } from '../data/required.js';
import { element, page, words } from '../document/sample.js';
import type { ElementNode, PageDocument, SharedStyle } from '../document/types.js';
import { elements } from '../document/walk.js';
import { flowsIn } from './flow.js';
import type { ElementPosition } from './movement.js';
import type { Box } from '../geometry/box.js';

/* The sample page has breakpoints at 900 and 600 px: boxes are given at 1440, 800 and 400 px. */

const WIDTHS = [1440, 800, 400];
const styles: Record<string, SharedStyle> = {
  holder: { rest: { position: 'relative', height: '500px' } },
  placed: { rest: { position: 'absolute', left: '0px', top: '0px', height: '100px', width: '200px' } },
  text: { rest: { position: 'absolute', left: '0px' } },
  loose: { rest: { position: 'relative' } },
};
const text = (id: string): ElementNode => element('text', id, { style: 'text' }, words(id));
const card = (id: string): ElementNode =>
  element(
    'card',
    id,
    { style: 'placed' },
    element('heading', `${id}h`, {}, words(id)),
    element('text', `${id}t`, {}, words(id)),
  );

/** A page with a box at the left top, and things in it. @param places of each thing by its name, at one or at all widths */
function placed(
  things: readonly ElementNode[],
  places: Readonly<Record<string, readonly Box[]>>,
  style = 'holder',
): { document: PageDocument; standing: ElementPosition } {
  const document = page(styles, element('box', 'holder', { style }, ...things));
  const boxes: Record<string, Box[]> = { 'box-holder': WIDTHS.map((width) => [0, 0, width, 500]) };
  for (const node of things)
    boxes[node.id] = WIDTHS.map((_, at) => {
      const own = required(places[node.name]);
      return own[at] ?? required(own[0]);
    });
  return { document, standing: { widths: WIDTHS, boxes, texts: [] } };
}
const apply = ({ document, standing }: { document: PageDocument; standing: ElementPosition }): PageDocument =>
  flowsIn(document, standing).reduce((page, flow) => flow.apply(page), document);
const styleOf = (document: PageDocument, name: string): SharedStyle =>
  required(document.styles[[...elements(document.body)].find((node) => node.name === name)?.style ?? '']);
const names = (node: ElementNode | undefined): string[] =>
  (node?.children ?? []).map((child) => (child.kind === 'words' ? '' : child.name));
const find = (document: PageDocument, name: string): ElementNode | undefined =>
  [...elements(document.body)].find((node) => node.name === name);

describe('boxes placed one by one', () => {
  it('follow each other where they stand below each other, in the order in which they are seen', () => {
    const page = apply(placed([text('b'), text('a')], { a: [[0, 40, 300, 30]], b: [[20, 90, 300, 60]] }));
    expect(names(find(page, 'holder'))).toEqual(['a', 'b']);
    expect(styleOf(page, 'holder').rest).toEqual({
      position: 'relative',
      'padding-top': '40px',
      'padding-bottom': '350px',
    });
    expect(styleOf(page, 'b').rest).toEqual({
      position: 'relative',
      width: 'fit-content',
      'margin-top': '20px',
      'margin-left': '20px',
    });
  });

  it('stand beside each other where they do, and below each other on narrower screens', () => {
    const places = {
      a: [
        [0, 20, 100, 30],
        [0, 20, 100, 30],
        [0, 20, 100, 30],
      ],
      b: [
        [150, 25, 100, 30],
        [150, 25, 100, 30],
        [0, 60, 100, 30],
      ],
    } as const;
    const page = apply(placed([text('a'), text('b')], places));
    const { rest, variants } = styleOf(page, 'holder');
    expect(rest).toMatchObject({ display: 'flex', 'align-items': 'flex-start', 'padding-top': '20px' });
    expect(variants).toEqual([{ at: 'below-600', set: expect.objectContaining({ display: 'revert' }) as unknown }]);
    expect(styleOf(page, 'b').rest).toMatchObject({ 'margin-left': '50px', 'margin-top': '5px', 'flex-shrink': '0' });
  });

  it('stand in a grid where they are alike; what a place has otherwise is an offset', () => {
    const grid: Box[] = [
      [0, 100, 200, 100],
      [233, 101, 199, 100],
      [460, 100, 200, 102],
    ];
    const narrow: Box[] = [
      [0, 100, 200, 100],
      [0, 220, 200, 100],
      [0, 341, 200, 100],
    ];
    const at = (index: number): Box[] => [grid[index], grid[index], narrow[index]] as Box[];
    const page = apply(
      placed([text('title'), card('x'), card('y'), card('z')], {
        title: [[0, 30, 200, 40]],
        x: at(0),
        y: at(1),
        z: at(2),
      }),
    );
    expect(names(find(page, 'holder'))).toEqual(['title', 'grid']);
    expect(names(find(page, 'grid'))).toEqual(['x', 'y', 'z']);
    const { rest, variants } = styleOf(page, 'grid');
    expect(rest).toMatchObject({
      display: 'grid',
      'grid-template-columns': 'repeat(3, 200px)',
      'column-gap': '27px',
      'margin-top': '30px',
    });
    expect(variants?.[0]).toMatchObject({
      at: 'below-600',
      set: { 'grid-template-columns': 'repeat(1, 200px)', 'row-gap': '20px' },
    });
    expect(styleOf(page, 'y').rest).toMatchObject({
      position: 'relative',
      left: '6px',
      top: '1px',
      'min-height': '100px',
    });
    expect(styleOf(page, 'x').rest).not.toHaveProperty('left');
  });

  it('let boxes around them grow that were as high as they', () => {
    const { document, standing } = placed([text('a'), text('b')], { a: [[0, 0, 100, 30]], b: [[0, 40, 100, 30]] });
    const outer = element('section', 'outer', { style: 'holder' }, ...(document.body.children as ElementNode[]));
    const page = apply({ document: { ...document, body: { ...document.body, children: [outer] } }, standing });
    expect(styleOf(page, 'outer').rest).toEqual({ position: 'relative', 'min-height': '500px' });
  });

  it.each<[string, readonly ElementNode[], Readonly<Record<string, readonly Box[]>>, string?]>([
    ['they lie on each other', [text('a'), text('b')], { a: [[0, 0, 100, 30]], b: [[50, 10, 100, 30]] }],
    [
      'they change places on narrower screens',
      [text('a'), text('b')],
      {
        a: [
          [0, 0, 100, 30],
          [0, 0, 100, 30],
          [0, 50, 100, 30],
        ],
        b: [
          [0, 50, 100, 30],
          [0, 50, 100, 30],
          [0, 0, 100, 30],
        ],
      },
    ],
    [
      'one of them is in the flow',
      [text('a'), { ...text('b'), style: 'loose' }],
      { a: [[0, 0, 100, 30]], b: [[0, 50, 100, 30]] },
    ],
    ['one reaches out of the box', [text('a'), text('b')], { a: [[-20, 0, 100, 30]], b: [[0, 50, 100, 30]] }],
    [
      'one does not show somewhere',
      [text('a'), text('b')],
      {
        a: [[0, 0, 100, 30]],
        b: [
          [0, 50, 100, 30],
          [0, 0, 0, 0],
          [0, 0, 0, 0],
        ],
      },
    ],
    ['there is but one, and it says nothing', [element('image', 'a', { style: 'text' })], { a: [[0, 0, 100, 30]] }],
    [
      'alike things stand anyhow',
      [card('x'), card('y'), card('z')],
      { x: [[0, 0, 200, 100]], y: [[300, 40, 200, 100]], z: [[90, 200, 200, 100]] },
    ],
  ])('stay where they are if %s', (_, things, places) => {
    const given = placed(things, places);
    expect(flowsIn(given.document, given.standing)).toEqual([]);
  });
});
