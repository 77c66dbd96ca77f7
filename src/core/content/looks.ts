import { required } from '../data/required.js';
import type { ElementNode, SharedStyle } from '../document/types.js';
import { isElement } from '../document/walk.js';
import { LOOK } from './values.js';

/* How the entries of a list look, and how a client says which look one has. */

/** How an entry looks, whatever it says: equal for entries that look alike. */
export function lookOf(node: ElementNode): string {
  const { element, style, difference, markup } = node;
  return JSON.stringify([element, style, difference, markup !== undefined, partsOf(node).map(lookOf)]);
}

/** The elements right in an element that have looks of their own: words that are set off are what it says. */
function partsOf({ rich, children = [] }: ElementNode): ElementNode[] {
  return rich === undefined ? children.filter(isElement) : [];
}

/** Fields of an entry that say by yes or no which of two looks it has. */
export const FLAGS = ['highlighted', 'flipped'] as const;
export type Flag = (typeof FLAGS)[number];

/** How the entries of a list look. */
export interface Looks {
  /** The id of the first entry that looks like each one, by id; empty where all look alike. */
  readonly by: ReadonlyMap<string, string>;
  /** The look of the first or the last goes with the place, not with what stands there: a line less, other margins. */
  readonly place?: 'first' | 'last';
  /** Where there are two looks: what the rarer one is called, and the ids of entries with the one and the other. */
  readonly flag?: { readonly name: Flag; readonly yes: string; readonly no: string };
}

type Styles = Readonly<Record<string, SharedStyle>>;

/** How the entries of a list look, and whether it is their place that makes them look different. */
export function looksIn(entries: readonly ElementNode[], styles: Styles): Looks {
  const first = new Map<string, string>();
  const by = entries.map((entry) => {
    const look = lookOf(entry);
    const id = entry.entry?.id ?? '';
    if (!first.has(look)) first.set(look, id);
    return [id, required(first.get(look))] as const;
  });
  if (first.size < 2) return { by: new Map() };
  const place = first.size === 2 ? placeOf(entries, styles) : undefined;
  if (place) return { by: new Map(by), place };
  const isChoice = first.size === 2 && entries.length > 2;
  return { by: new Map(by), ...(isChoice ? { flag: flagOf(entries, by, styles) } : {}) };
}

/** What the fields of an entry say of its look, by the name of the field; none where all entries look alike or all otherwise. */
export function saidLooks(
  entries: readonly ElementNode[],
  styles: Styles,
): ReadonlyMap<string, readonly [name: string, value: string]> {
  const { by, place, flag } = looksIn(entries, styles);
  if (place !== undefined || new Set(by.values()).size >= entries.length) return new Map();
  return new Map([...by].map(([id, look]) => [id, flag ? [flag.name, look === flag.yes ? YES : NO] : [LOOK, look]]));
}

/** The look that the content asks for an entry: the id of an entry of the source that has it. */
export function askedLook(
  { by, flag }: Looks,
  entry: string,
  values: ReadonlyMap<string, string>,
  id: string,
): string | undefined {
  if (!flag) return values.get(`${entry}.${LOOK}`) ?? by.get(id);
  const text = values.get(`${entry}.${flag.name}`);
  if (text === undefined) return by.get(id) ?? flag.no;
  return isYes(text) ? flag.yes : flag.no;
}

export const YES = 'yes';
export const NO = 'no';

export function isYes(value: string): boolean {
  return /^(yes|true)$/i.test(value.trim());
}

/** Whether a value is an answer: yes or no. */
export function isAnswer(value: string): boolean {
  return /^(yes|no|true|false)$/i.test(value.trim());
}

