// npm run sweep -- PROJECT… : opens the sites of projects at every width from 320 to 1920 px in steps of 40, and says
// where they scroll sideways, cut words off or lay them on each other. Ends with 1 if they do.
import { createRequire } from 'node:module';
import { basename, join, resolve } from 'node:path';

const require = createRequire(import.meta.url);
const { openBrowser } = require('../dist/browser/launch.js');
const { openOurs, turnTo } = require('../dist/browser/our-page.js');
const { inside } = require('../dist/browser/inpage-script.js');
const { serveFolder } = require('../dist/browser/serve.js');
const { wordFaults } = require('../dist/core/proof/clashes.js');

const NARROWEST = 320;
const WIDEST = 1920;
const STEP = 40;

const browser = await openBrowser();
let faulty = 0;
for (const project of process.argv.slice(2)) {
  const served = await serveFolder(join(resolve(project), 'site'));
  const page = await browser.newPage(NARROWEST);
  await openOurs(page, `${served.origin}/index.html`);
  let wrong = 0;
  for (let width = NARROWEST; width <= WIDEST; width += STEP) {
    await turnTo(page, width);
    const { words, overflow } = await inside(page, 'measureNow');
    const { clashing, cut } = wordFaults(words, width);
    if (overflow <= 0 && clashing.length === 0 && cut.length === 0) continue;
    wrong += 1;
    const said = [
      ...(overflow > 0 ? [`scrolls sideways by ${overflow} px`] : []),
      ...(cut.length ? [`cut off: ${cut.slice(0, 6).join(' ')}`] : []),
      ...(clashing.length
        ? [
            `clash: ${clashing
              .slice(0, 4)
              .map((pair) => pair.join('/'))
              .join(' ')}`,
          ]
        : []),
    ];
    console.log(`${basename(project)} at ${width} px: ${said.join('; ')}`);
  }
  console.log(`${basename(project)}: ${wrong} of ${(WIDEST - NARROWEST) / STEP + 1} widths with faults`);
  faulty += wrong;
  await page.close();
  await served.close();
}
await browser.close();
process.exitCode = faulty ? 1 : 0;
