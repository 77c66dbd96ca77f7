import type { Page } from 'playwright-core';
import { emulate } from '../../browser/conditions.js';
import { inside } from '../../browser/inpage-script.js';
import type { OpenBrowser } from '../../browser/launch.js';
import { openResult, screenshot, screenshotEnlarged, setViewport } from '../../browser/result-page.js';
import { visit, type Visit } from '../../browser/visit.js';
import {
  boxAround,
  CONDITIONS,
  OF_CONTROLS,
  unlikeControls,
  widthsUnder,
  type Condition,
  type ConditionProof,
  type Control,
} from '../../core/proof/conditions.js';
import type { MeasuredPage } from '../../core/proof/measurement.js';
import { proveWidth, sectionBands } from '../../core/proof/proof.js';
import { compareWords } from '../../core/proof/words.js';
import type { PageDocument } from '../../core/document/types.js';
import { elements } from '../../core/document/walk.js';
import type { Scheme } from '../../core/source/reading.js';
import type { ProofImages } from '../../report/crops.js';
import { elementPlaces, type SectionPlace } from '../source/reference.js';
import { ComparingTable, type ComparedImages } from './comparing-table.js';
import type { Served } from '../../browser/serve.js';

/** What is compared under conditions. */
export interface ConditionSubject {
  readonly document: PageDocument;
  readonly sections: readonly SectionPlace[];
  /** How the source is opened. */
  readonly source: Visit;
  /** Address of the result, and where it is served. */
  readonly address: string;
  readonly site: Served;
  readonly widths: readonly number[];
  readonly scheme: Scheme;
  /** Whether the page keeps both colour schemes. */
  readonly both: boolean;
}

/** A comparison under a condition, with the pictures that show it. */
export interface ProvedCondition {
  readonly proof: ConditionProof;
  readonly pictures: ProofImages;
}

/** Compares the site with its source under each condition. */
export async function proveConditions(browser: OpenBrowser, subject: ConditionSubject): Promise<ProvedCondition[]> {
  const conditions = CONDITIONS.filter((condition) => condition !== 'dark' || subject.both);
  const widths = [...new Set(conditions.flatMap((condition) => widthsUnder(condition, subject.widths)))];
  const table = new ComparingTable(browser, subject.site);
  try {
    const found: ProvedCondition[] = [];
    for (const width of widths.sort((a, b) => b - a)) {
      const here = conditions.filter((condition) => widthsUnder(condition, subject.widths).includes(width));
      const pair = await openPair(browser, subject, width);
      try {
        found.push(...(await proveAt(pair, subject, table, width, here)));
      } finally {
        await Promise.all([pair.source.close(), pair.result.close()]);
      }
    }
    const order = (condition: Condition): number => CONDITIONS.indexOf(condition);
    return found.sort((a, b) => order(a.proof.condition) - order(b.proof.condition) || b.proof.width - a.proof.width);
  } finally {
    await table.close();
  }
}

interface Pair {
  readonly source: Page;
  readonly result: Page;
}

async function openPair(
  browser: OpenBrowser,
  { source, address, scheme }: ConditionSubject,
  width: number,
): Promise<Pair> {
  const [visited, result] = await Promise.all([visit(browser, source, width), browser.newPage(width, { scheme })]);
  await openResult(result, address);
  await setViewport(result, width);
  return { source: visited.page, result };
}

/** Both pages as they are now. */
interface Looked {
  readonly source: MeasuredPage;
  readonly result: MeasuredPage;
  readonly pictures: { readonly source: Buffer; readonly result: Buffer };
}

/**
 * Looks at both pages. What the pictures show to be the same is not measured again: pages under a condition mostly look as
 * they do at rest, and the result as its source.
 * @param rest both pages before
 */
async function look(pair: Pair, subject: ConditionSubject, condition?: Condition, rest?: Looked): Promise<Looked> {
  const [source, result] = await Promise.all([shoot(pair.source, condition), shoot(pair.result, condition)]);
  const isAtRest = rest?.pictures.source.equals(source) === true;
  const measured = isAtRest ? rest.source : await measureSource(pair.source, subject);
  const other = result.equals(source) ? measured : await measureResult(pair.result, subject);
  return { source: measured, result: other, pictures: { source, result } };
}

async function shoot(page: Page, condition: Condition | undefined): Promise<Buffer> {
  if (condition === 'text-200') return screenshotEnlarged(page);
  const height = await page.evaluate(() =>
    Math.ceil(Math.max(document.documentElement.scrollHeight, document.body?.scrollHeight ?? 0)),
  );
  return screenshot(page, height);
}

