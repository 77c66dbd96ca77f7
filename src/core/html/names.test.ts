import { anyMayMatch, mayMatch, namesIn } from './names.js';
import { simplifyValues } from './values.js';

describe('names in a page', () => {
  const names = namesIn([{ attributes: { class: 'card  wide', id: 'top' } }, { attributes: {} }, {}]);

  it('are classes and ids', () => {
    expect([...names].sort()).toEqual(['#top', '.card', '.wide']);
  });

  it.each([
    ['.card', true],
    ['.card.wide > p', true],
    ['#top .card:hover', true],
    ['.card .gone', false],
    ['#bottom', false],
    ['p:not(.gone)', true],
    ['.card:is(.gone, .wide)', true],
    ['a[href=".gone"]', true],
    ['.md\\:flex', true],
    ['main > p', true],
  ])('say of %s whether it may match: %s', (selector, expected) => {
    expect(mayMatch(selector, names)).toBe(expected);
  });

  it('say the same of a list: one that may match is enough', () => {
    expect(anyMayMatch('.gone, .card', names)).toBe(true);
    expect(anyMayMatch('.gone, #bottom', names)).toBe(false);
    expect(anyMayMatch('&:hover', names)).toBe(true);
  });
});

describe('simplifyValues', () => {
  const simplified = (shadow: string): string | undefined =>
    simplifyValues(new Map([['box-shadow', shadow]])).get('box-shadow');

  it('leaves layers of shadows out that no one can see', () => {
    expect(simplified('rgba(0, 0, 0, 0) 0 0, rgba(0, 0, 0, 0.2) 0 1px 3px')).toBe('rgba(0, 0, 0, 0.2) 0 1px 3px');
    expect(simplified('0 0 transparent, 0 0 transparent')).toBe('none');
    expect(simplified('0 0 red, 0 0 blue')).toBe('0 0 red, 0 0 blue');
  });

  it('touches nothing else', () => {
    const plain = new Map([['color', 'red']]);
    expect(simplifyValues(plain)).toBe(plain);
    expect(simplified('none')).toBe('none');
  });
});
