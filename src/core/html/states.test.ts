import type { CapturedNode } from './captured.js';
import { dropDeadStates } from './states.js';
import { simplifyValues } from './values.js';
import type { ResolvedStyle } from './variables.js';

const set = new Map([['color', 'red']]);
const look = (condition: ResolvedStyle['condition']): ResolvedStyle => ({ condition, byInterval: [set] });
const nodes: CapturedNode[] = [
  { parent: -1, tag: 'html' },
  { parent: 0, tag: 'div' },
  { parent: 1, tag: 'a', attributes: { href: '/hire' } },
  { parent: 1, tag: 'input', attributes: { type: 'checkbox' } },
];

describe('dropDeadStates', () => {
  const states = (index: number, ...given: string[]): (string | undefined)[] => {
    const looks = nodes.map((_, at) => (at === index ? given.map((state) => look({ state })) : []));
    return (dropDeadStates(nodes, looks)[index] ?? []).map(({ condition }) => condition.state);
  };

  it('knows which elements can take the focus, be checked, be disabled', () => {
    expect(states(1, ':hover', ':focus', ':checked', ':focus-within')).toEqual([':hover', ':focus-within']);
    expect(states(2, ':focus-visible', ':visited', ':disabled')).toEqual([':focus-visible', ':visited']);
    expect(states(3, ':checked', ':disabled', ':invalid')).toEqual([':checked', ':disabled', ':invalid']);
  });

  it('does not take a state of what is inside for its own', () => {
    expect(states(1, ':has(:checked)', ':has(:checked):focus')).toEqual([':has(:checked)']);
  });

  it('looks at the element whose state counts', () => {
    const within = (element: number) => look({ within: { element, state: ':checked', beside: true } });
    const kept = dropDeadStates(nodes, [[], [within(3), within(2)], [], []])[1] ?? [];
    expect(kept.map(({ condition }) => condition.within?.element)).toEqual([3]);
  });
});

describe('simplifyValues', () => {
  it('leaves out shadows that no one can see', () => {
    const shadow = (value: string): string | undefined =>
      simplifyValues(new Map([['box-shadow', value]])).get('box-shadow');
    expect(shadow('rgba(0, 0, 0, 0) 0px 0px, rgba(0, 0, 0, 0.1) 0px 4px 6px')).toBe('rgba(0, 0, 0, 0.1) 0px 4px 6px');
    expect(shadow('rgba(0, 0, 0, 0) 0px 0px, transparent 0px 0px')).toBe('none');
    expect(shadow('red 0px 0px 1px')).toBe('red 0px 0px 1px');
  });
});
