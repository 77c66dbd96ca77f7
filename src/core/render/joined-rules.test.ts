import fc from 'fast-check';
import { joinedRules, type Rule } from './joined-rules.js';

/* Rules with equal declarations as one, and never another page for it. */

const rule = (selector: string, body: string): Rule => ({
  style: /^\.([\w-]+)/.exec(selector)?.[1] ?? '',
  selector,
  body: `  ${body};\n`,
});
const alone = (style: string, other: string): boolean => style === other;
const selectors = (rules: readonly Rule[], meets = alone): string[] =>
  joinedRules(rules, meets).map((text) => text.slice(0, text.indexOf(' {')).replace(/\n/g, ' '));

describe('rules with equal declarations', () => {
  it('are one, in the place of the first', () => {
    const rules = [rule('.a', 'color: red'), rule('.b', 'color: blue'), rule('.c', 'color: red')];
    expect(selectors(rules)).toEqual(['.a, .c', '.b']);
    expect(joinedRules(rules, alone)[0]).toBe('.a,\n.c {\n  color: red;\n}\n');
  });

  it('stay apart where a rule between them is as strong on the same element, and sets what they set', () => {
    const meets = (style: string, other: string): boolean => style === other || `${style}${other}`.length === 2;
    const rules = (between: string): Rule[] => [
      rule('.a', 'color: red'),
      rule('.b', between),
      rule('.c', 'color: red'),
    ];
    expect(selectors(rules('color: blue'), meets)).toEqual(['.a', '.b', '.c']);
    expect(selectors(rules('margin-top: 0'), meets)).toEqual(['.a, .c', '.b']);
  });

  it('of a state are stronger than what the style is at rest', () => {
    expect(
      selectors([rule('.a:hover', 'color: red'), rule('.b', 'color: blue'), rule('.b:hover', 'color: red')]),
    ).toEqual(['.a:hover, .b:hover', '.b']);
  });

  it('are not one with a selector that some browsers do not know', () => {
    expect(selectors([rule('.a', 'color: red'), rule('.b::-webkit-scrollbar', 'color: red')])).toHaveLength(2);
    expect(
      selectors([rule('.a::-webkit-scrollbar', 'color: red'), rule('.b::-webkit-scrollbar', 'color: red')]),
    ).toEqual(['.a::-webkit-scrollbar, .b::-webkit-scrollbar']);
  });

  it('give every element what it had', () => {
    const styles = ['a', 'b', 'c', 'd'] as const;
    const body = fc.constantFrom('color: red', 'color: blue', 'margin-top: 0', 'margin: 4px');
    const one = fc.tuple(fc.constantFrom(...styles), fc.constantFrom('', ':hover'), body);
    const pair = fc.tuple(fc.constantFrom(...styles), fc.constantFrom(...styles));
    fc.assert(
      fc.property(fc.array(one, { maxLength: 12 }), pair, (list, [x, y]) => {
        const rules = list.map(([style, state, text]) => rule(`.${style}${state}`, text));
        const meets = (style: string, other: string): boolean =>
          style === other || (style === x && other === y) || (style === y && other === x);
        const css = joinedRules(rules, meets).join('\n');
        const plain = rules.map(({ selector, body: text }) => `${selector} {\n${text}}\n`).join('\n');
        for (const classes of [[x, y], ...styles.map((style) => [style])])
          for (const hovered of [false, true])
            expect(computed(css, classes, hovered)).toEqual(computed(plain, classes, hovered));
      }),
    );
  });
});

/** What an element with some classes gets from a style sheet of such rules: states win, then what comes last. */
function computed(css: string, classes: readonly string[], hovered: boolean): Record<string, string> {
  const set: Record<string, string> = {};
  for (const state of hovered ? ['', ':hover'] : [''])
    for (const [, list = '', body = ''] of css.matchAll(/([^{}]+) \{\n([^}]*)\}/g)) {
      const fits = list.split(',').some((part) => classes.some((name) => part.trim() === `.${name}${state}`));
      const [, name = '', value = ''] = /([\w-]+): ([^;]+);/.exec(body) ?? [];
      if (fits) set[name === 'margin' ? 'margin-top' : name] = value;
    }
  return set;
}
