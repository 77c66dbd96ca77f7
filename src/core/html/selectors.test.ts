import { readSelectorList } from './selectors.js';
import { compareSpecificity } from '../css/specificity.js';

const only = (text: string) => {
  const list = readSelectorList(text);
  expect(list).toHaveLength(1);
  return list[0]!; // eslint-disable-line @typescript-eslint/no-non-null-assertion
};

describe('specificity (Selectors 4, section 17)', () => {
  it.each([
    ['*', [0, 0, 0]],
    ['li', [0, 0, 1]],
    ['ul li', [0, 0, 2]],
    ['ul ol + li', [0, 0, 3]],
    ['h1 + *[rel=up]', [0, 1, 1]],
    ['.red.level', [0, 2, 0]],
    ['#x34y', [1, 0, 0]],
    [':is(em, #foo)', [1, 0, 0]],
    ['.qux:where(em, #foo#bar)', [0, 1, 0]],
    [':nth-child(even of li, .item)', [0, 2, 0]],
    ['a:not(em, strong#foo)', [1, 0, 2]],
    ['p::before', [0, 0, 2]],
    ['p:first-line', [0, 0, 2]],
    ['a:hover', [0, 1, 1]],
  ])('%s', (text, expected) => {
    expect(only(text).specificity).toEqual(expected);
  });

  it('orders ids over classes over elements', () => {
    expect(compareSpecificity([1, 0, 0], [0, 9, 9])).toBeGreaterThan(0);
    expect(compareSpecificity([0, 1, 0], [0, 1, 0])).toBe(0);
  });
});

describe('readSelectorList', () => {
  it('takes states off the subject so that it can be matched at rest', () => {
    expect(only('.nav a:hover:focus')).toMatchObject({ match: '.nav a', state: ':hover:focus' });
  });

  it('keeps structural pseudo-classes in what is matched', () => {
    expect(only('li:nth-child(2n+1) > a:not(.x)')).toMatchObject({ match: 'li:nth-child(2n+1) > a:not(.x)' });
  });

  it('takes generated parts off, old spelling too', () => {
    expect(only('.a:after')).toMatchObject({ match: '.a', part: '::after' });
    expect(only('input::placeholder')).toMatchObject({ match: 'input', part: '::placeholder' });
  });

  it('reads the state of an ancestor', () => {
    expect(only('.card:hover .title')).toMatchObject({
      match: '.card .title',
      within: { match: '.card', state: ':hover' },
    });
  });

  it('says when a state cannot be kept', () => {
    expect(only('.a:hover .b:focus .c').lost).toBe(true);
  });

  it('keeps a look that depends on an element beside', () => {
    expect(only('#one:checked ~ .panels .panel')).toMatchObject({
      match: '#one ~ .panels .panel',
      within: { match: '#one', state: ':checked', beside: true },
    });
    expect(only('.a:hover + .b').within).toEqual({ match: '.a', state: ':hover', beside: true });
  });

  it('unfolds lists with states inside, each with the specificity of the whole', () => {
    const both = readSelectorList('a:is(:hover, .on:focus)');
    expect(both.map(({ match, state }) => [match, state])).toEqual([
      ['a', ':hover'],
      ['a.on', ':focus'],
    ]);
    expect(both.map(({ specificity }) => specificity)).toEqual([
      [0, 2, 1],
      [0, 2, 1],
    ]);
    expect(only(':is(.menu):hover .sub').within).toEqual({ match: ':is(.menu)', state: ':hover', far: true });
  });

  it.each([
    ['a:not(:hover)', [['a', ':not(:hover)']]],
    ['a:focus:not(:focus-visible)', [['a', ':focus:not(:focus-visible)']]],
    [
      'a:not(.x:hover)',
      [
        ['a', ':not(:hover)'],
        ['a:not(.x)', undefined],
      ],
    ],
    ['a:not(.x, :hover)', [['a:not(.x)', ':not(:hover)']]],
    ['a:not(.x)', [['a:not(.x)', undefined]]],
  ])('takes negations apart: %s', (text, parts) => {
    expect(readSelectorList(text).map(({ match, state }) => [match, state])).toEqual(parts);
  });

  it('says that what depends on a class inside in a state is lost', () => {
    expect(only('.b:has(.c:focus)').lost).toBe(true);
  });

  it('takes a state of what is inside for a state, if it names no classes', () => {
    expect(only('.card:has(:checked)')).toMatchObject({ match: '.card', state: ':has(:checked)' });
    expect(only('.card:has(.on:checked)').state).toBeUndefined();
  });

  it('splits lists and gives nothing for what is no selector', () => {
    expect(readSelectorList('h1, .a > b').map(({ match }) => match)).toEqual(['h1', '.a > b']);
    expect(readSelectorList('a{')).toEqual([]);
  });
});
