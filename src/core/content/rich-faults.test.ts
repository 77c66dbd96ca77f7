import { destinationsIn, knownIn, richFaults } from './rich-faults.js';

const known = knownIn(['See {accent|the} [marsh](<#marsh>) and {table}', '![A dome](<assets/gone.jpg>)']);
const missing = (href: string): string | undefined => (/^(#|assets\/)/.test(href) ? `"${href}" is missing` : undefined);
const faultsOf = (value: string, type: 'rich' | 'article' = 'article'): string[] =>
  richFaults(value, { type }, known, missing).map(({ wrong, what }) => `${wrong ? 'wrong' : 'look'}: ${what}`);

describe('a text in CommonMark', () => {
  it('leads to what it links and shows what it holds, and to nothing in code or behind a backslash', () => {
    expect(destinationsIn('[a](</x y>) ![b](c.png) `[d](e)` \\[f](g) [![h](i)](j)')).toEqual([
      { href: '/x y', isImage: false },
      { href: 'c.png', isImage: true },
      { href: 'j', isImage: false },
      { href: 'i', isImage: true },
    ]);
  });

  it.each([
    ['[x](#nowhere)', 'wrong: "#nowhere" is missing'],
    ['![x](<assets/none.jpg>)', 'wrong: "assets/none.jpg" is missing'],
    ['[x](javascript:alert)', 'wrong: A link must not run a script'],
    ['{blink|x}', 'look: {blink} is not known here and is shown as written; write \\{ for a plain brace'],
  ])('%s: %s', (value, fault) => {
    expect(faultsOf(value)).toEqual([fault]);
  });

  it.each([
    '[x](<#marsh>)',
    '![x](<assets/gone.jpg>)',
    '{accent|x}',
    '{table}',
    '{kbd|x}',
    '\\{blink\\}',
    '[x](/elsewhere)',
  ])('may have what the source has, and what HTML knows: %s', (value) => {
    expect(faultsOf(value)).toEqual([]);
  });

  it('of a line or two takes no images', () => {
    expect(faultsOf('![x](https://marsh.example/a.jpg)', 'rich')).toEqual([
      'look: The image "https://marsh.example/a.jpg" is left out: this text takes no images',
    ]);
  });
});
