import { required } from '../data/required.js';
import type { CapturedRule, RuleScope } from './captured.js';
import { intervalsBetween, thresholdsOf, type Interval } from './intervals.js';
import { readMediaQueries } from '../css/media-queries.js';
import { mayMatch } from './names.js';
import { readSelectorList, type ReadSelector } from './selectors.js';
import type { MatchedSelector } from './cascade.js';

/** A selector of a rule, before it is known what it matches. */
export interface RuleSelector {
  readonly rule: number;
  readonly selector: ReadSelector;
}

/** A selector, and where to look for it. */
export interface AskedSelector {
  readonly selector: string;
  readonly scope?: RuleScope;
}

function keyOf(selector: string, scope: RuleScope | undefined): string {
  return scope ? `${scope.root} ${scope.side} ${selector}` : selector;
}

/** Rules taken apart: what to ask the browser, and how to read its answers. */
export interface RulesToAsk {
  /** Distinct selectors to match. */
  readonly selectors: readonly AskedSelector[];
  /** Distinct width queries, to evaluate at the width of each interval. */
  readonly queries: readonly string[];
  readonly intervals: readonly Interval[];
  readonly rules: readonly CapturedRule[];
  readonly asked: readonly RuleSelector[];
  /** Selectors whose state cannot be kept. */
  readonly lost: readonly string[];
}

/** Features that every browser of today answers alike, or that no browser has: they are decided when a page is read. */
const DECIDED = /^(width|color|color-index|monochrome|grid|any|transform-3d|-.*|)$/;

/** Media queries that depend on the visitor, the device or the medium rather than on the width are kept as conditions. */
function dependsOnVisitor(query: string): boolean {
  const { types, features } = readMediaQueries(query);
  return types.has('print') || [...features].some((name) => !DECIDED.test(name));
}

const SCHEME = /prefers-color-scheme/;
/** Generated parts that the result keeps. */
const PARTS =
  /^::(before|after|marker|placeholder|selection|first-line|first-letter|backdrop|file-selector-button|-webkit-[\w-]+)/;

/**
 * Sorts out what to ask about a page's rules. `names` are the classes, ids and elements in the page, as `.a`, `#b`, `c`.
 * @param bothSchemes whether rules for a colour scheme stay conditions; else the browser is asked which hold
 * @param more widths at which something else than a media query changes, px
 */
export function rulesToAsk(
  captured: readonly CapturedRule[],
  names: ReadonlySet<string>,
  bothSchemes = true,
  more: readonly number[] = [],
): RulesToAsk {
  const isKept = (query: string): boolean => dependsOnVisitor(query) && (bothSchemes || !SCHEME.test(query));
  const rules = captured.map((rule) => {
    const kept = rule.media.filter(isKept);
    return kept.length
      ? {
          ...rule,
          media: rule.media.filter((query) => !isKept(query)),
          when: [...rule.when, ...kept.map((query) => `@media ${query}`)],
        }
      : rule;
  });
  const asked: RuleSelector[] = [];
  const lost: string[] = [];
  rules.forEach((rule, index) => {
    for (const selector of readSelectorList(rule.selector)) {
      if (selector.part && !PARTS.test(selector.part)) continue;
      if (!mayMatch(selector.match, names)) continue;
      if (selector.lost) lost.push(rule.selector);
      else asked.push({ rule: index, selector });
    }
  });
  const used = new Set(asked.map(({ rule }) => rule));
  const queries = [...new Set(rules.flatMap(({ media }, index) => (used.has(index) ? media : [])))];
  const selectors = new Map<string, AskedSelector>();
  for (const { rule, selector } of asked) {
    const { scope } = required(rules[rule]);
    for (const text of [selector.match, ...(selector.within ? [selector.within.match] : [])])
      selectors.set(keyOf(text, scope), { selector: text, ...(scope ? { scope } : {}) });
  }
  return {
    selectors: [...selectors.values()],
    queries,
    intervals: intervalsBetween([...new Set([...thresholdsOf(queries), ...more])].sort((a, b) => a - b)),
    rules,
    asked,
    lost,
  };
}

/** Puts the browser's answers to the selectors together again. `answers` has the elements for each of `ask.selectors`. */
export function matchedSelectors(ask: RulesToAsk, answers: readonly (readonly number[])[]): MatchedSelector[] {
  const byText = new Map(
    ask.selectors.map(({ selector, scope }, index) => [keyOf(selector, scope), answers[index] ?? []]),
  );
  const hostSets = new Map<string, ReadonlySet<number>>();
  return ask.asked.flatMap(({ rule, selector }): MatchedSelector[] => {
    const { scope } = required(ask.rules[rule]);
    const elements = byText.get(keyOf(selector.match, scope)) ?? [];
    if (elements.length === 0) return [];
    if (!selector.within) return [{ rule, selector, elements }];
    const host = keyOf(selector.within.match, scope);
    let hosts = hostSets.get(host);
    if (!hosts) hostSets.set(host, (hosts = new Set(byText.get(host) ?? [])));
    return [{ rule, selector, elements, hosts }];
  });
}
