import type { CapturedNode } from './captured.js';
import type { MatchedSelector } from './cascade.js';
import { readSelectorList } from './selectors.js';
import {
  dressedOtherwise,
  dressOf,
  groupAt,
  inlineOfGroups,
  matchesOfGroups,
  samePlaces,
  type WidthGroup,
} from './width-groups.js';

const node = (path: string, tag: string, attributes: Record<string, string> = {}): CapturedNode => ({
  parent: -1,
  path,
  tag,
  attributes,
});
const wide = [
  node('html', 'html'),
  node('nav', 'nav', { class: 'side wide' }),
  node('p', 'p', { style: 'width: 9px' }),
];
const narrow = [
  node('html', 'html'),
  node('dialog', 'dialog'),
  node('nav', 'nav', { class: 'folded side' }),
  node('p', 'p', { style: 'width: 9px' }),
];

const match = (selector: string, rule: number, elements: readonly number[]): MatchedSelector => {
  const [read] = readSelectorList(selector);
  if (!read) throw new Error(selector);
  return { rule, selector: read, elements };
};
const intervals = [{ width: 1440 }, { below: 900, width: 899 }, { below: 600, width: 599 }];

describe('pages that scripts make at each width', () => {
  it('have the same elements where paths and tags are the same', () => {
    expect([...samePlaces(wide, narrow)]).toEqual([
      [0, 0],
      [2, 1],
      [3, 2],
    ]);
  });

  it('are dressed otherwise by classes and style attributes, in any order', () => {
    const itself = new Map(wide.map((_, at) => [at, at]));
    const [first, second] = [dressOf(wide, itself), dressOf(narrow, samePlaces(wide, narrow))];
    expect(dressedOtherwise(first, second)).toEqual([1]);
    const turned = [node('html', 'html'), node('nav', 'nav', { class: 'wide  side' }), paragraph()];
    expect(dressedOtherwise(first, dressOf(turned, itself))).toEqual([]);
  });

  const groups: readonly WidthGroup[] = [
    {
      matched: [match('.side', 0, [1]), match('.wide', 1, [1])],
      inline: new Map([[2, [{ set: [['width', '9px', false] as const] }]]]),
    },
    {
      below: 600,
      matched: [match('.side', 0, [1]), match('.folded', 2, [1])],
      inline: new Map([
        [2, [{ set: [['width', '9px', false] as const] }]],
        [1, [{ set: [['left', '0px', false] as const] }]],
      ]),
    },
  ];

  it('hold below their widths', () => {
    expect(intervals.map((interval) => groupAt(groups, interval))).toEqual([0, 0, 1]);
  });

  it('match always what is the same, and the rest where they hold', () => {
    expect(matchesOfGroups(groups, intervals).map(({ rule, only }) => [rule, only])).toEqual([
      [0, undefined],
      [1, [true, true, false]],
      [2, [false, false, true]],
    ]);
    expect(matchesOfGroups(groups.slice(0, 1), intervals).map(({ only }) => only)).toEqual([undefined, undefined]);
  });

  it('have the style attributes of their widths', () => {
    const styles = inlineOfGroups(groups, intervals);
    expect(styles.get(2)).toEqual([{ set: [['width', '9px', false]] }]);
    expect(styles.get(1)).toEqual([{ set: [['left', '0px', false]], only: [false, false, true] }]);
  });
});

function paragraph(): CapturedNode {
  return node('p', 'p', { style: 'width: 9px' });
}
