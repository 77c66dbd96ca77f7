import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Behaviour } from '../src/core/behaviours/report.js';
import { openBrowser } from '../src/browser/launch.js';
import { serveFolder } from '../src/browser/serve.js';
import { cleanUp, onlyPage, tavrik, temporary } from './program.js';

const folder = temporary();
afterAll(cleanUp);

const PAGE = `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Nights</title></head><body><main><h1>Nights on the marsh</h1>
<h2><button id="ask" aria-expanded="false" aria-controls="answer">When is it dark?</button></h2><div id="answer" hidden><p>An hour after sunset.</p></div>
<div role="tablist"><button role="tab" aria-selected="true" aria-controls="winter">Winter</button><button role="tab" aria-selected="false" aria-controls="summer">Summer</button></div>
<div role="tabpanel" id="winter">Orion rises.</div><div role="tabpanel" id="summer" hidden>Vega shines.</div>
<p>Seats: <b id="seats">0</b> <button id="more">One more seat</button> <button id="less" title="One seat fewer"></button></p>
<p><a href="tides.html" id="tides">Tides</a> <button id="still">No script hears this</button></p></main><script>
const by = (id) => document.getElementById(id);
by('ask').addEventListener('click', () => (by('answer').hidden = !by('answer').hidden));
for (const tab of document.querySelectorAll('[role=tab]')) tab.onclick = () => {
  for (const panel of document.querySelectorAll('[role=tabpanel]')) panel.hidden = panel.id !== tab.getAttribute('aria-controls');
};
by('more').addEventListener('click', () => by('seats').textContent++);
by('less').addEventListener('pointerdown', () => by('seats').textContent--);
by('tides').addEventListener('click', () => console.log('counted'));
document.addEventListener('click', () => console.log('anywhere'));
</script></body></html>`;

describe('a page that scripts answer', () => {
  const project = join(folder, 'project');
  let behaviours: readonly Behaviour[] = [];
  let notes: readonly string[] = [];
  beforeAll(() => {
    writeFileSync(join(folder, 'nights.html'), PAGE);
    const ran = tavrik(['convert', join(folder, 'nights.html'), '--out', project, '--no-proof', '--json']);
    ({ behaviours, notes } = onlyPage<{ behaviours: Behaviour[]; notes: string[] }>(ran));
  });

  it('says of every control whether it works without them', () => {
    expect(behaviours.map(({ name, events, state }) => [name, events.join(), state])).toEqual([
      ['When is it dark?', 'click', 'works'],
      ['Winter', 'click', 'works'],
      ['Summer', 'click', 'works'],
      ['One more seat', 'click', 'kept as it looked'],
      ['One seat fewer', 'pointerdown', 'kept as it looked'],
      ['Tides', 'click', 'works'],
    ]);
    expect(notes).toContain('2 controls have lost what scripts of the source did: “One more seat”, “One seat fewer”');
    expect(readFileSync(join(project, 'site/index.html'), 'utf8')).not.toContain('<script');
  });

  it('opens and switches what the attribute "hidden" hid', async () => {
    const browser = await openBrowser();
    const site = await serveFolder(join(project, 'site'));
    try {
      const page = await browser.newPage(900);
      await page.goto(`${site.origin}/index.html`);
      const shows = (text: string): Promise<boolean> => page.getByText(text).isVisible();
      expect([await shows('An hour after sunset.'), await shows('Orion rises.'), await shows('Vega shines.')]).toEqual([
        false,
        true,
        false,
      ]);
      await page.getByText('When is it dark?').click();
      await page.getByText('Summer').click();
      expect([await shows('An hour after sunset.'), await shows('Orion rises.'), await shows('Vega shines.')]).toEqual([
        true,
        false,
        true,
      ]);
      await page.getByText('When is it dark?').click();
      expect(await shows('An hour after sunset.')).toBe(false);
    } finally {
      await browser.close();
      await site.close();
    }
  });
});
