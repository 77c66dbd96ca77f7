import { areRightToLeft, languageOf } from './language.js';
import { slug } from './slug.js';

describe('the language of texts', () => {
  it.each([
    ['en', 'The telescopes are set up at dusk, and somebody is there to explain what you see.'],
    ['de', 'Bei klarem Himmel stehen die Fernrohre bereit, und jemand erklärt, was zu sehen ist.'],
    ['fr', 'Les télescopes sont installés au crépuscule et quelqu’un explique ce que l’on voit.'],
    ['ar', 'تفتح القبة عند الغروب ويشرح أحدهم ما تراه في السماء'],
    ['ru', 'Телескопы стоят наготове с наступлением темноты, и кто-то объясняет, что видно.'],
  ])('is %s, told by the words', (language, text) => {
    expect(languageOf([text])).toBe(language);
  });

  it('cannot be told by few letters', () => {
    expect(languageOf(['Dusk', '20:30'])).toBeUndefined();
  });

  it('is written from right to left if most letters are', () => {
    expect([areRightToLeft(['قبة المرصد', 'Tel']), areRightToLeft(['Dome قبة']), areRightToLeft(['12'])]).toEqual([
      true,
      false,
      false,
    ]);
  });
});

describe('a name', () => {
  it.each([
    ['Über uns', 'uber-uns'],
    ['Ночное небо', 'nochnoe-nebo'],
    ['Αστεροσκοπείο', 'asteroskopeio'],
    ['星の夜', 'xing-noye'],
    ['★ ☆', ''],
  ])('of %s is in Latin letters: %s', (text, name) => {
    expect(slug(text)).toBe(name);
  });
});
