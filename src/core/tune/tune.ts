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
import { leftIn, type OpenDifference } from './left.js';
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
  /** Whether no more may be tried, whatever `most` says. */
  readonly isOver?: () => boolean;
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
  const tuning = new Tuning(document, existing, sources, measure, choices);
  return tuning.run();
}

class Tuning {
  private readonly widths: readonly number[];
  private readonly steps: TuneStep[] = [];
  private readonly tried = new Set<string>();
  private trials = 0;
  private list: Adjustment[];
  private bundles = 0;

  constructor(
    private readonly document: PageDocument,
    private readonly existing: readonly Adjustment[],
    private readonly sources: readonly TuneTarget[],
    private readonly measure: MeasureAt,
    private readonly choices: TuneChoices,
  ) {
    this.widths = sources.map(({ width }) => width);
    this.list = [...existing];
  }

  async run(): Promise<Tuned> {
    let now = await this.look(this.list);
    const before = total(now);
    for (const [at, width] of this.widths.entries())
      if (!this.choices.only || this.choices.only.includes(width)) now = await this.tuneAt(at, now);
    return {
      adjustments: this.list,
      steps: this.steps,
      left: leftIn(now.seen, this.tried, this.document, this.trials >= this.choices.most || this.isOver()),
      before,
      after: total(now),
      trials: this.trials,
    };
  }

  /** The page with corrections, as it differs from its source at each width. */
  private async look(list: readonly Adjustment[]): Promise<MeasuredPageAt> {
    this.trials += 1;
    const tried = adjust(this.document, list).document;
    const measured = await this.measure(tried, this.widths);
    const seen = this.sources.map(({ measured: source, width }, at): ComparedWidth => {
      const page = comparePage(tried, source, required(measured[at]), width);
      return { page, differences: differencesOf(page) };
    });
    return { document: tried, seen, scores: seen.map(({ page, differences }) => scoreOf(page, differences)) };
  }

  /** How far the page scrolls sideways at widths that nobody drew: no correction may make it scroll there. */
  private async scrolls({ document: tried }: MeasuredPageAt): Promise<number> {
    return (await this.measure(tried, GUARDED)).reduce((sum, { overflow }) => sum + overflow, 0);
  }

  /** Tries what may help at a width until nothing does, or its share of the trials is used up. */
  private async tuneAt(at: number, start: MeasuredPageAt): Promise<MeasuredPageAt> {
    this.bundles = 0;
    /* Each width has its share of what is left to be tried. */
    const most = this.trials + Math.ceil((this.choices.most - this.trials) / (this.widths.length - at));
    let now = start;
    for (let before; before !== now && this.trials < most && !this.isOver();) {
      before = now;
      now = await this.tryCandidates(at, most, now);
    }
    return now;
  }

  /** Tries the candidates that there are. Once one has helped, only halves of bundles are left: the rest may be out of date. */
  private async tryCandidates(at: number, most: number, start: MeasuredPageAt): Promise<MeasuredPageAt> {
    let now = start;
    const asked = this.widths.map((_, index) =>
      candidatesOf(this.document, now.seen, index, this.tried).filter((candidate) =>
        isAsked(candidate, this.existing, this.choices),
      ),
    );
    const single = asked[at] ?? [];
    const bundled = together(single, asked.flat()).filter((all) => !this.tried.has(keyOf(all)));
    const queue = [...bundled.slice(0, MOST_BUNDLES - this.bundles), ...single];
    const halves: Candidate[] = [];
    const next = (): Candidate | undefined => halves.shift() ?? (now === start ? queue.shift() : undefined);
    for (let candidate = next(); candidate && this.trials < most && !this.isOver(); candidate = next()) {
      if (bundled.includes(candidate)) this.bundles += 1;
      if (this.tried.has(keyOf(candidate))) continue;
      this.tried.add(keyOf(candidate));
      const done = await this.attempt(candidate, at, now);
      if (!done) {
        halves.unshift(...halvesOf(this.document, candidate, required(this.widths[at])));
        continue;
      }
      this.keep(done, required(this.widths[at]), now);
      now = done.then;
    }
    return now;
  }

  private isOver(): boolean {
    return this.choices.isOver?.() ?? false;
  }

  private keep({ made, step, list, then }: Attempt, width: number, now: MeasuredPageAt): void {
    const { what, name, section, count, adjustments } = made;
    this.steps.push({ step, adjustments, what, name, section, width, count, before: total(now), after: total(then) });
    this.list = list;
  }

  /** A candidate with what came of it; undefined if the page is better without it. */
  private async attempt(candidate: Candidate, at: number, now: MeasuredPageAt): Promise<Attempt | undefined> {
    const step = this.choices.from + this.steps.length;
    const listWith = ({ adjustments }: Candidate): Adjustment[] => [
      ...without(this.list, adjustments),
      ...adjustments.map((own) => ({ ...own, step })),
    ];
    let result = candidate;
    let then = await this.look(listWith(result));
    const well = this.widths.filter((_, index) => required(then.scores[index]) <= required(now.scores[index]) + SAME);
    const helps =
      candidate.adjustments.length >= TOGETHER
        ? well.includes(required(this.widths[at]))
        : required(then.scores[at]) < required(now.scores[at]) - BETTER;
    if (helps && well.length < this.widths.length) {
      result = onlyAt(this.document, candidate, well);
      then = await this.look(listWith(result));
    }
    if (!isBetter(now.scores, then.scores, at) || (await this.scrolls(then)) > (await this.scrolls(now)))
      return undefined;
    return { made: result, list: listWith(result), then, step };
  }
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
