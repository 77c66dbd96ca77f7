import { required } from '../data/required.js';
import type { PageDocument } from '../document/types.js';
import { elements } from '../document/walk.js';
import { mergeBreakpoints, nearBreakpoints } from './breakpoints.js';
import { applyChanges, emptyBoxes, idleBoxes, nextJoins, type Change, type TriedChanges } from './changes.js';
import { flowsIn } from './flow.js';
import { iconChanges, type FindGlyph } from './icons.js';
import { INERT_RULES, dropInert } from './inert.js';
import { keptBoxes, type KeptBox } from './kept.js';
import { inOrder, judge, standsStill, type Verdict } from './judge.js';
import { atWidths, type ElementPosition } from './movement.js';
import type { Box } from '../geometry/box.js';

/** Renders a document and says where everything stands at these widths; at all that are tried if none are given. */
export type Measure = (document: PageDocument, widths?: readonly number[]) => Promise<ElementPosition>;

export interface Trimmed {
  readonly document: PageDocument;
  /** How many boxes were taken out, and how many were tried and turned out to be needed. */
  readonly removed: number;
  readonly needed: number;
  /** The boxes that still hold nothing but one other box, and why. */
  readonly kept: readonly KeptBox[];
  /** Letters of icon fonts that became drawings, and those that stay letters because a drawing stood elsewhere. */
  readonly icons: { readonly drawn: number; readonly left: number };
}

/** Most trials of one page. */
const MOST_TRIALS = 48;

/**
 * Takes out boxes that the page does not need. Every change is tried and measured; what moves anything by more than
 * half a pixel, at any of the widths, is taken back.
 */
export async function trim(document: PageDocument, measure: Measure, find?: FindGlyph): Promise<Trimmed> {
  const before = await measure(document);
  const lean = await fewestBreakpoints(await leanest(document, before, measure), before, measure);
  const flowing = await intoFlow(lean, before, measure);
  const trial = new Trial(flowing.document, flowing.standing, measure);
  const icons = find ? await drawIcons(trial, find) : { drawn: 0, left: 0 };
  const idle = new Set<string>();
  await takeOutIdle(trial, idle);
  let tried: TriedChanges = new Map();
  while (!trial.isOver()) {
    const next = nextJoins(trial.document, trial.standing, tried);
    tried = next.tried;
    if (next.changes.length === 0) break;
    const failed = await trial.run(next.changes);
    const on = new Map(tried);
    for (const group of failed) on.set(group, (tried.get(group) ?? 0) + 1);
    tried = on;
  }
  await takeOutIdle(trial, idle);
  return {
    document: trial.document,
    removed: count(document) + flowing.added - count(trial.document),
    needed: trial.needed.size,
    kept: keptBoxes(trial.document, trial.needed),
    icons,
  };
}

/** Turns letters of icon fonts into drawings, those that then stand where the letters stood. */
async function drawIcons(trial: Trial, find: FindGlyph): Promise<Trimmed['icons']> {
  const all = iconChanges(trial.document, find, 'inside').length;
  for (const way of ['line', 'letter', 'inside'] as const) await trial.run(iconChanges(trial.document, find, way));
  const left = iconChanges(trial.document, find, 'inside').length;
  trial.needed.clear();
  return { drawn: all - left, left };
}

/** Takes out boxes in which there is nothing, or which do nothing for what is in them, until there are none. */
async function takeOutIdle(trial: Trial, needed: Set<string>): Promise<void> {
  for (;;) {
    const changes = [...emptyBoxes(trial.document, needed), ...idleBoxes(trial.document, needed)];
    if (changes.length === 0) return;
    for (const group of await trial.run(changes)) needed.add(group);
    if (trial.isOver()) return;
  }
}

/** Leaves out declarations that have nothing to act upon; a rule after which anything moved is not followed. */
async function leanest(document: PageDocument, before: ElementPosition, measure: Measure): Promise<PageDocument> {
  const all = dropInert(document, INERT_RULES);
  if (standsStill(before, await measure(all), all)) return all;
  let lean = document;
  for (const rule of INERT_RULES) {
    const tried = dropInert(lean, [rule]);
    if (standsStill(before, await measure(tried), tried)) lean = tried;
  }
  return lean;
}

/** Most boxes of a page that are tried one by one when not all can be laid out together. */
const MOST_FLOWS = 16;

