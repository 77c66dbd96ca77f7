import { familiesIn, firstFamily, replaceFamily, writeFamilies } from './font-families.js';

describe('font families', () => {
  it('are read with and without quotes, also with commas in them', () => {
    expect(familiesIn(`"Night, Sky", 'Marsh Light' , Arial, sans-serif`)).toEqual([
      'Night, Sky',
      'Marsh Light',
      'Arial',
      'sans-serif',
    ]);
    expect([firstFamily('"A B", C'), firstFamily('')]).toEqual(['A B', '']);
  });

  it('are written so that they are read again', () => {
    const families = ['Night, Sky', 'Arial', 'a "b" c'];
    expect(familiesIn(writeFamilies(families))).toEqual(['Night, Sky', 'Arial', 'a b c']);
  });

  it('take one another’s place whatever their case; a list without it stays the same text', () => {
    expect(replaceFamily("'marsh light', serif", 'Marsh Light', 'Arial')).toBe('Arial, serif');
    expect(replaceFamily("'marsh light',serif", 'Georgia', 'Arial')).toBe("'marsh light',serif");
  });
});
