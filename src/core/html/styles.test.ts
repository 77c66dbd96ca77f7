import { breakpointsOf, defaultsFor, styleOf } from './styles.js';
import type { ResolvedStyle } from './variables.js';

const breakpoints = breakpointsOf([{ width: 1440 }, { below: 900, width: 899 }, { below: 600, width: 599 }]);
const look = (condition: ResolvedStyle['condition'], ...sets: Record<string, string>[]): ResolvedStyle => ({
  condition,
  byInterval: sets.map((set) => new Map(Object.entries(set))),
});
const defaultOf = defaultsFor({ width: 'auto', 'background-color': 'rgba(0, 0, 0, 0)' }, ['color']);
const nameOf = (element: number) => `s${element}`;

describe('styleOf', () => {
  it('holds the widest look and what changes at each breakpoint', () => {
    const style = styleOf(
      [look({}, { float: 'left', width: '50%' }, { float: 'left', width: '50%' }, { float: 'left', width: '100%' })],
      breakpoints,
      defaultOf,
      nameOf,
    );
    expect(style).toEqual({
      rest: { float: 'left', width: '50%' },
      variants: [{ at: 'below-600', set: { width: '100%' } }],
    });
  });

  it('undoes what is no longer declared', () => {
    const style = styleOf(
      [look({}, { width: '50%', color: 'red', 'text-align': 'left', 'background-color': 'red' }, {}, {})],
      breakpoints,
      defaultOf,
      nameOf,
    );
    expect(style.variants).toEqual([
      {
        at: 'below-900',
        set: { width: 'auto', color: 'revert', 'text-align': 'inherit', 'background-color': 'revert' },
      },
    ]);
  });

  it('gives a state back to rest where it ends', () => {
    const style = styleOf(
      [
        look({}, { color: 'red' }, { color: 'green' }, { color: 'green' }),
        look({ state: ':hover' }, { color: 'blue' }, {}, {}),
      ],
      breakpoints,
      defaultOf,
      nameOf,
    );
    expect(style.variants).toContainEqual({ state: ':hover', set: { color: 'blue' } });
    expect(style.variants).toContainEqual({ at: 'below-900', state: ':hover', set: { color: 'green' } });
  });

  it('names the style of an ancestor whose state counts', () => {
    const style = styleOf(
      [
        look({}, {}, {}, {}),
        look({ within: { element: 4, state: ':hover' } }, { color: 'blue' }, { color: 'blue' }, { color: 'blue' }),
      ],
      breakpoints,
      defaultOf,
      nameOf,
    );
    expect(style.variants).toEqual([{ within: { style: 's4', state: ':hover' }, set: { color: 'blue' } }]);
  });

  it('takes sizes from attributes where rules leave them', () => {
    expect(defaultsFor({}, [], { width: '320', height: '50%' })('width')).toBe('320px');
    expect(defaultsFor({}, [], { width: '320', height: '50%' })('height')).toBe('50%');
  });
});
