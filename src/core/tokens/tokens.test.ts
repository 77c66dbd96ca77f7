import { required } from '../data/required.js';
import { element, page, words } from '../document/sample.js';
import type { PageDocument, SharedStyle } from '../document/types.js';
import { renderCss } from '../render/css.js';
import { placesIn, withTokens } from './apply.js';
import { collectTokens } from './collect.js';
import { pathOf, type Token } from './token.js';

const styles: Record<string, SharedStyle> = {
  page: {
    rest: {
      'background-color': 'rgb(247, 243, 234)',
      color: 'rgb(34, 48, 60)',
      'font-size': '17px',
      'line-height': '1.6',
      'font-family': 'Figtree, sans-serif',
    },
  },
  title: {
    rest: {
      color: 'rgb(20, 36, 58)',
      'font-size': '36px',
      'font-weight': '600',
      'line-height': '1.2',
      'font-family': 'Fraunces, serif',
      'margin-top': '24px',
    },
  },
  note: { rest: { color: 'rgb(91, 106, 118)', 'padding-top': '24px', 'border-top-color': 'rgb(217, 208, 189)' } },
  press: {
    rest: {
      'background-color': 'rgb(179, 84, 30)',
      color: 'rgb(255, 248, 236)',
      'border-top-left-radius': '4px',
      'padding-top': '24px',
      'box-shadow': '0px 2px 8px 0px rgba(20, 36, 58, 0.1)',
    },
    variants: [
      { state: ':hover', set: { 'background-color': 'rgb(143, 64, 18)' } },
      { at: 'below-600', set: { 'background-image': 'linear-gradient(rgb(179, 84, 30), rgba(0, 0, 0, 0))' } },
    ],
  },
  pale: { rest: { 'background-color': 'rgb(247, 243, 235)' } },
};
const document: PageDocument = ((): PageDocument => {
  const result = page(
    styles,
    element('heading', 'h', { style: 'title' }, words('Clear nights')),
    element('text', 'n', { style: 'note' }, words('Every Friday')),
    element('button', 'b', { style: 'press' }, words('Book')),
    element('box', 'x', { style: 'pale' }),
  );
  return { ...result, body: { ...result.body, style: 'page' } };
})();
const tokens = collectTokens([document], 0);
const valueOf = (path: string, list: readonly Token[] = tokens): unknown =>
  list.find((token) => pathOf(token) === path)?.value;

describe('the tokens of a page', () => {
  it('are colours by what they are for', () => {
    const colours = tokens.filter(({ group }) => group === 'color').map((token) => [token.name, token.value]);
    expect(Object.fromEntries(colours)).toEqual({
      page: 'rgb(247, 243, 234)',
      text: 'rgb(34, 48, 60)',
      heading: 'rgb(20, 36, 58)',
      'text-muted': 'rgb(91, 106, 118)',
      accent: 'rgb(179, 84, 30)',
      'on-accent': 'rgb(255, 248, 236)',
      line: 'rgb(217, 208, 189)',
      orange: 'rgb(143, 64, 18)',
      surface: 'rgb(247, 243, 235)',
    });
  });

  it('are one where colours are nearer than is asked for', () => {
    const near = collectTokens([document]).filter(({ group }) => group === 'color');
    expect(near.find(({ name }) => name === 'page')?.from).toEqual(['rgb(247, 243, 234)', 'rgb(247, 243, 235)']);
    expect(near).toHaveLength(8);
  });

  it('are fonts, text styles, distances that recur, roundings, shadows and breakpoints', () => {
    expect([valueOf('font.body'), valueOf('font.heading')]).toEqual(['Figtree, sans-serif', 'Fraunces, serif']);
    expect(valueOf('text.body')).toMatchObject({ fontSize: 17, lineHeight: '1.6' });
    expect(valueOf('text.heading')).toMatchObject({ fontSize: 36, fontWeight: 600 });
    const others = tokens.filter(({ group }) => /space|radius|shadow|breakpoint/.test(group));
    expect(others.map((token) => [pathOf(token).split('.')[0], token.value])).toEqual([
      ['space', '24px'],
      ['radius', '4px'],
      ['shadow', '0px 2px 8px 0px rgba(20, 36, 58, 0.1)'],
      ['breakpoint', '900px'],
      ['breakpoint', '600px'],
    ]);
  });
});

