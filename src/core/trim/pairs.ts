import { INHERITED } from '../page/inherited.js';
import type { ElementNode, Kind, PageDocument, PageNode, SharedStyle } from '../page/types.js';
import { isElement, isWords } from '../page/walk.js';
import { JOINS, type NamedJoin } from './joins/index.js';
import type { Nest } from './joins/nest.js';
import { gather, spread, type Full, type Spread } from './spread.js';
import { SIDES, View } from './view.js';

/** Elements that mean nothing by themselves. */
const PLAIN = new Set(['div', 'span']);
/** Elements whose inside is ruled by the HTML standard: neither they nor their children can be joined with others. */
const RULED = new Set(['body', 'table', 'thead', 'tbody', 'tfoot', 'tr', 'ul', 'ol', 'dl', 'menu', 'select', 'picture', 'details', 'summary', 'dialog', 'fieldset', 'video', 'audio', 'map', 'iframe', 'object']); // prettier-ignore

/** Inherited properties that browsers set on elements by themselves, so that a parent's value does not reach them. */
const BY_BROWSER: readonly (readonly [elements: RegExp, properties: RegExp])[] = [
  [/^a$/, /^(color|cursor)$/],
  [/^h[1-6]$/, /^font-(size|weight)$/],
  [/^(b|strong|th)$/, /^(font-weight|text-align)$/],
  [/^(i|em|cite|dfn|var|address)$/, /^font-style$/],
  [/^(code|pre|kbd|samp|tt)$/, /^(font-family|font-size|white-space.*|text-wrap-mode)$/],
  [/^(small|sub|sup|big)$/, /^font-size$/],
  [/^(button|input|select|textarea)$/, /^(font-.*|color|line-height|letter-spacing|word-spacing|text-.*|cursor)$/],
];

/** A box and the only box inside of it. */
export interface Pair {
  readonly outer: ElementNode;
  readonly inner: ElementNode;
  /** Pairs that look alike share their fate, so that repeated items stay alike. */
  readonly group: string;
}

/** The one element inside, if there is nothing else. */
function onlyChild(node: ElementNode): ElementNode | undefined {
  const inside = (node.children ?? []).filter((child) => isElement(child) || child.text.trim());
  const [only] = inside;
  return inside.length === 1 && only && isElement(only) ? only : undefined;
}

function mayJoin(outer: ElementNode, inner: ElementNode): boolean {
  if (RULED.has(outer.element) || outer.markup || outer.kind === 'embed' || RULED.has(inner.element))
    return inner.element === 'ul' && outer.element === 'div';
  if (!PLAIN.has(outer.element) && !PLAIN.has(inner.element)) return false;
  if (outer.kind === 'section' && inner.kind === 'section') return false;
  const names = Object.keys(outer.attributes ?? {});
  return !names.some((name) => inner.attributes?.[name] !== undefined);
}

/** All pairs of a document, outermost first. */
export function findPairs(document: PageDocument): Pair[] {
  const pairs: Pair[] = [];
  const keys = new Map<string, string>();
  const keyOf = (style: string | undefined): string => {
    if (!style) return '';
    let key = keys.get(style);
    if (key === undefined) keys.set(style, (key = JSON.stringify(document.styles[style])));
    return key;
  };
  const visit = (node: ElementNode, within: string): void => {
    const inner = onlyChild(node);
    if (inner && mayJoin(node, inner)) {
      const group = [node.element, keyOf(node.style), inner.element, keyOf(inner.style), within].join('|');
      pairs.push({ outer: node, inner, group });
    }
    const here = `${node.element}${keyOf(node.style)}`;
    for (const child of node.children ?? []) if (isElement(child)) visit(child, here);
  };
  visit(document.body, '');
  return pairs;
}

/** What one box made of two is. */
export interface Joined {
  readonly node: ElementNode;
  readonly style: SharedStyle;
  /** Styles of new elements inside of it. */
  readonly inside?: Readonly<Record<string, SharedStyle>>;
  /** Name of the style that is gone, and of the one that took its place. */
  readonly renamed: readonly [gone: string, kept: string] | undefined;
  /** The elements whose extents it takes, from left to right and from top to bottom. */
  readonly standsFor: { readonly across: string; readonly down: string };
}

