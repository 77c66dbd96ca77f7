import { calledBy } from './called.js';

describe('what classes call a drawing', () => {
  it.each([
    ['i', 'set set-tide-table large', 'tide-table'],
    ['i', 'sets set-fw set-telescope', 'telescope'],
    ['span', 'icon-moon', 'moon'],
    ['svg', 'glyph-star_map', 'star_map'],
  ])('<%s class="%s"> is called %s', (tag, classes, called) => {
    expect(calledBy(tag, classes)).toBe(called);
  });

  it.each([
    ['div', 'icon-moon'],
    ['i', 'large-telescope'],
    ['i', ''],
    ['i', 'set set-2'],
  ])('<%s class="%s"> is called nothing', (tag, classes) => {
    expect(calledBy(tag, classes)).toBeUndefined();
  });
});