describe('text styles of narrower screens', () => {
  const title = (size: string, narrow: Record<string, string>): SharedStyle => ({
    rest: { 'font-size': size, 'font-weight': '600', 'line-height': '1.2', 'font-family': 'Fraunces' },
    variants: [{ at: 'below-600', set: narrow }],
  });
  const shown = page(
    {
      a: title('36px', { 'font-size': '27px', 'margin-top': '9px' }),
      b: title('36px', { 'font-size': '27px' }),
      c: title('30px', { 'font-size': '21px' }),
    },
    element('heading', '1', { style: 'a' }, words('One')),
    element('heading', '2', { style: 'b' }, words('Two')),
    element('heading', '3', { style: 'c' }, words('Three')),
  );
  const found = collectTokens([shown]);
  const narrow = required(found.find(({ name }) => name === 'title-phone'));

  it('are tokens where two or more come to the same, called after what they are on the widest', () => {
    expect(narrow.value).toMatchObject({ fontSize: 27, fontWeight: 600, lineHeight: '1.2' });
    expect(found.some(({ value }) => typeof value === 'object' && value.fontSize === 21)).toBe(false);
  });

  it('are said where a breakpoint says one of them, and change there alone', () => {
    const css = renderCss(withTokens(shown, found));
    expect(css.match(/font-size: var\(--text-title-phone-size\)/g)).toHaveLength(2);
    expect(css).toContain('font-size: 21px');
    expect(renderCss(withTokens(shown, found, 'values'))).toBe(renderCss(shown));
    const smaller = found.map((token) =>
      token === narrow ? { ...token, value: { ...(token.value as object), fontSize: 25 } as Token['value'] } : token,
    );
    const [before, after] = [shown, withTokens(shown, smaller, 'values')].map((page) =>
      renderCss(page).split('\n'),
    ) as [string[], string[]];
    expect(after.filter((line, at) => line !== before[at]).map((line) => line.trim())).toEqual([
      'font-size: 25px;',
      'font-size: 25px;',
    ]);
    expect(placesIn([shown], found).get('text.title-phone')).toEqual(['a font-size', 'b font-size']);
  });
});

describe('a page with tokens', () => {
  const css = renderCss(withTokens(document, tokens));

  it('says them where they stand, and their values once', () => {
    expect(css).toMatch(/:root \{[^}]*--color-accent: rgb\(179, 84, 30\);/);
    expect(css).toContain('linear-gradient(var(--color-accent), rgba(0, 0, 0, 0))');
    expect(css).toContain('font-size: var(--text-heading-size)');
    expect(css).toContain('font-family: var(--font-heading)');
    expect(css.replace(/:root \{[^}]*\}/, '').match(/rgb\(/g)).toBeNull();
  });

  it('looks the same as without them', () => {
    expect(renderCss(withTokens(document, tokens, 'values'))).toBe(renderCss(document));
    expect(withTokens(document, [])).toBe(document);
    const bold = {
      ...document,
      styles: {
        ...styles,
        title: { rest: { ...styles['title']?.rest, 'font-weight': 'bold' } },
        note: { rest: { 'font-size': '12px', 'font-weight': 'bolder' } },
      },
    };
    const readonly = withTokens(bold, collectTokens([bold]), 'values').styles;
    expect([readonly['title']?.rest['font-weight'], readonly['note']?.rest['font-weight']]).toEqual(['700', 'bolder']);
  });

  it('changes all uses of one, and nothing else', () => {
    const blue = tokens.map((token) =>
      pathOf(token) === 'color.accent' ? { ...token, value: 'rgb(1, 2, 3)' } : token,
    );
    const [before, after] = [document, withTokens(document, blue, 'values')].map((page) =>
      renderCss(page).split('\n'),
    ) as [string[], string[]];
    const changed = before.filter((line, at) => line !== after[at]);
    expect(changed.map((line) => line.trim().split(':')[0])).toEqual(['background-color', 'background-image']);
    expect(placesIn([document], tokens).get('color.accent')).toEqual([
      'press background-color',
      'press background-image',
    ]);
  });

  it('has another look in a dark scheme where one is said', () => {
    const dark = tokens.map((token) => (token.name === 'page' ? { ...token, dark: 'rgb(10, 10, 10)' } : token));
    expect(renderCss(withTokens(document, dark))).toMatch(
      /@media \(prefers-color-scheme: dark\) \{\n {2}:root \{\n {4}--color-page: rgb\(10, 10, 10\);/,
    );
  });

  it('moves its breakpoints with theirs', () => {
    const moved = tokens.map((token) => (token.value === '600px' ? { ...token, value: '640px' } : token));
    expect(withTokens(document, moved).breakpoints.map(({ below }) => below)).toEqual([900, 640]);
  });

  it('keep the colour of areas apart where a person would see them change, and give it to near letters and lines', () => {
    const of = (...rests: readonly Record<string, string>[]): string[] =>
      collectTokens([
        page(
          Object.fromEntries(rests.map((rest, at) => [`s${at}`, { rest }])),
          ...rests.map((_, at) => element('box', `e${at}`, { style: `s${at}` })),
        ),
      ]).flatMap(({ group, value }) => (group === 'color' && typeof value === 'string' ? [value] : []));
    const [one, other] = ['rgb(238, 238, 238)', 'rgb(233, 236, 239)'];
    expect(of({ 'background-color': one }, { 'background-color': other })).toHaveLength(2);
    expect(of({ 'border-top-color': one }, { 'border-bottom-color': one }, { 'background-color': other })).toEqual([
      other,
    ]);
    expect(of({ 'background-color': one }, { 'background-color': 'rgb(238, 238, 239)' })).toEqual([one]);
  });
});
