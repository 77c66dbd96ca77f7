import { required } from '../data/required.js';
import { adjust } from '../adjust/apply.js';
import { contradictions, targetOf, type Adjustment } from '../adjust/adjustment.js';
import type { PageDocument } from '../document/types.js';
import { differencesOf } from '../proof/checks/index.js';
import { comparePage } from '../proof/compare-page.js';
import type { MeasuredPage } from '../proof/measurement.js';
import {
  candidatesOf,
  halvesOf,
  keyOf,
  onlyAt,
  TOGETHER,
  together,
  type Candidate,
  type ComparedWidth,
} from './candidates.js';
import { scoreOf } from './score.js';

/** Renders a document and measures it at each of these widths. */
export type MeasureAt = (document: PageDocument, widths: readonly number[]) => Promise<readonly MeasuredPage[]>;

/** A source at one width. */
export interface TuneTarget {
  readonly width: number;
  readonly measured: MeasuredPage;
}

/** A correction that was kept, and how much it helped: the scores before and after, over all widths. */
export interface TuneStep {
  readonly step: number;
  readonly adjustments: readonly Adjustment[];
  readonly what: string;
  readonly name: string;
  readonly section: string;
  readonly width: number;
  readonly count: number;
  readonly before: number;
  readonly after: number;
}

/** What is left at a width, and why. */
export interface OpenDifference {
  readonly width: number;
  readonly name: string;
  readonly section: string;
  readonly what: string;
  readonly why:
    | 'no style fixes it'
    | 'every suggested fix had no effect or made something else worse'
    | 'not tried: the limit of trials was reached';
}

export interface Tuned {
  /** All corrections as they stand now, those of before among them. */
  readonly adjustments: readonly Adjustment[];
  readonly steps: readonly TuneStep[];
  readonly left: readonly OpenDifference[];
  readonly before: number;
  readonly after: number;
  readonly trials: number;
}

export interface TuneChoices {
  readonly most: number;
  /** Number of the first step. */
  readonly from: number;
  readonly section?: string;
  /** Widths at which something may be fixed; all of the source without it. */
  readonly only?: readonly number[];
  /** Properties in which a person wants the page otherwise than its source. */
  readonly leave?: ReadonlySet<string>;
}

/** Widths at which the page is watched besides, px. */
const GUARDED = [320, 600, 1000];

/** Corrections of many styles at once are tried this often at a width: they take one trial, and rarely help twice. */
const MOST_BUNDLES = 5;

/** What counts as better at the width for which it is done, and as no worse at the others. */
const BETTER = 1;
const SAME = 0.5;

/**
 * Reduces the differences, one correction after the other, from the widest screen to the narrowest and from the
 * outside in. Each is measured at all widths, and kept only if the page is nearer to its source at the width for which
 * it was made and no farther at any other.
 */
export async function tune(
  document: PageDocument,
  existing: readonly Adjustment[],
  sources: readonly TuneTarget[],
  measure: MeasureAt,
  choices: TuneChoices,
): Promise<Tuned> {
  const widths = sources.map(({ width }) => width);
  let trials = 0;
  const look = async (list: readonly Adjustment[]): Promise<MeasuredPageAt> => {
    trials += 1;
    const tried = adjust(document, list).document;
    const measured = await measure(tried, widths);
    const seen = sources.map(({ measured: source, width }, at): ComparedWidth => {
      const page = comparePage(tried, source, required(measured[at]), width);
      return { page, differences: differencesOf(page) };
    });
    return { document: tried, seen, scores: seen.map(({ page, differences }) => scoreOf(page, differences)) };
  };
  /* Widths that nobody drew: nothing that is fixed may make the page scroll sideways there. */
  const scrolls = async ({ document: tried }: MeasuredPageAt): Promise<number> =>
    (await measure(tried, GUARDED)).reduce((sum, { overflow }) => sum + overflow, 0);
  let list = [...existing];
  let now = await look(list);
  const before = total(now);
  const steps: TuneStep[] = [];
  const tried = new Set<string>();
  /* A candidate with what came of it; undefined if the page is better without it. */
  const attempt = async (candidate: Candidate, at: number): Promise<Attempt | undefined> => {
    const step = choices.from + steps.length;
    const listWith = ({ adjustments }: Candidate): Adjustment[] => [
      ...without(list, adjustments),
      ...adjustments.map((own) => ({ ...own, step })),
    ];
    let result = candidate;
    let then = await look(listWith(result));
    const well = widths.filter((_, index) => required(then.scores[index]) <= required(now.scores[index]) + SAME);
    const helps =
      candidate.adjustments.length >= TOGETHER
        ? well.includes(required(widths[at]))
        : required(then.scores[at]) < required(now.scores[at]) - BETTER;
    if (helps && well.length < widths.length) {
      result = onlyAt(document, candidate, well);
      then = await look(listWith(result));
    }
    if (!isBetter(now.scores, then.scores, at) || (await scrolls(then)) > (await scrolls(now))) return undefined;
    return { made: result, list: listWith(result), then, step };
  };
  for (const [at, width] of widths.entries()) {
    if (choices.only && !choices.only.includes(width)) continue;
    let bundles = 0;
    /* Each width has its share of what is left to be tried. */
    const most = trials + Math.ceil((choices.most - trials) / (widths.length - at));
    for (let progress = true; progress && trials < most;) {
      progress = false;
      const asked = widths.map((_, index) =>
        candidatesOf(document, now.seen, index, tried).filter((candidate) => isAsked(candidate, existing, choices)),
      );
      const single = asked[at] ?? [];
      const bundled = together(single, asked.flat()).filter((all) => !tried.has(keyOf(all)));
      const queue = [...bundled.slice(0, MOST_BUNDLES - bundles), ...single];
      const halves: Candidate[] = [];
      const next = (): Candidate | undefined => halves.shift() ?? (progress ? undefined : queue.shift());
      for (let candidate = next(); candidate && trials < most; candidate = next()) {
        if (bundled.includes(candidate)) bundles += 1;
        if (tried.has(keyOf(candidate))) continue;
        tried.add(keyOf(candidate));
        const done = await attempt(candidate, at);
        if (!done) {
          halves.unshift(...halvesOf(document, candidate, width));
          continue;
        }
        const { what, name, section, count, adjustments } = done.made;
        steps.push({
          step: done.step,
          adjustments,
          what,
          name,
          section,
          width,
          count,
          before: total(now),
          after: total(done.then),
        });
        list = done.list;
        now = done.then;
        progress = true;
      }
    }
  }
  return {
    adjustments: list,
    steps,
    left: leftIn(now, tried, document, trials >= choices.most),
    before,
    after: total(now),
    trials,
  };
}