/** Makes one box of a pair by one of the joins. Undefined if that join has nothing to say about it. */
export function join(
  pair: Pair,
  which: number,
  document: PageDocument,
  hosts: ReadonlySet<string>,
  gaps: Nest['gaps'],
): Joined | undefined {
  const { outer, inner } = pair;
  const by = JOINS[which];
  if (!by || !standsAlone(outer, inner, by, hosts)) return undefined;
  const [around, within] = [outer, inner].map(({ style }) =>
    spread(style ? document.styles[style] : undefined, document.breakpoints),
  ) as [Spread, Spread];
  const others = othersOf(around, within, by);
  if (!others) return undefined;
  const element = PLAIN.has(inner.element) ? outer.element : inner.element;
  const rest: Full[] = [];
  for (const [index, full] of around.rest.entries()) {
    const made = joinRange(
      by.join,
      new View(full, outer.element),
      new View(within.rest[index] as Full, inner.element),
      element,
      gaps,
    );
    if (!made) return undefined;
    rest.push(made);
  }
  const main = element === inner.element && !PLAIN.has(inner.element) ? inner : outer;
  const style = main.style ?? outer.style ?? inner.style ?? `t${main.id}`;
  const gone = [outer.style, inner.style].find((one) => one !== undefined && one !== style);
  const { display } = { display: (rest[0] as Full).get('display') ?? '' };
  const node: ElementNode = {
    ...main,
    kind: kindOf(outer, inner, main, display),
    element,
    style,
    ...(outer.attributes || inner.attributes ? { attributes: { ...outer.attributes, ...inner.attributes } } : {}),
    ...((outer.part ?? inner.part) ? { part: outer.part ?? inner.part } : {}),
    ...(inner.children ? { children: inner.children } : {}),
  };
  const inline = outer.inline === true;
  const { inline: _, children: __, ...bare } = node;
  return {
    node: { ...bare, ...(inline ? { inline } : {}), ...(inner.children ? { children: inner.children } : {}) },
    style: gather({ rest, others }, document.breakpoints),
    renamed: gone === undefined ? undefined : [gone, style],
    standsFor: { across: by.across === 'outer' ? outer.id : inner.id, down: by.down === 'outer' ? outer.id : inner.id },
  };
}

/** A box that reacts to its own states keeps its own extent. */
function standsAlone(outer: ElementNode, inner: ElementNode, by: NamedJoin, hosts: ReadonlySet<string>): boolean {
  const lost = by.across === 'outer' ? inner : outer;
  return !(lost.style && hosts.has(lost.style)) || lost.element === 'a' || lost.element === 'button';
}

const CLEARS = /^(""|" "|none)$/;

/** Generated parts and states of both boxes, if they can be those of one. */
function othersOf(around: Spread, within: Spread, by: NamedJoin): Spread['others'] | undefined {
  const lost = by.across === 'outer' ? within : around;
  const parts = around.others.filter(({ part }) => part === '::before' || part === '::after');
  const generated = parts.some(
    ({ set }) =>
      (set['content'] !== undefined && !CLEARS.test(set['content'])) || (set['display'] ?? 'table') !== 'table',
  );
  if (generated) return undefined;
  const kept = by.across === 'outer' ? around : within;
  const rest = lost.others.filter(({ part }) => part !== '::before' && part !== '::after');
  if (rest.some(({ part }) => part !== '::marker')) return undefined;
  if (lost === within) {
    const own = within.others.filter(({ part }) => part === '::before' || part === '::after');
    if (own.some(({ set }) => /absolute|fixed/.test(set['position'] ?? ''))) return undefined;
    return [...around.others.filter((one) => !parts.includes(one) || own.length === 0), ...own];
  }
  return kept.others.length || parts.length === 0 ? kept.others : parts;
}

function joinRange(
  by: (nest: Nest) => Full | undefined,
  outer: View,
  inner: View,
  element: string,
  gaps: Nest['gaps'],
): Full | undefined {
  if (outer.isSpecial() || (inner.isSpecial() && !PLAIN.has(inner.element))) return undefined;
  const own = withoutInherit(outer, inner);
  if (!own || !sizesOfType(outer, own)) return undefined;
  const hidden = outer.display() === 'none' || own.display() === 'none';
  const shown = (view: View): View => (view.display() === 'none' ? view.with({ display: undefined }) : view);
  const handed = hand(outer, own, element);
  if (!handed) return undefined;
  const made = by({ outer: shown(handed), inner: shown(own), gaps });
  if (!made) return undefined;
  const whole = overDefaults(made, element);
  return hidden ? new Map([...whole, ['display', 'none']]) : whole;
}

