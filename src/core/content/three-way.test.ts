import { threeWay } from './three-way.js';
import { flatten, nest, type Content, type Group } from './values.js';

const cards = (...ids: (string | [string, string])[]): Content => ({
  hire: {
    heading: 'For hire',
    cards: ids.map((id): Group => (typeof id === 'string' ? { id: id, label: id } : { id: id[0], label: id[1] })),
  },
});
const merge = (before: Content, ours: Content, theirs: Content, decided: Record<string, 'ours' | 'theirs'> = {}) => {
  const { content, conflicts } = threeWay(
    flatten(before),
    flatten(ours),
    flatten(theirs),
    new Map(Object.entries(decided)),
  );
  return { content: nest(content), conflicts };
};

describe('two versions of content as one', () => {
  it('takes what only one side changed from that side', () => {
    const result = merge(
      { a: { x: 'one', y: 'two', z: 'three' } },
      { a: { x: 'ONE', y: 'two', z: 'three' } },
      { a: { x: 'one', y: 'TWO', z: 'three' } },
    );
    expect(result).toEqual({ content: { a: { x: 'ONE', y: 'TWO', z: 'three' } }, conflicts: [] });
  });

  it('keeps theirs where both changed the same, tells all three, and takes ours when so decided', () => {
    const [before, ours, theirs] = [{ a: { x: 'old' } }, { a: { x: 'ours' } }, { a: { x: 'theirs' } }];
    expect(merge(before, ours, theirs)).toEqual({
      content: theirs,
      conflicts: [{ path: 'a.x', before: 'old', ours: 'ours', theirs: 'theirs' }],
    });
    expect(merge(before, ours, theirs, { 'a.x': 'ours' }).content).toEqual(ours);
    expect(merge(before, ours, ours)).toEqual({ content: ours, conflicts: [] });
  });

  it('knows entries by their ids: taken away by one side, put in by the other, moved', () => {
    const result = merge(cards('a', 'b', 'c'), cards('a', 'c', 'd'), cards('c', 'a', 'b', 'e'));
    expect(result.content).toEqual(cards('c', 'd', 'a', 'e'));
    expect(result.conflicts).toEqual([]);
  });

  it('never loses an entry that one side wrote in while the other took it away', () => {
    const result = merge(cards('a', 'b'), cards('a'), cards('a', ['b', 'Better']));
    expect(result.content).toEqual(cards('a', ['b', 'Better']));
    expect(result.conflicts).toEqual([{ path: 'hire.cards.b', before: 'there', theirs: 'changed' }]);
    expect(merge(cards('a', 'b'), cards('a'), cards('a', ['b', 'Better']), { 'hire.cards.b': 'ours' }).content).toEqual(
      cards('a'),
    );
  });

  it('takes lists of plain texts whole', () => {
    const list = (...texts: string[]): Content => ({ a: { lines: texts } });
    expect(merge(list('1', '2'), list('1', '2'), list('2'))).toEqual({ content: list('2'), conflicts: [] });
    expect(merge(list('1', '2'), list('1', '2', '3'), list('1', '2'))).toEqual({
      content: list('1', '2', '3'),
      conflicts: [],
    });
    expect(merge(list('1', '2'), list('1'), list('1', '2', '3')).conflicts).toHaveLength(1);
  });

  it('takes fields that only one page has as that one has them', () => {
    expect(merge({ a: { x: '1' } }, { a: { x: '1', y: 'new' } }, { a: { x: '2' } }).content).toEqual({
      a: { x: '2', y: 'new' },
    });
  });
});
