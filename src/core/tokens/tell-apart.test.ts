import { shadeWords, sizeName, TellingGiver, typographyWords } from './tell-apart.js';

const plain = { fontFamily: 'Salt', fontSize: 16, fontWeight: 400, lineHeight: '1.5', letterSpacing: 'normal' };

describe('names of tokens', () => {
  it('are given once each: by a word where the plain one is taken, by number last', () => {
    const giver = new TellingGiver();
    expect([
      giver.give('line'),
      giver.give('line', ['pale']),
      giver.give('line', ['pale']),
      giver.has('line-pale'),
    ]).toEqual(['line', 'line-pale', 'line-2', true]);
  });

  it('of headings go by how many sizes there are', () => {
    expect([sizeName('heading', 0, 1), sizeName('heading', 0, 3), sizeName('heading', 2, 3)]).toEqual([
      'heading',
      'title',
      'subheading',
    ]);
    expect([sizeName('large', 0, 1), sizeName('large', 0, 2), sizeName('small', 1, 2)]).toEqual([
      'lead',
      'lead-large',
      'caption',
    ]);
  });

  it('of equal size are told apart by weight, font, height of lines and spacing', () => {
    expect(typographyWords(plain, { ...plain, fontWeight: 700 })[0]).toBe('bold');
    expect(typographyWords(plain, { ...plain, fontFamily: 'Salt Mono' })[0]).toBe('code');
    expect(typographyWords(plain, { ...plain, lineHeight: '1.2' })[0]).toBe('tight');
    expect(typographyWords(plain, { ...plain, fontWeight: 700, letterSpacing: '2px' })).toContain('bold-spaced');
  });

  it('of colours go by lightness', () => {
    expect([shadeWords(0.2, 0.6)[0], shadeWords(0.6, 0.2)[0]]).toEqual(['pale', 'deep']);
  });
});
