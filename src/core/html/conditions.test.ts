import { both, compareConditions, conditionKey, forChildren, forParent, implies, statesIn } from './conditions.js';

const DARK = '@media (prefers-color-scheme: dark)';
const LIGHT = '@media (prefers-color-scheme: light)';
const PRINT = '@media print';
/** Element 1 holds 2, and 2 holds 3. */
const holds = (outer: number, inner: number): boolean => outer < inner;

describe('conditions', () => {
  it('are several states one by one', () => {
    expect(statesIn(':hover:not(:focus-visible):has(a:focus)')).toEqual([
      ':hover',
      ':not(:focus-visible)',
      ':has(a:focus)',
    ]);
    expect(statesIn(undefined)).toEqual([]);
  });

  it.each([
    [{ when: DARK }, { state: ':hover' }, { state: ':hover', when: DARK }],
    [{ when: PRINT }, { when: DARK }, { when: `${DARK} ${PRINT}` }],
    [{ when: DARK }, { when: LIGHT }, undefined],
    [{ state: ':hover' }, { state: ':focus' }, { state: ':hover:focus' }],
    [{ state: ':hover' }, { state: ':not(:hover)' }, undefined],
    [{ part: '::before' }, { part: '::after' }, undefined],
    [{ within: { element: 1, state: ':hover' } }, { within: { element: 2, state: ':hover' } }, undefined],
    [
      { within: { element: 1, state: ':hover' } },
      { within: { element: 1, state: ':focus-within' } },
      { within: { element: 1, state: ':hover:focus-within' } },
    ],
  ])('hold at once, or never: %j and %j', (a, b, together) => {
    expect(both(a, b)).toEqual(together);
    const other = both(b, a);
    expect(other && conditionKey(other).length).toBe(together && conditionKey(together).length);
  });

  it.each([
    [{ state: ':hover', when: DARK }, { when: DARK }, true],
    [{ when: DARK }, { state: ':hover', when: DARK }, false],
    [{ state: ':focus-visible' }, { state: ':focus' }, true],
    [{ state: ':focus' }, { state: ':focus-visible' }, false],
    [{ state: ':hover' }, { within: { element: 1, state: ':hover' } }, true],
    [{ state: ':focus' }, { within: { element: 1, state: ':focus-within' } }, true],
    [{ state: ':focus' }, { within: { element: 1, state: ':focus' } }, false],
    [{ state: ':hover' }, { within: { element: 1, state: ':hover', beside: true } }, false],
    [{ within: { element: 2, state: ':hover' } }, { within: { element: 1, state: ':hover' } }, true],
    [{ within: { element: 1, state: ':hover' } }, { within: { element: 2, state: ':hover' } }, false],
    [{ part: '::before', state: ':hover' }, { state: ':hover' }, false],
  ])('hold wherever another holds: %j, %j', (condition, other, expected) => {
    expect(implies(condition, other, holds)).toBe(expected);
  });

  it('are seen by parents and children in their own way', () => {
    expect(forParent({ state: ':hover', when: DARK }, 1)).toEqual({ state: ':hover', when: DARK });
    expect(forParent({ state: ':focus-visible' }, 1)).toEqual({ state: ':focus-within' });
    expect(forParent({ state: ':checked' }, 1)).toEqual({});
    expect(forParent({ within: { element: 1, state: ':hover' } }, 1)).toEqual({ state: ':hover' });
    expect(forChildren({ state: ':hover', when: DARK }, 1)).toEqual({
      within: { element: 1, state: ':hover' },
      when: DARK,
    });
    expect(forChildren({ state: ':hover', within: { element: 0, state: ':focus' } }, 1)).toBeUndefined();
  });

  it('win over each other by specificity, then as at-rules are rendered', () => {
    const rising = [
      {},
      { when: DARK },
      { when: PRINT },
      { when: `${DARK} ${PRINT}` },
      { state: ':hover' },
      { state: ':hover', when: DARK },
      { within: { element: 1, state: ':hover' }, state: ':focus' },
    ];
    expect([...rising].reverse().sort(compareConditions)).toEqual(rising);
  });
});
