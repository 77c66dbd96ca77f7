import type { CapturedDeclaration } from '../html/captured.js';
import type { InlineStyle, MatchedSelector } from '../html/cascade.js';
import type { Condition } from '../html/conditions.js';
import { matchedSelectors, type RulesToAsk } from '../html/read-rules.js';
import type { ElementChange } from './behaviour.js';

/** A page with the attributes that it has once something was operated. */
export interface OperatedDress {
  /** Which elements match, by the place of the selector in what was asked; what is not here matches as at rest. */
  readonly answers: ReadonlyMap<number, readonly number[]>;
  /** Of elements whose `style` attribute changed: what it says. */
  readonly inline: ReadonlyMap<number, readonly CapturedDeclaration[]>;
  readonly conditionOf: (element: number) => Condition;
}

/** Selectors that may match others once attributes have changed, by their place in what is asked. */
export function touchedSelectors(
  ask: RulesToAsk,
  changes: readonly ElementChange[],
  before: (element: number, name: string) => string,
): number[] {
  const tokens = new Set<string>();
  for (const { element, name, to } of changes) {
    if (name === 'class') for (const word of differing(before(element, name), to ?? '')) tokens.add(`.${word}`);
    tokens.add(`[${name}`);
    if (/^(open|disabled|checked|hidden|readonly|required)$/.test(name)) tokens.add(`:${name}`);
    if (name === 'disabled') tokens.add(':enabled');
  }
  const all = [...tokens];
  return ask.selectors.flatMap(({ selector }, at) => {
    const plain = selector.replaceAll('\\', '');
    return all.some((token) => plain.includes(token)) ? [at] : [];
  });
}

/** Words that one list has and the other has not. */
export function differing(a: string, b: string): string[] {
  const [left, right] = [a, b].map((text) => new Set(text.split(/\s+/).filter(Boolean)));
  return [...(left ?? [])]
    .filter((word) => !right?.has(word))
    .concat([...(right ?? [])].filter((word) => !left?.has(word)));
}

/**
 * What matches at rest, and what matches only, or no more, once something was operated.
 * @param answers elements for each selector at rest
 */
export function operatedMatches(
  ask: RulesToAsk,
  answers: readonly (readonly number[])[],
  dresses: readonly OperatedDress[],
): MatchedSelector[] {
  const rest = matchedSelectors(ask, answers);
  if (dresses.length === 0) return rest;
  const atRest = new Map(rest.map((entry) => [entry.selector, entry]));
  const lost = new Map<MatchedSelector, Map<number, Condition[]>>();
  const gained: MatchedSelector[] = [];
  dresses.forEach((dress, number) => {
    if (dress.answers.size === 0) return;
    const now = matchedSelectors(
      ask,
      answers.map((given, at) => dress.answers.get(at) ?? given),
    );
    const nowBy = new Map(now.map((entry) => [entry.selector, entry]));
    for (const entry of now) {
      const before = new Set(atRest.get(entry.selector)?.elements);
      const elements = entry.elements.filter((element) => !before.has(element));
      if (elements.length === 0) continue;
      const given = new Map(elements.map((element) => [element, dress.conditionOf(element)]));
      gained.push({ ...entry, elements, given, operated: number });
    }
    for (const entry of rest) {
      const after = new Set(nowBy.get(entry.selector)?.elements);
      for (const element of entry.elements) {
        if (after.has(element)) continue;
        const own = lost.get(entry) ?? new Map<number, Condition[]>();
        lost.set(entry, own);
        own.set(element, [...(own.get(element) ?? []), dress.conditionOf(element)]);
      }
    }
  });
  const kept = rest.map((entry) => {
    const unless = lost.get(entry);
    return unless ? { ...entry, unless } : entry;
  });
  return [...kept, ...gained];
}

/** Declarations of `style` attributes at rest, and what they are once something was operated. */
export function operatedInline(
  inline: ReadonlyMap<number, readonly InlineStyle[]>,
  dresses: readonly OperatedDress[],
): ReadonlyMap<number, readonly InlineStyle[]> {
  const found = new Map(inline);
  for (const { inline: changed, conditionOf } of dresses)
    for (const [element, set] of changed) {
      const condition = conditionOf(element);
      const before = (found.get(element) ?? []).map((style): InlineStyle =>
        style.given ? style : { ...style, unless: [...(style.unless ?? []), condition] },
      );
      found.set(element, [...before, ...(set.length ? [{ set, given: condition }] : [])]);
    }
  return found;
}
