// npm run sweep -- PROJECT… : opens the sites of projects at every width from 320 to 1920 px in steps of 40, and says
// where they scroll sideways, cut words off or lay them on each other. Ends with 1 if they do.
import { readdirSync, readFileSync } from 'node:fs';
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

/** Faults of a page at a width, as texts that can be told from each other. */
async function faultsAt(page, width) {
  await turnTo(page, width);
  const { words, overflow } = await inside(page, 'measureNow');
  const { clashing, cut } = wordFaults(words, width);
  return {
    overflow,
    cut: cut.map((word) => `cut ${word}`),
    clashing: clashing.map((pair) => `clash ${[...pair].sort().join('/')}`),
  };
}

const browser = await openBrowser();
let faulty = 0;
for (const project of process.argv.slice(2)) {
  const served = await serveFolder(join(resolve(project), 'site'));
  const page = await browser.newPage(NARROWEST);
  await openOurs(page, `${served.origin}/index.html`);
  /* What overlaps or is cut where it was drawn was meant so. */
  const drawn = new Set();
  const [file] = readdirSync(join(project, 'pages'));
  for (const width of JSON.parse(readFileSync(join(project, 'pages', file), 'utf8')).source.widths) {
    const { cut, clashing } = await faultsAt(page, width);
    for (const one of [...cut, ...clashing]) drawn.add(one);
  }
  let wrong = 0;
  for (let width = NARROWEST; width <= WIDEST; width += STEP) {
    const { overflow, cut, clashing } = await faultsAt(page, width);
    const found = [...(overflow > 0 ? [`scrolls sideways by ${overflow} px`] : []), ...[...cut, ...clashing].filter((one) => !drawn.has(one))]; // prettier-ignore
    if (found.length === 0) continue;
    wrong += 1;
    console.log(`${basename(project)} at ${width} px: ${found.slice(0, 6).join('; ')}`);
  }
  console.log(`${basename(project)}: ${wrong} of ${(WIDEST - NARROWEST) / STEP + 1} widths with faults`);
  faulty += wrong;
  await page.close();
  await served.close();
}
await browser.close();
process.exitCode = faulty ? 1 : 0;
