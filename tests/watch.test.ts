import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import type { OpenBrowser } from '../src/browser/launch.js';
import type { PageDocument } from '../src/core/document/types.js';
import { elements } from '../src/core/document/walk.js';
import { built, CLI, cleanUp, DEMO_PAGE, ROOT, tavrik, temporary } from './program.js';

const { openBrowser } = built<typeof import('../src/browser/launch.js')>('browser/launch');

/* A watch on the demo's page, seen in a browser as its user sees it. */

const folder = temporary();
const project = join(folder, 'home');
const content = join(project, 'content/home.yaml');
let watch: ChildProcess;
let browser: OpenBrowser;
let page: Page;
let address = '';
let heard = '';

/** Waits until the watch says something. */
async function said(words: RegExp, from = 0): Promise<string> {
  for (let left = 600; left > 0; left -= 1) {
    const found = words.exec(heard.slice(from));
    if (found) return found[0];
    await new Promise((done) => setTimeout(done, 100));
  }
  throw new Error(`never said ${words}: ${heard}`);
}

beforeAll(async () => {
  expect(tavrik(['convert', DEMO_PAGE, '--out', project, '--widths', '1440,390', '--no-proof']).code).toBe(0);
  watch = spawn(process.execPath, [CLI, 'watch', project, '--port', '4791'], { cwd: ROOT });
  for (const stream of [watch.stdout, watch.stderr]) stream?.on('data', (bytes: Buffer) => (heard += bytes.toString()));
  address = /http:\S+/.exec(await said(/Watching .* at http:\S+/))?.[0] ?? '';
  await said(/Up to date/);
  browser = await openBrowser();
  page = await browser.newPage(1280);
  await page.goto(address);
});

afterAll(async () => {
  watch.kill('SIGKILL');
  await browser.close();
  cleanUp();
});

const result = () => page.frameLocator('iframe');

describe('tavrik watch', () => {
  it('shows the page beside the picture of its source, with figures for each width', async () => {
    await page.getByRole('button', { name: '390 px' }).waitFor();
    expect(await page.getByRole('button', { name: /px/ }).allTextContents()).toEqual([
      expect.stringMatching(/^1440 px 0\.\d\d %$/),
      expect.stringMatching(/^390 px 0\.\d\d %$/),
    ]);
    expect(await result().locator('h1').textContent()).toMatch(/\w/);
    const source = page.getByAltText('The source at this width');
    expect(await source.evaluate((hTMLImageElement: HTMLImageElement) => hTMLImageElement.naturalWidth)).toBe(1440);
  });

  it('takes an edit of the content in, shows it, and says what stands otherwise', async () => {
    const text = readFileSync(content, 'utf8');
    const title = (await result().locator('h1').textContent())?.trim() ?? '';
    const from = heard.length;
    writeFileSync(content, text.replaceAll(title, 'Another title'));
    await said(/In step|Over the limits/, from);
    await result().getByRole('heading', { name: 'Another title' }).waitFor();
    const other = page
      .getByRole('button', { name: /Another.*is not in the source|title.*is not in the source/ })
      .first();
    await other.click();
    expect(await page.locator('.mark:visible').count()).toBeGreaterThan(0);
  });

  it('says what is wrong with a file, keeps what it showed, and goes on when it is fixed', async () => {
    const text = readFileSync(content, 'utf8');
    writeFileSync(content, `${text}\tbad: [`);
    await page.locator('#said.problem').waitFor();
    expect(await page.locator('#said').textContent()).toContain('home.yaml');
    expect(await result().getByRole('heading', { name: 'Another title' }).count()).toBe(1);
    const from = heard.length;
    writeFileSync(content, text);
    await said(/In step|Over the limits/, from);
    await page.locator('#said.ready').waitFor();
  });

  it('converts the source again when the brief changes', async () => {
    const from = heard.length;
    const { body } = JSON.parse(readFileSync(join(project, 'pages/home.json'), 'utf8')) as PageDocument;
    const found = [...elements(body)].find(({ kind, element }) => kind === 'heading' && element === 'h2');
    const words = (await result().locator('h2').first().textContent())?.trim() ?? '';
    const decision = `  - do: leave-out\n    at: ${JSON.stringify(found?.from?.path)}\n    on: true\n`;
    writeFileSync(join(project, 'brief.yaml'), `format: tavrik-brief\nversion: 1\ndecisions:\n${decision}`);
    await said(/In step|Over the limits/, from);
    await page.locator('#said.ready').waitFor();
    await result().locator('body').waitFor();
    expect(await result().getByRole('heading', { name: 'Another title' }).count()).toBe(1);
    expect(await result().getByRole('heading', { name: words, exact: true }).count()).toBe(0);
  });

  it('shows nothing but the site and the source, to nobody but this machine, and runs no script of the site', async () => {
    const get = (path: string) => fetch(new URL(path, address));
    expect((await get('/tavrik.yaml')).status).toBe(404);
    expect((await get('/site/../tavrik.yaml')).status).toBe(404);
    expect((await get('/site/index.html')).headers.get('content-security-policy')).toBe("script-src 'none'");
    expect((await get('/reference/home/390.png')).headers.get('content-type')).toBe('image/png');
    expect((await get('/site/index.html')).headers.get('access-control-allow-origin')).toBeNull();
  });

  it('ends when it is asked to', async () => {
    const ended = new Promise<number | null>((done) => watch.once('exit', done));
    watch.kill('SIGINT');
    expect(await ended).toBe(0);
  });
});

describe('what a watch refuses', () => {
  it.each([
    [['watch', join(folder, 'nothing')], 'Folder not found.'],
    [['watch', project, '--port', '99999'], '"99999" is not a port.'],
  ])('%j', (args, words) => {
    const { code, err } = tavrik(args);
    expect([code, err]).toEqual([2, expect.stringContaining(words)]);
  });
});
