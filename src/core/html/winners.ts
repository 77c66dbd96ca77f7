import { required } from '../data/required.js';
import type { CapturedDeclaration, CapturedValue } from './captured.js';
import type { Condition } from './conditions.js';
import { compareSpecificity, type Specificity } from '../css/specificity.js';

/** Winning declarations before `var()` is written out, in cascade order. */
export type CascadedDeclarations = ReadonlyMap<string, CapturedValue>;

/** A rule, or a `style` attribute, as the cascade sees it. */
export interface Entry {
  readonly id: number;
  readonly set: readonly CapturedDeclaration[];
  readonly layer: number;
  readonly specificity: Specificity;
  readonly holds: readonly boolean[];
  /** Of another element, its number is not known yet. */
  readonly condition: Condition;
}

/** What applies to an element, under a condition. */
export interface Applied {
  readonly entry: Entry;
  /** With all that it depends on. */
  readonly condition: Condition;
  readonly unless?: readonly Condition[];
}

export function byEntry(a: Applied, b: Applied): number {
  return a.entry.layer === b.entry.layer
    ? compareSpecificity(a.entry.specificity, b.entry.specificity) || a.entry.id - b.entry.id
    : a.entry.layer - b.entry.layer;
}

export function winnersByInterval(
  list: readonly Applied[],
  lost: readonly Applied[],
  intervals: number,
): CascadedDeclarations[] {
  const rawDeclarations: CascadedDeclarations[] = [];
  let lastMask = '';
  for (let index = 0; index < intervals; index += 1) {
    const active = list.filter(({ entry }) => entry.holds[index]);
    const gone = lost.filter(({ entry }) => entry.holds[index]);
    const mask = `${active.map(({ entry }) => entry.id).join()}-${gone.map(({ entry }) => entry.id).join()}`;
    rawDeclarations.push(
      index > 0 && mask === lastMask ? required(rawDeclarations[index - 1]) : withReverted(winners(active), gone),
    );
    lastMask = mask;
  }
  return rawDeclarations;
}

/** What only rules set that do not hold any more is as if no rule of the page set it (CSS Cascade 5, 7.3.3). */
function withReverted(won: Map<string, CapturedValue>, gone: readonly Applied[]): CascadedDeclarations {
  for (const { entry } of gone)
    for (const [name] of entry.set) if (!name.startsWith('--') && !won.has(name)) won.set(name, 'revert');
  return won;
}

/** `list` is in ascending cascade order of normal declarations. Important ones win, with their layers in reverse. */
function winners(list: readonly Applied[]): Map<string, CapturedValue> {
  const won = new Map<string, CapturedValue>();
  for (const { entry } of list)
    for (const [name, value, important] of entry.set) if (!important) place(won, name, value);
  const strong = list.filter(({ entry }) => entry.set.some(([, , important]) => important));
  const strength = (entry: Entry): number => (entry.layer === Infinity ? 1 : -entry.layer);
  strong.sort(
    (a, b) =>
      strength(a.entry) - strength(b.entry) ||
      compareSpecificity(a.entry.specificity, b.entry.specificity) ||
      a.entry.id - b.entry.id,
  );
  for (const { entry } of strong)
    for (const [name, value, important] of entry.set) if (important) place(won, name, value);
  return won;
}

function place(won: Map<string, CapturedValue>, name: string, value: CapturedValue): void {
  won.delete(name);
  won.set(name, value);
}
