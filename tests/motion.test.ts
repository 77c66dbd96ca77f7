import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import type { OpenBrowser } from '../src/browser/launch.js';
import type { Served } from '../src/browser/serve.js';
import { built, cleanUp, tavrik, temporary } from './program.js';

const { openBrowser } = built<typeof import('../src/browser/launch.js')>('browser/launch');
const { serveFolder } = built<typeof import('../src/browser/serve.js')>('browser/serve');

/* What moves and what stays, in a real browser, without scripts of the page. */

const folder = temporary();
const project = join(folder, 'project');
const brief = join(folder, 'brief.yaml');
const BAND = '<section style="height:900px;padding:30px"><h2>Band</h2><p>Words of a band.</p></section>';
const PAGE = `<!doctype html><html lang="en"><title>Marsh</title><style>body{margin:0;font:16px Arial}header{height:60px;background:#fff}.row{display:flex;gap:20px}.card{width:200px;height:120px;background:#eee}h1{margin:0}</style>
<header><a href="#end">To the end</a> <a href="#a">A</a> <a href="#b">B</a></header><main><section style="height:700px"><h1>Marsh</h1></section>${BAND}
<section style="height:400px"><div class="row" id="cards"><div class="card"><h3>One</h3><p>First.</p></div><div class="card"><h3>Two</h3><p>Second.</p></div><div class="card"><h3>Three</h3><p>Third.</p></div></div></section>${BAND}
<section id="end" style="height:900px"><h2>End</h2></section></main></html>`;
const CARD = 'div:has(> h3)';
const RULES = `motion:
  - { at: "*h1", enters: from-left, lasts: 300, after: 50 }
  - { at: "*#cards", enters: from-below, when: scroll, each: 60, lasts: 500 }
  - { at: "*header", stays: true, scrolled: { background: "#112233" } }
scrolling: smooth`;
const convert = (text: string, out = project) => {
  writeFileSync(brief, `format: tavrik-brief\nversion: 1\n${text}\n`);
  return tavrik(['convert', join(folder, 'index.html'), '--out', out, '--widths', '1200', '--brief', brief, '--json']);
};

let browser: OpenBrowser;
let site: Served;
let proof: { differ: number; words: { placed: number } }[];
beforeAll(async () => {
  writeFileSync(join(folder, 'index.html'), PAGE);
  const ran = convert(RULES);
  expect([ran.code, ran.err]).toEqual([0, '']);
  proof = (JSON.parse(ran.out) as { pages: { proof: { widths: typeof proof } }[] }).pages[0]?.proof.widths ?? [];
  browser = await openBrowser();
  site = await serveFolder(join(project, 'site'));
});
afterAll(async () => {
  await browser.close();
  await site.close();
  cleanUp();
});

const open = async (motion: 'reduce' | 'no-preference'): Promise<Page> => {
  const page = await browser.newPage(1200);
  await page.emulateMedia({ reducedMotion: motion });
  await page.goto(`${site.origin}/index.html`);
  return page;
};
const look = (page: Page, selector: string, name: string): Promise<string> =>
  page.evaluate(
    ([at, property]) => getComputedStyle(document.querySelector(at) as Element).getPropertyValue(property),
    [selector, name] as const,
  );
const scroll = (page: Page, y: number): Promise<void> =>
  page.evaluate(async (to) => {
    scrollTo({ top: to, behavior: 'instant' });
    await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
  }, y);

describe('what moves', () => {
  it('leaves the comparison as it is, and writes no script', () => {
    expect(proof.map(({ differ, words }) => [differ < 0.001, words.placed])).toEqual([[true, 1]]);
    expect(readFileSync(join(project, 'site/index.html'), 'utf8')).not.toContain('<script');
  });

  it('comes in as the page is opened, and ends where it belongs', async () => {
    const page = await open('no-preference');
    expect(await look(page, 'h1', 'animation-name')).toBe('enter-from-left');
    await page.waitForTimeout(600);
    expect([await look(page, 'h1', 'opacity'), await look(page, 'h1', 'translate')]).toEqual(['1', 'none']);
    await page.close();
  });

  it('comes in as it is scrolled into view, one after another, in a time of its own where browsers can', async () => {
    const page = await open('no-preference');
    const timed = await page.evaluate(() => CSS.supports('animation-trigger: --entering play-once'));
    /* All at one moment: one after another, the second may have moved on meanwhile. */
    const opacities = (): Promise<number[]> =>
      page.evaluate(
        (card) =>
          [1, 2, 3].map((nth) =>
            Number(getComputedStyle(document.querySelector(`${card}:nth-child(${nth})`) as Element).opacity),
          ),
        CARD,
      );
    expect(await opacities()).toEqual([0, 0, 0]);
    const top = await page.evaluate((at) => (document.querySelector(at) as Element).getBoundingClientRect().top, CARD);
    await scroll(page, top - (await page.evaluate(() => innerHeight)) + (timed ? 60 : 10));
    if (timed)
      await page.waitForFunction(
        (at) => Number(getComputedStyle(document.querySelector(at) as Element).opacity) > 0.2,
        CARD,
      );
    const half = await opacities();
    expect(half).toEqual([...half].sort((a, b) => b - a));
    expect(new Set(half).size).toBe(3);
    await scroll(page, top - 200);
    await page.waitForFunction(
      (at) => getComputedStyle(document.querySelector(`${at}:nth-child(3)`) as Element).opacity === '1',
      CARD,
    );
    /* Once in, it stays. */
    await scroll(page, 0);
    await scroll(page, top - 200);
    if (timed) expect(await opacities()).toEqual([1, 1, 1]);
    await page.close();
  });

  it('stands still, all in view, for people who want that', async () => {
    const page = await open('reduce');
    for (const selector of ['h1', CARD])
      expect([await look(page, selector, 'opacity'), await look(page, selector, 'animation-name')]).toEqual([
        '1',
        'none',
      ]);
    expect(await look(page, 'html', 'scroll-behavior')).toBe('auto');
    await page.close();
  });
});

