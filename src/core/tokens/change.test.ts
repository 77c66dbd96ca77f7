import { keepTokens, mergeTokens, proposalsFor, renameToken, setToken, splitToken, takeFrom } from './change.js';
import { readTokens, writeTokens } from './format.js';
import { pathOf, type Token } from './token.js';

const colour = (name: string, value: string, more: Partial<Token> = {}): Token => ({
  group: 'color',
  name,
  value,
  from: [value],
  ...more,
});
const [RED, INK, PAPER] = ['rgb(179, 84, 30)', 'rgb(20, 36, 58)', 'rgb(255, 255, 255)'] as [string, string, string];
const tokens: Token[] = [
  colour('accent', RED),
  colour('text', INK, { dark: PAPER }),
  colour('line', PAPER, { only: ['card border-top-color'] }),
  {
    group: 'text',
    name: 'body',
    value: {
      fontFamily: 'Figtree, sans-serif',
      fontSize: 17,
      fontWeight: 400,
      lineHeight: '1.6',
      letterSpacing: 'normal',
    },
    from: ['x'],
  },
  { group: 'space', name: 'm', value: '16px', from: ['16px'] },
  {
    group: 'shadow',
    name: 'card',
    value: '0px 2px 8px 0px rgba(20, 36, 58, 0.1)',
    from: ['0px 2px 8px 0px rgba(20, 36, 58, 0.1)'],
  },
];
const find = (list: readonly Token[], path: string): Token | undefined => list.find((token) => pathOf(token) === path);

