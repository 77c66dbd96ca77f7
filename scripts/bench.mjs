// npm run bench: how long a conversion takes, as a multiple of what the bare browser needs for the same pages.
//   npm run bench -- [FILE WIDTHS]
import { spawnSync } from 'node:child_process';
import { createRequire } from 'node:module';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { setUp } from './setup.mjs';

setUp();
const require = createRequire(import.meta.url);
const { openBrowser } = require('../dist/browser/launch.js');
const { serveFolder } = require('../dist/browser/serve.js');
const root = join(import.meta.dirname, '..');
const RUNS = 5;

const [file = join(root, 'demo/existing/index.html'), list = '1440,820,390'] = process.argv.slice(2);
const widths = list.split(',').map(Number);

/** Starts a browser, loads the page at each width, scrolls through it and takes its picture; seconds. */
async function bare() {
  const started = performance.now();
  const browser = await openBrowser();
  const served = await serveFolder(dirname(file));
  for (const width of widths) {
    const page = await browser.newPage(width);
    await page.goto(`${served.origin}/${basename(file)}`, { waitUntil: 'load' });
    await page.evaluate(async () => {
      for (let y = 0; y < document.documentElement.scrollHeight; y += 800) {
        scrollTo(0, y);
        await new Promise((done) => setTimeout(done, 15));
      }
      await document.fonts.ready;
      await new Promise((done) => setTimeout(done, 150));
    });
    await page.screenshot({ fullPage: true });
    await page.close();
  }
  await browser.close();
  await served.close();
  return (performance.now() - started) / 1000;
}

/** One whole conversion in a process of its own; seconds. */
function whole(more) {
  const folder = mkdtempSync(join(tmpdir(), 'tavrik-bench-'));
  const started = performance.now();
  const ran = spawnSync(
    process.execPath,
    [join(root, 'dist/cli/main.js'), 'convert', file, '--out', join(folder, 'p'), '--widths', list, ...more],
    { encoding: 'utf8' },
  );
  const seconds = (performance.now() - started) / 1000;
  rmSync(folder, { recursive: true, force: true });
  if (ran.status !== 0) throw new Error(ran.stderr);
  return seconds;
}

const middle = (values) => values.sort((a, b) => a - b)[values.length >> 1];
const [base, plain, proved] = [[], [], []];
await bare();
for (let run = 0; run < RUNS; run += 1) {
  base.push(await bare());
  plain.push(whole(['--no-proof']));
  proved.push(whole([]));
}
console.log(`${file} at ${list} px, the middle of ${RUNS} runs`);
console.log(`bare browser        ${middle(base).toFixed(2)} s`);
console.log(`conversion          ${middle(plain).toFixed(2)} s = ${(middle(plain) / middle(base)).toFixed(2)} x`);
console.log(`conversion + proof  ${middle(proved).toFixed(2)} s = ${(middle(proved) / middle(base)).toFixed(2)} x`);