describe('what stays', () => {
  it('is at the top wherever one is, with its look once scrolled', async () => {
    const page = await open('reduce');
    expect(await look(page, 'header', 'background-color')).toBe('rgb(255, 255, 255)');
    await scroll(page, 1500);
    expect(await page.evaluate(() => document.querySelector('header')?.getBoundingClientRect().top)).toBe(0);
    expect(await look(page, 'header', 'background-color')).toBe('rgb(17, 34, 51)');
    await page.close();
  });

  it('hides nothing of what a link leads to, by keyboard too', async () => {
    const page = await open('reduce');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => scrollY > 0);
    const top = await page.evaluate(() => document.querySelector('#end')?.getBoundingClientRect().top);
    expect(Math.round(top ?? 0)).toBe(60);
    await page.close();
  });
});

describe('a header that scripts change as the page is scrolled', () => {
  const HEADER = `<!doctype html><html lang="en"><title>Tides</title><style>body{margin:0;font:16px Arial}header{position:fixed;top:0;left:0;right:0;padding:20px;color:#fff}header a{color:#fff}
.on{background:#fff;box-shadow:0 2px 4px #888}.on a{color:#036}@media (min-width:700px){.on{padding:8px 20px}}section{height:900px;padding:90px 20px;background:#246}</style>
<header><a href="#a">Tides</a> <a href="#b">Fees</a> <a href="#c">Way</a></header><section><h1>Tides</h1></section><section><h2>Fees</h2></section>
<script>addEventListener('scroll', () => document.querySelector('header').classList.toggle('on', scrollY > 50))</script></html>`;

  it('changes by itself, as it did, and back', async () => {
    writeFileSync(join(folder, 'tides.html'), HEADER);
    const out = join(folder, 'tides');
    expect(
      tavrik(['convert', join(folder, 'tides.html'), '--out', out, '--widths', '1200,500', '--no-proof']).code,
    ).toBe(0);
    const tides = await serveFolder(join(out, 'site'));
    const page = await browser.newPage(1200);
    await page.goto(`${tides.origin}/index.html`);
    const seen = async (at = page) => [
      await look(at, 'header', 'background-color'),
      await look(at, 'header', 'padding-top'),
      await look(at, 'header a', 'color'),
    ];
    const before = await seen();
    expect(before).toEqual(['rgba(0, 0, 0, 0)', '20px', 'rgb(255, 255, 255)']);
    await scroll(page, 400);
    expect(await seen()).toEqual(['rgb(255, 255, 255)', '8px', 'rgb(0, 51, 102)']);
    await scroll(page, 0);
    expect(await seen()).toEqual(before);
    await page.close();
    /* On a narrow screen the source keeps the room in it. */
    const narrow = await browser.newPage(500);
    await narrow.goto(`${tides.origin}/index.html`);
    await scroll(narrow, 400);
    expect(await seen(narrow)).toEqual(['rgb(255, 255, 255)', '20px', 'rgb(0, 51, 102)']);
    await narrow.close();
    await tides.close();
  });
});

describe('motion that cannot be', () => {
  it.each([
    ['  - { at: Marsh, enters: fade, lasts: 10001 }', /Write ms, at most 10000/],
    [
      '  - { at: "*h1", enters: fade }\n  - { at: "*section*h1", enters: grow }',
      /Line 5: "\*section\*h1" already has another motion in line 4/,
    ],
  ])('is refused: %s', (text, why) => {
    const ran = convert(`motion:\n${text}`, join(folder, 'refused'));
    expect([ran.code, ran.err]).toEqual([2, expect.stringMatching(why)]);
  });

  it('is said where nothing is there', () => {
    const ran = convert('motion:\n  - { at: Nothing, enters: fade }', join(folder, 'said'));
    expect((JSON.parse(ran.out) as { notes: string[] }).notes).toEqual([
      expect.stringMatching(/line 4: nothing is at "Nothing"/),
    ]);
  });
});