/** The rarer of two looks has a name; of two that are as many, the one that comes later. */
function flagOf(
  entries: readonly ElementNode[],
  by: readonly (readonly [string, string])[],
  styles: Styles,
): NonNullable<Looks['flag']> {
  const [early, late] = [...new Set(by.map(([, look]) => look))] as [string, string];
  const share = (look: string): number => by.filter(([, text]) => text === look).length;
  const [yes, no] = share(early) < share(late) ? [early, late] : [late, early];
  const [rare, usual] = [yes, no].map((id) => entries.find(({ entry }) => entry?.id === id)) as [
    ElementNode,
    ElementNode,
  ];
  return { name: isFlipped(rare, usual, styles) ? 'flipped' : 'highlighted', yes, no };
}

/** Properties that put the same things in another order. */
const OF_ORDER = /^(order|direction|flex-direction|grid-column(-start|-end)?|grid-template-columns|grid-auto-flow)$/;

/** Whether the same things stand the other way round. */
function isFlipped(element: ElementNode, other: ElementNode, styles: Styles): boolean {
  const [own, others] = [element, other].map(partsOf) as [ElementNode[], ElementNode[]];
  if (own.length !== others.length) return false;
  if (own.length > 1) {
    const [looks, opposite] = [own.map(lookOf), others.map(lookOf).reverse()];
    if (new Set(looks).size > 1 && looks.join() === opposite.join()) return true;
    if (
      [[element, other], ...own.map((child, at) => [child, others[at]])].some(([a, b]) =>
        differing(required(a), required(b), styles).some((name) => OF_ORDER.test(name)),
      )
    )
      return true;
  }
  return own.length === 1 && isFlipped(required(own[0]), required(others[0]), styles);
}

function placeOf(entries: readonly ElementNode[], styles: Styles): Looks['place'] {
  const looks = entries.map(lookOf);
  const [first, second] = entries as [ElementNode, ElementNode];
  const last = required(entries.at(-1));
  const isFirst = looks.slice(1).every((look) => look === looks[1]) && isOfPlace(first, second, styles);
  const isLast = looks.slice(0, -1).every((look) => look === looks[0]) && isOfPlace(last, first, styles);
  /* Of two, what stands before the one tells of a first, what stands after it of a last. */
  if (isFirst && isLast) return differing(first, last, styles).some((name) => OF_START.test(name)) ? 'first' : 'last';
  return isFirst ? 'first' : isLast ? 'last' : undefined;
}

/** What a first or last entry has otherwise because it is that: its lines and distances. */
const OF_PLACE = /^(border|margin|padding)-/;
const OF_START = /^(border|margin|padding)-(top|left|inline-start|block-start)/;

function isOfPlace(a: ElementNode, b: ElementNode, styles: Styles): boolean {
  const [own, other] = [a, b].map(partsOf) as [ElementNode[], ElementNode[]];
  if (a.element !== b.element || own.length !== other.length) return false;
  return (
    differing(a, b, styles).every((name) => OF_PLACE.test(name)) &&
    own.every((element, at) => isOfPlace(element, required(other[at]), styles))
  );
}

/** The properties at rest in which two elements differ; what differs in a state or at a width counts as one that matters. */
function differing(a: ElementNode, b: ElementNode, styles: Styles): string[] {
  const of = ({ style, difference }: ElementNode): SharedStyle[] =>
    [style, difference].flatMap((name) => (name && styles[name] ? [styles[name]] : []));
  const rest = (node: ElementNode): Record<string, string> =>
    Object.assign({}, ...of(node).map((sharedStyle) => sharedStyle.rest)) as Record<string, string>;
  const sets = (node: ElementNode): string[] =>
    of(node).flatMap(({ variants = [] }) =>
      variants.flatMap(({ at, state, set }) =>
        Object.entries(set).map(([name, value]) => `${name} ${at} ${state} ${value}`),
      ),
    );
  const [record, other] = [rest(a), rest(b)];
  const [more, others] = [sets(a), sets(b)];
  return [
    ...[...new Set([...Object.keys(record), ...Object.keys(other)])].filter((name) => record[name] !== other[name]),
    ...more.filter((set) => !others.includes(set)),
    ...others.filter((set) => !more.includes(set)),
  ];
}
