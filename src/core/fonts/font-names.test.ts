import { readFontName } from './font-names.js';

describe('the name of a single font', () => {
  it('says family, weight and slant', () => {
    expect(readFontName('ABCDEF+SourceSans-BoldItalic')).toMatchObject({
      weight: 700,
      italic: true,
      fallback: ['sans-serif'],
    });
    expect(readFontName('ABCDEF+SourceSans-BoldItalic')?.families).toContain('Source Sans');
    expect(readFontName('Cousine-Regular')?.families).toEqual(['Cousine']);
    expect(readFontName('TimesNewRomanPS-BoldMT')).toMatchObject({ weight: 700 });
  });

  it('is tried with and without spaces where its letters change case', () => {
    expect(readFontName('DejaVuSans')?.families).toEqual(
      expect.arrayContaining(['Deja Vu Sans', 'DejaVu Sans', 'DejaVuSans']),
    );
  });

  it('is not read where it is that of a family', () => {
    for (const family of ['Arial', 'Source Sans', 'system-ui']) expect(readFontName(family)).toBeUndefined();
  });
});
