import { inBrowser, inside } from './in-browser.js';

/* Sections of a page of ours, told apart inside of it. */
const { open } = inBrowser();

describe('sections of a page of ours', () => {
  const BODY = `<header data-section="header"><a href="#x">Marsh</a></header><main class="box"><section data-section="dates"><h2>Dates</h2><button>Book</button></section>
    <section data-section="hire"><p>Hire a telescope</p></section></main><p>Outside</p>`;

  it('are told apart from what is around them', async () => {
    const page = await open(BODY, '<style>.box { color: red }</style>');
    const { shell, sections } = await inside(page, 'readSectionMarkup');
    expect(sections.map(({ name }) => name)).toEqual(['header', 'dates', 'hire']);
    expect(sections[1]?.markup).toMatch(/^<section data-section="dates"><h2>Dates<\/h2>.*<\/section>$/s);
    expect(shell).toMatch(/\.box \{ color: red \}.*<main class="box"><section data-section="dates"><\/section>/s);
    expect(shell).toContain('Outside');
    expect(shell).not.toContain('telescope');
    expect(await page.evaluate(() => document.querySelectorAll('h2').length)).toBe(1);
  });

  it('are looked into alone, with what stands in none', async () => {
    const page = await open(BODY);
    const words = async (within?: string[]) =>
      (await inside(page, 'measurePage', { onlyWords: true, ...(within ? { within } : {}) })).words.map(
        ({ text }) => text,
      );
    expect(await words(['dates'])).toEqual(['Dates', 'Book', 'Outside']);
    expect(await words([])).toEqual(['Outside']);
    expect((await words()).length).toBe(7);
    const all = await inside(page, 'measurePage', { onlyWords: true, within: ['dates'] });
    expect([all.sections.map(({ name }) => name), all.things, all.pictures]).toEqual([
      ['header', 'dates', 'hire'],
      undefined,
      [],
    ]);
    expect([
      (await inside(page, 'measureTargets', [], ['dates'])).length,
      (await inside(page, 'measureTargets', [])).length,
    ]).toEqual([1, 2]);
  });
});
