// node scripts/check-fonts.mjs: the design of the demo is converted with its fonts, then the fonts are taken away from the page and
// it is tuned: how many words stand within 4 px of where they were drawn, before and after. Exit code 1 below nine of ten after it.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const require = createRequire(import.meta.url);
const { openBrowser } = require('../dist/browser/launch.js');
const { fillPage } = require('../dist/core/content/content.js');
const { comparePage } = require('../dist/core/proof/compare-page.js');
const { openTestPage } = require('../dist/flow/proof/test-page.js');
const { readAdjusted } = require('../dist/flow/render/read-page.js');
const { readReference } = require('../dist/flow/source/reference.js');

/** A word this near is where it was drawn, CSS px; so many must be. */
const NEAR = 4;
const SHARE = 0.9;

const folder = mkdtempSync(join(tmpdir(), 'tavrik-fonts-'));
const project = join(folder, 'project');
const run = (...args) => {
  const { status, stderr } = spawnSync(process.execPath, [join(root, 'dist/cli/main.js'), ...args], {
    encoding: 'utf8',
  });
  if (status > 1) throw new Error(stderr);
};

/** The share of words that stand near where they were drawn, at all widths together. */
async function near(browser, page) {
  const { document, content } = readAdjusted(project, page);
  const filled = fillPage(document, content);
  const bench = await openTestPage(project, filled, 'light', browser);
  let [all, close] = [0, 0];
  const told = [];
  for (const width of filled.source.widths) {
    const [measured] = await bench.measure(filled, [width]);
    const { pairs } = comparePage(filled, readReference(project, page, width).measured, measured, width);
    const drawn = pairs.filter(({ wanted }) => wanted);
    const there = drawn.filter(
      ({ wanted, is }) => is && Math.abs(wanted.x - is.x) <= NEAR && Math.abs(wanted.y - is.y) <= NEAR,
    );
    told.push(`${width} px ${((100 * there.length) / drawn.length).toFixed(1)} %`);
    all += drawn.length;
    close += there.length;
  }
  await bench.close();
  return { share: close / all, told: told.join(', ') };
}

try {
  const design = join(root, 'demo/design');
  const boards = readdirSync(design)
    .filter((name) => /^star-evenings.*\.svg$/.test(name))
    .map((name) => join(design, name));
  run('convert', ...boards, '--fonts', join(design, 'fonts'), '--out', project, '--no-proof');
  const [file] = readdirSync(join(project, 'pages'));
  const path = join(project, 'pages', file);
  const { fonts, ...bare } = JSON.parse(readFileSync(path, 'utf8'));
  if (!fonts?.length) throw new Error('The page has no fonts that could be taken away.');
  writeFileSync(path, JSON.stringify(bare, null, 2));
  run('render', project, '--anew');
  const browser = await openBrowser();
  const page = file.replace(/\.json$/, '');
  const before = await near(browser, page);
  run('tune', project);
  const after = await near(browser, page);
  await browser.close();
  for (const [when, { share, told }] of Object.entries({ before, after }))
    console.log(`${when}: ${(100 * share).toFixed(1)} % of the words within ${NEAR} px (${told})`);
  if (after.share < SHARE) process.exitCode = 1;
} finally {
  rmSync(folder, { recursive: true, force: true });
}
