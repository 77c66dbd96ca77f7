import { familiesIn } from '../css/font-families.js';
import { chooseFaces, missingFonts, type FontFile, type FontUse } from './font-faces.js';

const file = (address: string, families: string[], weight: number, more: Partial<FontFile> = {}): FontFile => ({
  address,
  families,
  names: [`${families[0]} ${weight}`],
  weights: [weight, weight],
  italic: false,
  ...more,
});
const use = (family: string, weight = 400, italic = false): FontUse => ({
  families: [family, 'serif'],
  weight,
  italic,
});

describe('familiesIn', () => {
  it('reads quoted and bare names', () => {
    expect(familiesIn('"Marsh Serif", \'Tide, Wide\', Georgia , serif')).toEqual([
      'Marsh Serif',
      'Tide, Wide',
      'Georgia',
      'serif',
    ]);
  });
});

describe('chooseFaces', () => {
  const files = [
    file('m-400.woff2', ['Marsh'], 400),
    file('m-700.woff2', ['Marsh'], 700),
    file('m-400i.ttf', ['Marsh'], 400, { italic: true }),
    file('w.woff2', ['Wide'], 400, { weights: [100, 900] }),
    file('lapwing-v4-latin-600.woff2', ['Something'], 600),
    file('d.otf', ['Dunlin Light'], 400),
  ];
  const sources = (...uses: FontUse[]): string[] =>
    chooseFaces(uses, files).map(
      ({ descriptors }) => `${descriptors['font-weight']} ${descriptors['font-style']} ${descriptors['src']}`,
    );

  it('takes of a family the file nearest in weight and slant, once', () => {
    expect(sources(use('Marsh'), use('marsh', 650), use('Marsh', 600), use('Marsh', 300, true))).toEqual([
      '400 normal url("m-400.woff2")',
      '700 normal url("m-700.woff2")',
      '700 normal url("m-700.woff2")',
      '400 italic url("m-400i.ttf")',
    ]);
  });

  it('takes a font with an axis for every weight, and a font by its own full name whatever is asked for', () => {
    expect(sources(use('Wide', 350))).toEqual(['100 900 normal url("w.woff2")']);
    expect(sources(use('Marsh 700', 400))).toEqual(['1 1000 normal url("m-700.woff2")']);
  });

  it('knows families with a style left in their name, and files by what they are called', () => {
    expect(sources(use('Dunlin'))).toEqual(['400 normal url("d.otf")']);
    expect(sources(use('Lapwing', 600))).toEqual(['600 normal url("lapwing-v4-latin-600.woff2")']);
    expect(sources(use('Curlew'))).toEqual([]);
  });
});

describe('missingFonts', () => {
  it('are those of which the browser shows another, with what took their place', () => {
    const shown = (family: string, brought = false) => [{ family, brought }];
    expect(
      missingFonts([
        { use: use('Marsh', 700), shown: shown('Tidal Sans') },
        { use: use('Marsh', 400), shown: shown('Tidal Sans') },
        { use: use('Wide'), shown: shown('w', true) },
        { use: use('Tidal Sans'), shown: shown('Tidal Sans') },
        { use: use('sans-serif'), shown: shown('Tidal Sans') },
      ]),
    ).toEqual(['Font not there: Marsh (400, 700), Tidal Sans took its place; give its files with --fonts']);
  });
});