/** Distances that a browser would give the element by itself are said to be none where the join says nothing of them. */
function overDefaults(made: Full, element: string): Full {
  const bare = new View(new Map(), element);
  const whole = new Map(made);
  for (const side of SIDES)
    for (const [name, own] of [
      [`margin-${side}`, bare.margin(side)],
      [`padding-${side}`, bare.padding(side)],
    ] as const)
      if (!whole.has(name) && own && own !== 'auto' && own.size > 0) whole.set(name, '0px');
  return whole;
}

/** `inherit` on the inner box means the value of the outer one. */
function withoutInherit(outer: View, inner: View): View | undefined {
  const changes: Record<string, string | undefined> = {};
  for (const [name, value] of inner.full) {
    if (value !== 'inherit') continue;
    const above = outer.full.get(name);
    if (above !== undefined) changes[name] = above;
    else if (!INHERITED.has(name)) changes[name] = undefined;
  }
  return inner.with(changes);
}

const OF_TYPE = /[\d.](em|ex|ch|lh)\b|%|larger|smaller/;

/** Lengths in `em` count from a font size: both boxes must have the same one. */
function sizesOfType(outer: View, inner: View): boolean {
  const own = inner.get('font-size');
  if (own === undefined || own === outer.get('font-size')) return true;
  if (OF_TYPE.test(own) && outer.get('font-size')) return false;
  return ![...outer.full].some(
    ([name, value]) =>
      name !== 'font-size' && /[\d.](em|ex|ch|lh)\b/.test(value) && !/^line-height|letter-spacing/.test(name),
  );
}

/** The outer box without what would not have reached the inner one. */
function hand(outer: View, inner: View, element: string): View | undefined {
  if (element !== inner.element || element === outer.element) return outer;
  const changes: Record<string, string | undefined> = {};
  for (const [elements, properties] of BY_BROWSER) {
    if (!elements.test(element)) continue;
    for (const name of outer.full.keys()) {
      if (!properties.test(name) || inner.full.has(name)) continue;
      if (name === 'font-size') return undefined;
      changes[name] = undefined;
    }
  }
  return outer.with(changes);
}

function kindOf(outer: ElementNode, inner: ElementNode, main: ElementNode, display: string): Kind {
  if (outer.kind === 'section' || inner.kind === 'section') return 'section';
  const laid: readonly Kind[] = ['box', 'row', 'column', 'grid', 'stack', 'run'];
  if (!laid.includes(main.kind)) return main.kind;
  if (!laid.includes(inner.kind)) return inner.kind;
  if (display.includes('grid')) return 'grid';
  return inner.kind === 'run' ? main.kind : inner.kind;
}

/** Styles on whose states others depend. */
export function hostStyles(document: PageDocument): ReadonlySet<string> {
  return new Set(
    Object.values(document.styles).flatMap(({ variants }) =>
      (variants ?? []).flatMap(({ within }) => (within ? [within.style] : [])),
    ),
  );
}

/** Puts joined boxes into a document. `joins` is by the id of the outer box. */
export function applyJoins(document: PageDocument, joins: ReadonlyMap<string, Joined>): PageDocument {
  if (joins.size === 0) return document;
  const renamed = new Map<string, string>();
  const styles: Record<string, SharedStyle> = { ...document.styles };
  for (const { node, style, inside, renamed: names } of joins.values()) {
    styles[node.style as string] = style;
    Object.assign(styles, inside);
    if (names) renamed.set(...names);
  }
  const visit = (node: PageNode): PageNode => {
    if (isWords(node)) return node;
    const one = joins.get(node.id)?.node ?? node;
    return one.children ? { ...one, children: one.children.map(visit) } : one;
  };
  return {
    ...document,
    styles: renamed.size ? renameHosts(styles, renamed) : styles,
    body: visit(document.body) as ElementNode,
  };
}

function renameHosts(
  styles: Readonly<Record<string, SharedStyle>>,
  renamed: ReadonlyMap<string, string>,
): Record<string, SharedStyle> {
  const left = Object.entries(styles).filter(([name]) => !renamed.has(name));
  return Object.fromEntries(
    left.map(([name, style]) => {
      if (!style.variants?.some(({ within }) => within && renamed.has(within.style))) return [name, style];
      const variants = style.variants.map((variant) =>
        variant.within
          ? {
              ...variant,
              within: { ...variant.within, style: renamed.get(variant.within.style) ?? variant.within.style },
            }
          : variant,
      );
      return [name, { ...style, variants }];
    }),
  );
}
