import * as csstree from 'css-tree';
import { compareSpecificity, specificityOf, type Specificity } from '../css/specificity.js';
import type { PageDocument } from '../document/types.js';
import { elements } from '../document/walk.js';

/** A rule of a style sheet, of one style. */
export interface Rule {
  readonly style: string;
  readonly selector: string;
  /** Its declarations, as they are written. */
  readonly body: string;
}

/** Whether two styles can be on one element. */
export type Meeting = (style: string, other: string) => boolean;

/** Tells which styles meet on an element of a page. */
export function meetingsIn(document: PageDocument): Meeting {
  const pairs = new Set<string>();
  for (const { style, difference } of elements(document.body))
    if (style !== undefined && difference !== undefined)
      pairs.add(`${style} ${difference}`).add(`${difference} ${style}`);
  return (style, other) => style === other || pairs.has(`${style} ${other}`);
}

/** Pseudo-classes and pseudo-elements that all browsers know: one that is not known makes all selectors of its rule void. */
const KNOWN =
  /^(hover|focus|focus-visible|focus-within|active|visited|link|checked|disabled|enabled|invalid|valid|required|optional|read-only|placeholder-shown|indeterminate|first-child|last-child|only-child|empty|target|autofill|-webkit-autofill|before|after|first-letter|first-line|placeholder|marker|selection|not|is|where|has)$/;

/** Properties that set the same as others which begin with another word. */
const KIN: readonly (readonly string[])[] = [
  ['inset', 'top', 'right', 'bottom', 'left'],
  ['font', 'line'],
  ['place', 'align', 'justify'],
  ['gap', 'row', 'column', 'columns', 'grid'],
  ['width', 'height', 'min', 'max', 'inline', 'block', 'aspect'],
  ['display', 'flex', 'order'],
];

/** What a property belongs to: two of different families never set the same. */
function familyOf(property: string): string {
  if (property.startsWith('--')) return property;
  const [word = ''] = property.replace(/^-[a-z]+-/, '').split('-');
  return KIN.find((words) => words.includes(word))?.[0] ?? word;
}

interface Joined {
  readonly body: string;
  readonly families: ReadonlySet<string>;
  readonly members: { readonly rule: Rule; readonly specificity: Specificity }[];
}

/**
 * Rules as CSS, those with equal declarations as one: in the place of the first of them, unless a rule between would then lose
 * to it, or win over it, on some element.
 */
export function joinedRules(rules: readonly Rule[], meets: Meeting): string[] {
  const joined: Joined[] = [];
  const equal = new Map<string, Joined[]>();
  for (const rule of rules) {
    const member = { rule, specificity: specificityIn(rule.selector) };
    const same = equal.get(rule.body) ?? [];
    const before = same.findLast((one) => canJoin(rule, one) && isFree(member, joined, one, meets));
    if (before) {
      before.members.push(member);
      continue;
    }
    const families = new Set([...rule.body.matchAll(/^\s*([\w-]+):/gm)].map(([, name = '']) => familyOf(name)));
    const own: Joined = { body: rule.body, families, members: [member] };
    joined.push(own);
    equal.set(rule.body, [...same, own]);
  }
  return joined.map(({ body, members }) => `${members.map(({ rule }) => rule.selector).join(',\n')} {\n${body}}\n`);
}

/** Whether nothing that stands after the place where a rule would be is as strong as it on an element of its own. */
function isFree(
  { rule, specificity }: Joined['members'][number],
  joined: readonly Joined[],
  before: Joined,
  meets: Meeting,
): boolean {
  return joined.slice(joined.indexOf(before) + 1).every(({ families, members }) => {
    const isOfOther = [...families].every((family) => family !== 'all' && !before.families.has(family));
    return (
      isOfOther ||
      members.every(
        (other) => compareSpecificity(other.specificity, specificity) !== 0 || !meets(other.rule.style, rule.style),
      )
    );
  });
}

function canJoin({ selector }: Rule, { members }: Joined): boolean {
  const pseudos = pseudosIn(selector);
  const isKnown = (names: readonly string[]): boolean => names.every((name) => KNOWN.test(name));
  return members.every(({ rule }) => {
    const others = pseudosIn(rule.selector);
    return (isKnown(pseudos) && isKnown(others)) || pseudos.join() === others.join();
  });
}

function pseudosIn(selector: string): string[] {
  return [...selector.matchAll(/::?(-?[a-z-]+)/gi)].map(([, name = '']) => name.toLowerCase());
}

/** What the first of some selectors weighs: those of one style are alike. */
function specificityIn(selector: string): Specificity {
  const list = csstree.parse(selector, { context: 'selectorList' }) as csstree.SelectorList;
  const [first] = list.children.toArray();
  return first?.type === 'Selector' ? specificityOf(first) : [0, 0, 0];
}
