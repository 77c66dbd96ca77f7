import { checkDocument } from '../../document/check.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { descriptionLists } from './description-lists.js';

const item = (tag: string, text: string): ElementNode => element('item', text, { element: tag }, words(text));
const list = (style: string | undefined, ...children: ElementNode[]): PageDocument =>
  page(
    {
      columns: { rest: { display: 'grid' } },
      wide: { rest: {}, variants: [{ at: 'below-900', set: { display: 'flex' } }] },
    },
    element('list', 'l', { element: 'dl', ...(style ? { style } : {}) }, ...children),
  );
const run = (document: PageDocument): PageDocument => descriptionLists.run(document, { boxes: new Map(), width: 1440 });
const groups = (document: PageDocument): unknown[] =>
  [...elements(document.body)]
    .filter(({ element: tag }) => tag === 'div')
    .map(({ kind, style, children = [] }) => [
      kind,
      style === undefined ? '' : document.styles[style]?.rest['display'],
      ...children.map((child) => (child.kind === 'words' ? child.text : child.name)),
    ]);

describe('terms', () => {
  it('are grouped with their descriptions, questions as questions', () => {
    const asked = run(
      list(
        undefined,
        item('dt', 'A dog?'),
        item('dd', 'Yes.'),
        item('dt', 'A cat?'),
        item('dt', 'A bird?'),
        item('dd', 'No.'),
        item('dd', 'Not in the dome.'),
      ),
    );
    expect(groups(asked)).toEqual([
      ['question', '', 'A dog?', 'Yes.'],
      ['question', '', 'A cat?', 'A bird?', 'No.', 'Not in the dome.'],
    ]);
    const told = run(list(undefined, item('dt', 'Dome'), item('dd', 'White'), item('dt', 'Deck'), item('dd', 'Wood')));
    expect(groups(told)).toEqual([
      ['item', '', 'Dome', 'White'],
      ['item', '', 'Deck', 'Wood'],
    ]);
    expect(() => checkDocument(told, 'f')).not.toThrow();
    expect(run(told)).toEqual(told);
  });

  it.each(['columns', 'wide'])('leave no box where the list lays them out: %s', (style) => {
    const page = run(list(style, item('dt', 'Dome'), item('dd', 'White'), item('dt', 'Deck'), item('dd', 'Wood')));
    expect(groups(page).map((group) => (group as string[])[1])).toEqual(['contents', 'contents']);
  });

  it.each([
    ['one term', [item('dt', 'Dome'), item('dd', 'White')]],
    [
      'something else in between',
      [item('dt', 'Dome'), item('dd', 'White'), item('hr', 'x'), item('dt', 'Deck'), item('dd', 'Wood')],
    ],
    ['descriptions without a term', [item('dd', 'White'), item('dt', 'Deck'), item('dd', 'Wood'), item('dt', 'A')]],
  ])('stay as they are: %s', (_, children) => {
    const before = list(undefined, ...children);
    expect(run(before)).toEqual(before);
  });
});
