import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { openBrowser, type OpenBrowser } from '../src/browser/launch.js';
import { serveFolder, type Served } from '../src/browser/serve.js';
import { cleanUp, tavrik, temporary, onlyPage } from './program.js';

const folder = temporary();
const project = join(folder, 'visits');
const SOURCE = `<!doctype html><html lang="en"><head><title>Visits</title><style>
  body { font: 16px/1.5 sans-serif; margin: 0; padding: 20px } nav { display: flex; justify-content: space-between; flex-wrap: wrap }
  .bars { display: none; background: #eee; border: 1px solid #999; padding: 6px } .links { display: flex; gap: 12px; list-style: none; margin: 0; padding: 0 }
  @media (max-width: 700px) { .bars { display: block } .links { display: none; flex-basis: 100% } .links.open { display: block } }
  .tab { border: 0; background: #eee; padding: 8px 16px; font: inherit; color: #333 } .tab.on { background: #036; color: #fff }
  .panel { padding: 20px; border: 1px solid #ccc } .off, .answer, .dialog { display: none }
  .dialog { position: fixed; inset: 20%; background: #fff; border: 2px solid #036 }
  .ask { display: block; width: 100%; text-align: left; padding: 10px; border: 1px solid #ccc; background: #fff; font: inherit }
  .slides { overflow: hidden; width: 400px } .slide { display: none; height: 90px; background: #dde } .slide.on { display: block }
  .show { position: relative; width: 400px; overflow: hidden } .show button { position: absolute; top: 30px; width: 40px; height: 30px; border: 0; background: #fc6 } .go { right: 0 } .back { left: 0 }
  a:hover { color: red } .card:hover .more { color: green }
  </style></head><body>
  <nav><strong>Saltmarsh</strong><button class="bars" aria-label="Menu" aria-controls="links" aria-expanded="false">Menu</button>
    <ul class="links" id="links"><li><a href="#hire">Hire</a></li><li><a href="#join">Join</a></li></ul></nav>
  <div role="tablist" aria-label="Kinds"><button role="tab" class="tab on" aria-controls="p1">Open nights</button><button role="tab" class="tab" aria-controls="p2">Groups</button></div>
  <div id="p1" role="tabpanel" class="panel">Fridays at dusk.</div><div id="p2" role="tabpanel" class="panel off">By arrangement.</div>
  <h3><button class="ask" aria-expanded="false" aria-controls="a1">Is it dark?</button></h3><div id="a1" class="answer">Very dark.</div>
  <button data-toggle="dialog" data-target="#d1">Book</button><div id="d1" class="dialog" role="dialog">Write to us. <button data-dismiss="dialog">Close</button></div>
  <div class="show" aria-roledescription="carousel"><div class="slides"><div class="slide on">First light</div><div class="slide">Moonrise</div><div class="slide">Low tide</div></div>
  <button class="back" aria-label="Previous">b</button><button class="go" aria-label="Next">n</button></div>
  <script>document.querySelector('.bars').onclick = () => document.querySelector('.links').classList.toggle('open')</script>
  </body></html>`;

describe('what scripts did works without them', () => {
  let browser: OpenBrowser;
  let site: Served;
  const open = async (width: number): Promise<Page> => {
    const page = await browser.newPage(width);
    await page.goto(`${site.origin}/index.html`);
    return page;
  };

  beforeAll(async () => {
    writeFileSync(join(folder, 'visits.html'), SOURCE);
    expect(tavrik(['convert', join(folder, 'visits.html'), '--out', project]).code).toBe(0);
    browser = await openBrowser();
    site = await serveFolder(join(project, 'site'));
  });
  afterAll(async () => {
    await browser.close();
    await site.close();
    cleanUp();
  });

  it('looks as before at every width, and holds no script', () => {
    const { widths } = onlyPage<{ widths: { differ: number; words: { placed: number; missing: number } }[] }>({
      code: 0,
      out: readFileSync(join(project, 'proof/proof.json'), 'utf8'),
      err: '',
    });
    for (const { differ, words } of widths) {
      expect(differ).toBeLessThan(0.005);
      expect(words).toMatchObject({ placed: 1, missing: 0 });
    }
    expect(readFileSync(join(project, 'site/index.html'), 'utf8')).not.toMatch(/<script|onclick/);
  });

  it('opens the menu on a narrow screen by mouse and by keyboard, and leaves it alone on a wide one', async () => {
    const narrow = await open(390);
    expect(await narrow.isVisible('text=Hire')).toBe(false);
    await narrow.click('nav :text-is("Menu")');
    expect(await narrow.isVisible('text=Hire')).toBe(true);
    await narrow.keyboard.press('Space');
    expect(await narrow.isVisible('text=Hire')).toBe(false);
    await narrow.close();
    const wide = await open(1000);
    expect(await wide.isVisible('text=Hire')).toBe(true);
    await wide.close();
  });

  it('chooses tabs, by mouse and by arrow keys', async () => {
    const page = await open(1000);
    await page.click('label:has-text("Groups")');
    expect(await page.isVisible('text=By arrangement')).toBe(true);
    expect(await page.isVisible('text=Fridays')).toBe(false);
    await page.keyboard.press('ArrowLeft');
    expect(await page.isVisible('text=Fridays')).toBe(true);
    await page.close();
  });

  it('opens answers and dialogs, and closes them', async () => {
    const page = await open(1000);
    expect(await page.isVisible('text=Very dark')).toBe(false);
    await page.click('label:has-text("Is it dark?")');
    expect(await page.isVisible('text=Very dark')).toBe(true);
    await page.click('label:has-text("Book")');
    expect(await page.isVisible('text=Write to us')).toBe(true);
    await page.click('label:has-text("Close")');
    expect(await page.isVisible('text=Write to us')).toBe(false);
    await page.close();
  });

  it('scrolls through slides, and their arrows lead on from each of them', async () => {
    const page = await open(1000);
    const track = page.locator('.slides, [tabindex="0"]').first();
    const at = (): Promise<number> => track.evaluate((element) => Math.round(element.scrollLeft / element.clientWidth));
    expect(await track.evaluate((element) => element.scrollWidth > element.clientWidth * 2.5)).toBe(true);
    const seen: number[] = [];
    for (const name of ['Next', 'Next', 'Next', 'Previous']) {
      await page
        .locator(`a[aria-label="${name}"]`)
        .nth(await at())
        .click();
      seen.push(await at());
    }
    expect(seen).toEqual([1, 2, 0, 2]);
    await page.close();
  });

  it('converted again looks the same and has no more boxes', () => {
    const count = (file: string): number => (readFileSync(file, 'utf8').match(/<(?!\/|!)/g) ?? []).length;
    const again = join(folder, 'again');
    expect(tavrik(['convert', join(project, 'site/index.html'), '--out', again]).code).toBe(0);
    expect(count(join(again, 'site/index.html'))).toBeLessThanOrEqual(count(join(project, 'site/index.html')));
  });
});