describe('tokens', () => {
  it('are renamed, and a taken name is refused', () => {
    expect(renameToken(tokens, 'color.accent', 'ember').map(pathOf)).toContain('color.ember');
    expect(() => renameToken(tokens, 'color.accent', 'text')).toThrow(/color\.text" already/);
    expect(() => renameToken(tokens, 'color.accent', 'Big Red')).toThrow(/not a valid token name/);
    expect(() => renameToken(tokens, 'color.acent', 'x')).toThrow(/Token "color\.acent" not found/);
  });

  it('go into each other, those of one group', () => {
    const result = mergeTokens(tokens, 'color.text', ['color.accent']);
    expect([result.length, find(result, 'color.text')?.from]).toEqual([5, [RED, INK].sort()]);
    expect(() => mergeTokens(tokens, 'color.text', ['space.m'])).toThrow(/not in the group color/);
    expect(() => mergeTokens(tokens, 'color.text', ['color.text'])).toThrow(/with itself/);
  });

  it('are split by where they stand', () => {
    const places = ['card color', 'card border-top-color', 'page color'];
    expect(find(splitToken(tokens, 'color.text', 'text-card', ['.card'], places), 'color.text-card')).toMatchObject({
      value: INK,
      only: ['card border-top-color', 'card color'],
    });
    expect(find(splitToken(tokens, 'color.text', 'edge', ['border-top-color'], places), 'color.edge')?.only).toEqual([
      'card border-top-color',
    ]);
    expect(() => splitToken(tokens, 'color.text', 'edge', ['.hero'], places)).toThrow(/is not used in/);
    expect(() => splitToken(tokens, 'color.text', 'edge', ['.card', '.page'], places)).toThrow(/nowhere else/);
  });

  it.each<[string, string, unknown]>([
    ['color.accent', '#1d5c74', 'rgb(29, 92, 116)'],
    ['color.accent', '#1d5c7480', 'rgba(29, 92, 116, 0.502)'],
    ['color.accent', 'rgb(1, 2, 3)', 'rgb(1, 2, 3)'],
    ['space.m', '1.5rem', '1.5rem'],
    ['text.body', '18px/1.5 600', expect.objectContaining({ fontSize: 18, lineHeight: '1.5', fontWeight: 600 })],
    ['text.body', '18px', expect.objectContaining({ fontSize: 18, lineHeight: '1.6', fontWeight: 400 })],
  ])('are set: %s to %s', (path, text, value) => {
    expect(find(setToken(tokens, path, text), path)?.value).toEqual(value);
  });

  it.each([
    ['color.accent', 'reddish'],
    ['color.accent', 'rgb(300, 0, 0)'],
    ['color.accent', '#12'],
    ['space.m', '16'],
    ['space.m', 'wide'],
    ['text.body', 'large'],
    ['shadow.card', 'none; color: red'],
    ['shadow.card', ''],
  ])('refuse what is no value: %s to %s', (path, text) => {
    expect(() => setToken(tokens, path, text)).toThrow(/is not a valid value of/);
  });

  it('have another value in the dark if they are colours', () => {
    expect(find(setToken(tokens, 'color.accent', '#fff', true), 'color.accent')).toMatchObject({
      value: RED,
      dark: PAPER,
    });
    expect(() => setToken(tokens, 'space.m', '16px', true)).toThrow(/is not a colour/);
  });

  it('stay as a person has them when the pages are read again; new ones come beside them', () => {
    const known = [colour('ember', 'rgb(1, 1, 1)', { from: [RED] })];
    const tokens = keepTokens(known, [colour('accent', RED), colour('ember', INK), colour('page', PAPER)]);
    expect(tokens.map((token) => [token.name, token.value])).toEqual([
      ['ember', 'rgb(1, 1, 1)'],
      ['ember-2', INK],
      ['page', PAPER],
    ]);
    expect(keepTokens([colour('x', RED)], [colour('y', RED, { from: [RED, INK] })])[0]?.from).toEqual(
      [RED, INK].sort(),
    );
  });

  it('are matched with those of a site: the nearest, and how near', () => {
    const brand = [colour('brand', 'rgb(180, 84, 30)'), colour('ink', INK), colour('sea', 'rgb(0, 90, 120)')];
    const found = proposalsFor(tokens, brand);
    expect(found.map(({ path, nearest }) => [path, nearest])).toEqual([
      ['color.text', 'color.ink'],
      ['color.accent', 'color.brand'],
      ['color.line', 'color.brand'],
    ]);
    expect([found[0]?.distance, (found[1]?.distance ?? 9) < 1, (found[2]?.distance ?? 0) > 20]).toEqual([
      0,
      true,
      true,
    ]);
    expect(takeFrom(tokens, brand, 0).map(pathOf)).toEqual(expect.arrayContaining(['color.accent', 'color.ink']));
    expect(find(takeFrom(tokens, brand, 1), 'color.brand')).toMatchObject({ value: 'rgb(180, 84, 30)', from: [RED] });
  });
});

describe('a tokens file', () => {
  it('holds them all, and gives them back', () => {
    expect(readTokens(writeTokens(tokens), 'f')).toEqual(tokens);
    expect(JSON.parse(writeTokens(tokens))).toMatchObject({
      color: { $type: 'color', accent: { $value: { colorSpace: 'srgb', hex: '#b3541e', alpha: 1 } } },
      space: { $type: 'dimension', m: { $value: { value: 16, unit: 'px' } } },
      shadow: {
        card: {
          $value: {
            color: { hex: '#14243a', alpha: 0.1 },
            offsetY: { value: 2, unit: 'px' },
            blur: { value: 8, unit: 'px' },
            inset: false,
          },
        },
      },
      text: { body: { $value: { fontFamily: ['Figtree', 'sans-serif'], fontSize: { value: 17, unit: 'px' } } } },
    });
  });

  it('may be another one of the format: nested groups, references, types from above', () => {
    const brand = {
      colors: { $type: 'color', Brand: { Main: { $value: '#b3541e' } }, link: { $value: '{colors.Brand.Main}' } },
      corners: { small: { $type: 'dimension', $value: '4px' } },
    };
    const read = readTokens(JSON.stringify(brand), 'brand.json');
    expect(read.map((token) => [pathOf(token), token.value])).toEqual([
      ['color.brand-main', RED],
      ['color.link', RED],
      ['radius.corners-small', '4px'],
    ]);
  });

  it.each<[string, string, RegExp]>([
    ['no JSON', '{', /not JSON/],
    ['no groups', '[]', /holds no tokens/],
    [
      'tokens that refer to each other in a circle',
      '{"color":{"$type":"color","a":{"$value":"{color.b}"},"b":{"$value":"{color.a}"}}}',
      /refers to itself through color\.a → color\.b → color\.a/,
    ],
    [
      'a reference to nothing',
      '{"color":{"$type":"color","a":{"$value":"{color.x}"}}}',
      /refers to "color\.x", which does not exist/,
    ],
    ['an unknown type', '{"a":{"$type":"gradient","$value":[]}}', /"a" is of the type "gradient"/],
    ['no type', '{"a":{"$value":"#fff"}}', /"a" has no "\$type"/],
    [
      'names that clash',
      '{"color":{"$type":"color","a-b":{"$value":"#fff"},"a":{"b":{"$value":"#000"}}}}',
      /has the same name as "color\.a-b"/,
    ],
    [
      'a value for the dark of what is no colour',
      '{"space":{"$type":"dimension","a":{"$value":"4px","$extensions":{"tavrik":{"dark":"#fff"}}}}}',
      /is not a colour/,
    ],
    ['a value that is none', '{"color":{"$type":"color","a":{"$value":"reddish"}}}', /has no value of the type color/],
    ['a name with a dot', '{"color":{"a.b":{"$type":"color","$value":"#fff"}}}', /a dot or a brace/],
    ['something else', '{"color":{"a":7}}', /is neither a token nor a group/],
    ['a font that ends the rule', '{"font":{"a":{"$type":"fontFamily","$value":["x;} body{}"]}}}', /has no value/],
  ])('is refused with %s', (_, text, message) => {
    expect(() => readTokens(text, 'brand.json')).toThrow(message);
  });
});
