import { emulate } from '../../browser/conditions.js';
import { inside } from '../../browser/inpage-script.js';
import type { OpenBrowser } from '../../browser/launch.js';
import {
  CONDITIONS,
  OF_CONTROLS,
  unlikeControls,
  widthsUnder,
  type Condition,
  type ConditionProof,
} from '../../core/proof/conditions.js';
import { compareWords } from '../../core/proof/words.js';
import type { PageDocument } from '../../core/document/types.js';
import { elements } from '../../core/document/walk.js';
import { ComparingTable } from './comparing-table.js';
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
import { proveOperated } from './prove-operated.js';

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
        await closePair(pair);
      }
      if (here.includes('opened')) found.push(...(await proveOperated(browser, subject, table, width)));
    }
    const order = (condition: Condition): number => CONDITIONS.indexOf(condition);
    return found.sort((a, b) => order(a.proof.condition) - order(b.proof.condition) || b.proof.width - a.proof.width);
  } finally {
    await table.close();
  }
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
  const [details, opened] = await Promise.all([
    inside(pair.source, 'openDetails'),
    inside(pair.result, 'openDetails', detailsOfSource(subject.document)),
  ]);
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

/** The `details` that the source has too, by their places in the document; the others are opened by their controls. */
function detailsOfSource({ body }: PageDocument): number[] {
  return [...elements(body)].flatMap(({ element, from }, at) => (element === 'details' && from ? [at] : []));
}

/** So many dialogs and popovers of a page are opened at a width. */
const MOST_PARTS = 12;