async function measureSource(page: Page, { document, sections }: ConditionSubject): Promise<MeasuredPage> {
  return inside(page, 'measurePage', { sections, things: elementPlaces(document) });
}

async function measureResult(page: Page, { document }: ConditionSubject): Promise<MeasuredPage> {
  return inside(page, 'measurePage', { order: [...elements(document.body)].map(({ id }) => id) });
}

async function proveAt(
  pair: Pair,
  subject: ConditionSubject,
  table: ComparingTable,
  width: number,
  conditions: readonly Condition[],
): Promise<ProvedCondition[]> {
  const controls = conditions.some((condition) => OF_CONTROLS.has(condition))
    ? await inside(pair.source, 'listControls')
    : [];
  const still = await look(pair, subject);
  const rest = await compare(still, table, `rest-${width}`, controls);
  const atRest = {
    differ: rest.pixels.differ,
    placed: compareWords(still.source.words, still.result.words).placed,
  };
  const hidden = await inside(pair.source, 'hiddenInBoxes');
  const found: ProvedCondition[] = [];
  for (const condition of conditions) {
    if (condition === 'opened' || (condition === 'scrolled' && hidden === 0)) continue;
    const undo = await Promise.all(
      [pair.source, pair.result].map((page) => emulate(page, condition, subject.scheme, hidden)),
    );
    const own = OF_CONTROLS.has(condition) ? controls : [];
    const looked = await look(pair, subject, condition, still);
    const compared = await compare(looked, table, `${condition}-${width}`, own);
    const unlike = unlikeControls(own, compared.pixels.boxes ?? [], rest.pixels.boxes ?? []);
    found.push(
      proved(condition, width, looked, compared, {
        ...(condition === 'print' ? {} : { atRest }),
        ...(OF_CONTROLS.has(condition) ? { controls: { count: own.length, unlike } } : {}),
      }),
    );
    for (const back of undo) await back();
  }
  /* The last one: what is open stays so. */
  if (conditions.includes('opened')) found.push(...(await proveOpened(pair, subject, table, width, atRest)));
  return found;
}

/** All `details` at once, then dialogs and popovers one at a time; a page without any is not looked at. */
async function proveOpened(
  pair: Pair,
  subject: ConditionSubject,
  table: ComparingTable,
  width: number,
  atRest: ConditionProof['atRest'],
): Promise<ProvedCondition[]> {
  const [details, opened] = await Promise.all([inside(pair.source, 'openDetails'), inside(pair.result, 'openDetails')]);
  const [wanted, made] = await Promise.all([inside(pair.source, 'listParts'), inside(pair.result, 'listParts')]);
  const parts = { source: details + wanted.length, result: opened + made.length };
  const found: ProvedCondition[] = [];
  const add = async (name: string, more: Pick<ConditionProof, 'part' | 'parts'>): Promise<void> => {
    const looked = await look(pair, subject);
    const compared = await compare(looked, table, `opened-${width}-${name}`, []);
    found.push(proved('opened', width, looked, compared, { ...(atRest ? { atRest } : {}), ...more }));
  };
  if (parts.source > 0 && (details > 0 || parts.result < parts.source)) await add('details', { parts });
  const waiting = made.map(({ text }, at) => ({ text, at }));
  for (const [at, part] of wanted.slice(0, MOST_PARTS).entries()) {
    const same = waiting.findIndex(({ text }) => text === part.text);
    if (same < 0) continue;
    const [own] = waiting.splice(same, 1);
    await Promise.all([inside(pair.source, 'openPart', at), inside(pair.result, 'openPart', own?.at)]);
    await add(String(at), { part: part.name });
  }
  return found;
}

/** So many dialogs and popovers of a page are opened at a width. */
const MOST_PARTS = 12;

async function compare(
  { source, pictures }: Looked,
  table: ComparingTable,
  name: string,
  controls: readonly Control[],
): Promise<ComparedImages> {
  return table.compare(name, pictures.source, pictures.result, sectionBands(source), controls.map(boxAround));
}

function proved(
  condition: Condition,
  width: number,
  { source, result, pictures }: Looked,
  { pixels, difference }: ComparedImages,
  more: Partial<ConditionProof>,
): ProvedCondition {
  return {
    proof: { condition, ...proveWidth(width, source, result, pixels), ...more },
    pictures: { ...pictures, ...(difference ? { difference } : {}) },
  };
}
