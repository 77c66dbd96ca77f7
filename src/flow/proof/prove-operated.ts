import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import type { OpenBrowser } from '../../browser/launch.js';
import type { OperatedControl } from '../../core/behaviours/operated-control.js';
import type { Means } from '../../core/behaviours/behaviour.js';
import { elements } from '../../core/document/walk.js';
import { compareWords } from '../../core/proof/words.js';
import { SETTLE_LIMIT } from '../../browser/visit.js';
import type { ComparingTable } from './comparing-table.js';
import {
  closePair,
  compare,
  look,
  openPair,
  proved,
  type ConditionSubject,
  type Pair,
  type ProvedCondition,
} from './page-pair.js';

/** So many controls of a page are operated at a width, and no more of those that work alike. */
const MOST_OPERATED = 10;
const MOST_ALIKE = 4;

/** Operates controls in the source and in the result, one at a time, and compares what comes of it. */
export async function proveOperated(
  browser: OpenBrowser,
  subject: ConditionSubject,
  table: ComparingTable,
  width: number,
): Promise<ProvedCondition[]> {
  const controls = chosen(subject.controls.filter(({ widths }) => widths.includes(width)));
  if (controls.length === 0) return [];
  const order = new Map([...elements(subject.document.body)].map(({ id }, at) => [id, at]));
  const found: ProvedCondition[] = [];
  let pair = await started(browser, subject, width);
  try {
    const still = await look(pair, subject);
    const rest = await compare(still, table, `operated-${width}-rest`, []);
    const atRest = {
      differ: rest.pixels.differ,
      placed: compareWords(still.source.words, still.result.words).placed,
    };
    for (const [at, control] of controls.entries()) {
      const opener = subject.controls.find(({ path }) => path === control.opener);
      const isDone = (!opener || (await operateBoth(pair, opener, order))) && (await operateBoth(pair, control, order));
      if (isDone) {
        const looked = await look(pair, subject, undefined, still);
        const compared = await compare(looked, table, `operated-${width}-${at}`, []);
        const { name, by } = control;
        found.push(proved('opened', width, looked, compared, { atRest, operated: { name, by } }));
      }
      if (at + 1 === controls.length || (await isBack(pair, control, order))) continue;
      await closePair(pair);
      pair = await started(browser, subject, width);
    }
    return found;
  } finally {
    await closePair(pair);
  }
}

async function started(browser: OpenBrowser, subject: ConditionSubject, width: number): Promise<Pair> {
  const pair = await openPair(browser, subject, width);
  await inside(pair.source, 'startOperating', true);
  return pair;
}

/** The first of each means. */
function chosen(controls: readonly OperatedControl[]): OperatedControl[] {
  const counts = new Map<Means, number>();
  return controls
    .filter(({ means }) => {
      const count = (counts.get(means) ?? 0) + 1;
      counts.set(means, count);
      return count <= MOST_ALIKE;
    })
    .slice(0, MOST_OPERATED);
}

async function operateBoth(
  { source, result }: Pair,
  { path, by, id }: OperatedControl,
  order: ReadonlyMap<string, number>,
): Promise<boolean> {
  const at = order.get(id);
  if (at === undefined) return false;
  const [state] = await Promise.all([
    inside(source, 'operate', path, by, false),
    by === 'press' ? inside(result, 'pressAt', at) : pointAt(result, at),
  ]);
  await Promise.all([source, result].map((page) => inside(page, 'settle', SETTLE_LIMIT, false, false)));
  return Boolean(state);
}

async function pointAt(page: Page, at: number): Promise<void> {
  const middle = await inside(page, 'pressAt', at, 'place');
  if (middle) await page.mouse.move(...middle);
}

/** Brings both pages back to rest, if the control does that. */
async function isBack(pair: Pair, control: OperatedControl, order: ReadonlyMap<string, number>): Promise<boolean> {
  /* What opens a dialog does not close it. */
  if (!control.goesBack || control.opener !== undefined || control.means === 'dialog') return false;
  await operateBoth(pair, control, order);
  const state = await inside(pair.source, 'letGo');
  return state.shown.length + state.hidden.length === 0;
}
