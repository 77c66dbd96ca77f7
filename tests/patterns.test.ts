import { copyFileSync, mkdirSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import type { Page } from 'playwright-core';
import { openBrowser, type OpenBrowser } from '../src/browser/launch.js';
import { serveFolder, type Served } from '../src/browser/serve.js';
import type { Behaviour } from '../src/core/behaviours/report.js';
import { BY_ATTRIBUTES } from './patterns/attributes.js';
import { BY_LIBRARIES, LIBRARY_FILES } from './patterns/library.js';
import { pageOf, type Pattern } from './patterns/pattern.js';
import { PLAIN } from './patterns/plain.js';
import { cleanUp, tavrik, temporary } from './program.js';

const folder = temporary();
/** So many patterns stand on a page. */
const ON_A_PAGE = 7;
/** Longest wait for what a press brings about, ms. */
const PATIENCE = 1500;

const MANNERS = [PLAIN, BY_ATTRIBUTES, BY_LIBRARIES];
const pages = MANNERS.flatMap((patterns, manner) => {
  const byFiles = [...new Set(patterns.map(({ files }) => files?.join()))].map((files) =>
    patterns.filter((pattern) => pattern.files?.join() === files),
  );
  return byFiles
    .flatMap((alike) =>
      Array.from({ length: Math.ceil(alike.length / ON_A_PAGE) }, (_, at) =>
        alike.slice(at * ON_A_PAGE, (at + 1) * ON_A_PAGE),
      ),
    )
    .map((own, at) => ({ manner, name: at === 0 ? 'index' : `page-${at}`, patterns: own }));
});
const cases = pages.flatMap(({ manner, name, patterns }) =>
  patterns.map((pattern) => [pattern.name, `${manner}/${name}`, pattern] as const),
);

/** What goes otherwise than the steps of a pattern say, in words; empty if all is as they say. */
async function otherwise(page: Page, { steps }: Pattern): Promise<string[]> {
  const isSeen = async (text: string): Promise<boolean> => {
    for (const found of await page.getByText(text, { exact: true }).all())
      if (await found.evaluate((node) => node.checkVisibility({ opacityProperty: true, visibilityProperty: true })))
        return true;
    return false;
  };
  const faults: string[] = [];
  for (const { press, point, shows = [], hides = [] } of steps) {
    const name = press ?? point;
    if (name !== undefined) {
      const words = page.getByText(name, { exact: true });
      const control = (await words.count()) > 0 ? words.first() : page.getByLabel(name, { exact: true }).first();
      await (press === undefined ? control.hover({ timeout: 5000 }) : control.click({ timeout: 5000 }));
    }
    const look = async (): Promise<string[]> => [
      ...(await Promise.all(shows.map(async (text) => ((await isSeen(text)) ? '' : `"${text}" is not seen`)))),
      ...(await Promise.all(hides.map(async (text) => ((await isSeen(text)) ? `"${text}" is seen` : '')))),
    ];
    let wrong = (await look()).filter(Boolean);
    for (const end = Date.now() + PATIENCE; wrong.length && Date.now() < end; wrong = (await look()).filter(Boolean))
      await page.waitForTimeout(50);
    faults.push(...wrong.map((fault) => `after ${name ?? 'loading'}: ${fault}`));
  }
  return faults;
}

/** What nothing in HTML can do: it has to be said. */
const KEPT = new Set(['spin button']);

describe('patterns that scripts made', () => {
  let browser: OpenBrowser;
  const sources: Served[] = [];
  const sites: Served[] = [];
  const behaviours: Behaviour[] = [];

  beforeAll(async () => {
    browser = await openBrowser();
    for (const manner of MANNERS.keys()) {
      const [from, project] = [join(folder, `source-${manner}`), join(folder, `project-${manner}`)];
      mkdirSync(from);
      for (const file of LIBRARY_FILES) copyFileSync(file, join(from, basename(file)));
      const files = pages
        .filter((page) => page.manner === manner)
        .map(({ name, patterns }) => {
          const file = join(from, `${name}.html`);
          writeFileSync(file, pageOf(patterns));
          return file;
        });
      const ran = tavrik(['convert', ...files, '--out', project, '--no-proof', '--widths', '1280', '--json']);
      const made = JSON.parse(ran.out) as { pages: { behaviours?: Behaviour[] }[] };
      behaviours.push(...made.pages.flatMap((page) => page.behaviours ?? []));
      sources.push(await serveFolder(from));
      sites.push(await serveFolder(join(project, 'site')));
    }
  });
  afterAll(async () => {
    await browser.close();
    await Promise.all([...sources, ...sites].map(async (served) => served.close()));
    cleanUp();
  });

  it.each(cases)('%s works as in the source (%s)', async (_, place, pattern) => {
    const [manner, name] = place.split('/');
    const run = async (served: Served | undefined): Promise<string[]> => {
      const page = await browser.newPage(1280);
      page.setDefaultTimeout(5000);
      await page.goto(`${served?.origin}/${name}.html`);
      const faults = await otherwise(page, pattern);
      await page.close();
      return faults;
    };
    const [before, after] = await Promise.all([run(sources[Number(manner)]), run(sites[Number(manner)])]);
    expect(before).toEqual([]);
    if (KEPT.has(pattern.name)) expect(after).not.toEqual([]);
    else expect(after).toEqual([]);
  });

  it('say of what does nothing any more that it does not, and why', () => {
    const dead = behaviours.filter(({ state }) => state !== 'works');
    expect(dead.find(({ name }) => name === 'One more')).toMatchObject({
      kind: 'changes words',
      reason: 'HTML has no way to change words',
    });
    const pressed = MANNERS.flat()
      .filter(({ name }) => !KEPT.has(name))
      .flatMap(({ steps }) => steps.flatMap(({ press, point }) => press ?? point ?? []));
    expect(dead.filter(({ name }) => pressed.includes(name))).toEqual([]);
    expect(dead.filter(({ reason }) => reason === undefined)).toEqual([]);
  });
});
