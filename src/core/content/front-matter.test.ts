import { readFrontMatter, writeFrontMatter } from './front-matter.js';

const texts = new Map([
  ['hero.intro', 'Come and look.\n\nThe tea is *hot*.'],
  ['hire.cards.week.text', 'A week costs 28 crowns.'],
]);

describe('Markdown with front matter', () => {
  it('has short values in front and each long text under the name of its field', () => {
    const result = writeFrontMatter('hero:\n  heading: Clear nights\n', texts);
    expect(result).toMatch(
      /^---\nhero:\n {2}heading: Clear nights\n---\n\n<!-- field: hero\.intro -->\n\nCome and look\./,
    );
    const read = readFrontMatter(result, 'a.md');
    expect(read.front.trim()).toBe('hero:\n  heading: Clear nights');
    expect(new Map([...read.texts].map(([path, { text }]) => [path, text]))).toEqual(texts);
    expect(read.texts.get('hero.intro')?.line).toBe(6);
  });

  it('keeps the lines of the file for what is wrong in front', () => {
    expect(readFrontMatter('---\na: 1\nb: 2\n---\n', 'a.md').front.split('\n')[2]).toBe('b: 2');
  });

  it.each([
    ['hero: x\n', /line 1: Front matter is missing/],
    ['---\na: 1\n', /Front matter is missing/],
    ['---\na: 1\n---\nloose words\n', /line 4: This text has no field/],
    ['---\n---\n<!-- field: a.b -->\nx\n<!-- field: a.b -->\ny\n', /line 5: "a\.b" appears twice/],
  ])('that is wrong is refused with its line: %j', (text, pattern) => {
    expect(() => readFrontMatter(text, 'a.md')).toThrow(pattern);
  });
});
