import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { built, cleanUp, tavrik, temporary } from './program.js';

const { openBrowser } = built<typeof import('../src/browser/launch.js')>('browser/launch');
const { serveFolder } = built<typeof import('../src/browser/serve.js')>('browser/serve');

/* States of what can be pressed in a design: drawn a second time, or derived. */

const folder = temporary();
const project = join(folder, 'project');
const text = (x: number, y: number, size: number, fill: string, words: string): string =>
  `<text x="${x}" y="${y}" font-family="Arial" font-size="${size}" fill="${fill}">${words}</text>`;
const DRAWING = `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="700" viewBox="0 0 1200 700"><rect width="1200" height="700" fill="#ffffff"/>
<g id="Hero">${text(100, 120, 48, '#1d3a4a', 'Star evenings')}${text(100, 180, 18, '#1d3a4a', 'Every clear Friday on the deck behind the dome.')}
<g id="Book"><rect x="100" y="230" width="200" height="52" rx="6" fill="#b3541e"/>${text(150, 262, 18, '#ffffff', 'Book a place')}</g>
<g id="Dates"><rect x="340" y="230" width="200" height="52" rx="6" fill="#1d5c74"/>${text(384, 262, 18, '#ffffff', 'See the dates')}</g></g>
<g id="Book_/_hover" transform="translate(1400 0)"><rect x="100" y="230" width="200" height="52" rx="6" fill="#7a3a14"/>${text(150, 262, 18, '#ffe9c9', 'Book a place')}</g>
<g id="Book_/_disabled" display="none"><rect x="100" y="230" width="200" height="52" rx="6" fill="#999999"/></g>
<g id="Tide:hover">${text(100, 420, 18, '#1d3a4a', 'A layer of that name and no other')}</g></svg>`;

afterAll(cleanUp);

describe('states of a design', () => {
  it('are taken from second drawings, which are no part of the page, and derived for the rest', async () => {
    writeFileSync(join(folder, 'evenings.svg'), DRAWING);
    const ran = tavrik(['convert', join(folder, 'evenings.svg'), '--out', project, '--no-proof']);
    expect([ran.code, ran.err]).toEqual([
      0,
      expect.stringMatching(/The state :hover of "Book" comes from its second layer/),
    ]);
    const html = readFileSync(join(project, 'site/index.html'), 'utf8');
    expect(html.match(/Book a place/g)).toHaveLength(1);
    expect(html).toContain('A layer of that name and no other');
    const browser = await openBrowser();
    const site = await serveFolder(join(project, 'site'));
    const page = await browser.newPage(1200);
    await page.goto(`${site.origin}/index.html`);
    const ground = (words: string): Promise<string> =>
      page.getByText(words).evaluate((entry) => getComputedStyle(entry.closest('a') as Element).backgroundColor);
    await page.getByText('Book a place').hover();
    expect(await ground('Book a place')).toBe('rgb(122, 58, 20)');
    const before = await ground('See the dates');
    await page.getByText('See the dates').hover();
    expect(await ground('See the dates')).not.toBe(before);
    await page.keyboard.press('Tab');
    const outline = await page.evaluate(() => getComputedStyle(document.activeElement as Element).outline);
    expect(outline).toMatch(/solid 2px$/);
    await browser.close();
    await site.close();
  });
});
