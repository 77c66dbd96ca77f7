import { element, page, words } from '../document/sample.js';
import { elements } from '../document/walk.js';
import { contradictions } from './adjustment.js';
import { adjust } from './apply.js';
import { faultOf } from './declaration.js';

const document = page(
  {
    card: { rest: { color: 'red', 'padding-top': '4px' }, variants: [{ at: 'below-600', set: { color: 'blue' } }] },
    over: { rest: { color: 'green' } },
    solo: { rest: {} },
  },
  element('card', 'a', { id: 'a', style: 'card' }, words('a')),
  element('card', 'b', { id: 'b', style: 'card', difference: 'over' }, words('b')),
  element('text', 'c', { id: 'c', style: 'solo' }, words('c')),
);
const styleOf = (page: typeof document, id: string) =>
  page.styles[[...elements(page.body)].find((element) => element.id === id)?.style ?? ''];

describe('corrections', () => {
  it('of a style reach all that has it, in the ranges for which they are', () => {
    const all = adjust(document, [{ style: 'card', property: 'color', value: 'teal' }]).document;
    expect(all.styles['card']).toEqual({ rest: { color: 'teal', 'padding-top': '4px' } });
    const middle = adjust(document, [
      { style: 'card', at: ['below-900'], property: 'padding-top', value: '9px' },
    ]).document;
    expect(middle.styles['card']?.variants).toEqual([
      { at: 'below-900', set: { 'padding-top': '9px' } },
      { at: 'below-600', set: { 'padding-top': '4px', color: 'blue' } },
    ]);
    const widest = adjust(document, [
      { style: 'card', at: ['widest'], property: 'padding-top', value: '9px' },
    ]).document;
    expect(widest.styles['card']).toMatchObject({
      rest: { 'padding-top': '9px' },
      variants: [{ at: 'below-900', set: { 'padding-top': '4px' } }, { at: 'below-600' }],
    });
  });

  it('of an element reach it alone, with what it has otherwise', () => {
    const page = adjust(document, [{ element: 'b', property: 'padding-top', value: '9px' }]).document;
    expect(styleOf(page, 'b')).toMatchObject({ rest: { color: 'green', 'padding-top': '9px' } });
    expect(styleOf(page, 'a')).toEqual(document.styles['card']);
    expect(
      adjust(document, [{ element: 'c', property: 'color', value: 'teal' }]).document.styles['solo']?.rest,
    ).toEqual({ color: 'teal' });
  });

  it('hold in a state', () => {
    const page = adjust(document, [{ style: 'card', state: ':hover', property: 'color', value: 'teal' }]).document;
    expect(page.styles['card']?.variants?.at(-1)).toEqual({ state: ':hover', set: { color: 'teal' } });
  });

  it('of other pages, and of what is not there, change nothing, and that is said', () => {
    const lost = [
      { style: 'gone', property: 'color', value: 'red' },
      { element: 'z', property: 'color', value: 'red' },
      { style: 'card', at: ['tablet'], property: 'color', value: 'red' },
    ];
    const adjusted = adjust(document, [...lost, { page: 'other', style: 'card', property: 'color', value: 'red' }]);
    expect(adjusted.lost).toEqual([lost[0], lost[2], lost[1]]);
    expect(adjusted.document.styles).toEqual(document.styles);
  });

  it('contradict each other where they meet', () => {
    const entry = { style: 'card', property: 'color', value: 'red' };
    expect(contradictions([entry, { ...entry, value: 'blue' }])).toEqual([[0, 1]]);
    expect(
      contradictions([
        { ...entry, at: ['below-600'] },
        { ...entry, at: ['widest'], value: 'blue' },
        { ...entry, state: ':hover', value: 'blue' },
        entry,
      ]),
    ).toEqual([[1, 3]]);
  });
});

describe('declarations', () => {
  it('are checked against CSS', () => {
    expect(faultOf('margin-top', '-4px')).toBeUndefined();
    expect(faultOf('--tide', 'anything goes')).toBeUndefined();
    expect(faultOf('colour', 'red')).toMatchObject({
      what: 'Unknown property "colour"',
      right: expect.stringContaining('color'),
    });
    expect(faultOf('margin-top', 'blue')?.what).toBe('"blue" is not a valid value of margin-top');
  });
});
