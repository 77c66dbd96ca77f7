import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import type { OpenBrowser } from '../../browser/launch.js';
import { openResult, screenshot, screenshotEnlarged, setViewport } from '../../browser/result-page.js';
import type { Served } from '../../browser/serve.js';
import { visit, type Visit } from '../../browser/visit.js';
import type { OperatedControl } from '../../core/behaviours/operated-control.js';
import { boxAround, type Condition, type ConditionProof, type Control } from '../../core/proof/conditions.js';
import type { MeasuredPage } from '../../core/proof/measurement.js';
import { proveWidth, sectionBands } from '../../core/proof/proof.js';
import type { PageDocument } from '../../core/document/types.js';
import { elements } from '../../core/document/walk.js';
import type { Scheme } from '../../core/source/reading.js';
import type { ProofImages } from '../../report/crops.js';
import { elementPlaces, type SectionPlace } from '../source/reference.js';
import type { ComparedImages, ComparingTable } from './comparing-table.js';

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
  /** Controls to operate. */
  readonly controls: readonly OperatedControl[];
}

/** A comparison under a condition, with the pictures that show it. */
export interface ProvedCondition {
  readonly proof: ConditionProof;
  readonly pictures: ProofImages;
}

/** The source and the result, open at one width. */
export interface Pair {
  readonly source: Page;
  readonly result: Page;
}

export async function openPair(
  browser: OpenBrowser,
  { source, address, scheme }: ConditionSubject,
  width: number,
): Promise<Pair> {
  const [visited, result] = await Promise.all([visit(browser, source, width), browser.newPage(width, { scheme })]);
  await openResult(result, address);
  await setViewport(result, width);
  return { source: visited.page, result };
}

export async function closePair({ source, result }: Pair): Promise<void> {
  await Promise.all([source.close(), result.close()]);
}

/** Both pages as they are now. */
export interface Looked {
  readonly source: MeasuredPage;
  readonly result: MeasuredPage;
  readonly pictures: { readonly source: Buffer; readonly result: Buffer };
}

/**
 * Looks at both pages. What the pictures show to be the same is not measured again: pages under a condition mostly look as
 * they do at rest, and the result as its source.
 * @param rest both pages before
 */
export async function look(
  pair: Pair,
  subject: ConditionSubject,
  condition?: Condition,
  rest?: Looked,
): Promise<Looked> {
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

export async function compare(
  { source, pictures }: Looked,
  table: ComparingTable,
  name: string,
  controls: readonly Control[],
): Promise<ComparedImages> {
  return table.compare(name, pictures.source, pictures.result, sectionBands(source), controls.map(boxAround));
}

export function proved(
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