/** Puts what is placed one by one into the flow, where everything stays where it is. */
async function intoFlow(
  document: PageDocument,
  before: ElementPosition,
  measure: Measure,
): Promise<{ readonly document: PageDocument; readonly standing: ElementPosition; readonly added: number }> {
  const flows = flowsIn(document, before);
  const as = (tried: PageDocument): { document: PageDocument; standing: ElementPosition; added: number } => ({
    document: tried,
    standing: inOrder(before, document, tried),
    added: count(tried) - count(document),
  });
  if (flows.length === 0) return as(document);
  const all = flows.reduce((page, { apply }) => apply(page), document);
  if (await holds(document, all, before, measure)) return as(all);
  let result = document;
  for (const { apply } of flows.slice(0, MOST_FLOWS)) {
    const tried = apply(result);
    if (await holds(document, tried, before, measure)) result = tried;
  }
  return as(result);
}

/** Whether everything that stood somewhere before stands there still. */
async function holds(
  first: PageDocument,
  now: PageDocument,
  before: ElementPosition,
  measure: Measure,
): Promise<boolean> {
  return standsStill(inOrder(before, first, now), await measure(now), now);
}

/** Merges breakpoints that nearly repeat each other, where that moves nothing. */
async function fewestBreakpoints(
  document: PageDocument,
  before: ElementPosition,
  measure: Measure,
): Promise<PageDocument> {
  let fewest = document;
  for (const [wider, narrower] of nearBreakpoints(document)) {
    const tried = mergeBreakpoints(fewest, wider, narrower);
    if (standsStill(before, await measure(tried), tried)) fewest = tried;
  }
  return fewest;
}

function count(document: PageDocument): number {
  return [...elements(document.body)].length;
}

class Trial {
  count = 0;
  readonly needed = new Set<string>();

  constructor(
    public document: PageDocument,
    public standing: ElementPosition,
    private readonly measure: Measure,
  ) {}

  isOver(): boolean {
    return this.count >= MOST_TRIALS;
  }

  /** Most of what is wrong is wrong at a few widths already; only what is right there is looked at everywhere. */
  private async verdictOn(
    document: PageDocument,
    expected: ElementPosition,
    changes: readonly Change[],
  ): Promise<Verdict> {
    const few = fewOf(expected.widths);
    const rest = expected.widths.filter((width) => !few.includes(width));
    const first = judge(atWidths(expected, few), await this.measure(document, few), document, changes);
    if (first.blamed.length || rest.length === 0) return first;
    return judge(atWidths(expected, rest), await this.measure(document, rest), document, changes);
  }

  /** Tries changes, keeps those that move nothing, and returns the groups of those that did. */
  async run(changes: readonly Change[]): Promise<ReadonlySet<string>> {
    const failed = new Set<string>();
    let left = changes;
    while (left.length > 0 && !this.isOver()) {
      const document = applyChanges(this.document, left);
      const expected = moveOver(this.standing, left);
      this.count += 1;
      const { blamed, again } = await this.verdictOn(document, expected, left);
      if (blamed.length === 0) {
        this.document = document;
        this.standing = expected;
        for (const { at, joined } of left) if (joined) this.needed.delete(at);
        return failed;
      }
      const groups = new Set(blamed.map(({ group }) => group));
      const excused = new Set(again.map(({ group }) => group));
      for (const group of groups) if (!excused.has(group) || excused.size === groups.size) failed.add(group);
      for (const { at, group } of left) if (groups.has(group)) this.needed.add(at);
      left = left.filter(({ group }) => !groups.has(group));
    }
    return failed;
  }
}

/** The widest, the narrowest and one in the middle. */
function fewOf(widths: readonly number[]): number[] {
  const last = widths.length - 1;
  return [...new Set([0, Math.round(last / 2), last])].map((index) => required(widths[index]));
}

/** A box made of two is expected where the one was for which it stands. */
function moveOver(standing: ElementPosition, changes: readonly Change[]): ElementPosition {
  const free = new Set(changes.flatMap(({ joined }) => (joined && !joined.standsFor.down ? [joined.node.id] : [])));
  const boxes = Object.fromEntries(Object.entries(standing.boxes).filter(([id]) => !free.has(id)));
  for (const { joined } of changes) {
    const across = joined && standing.boxes[joined.standsFor.across];
    const down = joined && standing.boxes[joined.standsFor.down];
    if (across && down)
      boxes[joined.node.id] = across.map(([x, , width], index): Box => {
        const [, y, , height] = required(down[index]);
        return [x, y, width, height];
      });
  }
  return { ...standing, boxes };
}
