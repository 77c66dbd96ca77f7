import { matchStart, type FieldRule } from '../document/field-rules.js';

/** What a brief says of the fields that a client fills. */

/** One decision on the fields at a path. */
export interface FieldDecision extends FieldRule {
  /** Path of the field, the group or the list; a star stands for the id of any entry. */
  readonly at: string;
  /** Another last name. */
  readonly name?: string;
  /** The group that it goes to. */
  readonly to?: string;
  /** The field, the group or the list that it becomes one with. */
  readonly sameAs?: string;
  /** A client does not see it: the words of the source stay. */
  readonly hide?: boolean;
  /** A text with words set off becomes several fields. */
  readonly split?: boolean;
  readonly on: boolean;
  /** The line of the brief that it begins in. */
  readonly line: number;
}

/** Where what is at `at` goes: a pattern with the stars of `at`; undefined if it stays. */
export function targetOf({ at, name, to, sameAs }: FieldDecision): string | undefined {
  if (sameAs !== undefined) return sameAs;
  if (name === undefined && to === undefined) return undefined;
  const parts = at.split('.');
  const last = name ?? parts.at(-1);
  return [to ?? parts.slice(0, -1).join('.'), last].filter(Boolean).join('.');
}

/** A path as it is after a decision. */
export function movedPath(decision: FieldDecision, path: string): string {
  const target = targetOf(decision);
  const found = target === undefined ? undefined : matchStart(decision.at, path);
  if (!found || target === undefined) return path;
  const stars = [...found.stars];
  const start = target
    .split('.')
    .map((part) => (part === '*' ? (stars.shift() ?? part) : part))
    .join('.');
  return found.rest ? `${start}.${found.rest}` : start;
}

/** A path as it is after all decisions that are on, in their order. */
export function movedByAll(decisions: readonly FieldDecision[], path: string): string {
  return decisions.reduce((now, decision) => (decision.on ? movedPath(decision, now) : now), path);
}