/** A candidate that helps: what was kept of it, and the page with it. */
interface Attempt {
  readonly made: Candidate;
  readonly list: Adjustment[];
  readonly then: MeasuredPageAt;
  readonly step: number;
}

interface MeasuredPageAt {
  readonly document: PageDocument;
  readonly seen: readonly ComparedWidth[];
  readonly scores: readonly number[];
}

function total({ scores }: MeasuredPageAt): number {
  return scores.reduce((sum, score) => sum + score, 0);
}

function isBetter(before: readonly number[], after: readonly number[], at: number): boolean {
  const others = before.every((score, index) => index === at || required(after[index]) <= score + SAME);
  return others && required(after[at]) < required(before[at]) - BETTER;
}

/** Whether a person wants something fixed, and has not said otherwise. */
function isAsked(candidate: Candidate, existing: readonly Adjustment[], { section, leave }: TuneChoices): boolean {
  if (section !== undefined && candidate.section !== section) return false;
  return !isSaid(existing, candidate) && !candidate.adjustments.some(({ property }) => leave?.has(property));
}

/** Whether a person has said otherwise: that stays. */
function isSaid(existing: readonly Adjustment[], { adjustments }: Candidate): boolean {
  const persons = existing.filter(({ step }) => step === undefined);
  return adjustments.some(
    (adjustment) => contradictions([...persons, adjustment]).length > contradictions(persons).length,
  );
}

/** The list without what tuning said of the same before; what a person said stays. */
function without(list: readonly Adjustment[], adjustments: readonly Adjustment[]): Adjustment[] {
  const same = (a: Adjustment, b: Adjustment): boolean =>
    targetOf(a) === targetOf(b) && (!a.at || !b.at || a.at.some((name) => b.at?.includes(name)));
  return list.flatMap((adjustment): Adjustment[] => {
    const over = adjustment.step === undefined ? [] : adjustments.filter((other) => same(adjustment, other));
    if (over.length === 0) return [adjustment];
    const at = adjustment.at?.filter((name) => over.every((other) => other.at && !other.at.includes(name)));
    return at?.length ? [{ ...adjustment, at }] : [];
  });
}

function leftIn(
  look: MeasuredPageAt,
  tried: ReadonlySet<string>,
  document: PageDocument,
  over: boolean,
): OpenDifference[] {
  return look.seen.flatMap((seen, at) => {
    const waiting = new Set(candidatesOf(document, look.seen, at, tried).map(({ what, name }) => `${name} ${what}`));
    return seen.differences.map(({ name, section, what, remedy }): OpenDifference => ({
      width: seen.page.width,
      name,
      section,
      what,
      why:
        remedy?.value === undefined
          ? 'no style fixes it'
          : over && waiting.has(`${name} ${what}`)
            ? 'not tried: the limit of trials was reached'
            : 'every suggested fix had no effect or made something else worse',
    }));
  });
}
