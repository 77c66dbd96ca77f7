import type { CapturedValue } from './captured.js';
import type { CapturedNode } from './captured.js';
import type { ElementCascade } from './cascade.js';
import { resolveStyles } from './resolve-styles.js';
import { substitute } from './variables.js';

const nodes: CapturedNode[] = [
  { parent: -1, tag: 'html' },
  { parent: 0, tag: 'p' },
];
const look = (set: Record<string, CapturedValue>): ElementCascade => {
  const won = [new Map(Object.entries(set))];
  return { conditions: [], propertiesOf: () => new Set(), usingVariables: () => new Set(), winners: () => won };
};

function written(root: Record<string, CapturedValue>, child: Record<string, CapturedValue>) {
  const pending = resolveStyles(nodes, [look(root), look(child)]);
  const expanded = pending.pairs.map(([property, value]) =>
    property === 'margin' ? { 'margin-top': value, 'margin-left': value } : { [property]: value },
  );
  return Object.fromEntries(pending.finish(expanded)[1]?.[0]?.byInterval[0] ?? []);
}

describe('substitute (CSS Custom Properties 1, section 3)', () => {
  const values: Record<string, string> = { '--a': '1px', '--b': 'red' };
  const lookUp = (name: string) => values[name];

  it.each([
    ['var(--a)', '1px'],
    ['calc(var(--a) + 2px)', 'calc(1px + 2px)'],
    ['var(--none, 3px)', '3px'],
    ['var(--none, var(--b))', 'red'],
    ['var(--none, rgb(1, 2, 3))', 'rgb(1, 2, 3)'],
    ['1px solid var( --b )', '1px solid red'],
    ['var(--none,)', ''],
  ])('%s', (value, expected) => {
    expect(substitute(value, lookUp)).toBe(expected);
  });

  it('is undefined where nothing is referred to', () => {
    expect(substitute('var(--none)', lookUp)).toBeUndefined();
  });
});

describe('custom properties', () => {
  it('takes inherited values and those of the element itself', () => {
    expect(written({ '--c': 'red' }, { '--d': 'var(--c)', color: 'var(--d)' })).toEqual({ color: 'red' });
  });

  it('writes shorthands out', () => {
    expect(
      written(
        { '--m': '4px' },
        {
          'margin-top': { shorthand: 'margin', value: 'var(--m)' },
          'margin-left': { shorthand: 'margin', value: 'var(--m)' },
        },
      ),
    ).toEqual({ 'margin-top': '4px', 'margin-left': '4px' });
  });

  it('unsets what refers to nothing or in a circle', () => {
    expect(written({}, { color: 'var(--none)' })).toEqual({ color: 'unset' });
    expect(written({}, { '--a': 'var(--b)', '--b': 'var(--a)', color: 'var(--a)' })).toEqual({ color: 'unset' });
  });
});
