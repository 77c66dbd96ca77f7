import { groupBy } from './group-by.js';

describe('things in groups', () => {
  it('keep their order, and what has no key is left out', () => {
    const groups = groupBy(['dome', 'tide', 'dusk', 'lamp', 'x'], (word) => (word.length > 1 ? word[0] : undefined));
    expect([...groups]).toEqual([
      ['d', ['dome', 'dusk']],
      ['t', ['tide']],
      ['l', ['lamp']],
    ]);
  });
});
