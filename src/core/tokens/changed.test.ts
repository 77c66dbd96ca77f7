import { required } from '../data/required.js';
import { element, page } from '../document/sample.js';
import { changedPlaces, successors } from './changed.js';
import { placesIn } from './apply.js';
import { collectTokens } from './collect.js';
import { mergeTokens, renameToken, setToken, splitToken, takeFrom } from './change.js';
import { layersOf, shadowOf } from './shadows.js';
import { pathOf, type Token } from './token.js';

const [RED, INK] = ['rgb(179, 84, 30)', 'rgb(20, 36, 58)'] as [string, string];
const result = page(
  {
    title: { rest: { color: INK, 'font-size': '36px', 'line-height': '1.2', 'font-weight': '600' } },
    press: {
      rest: { 'background-color': RED, 'padding-top': '8px', 'padding-left': '8px' },
      variants: [{ at: 'below-600', set: { color: RED, 'column-gap': '8px' } }],
    },
  },
  element('heading', 'h', { style: 'title' }),
  element('button', 'b', { style: 'press' }),
);
const document = { ...result, keyframes: { glow: `from { color: ${RED} }` } };
const tokens = collectTokens([document]);
const nameOf = (value: string): string => pathOf(required(tokens.find((token) => token.value === value)));
const text = pathOf(required(tokens.find(({ group }) => group === 'text')));

describe('what a change of tokens does', () => {
  it.each<[string, string, string]>([
    ['a colour, in states, at widths and in keyframes too', nameOf(RED), '#010203'],
    ['a distance', nameOf('8px'), '9px'],
    ['a text style', text, '30px/1.5 400'],
    ['a breakpoint', nameOf('600px'), '640px'],
  ])('is where the token stands, all of it and nothing else: %s', (_, path, value) => {
    const stands = placesIn([document], tokens).get(path);
    expect(stands?.length).toBeGreaterThan(0);
    expect(changedPlaces([document], tokens, setToken(tokens, path, value))).toEqual(stands);
  });

  it('is nothing where it only has another name, or stands for more', () => {
    const all = [
      renameToken(tokens, nameOf(RED), 'ember'),
      splitToken(tokens, nameOf(RED), 'ember', ['.press'], placesIn([document], tokens).get(nameOf(RED)) ?? []),
    ];
    for (const entry of all) expect(changedPlaces([document], tokens, entry)).toEqual([]);
  });

  it('is told by what each is called then', () => {
    const [red, ink] = [nameOf(RED), nameOf(INK)];
    expect([...successors(tokens, renameToken(tokens, red, 'ember'))]).toEqual([[red, 'color.ember']]);
    expect([...successors(tokens, mergeTokens(tokens, ink, [red]))]).toEqual([[red, ink]]);
    const brand: Token[] = [{ group: 'color', name: 'fire', value: RED, from: [] }];
    expect([...successors(tokens, takeFrom(tokens, brand, 0))]).toEqual([[red, 'color.fire']]);
    expect(successors(tokens, setToken(tokens, red, '#000')).size).toBe(0);
  });
});

describe('colours of a brand', () => {
  const colour = (name: string, value: string): Token => ({ group: 'color', name, value, from: [value] });
  const names = (list: readonly Token[]): string[] =>
    list.map((token) => `${token.name} ${token.value as string} ${token.from.length}`);
  it('make one of two that are near the same', () => {
    const both = [colour('a', 'rgb(10, 10, 10)'), colour('b', 'rgb(12, 12, 12)')];
    expect(names(takeFrom(both, [colour('ink', 'rgb(10, 10, 10)')], 2))).toEqual(['ink rgb(10, 10, 10) 2']);
  });

  it('leave a name alone that means something else here', () => {
    const both = [colour('a', 'rgb(10, 10, 10)'), colour('ink', 'rgb(200, 0, 0)')];
    expect(names(takeFrom(both, [colour('ink', 'rgb(11, 11, 11)')], 2))).toEqual([
      'a rgb(11, 11, 11) 1',
      'ink rgb(200, 0, 0) 1',
    ]);
  });

  it('are the same only if they are, not nearly', () => {
    const pale = [colour('a', 'rgba(10, 10, 10, 0.5)')];
    expect(names(takeFrom(pale, [colour('b', 'rgba(10, 10, 10, 0.5005)')], 0))).toEqual(names(pale));
  });
});

describe('shadows', () => {
  it.each([
    ['rgba(20, 36, 58, 0.1) 0px 2px 8px', '0px 2px 8px 0px rgba(20, 36, 58, 0.1)'],
    [
      'inset 0 0 0 4px rgb(1, 2, 3), rgb(4, 5, 6) 1rem 2px',
      'inset 0px 0px 0px 4px rgb(1, 2, 3), 1rem 2px 0px 0px rgb(4, 5, 6)',
    ],
  ])('are read layer by layer: %s', (text, css) => {
    expect(shadowOf(layersOf(text) ?? [])).toBe(css);
    expect(layersOf(css)).toEqual(layersOf(text));
  });

  it.each(['none', '0px 2px 8px', '0px 2em 8px rgb(1, 2, 3)', '0px rgb(1, 2, 3)', 'rgb(1, 2, 3) 0px 0px rgb(4, 5, 6)'])(
    'are left as they are: %s',
    (text) => {
      expect(layersOf(text)).toBeUndefined();
    },
  );
});
