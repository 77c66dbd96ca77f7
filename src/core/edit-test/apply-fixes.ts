import { required } from '../data/required.js';
import type { Adjustment } from '../adjust/adjustment.js';
import type { PageDocument } from '../document/types.js';
import { elements } from '../document/walk.js';
import type { MeasuredPage } from '../proof/measurement.js';
import type { Limit } from './limits.js';
import type { TrialFault } from './faults.js';
import { suggestFixes, type TrialFix } from './suggested-fixes.js';
import type { Box } from '../geometry/box.js';

/** A fix that was kept, and how many faults it took away. */
export interface AppliedFix extends TrialFix {
  readonly faults: number;
}

/** What became of one edit. */
export interface TriedCase {
  readonly name: string;
  /** In words, what a client did. */
  readonly what: string;
  readonly faults: readonly TrialFault[];
}

/** What became of the edits of one page. */
export interface TriedPage {
  readonly page: string;
  /** px */
  readonly widths: readonly number[];
  readonly cases: readonly TriedCase[];
  /** What would fix faults, or has if `fixed`. */
  readonly fixes: readonly AppliedFix[];
  /** Where no style helps: what would be a limit, or is one if `fixed`. */
  readonly limits: readonly Limit[];
  readonly fixed: boolean;
}

/** How fixes are tried out: by whoever can measure. */
export interface Bench {
  /** Measures the page as it is, with corrections, at each width. */
  readonly asIs: (list: readonly Adjustment[]) => Promise<readonly MeasuredPage[]>;
  /** The faults of an edit, with corrections. */
  readonly faultsOf: (name: string, list: readonly Adjustment[]) => Promise<readonly TrialFault[]>;
}

/** Most fixes that are tried for a page, each for an edit. */
const MOST = 90;

/**
 * Tries what may fix, mildest first, and keeps what takes faults away and leaves the page as it was.
 * @param document the page as it is, and `before` how it measured
 * @param existing corrections that are there already
 * @param broken faults by the names of the edits that have some
 */
export async function applyFixes(
  document: PageDocument,
  before: readonly MeasuredPage[],
  existing: readonly Adjustment[],
  broken: ReadonlyMap<string, readonly TrialFault[]>,
  { asIs, faultsOf }: Bench,
): Promise<AppliedFix[]> {
  const kept: AppliedFix[] = [];
  const frames = framesIn(before);
  const images = [...elements(document.body)].flatMap(({ element, id }) => (element === 'img' ? [id] : []));
  const first = existing.reduce((most, { step = 0 }) => Math.max(most, step), 0) + 1;
  const [tried, moving] = [new Set<string>(), new Set<string>()];
  let left = broken;
  /* One edit after the other has its turn: none uses up what may be tried. */
  let turn = 0;
  const next = (): { readonly name: string; readonly fix: TrialFix } | undefined => {
    const edits = [...left];
    for (let at = 0; at < edits.length; at += 1) {
      const [name, faults] = required(edits[(turn + at) % edits.length]);
      const fix = suggestFixes(document, faults, frames).find(
        (fix) => !moving.has(keyOf(fix)) && !tried.has(keyOf(fix, name)),
      );
      if (!fix) continue;
      turn += at + 1;
      return { name, fix };
    }
    return undefined;
  };
  for (let entry = next(); entry && tried.size < MOST; entry = next()) {
    const { name, fix } = entry;
    tried.add(keyOf(fix, name));
    const own = fix.adjustments.map((each) => ({ ...each, step: first + kept.length }));
    const list = [...existing, ...kept.flatMap(({ adjustments }) => adjustments), ...own];
    if (hasMoved(before, await asIs(list), images)) {
      moving.add(keyOf(fix));
      continue;
    }
    /* What does not help the edit for which it is meant is not tried on all others. */
    const then = new Map([[name, await faultsOf(name, list)]]);
    if (!isBetter(new Map([[name, left.get(name) ?? []]]), then)) continue;
    for (const [other, faults] of left)
      if (other !== name && faults.length) then.set(other, await faultsOf(other, list));
    if (!isBetter(left, then)) continue;
    kept.push({ why: fix.why, adjustments: own, faults: countOf(left) - countOf(then) });
    left = new Map([...left.keys()].flatMap((edit) => (then.has(edit) ? [[edit, then.get(edit) ?? []]] : [])));
  }
  return kept;
}

/** The boxes of all things at each width, by their ids. */
function framesIn(pages: readonly MeasuredPage[]): ReadonlyMap<string, readonly Box[]> {
  const found = new Map<string, Box[]>();
  for (const { things = {} } of pages)
    for (const [id, { box }] of Object.entries(things)) found.set(id, [...(found.get(id) ?? []), box]);
  return found;
}

function keyOf({ adjustments }: TrialFix, name = ''): string {
  return `${name} ${JSON.stringify(adjustments)}`;
}

/** A page that scrolls sideways by so much less is nearer to right, px. */
const NARROWER = 8;

/** Whether there are fewer faults, or the page scrolls less. Words on words are worse than what they take the place of. */
function isBetter(
  before: ReadonlyMap<string, readonly TrialFault[]>,
  now: ReadonlyMap<string, readonly TrialFault[]>,
): boolean {
  if (countOf(now, 'overlap') > countOf(before, 'overlap')) return false;
  const fewer = countOf(before) - countOf(now);
  /* Of several texts that are too wide in a row each fixed one counts, though the page scrolls until the last of them. */
  return fewer > 0 || (fewer === 0 && widthOf(before) - widthOf(now) >= NARROWER);
}

function widthOf(faults: ReadonlyMap<string, readonly TrialFault[]>): number {
  return [...faults.values()].flat().reduce((sum, { by = 0 }) => sum + by, 0);
}

function countOf(faults: ReadonlyMap<string, readonly TrialFault[]>, kind?: TrialFault['kind']): number {
  return [...faults.values()].flat().filter((fault) => kind === undefined || fault.kind === kind).length;
}

/** A word or a picture of the page as it was may move this far, px: a fix must not change what is right. */
const STILL = 0.5;

function hasMoved(before: readonly MeasuredPage[], now: readonly MeasuredPage[], images: readonly string[]): boolean {
  return before.some((page, at) => {
    const is = now[at];
    if (!is || page.words.length !== is.words.length || Math.abs(page.height - is.height) > STILL) return true;
    const other = (id: string): boolean =>
      (page.things?.[id]?.box ?? []).some(
        (value, side) => Math.abs(value - (is.things?.[id]?.box[side] ?? NaN)) > STILL,
      );
    if (images.some(other)) return true;
    return page.words.some((word, index) => {
      const own = is.words[index];
      return !own || own.text !== word.text || Math.abs(own.x - word.x) > STILL || Math.abs(own.y - word.y) > STILL;
    });
  });
}
