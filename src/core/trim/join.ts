import { LAYOUT_KINDS, type Kind } from '../document/element-kinds.js';
import { required } from '../data/required.js';
import { type ElementNode, type PageDocument, type SharedStyle } from '../document/types.js';
import { gather, spread, type RangeDeclarations, type StyleRanges } from '../document/style-ranges.js';
import { JOINS, type NamedJoin } from './joins/index.js';
import type { Gaps } from './joins/nest.js';
import { PLAIN, type Pair } from './pairs.js';
import { joinRange } from './join-range.js';
import { View } from './view.js';

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
  { outer, inner }: Pair,
  which: number,
  document: PageDocument,
  hosts: ReadonlySet<string>,
  gaps: Gaps,
): Joined | undefined {
  const by = JOINS[which];
  if (!by || !standsAlone(outer, inner, by, hosts)) return undefined;
  const full = ({ style }: ElementNode): StyleRanges =>
    spread(style ? document.styles[style] : undefined, document.breakpoints);
  const [around, within] = [full(outer), full(inner)];
  const others = othersOf(around, within, by);
  if (!others) return undefined;
  const element = PLAIN.has(inner.element) ? outer.element : inner.element;
  const rest: RangeDeclarations[] = [];
  for (const [index, own] of around.rest.entries()) {
    const views = [new View(own, outer.element), new View(required(within.rest[index]), inner.element)] as const;
    const full = joinRange(by.join, ...views, element, gaps);
    if (!full) return undefined;
    rest.push(full);
  }
  const node = withPlace(
    joinNodes(outer, inner, element, required(rest[0]).get('display') ?? ''),
    { outer, inner },
    by,
  );
  const gone = [outer.style, inner.style].find((text) => text !== undefined && text !== node.style);
  return {
    node,
    style: gather({ rest, others }, document.breakpoints),
    renamed: gone === undefined ? undefined : [gone, required(node.style)],
    standsFor: { across: by.across === 'outer' ? outer.id : inner.id, down: by.down === 'outer' ? outer.id : inner.id },
  };
}

/** The node with the path of the one of both whose place it has in the source. */
function withPlace(node: ElementNode, pair: Pick<Pair, 'outer' | 'inner'>, { across, down }: NamedJoin): ElementNode {
  const from = pair[across].from;
  const box = across === down && from ? (from.box ?? from.path) : '';
  return node.from && box !== node.from.path ? { ...node, from: { ...node.from, box } } : node;
}

/** One node with the meaning of the one that has one, in the place of the outer one, with the children of the inner one. */
function joinNodes(outer: ElementNode, inner: ElementNode, element: string, display: string): ElementNode {
  const main = PLAIN.has(inner.element) ? outer : inner;
  const { inline: _, children: __, ...own } = main;
  const part = outer.part ?? inner.part;
  return {
    ...own,
    kind: kindOf(outer, inner, main, display),
    element,
    style: main.style ?? outer.style ?? inner.style ?? `t${main.id}`,
    ...(outer.attributes || inner.attributes ? { attributes: { ...outer.attributes, ...inner.attributes } } : {}),
    ...(part ? { part } : {}),
    ...(outer.inline ? { inline: true } : {}),
    ...(inner.children ? { children: inner.children } : {}),
  };
}

/** A box that reacts to its own states keeps its own extent. */
function standsAlone(outer: ElementNode, inner: ElementNode, by: NamedJoin, hosts: ReadonlySet<string>): boolean {
  const lost = by.across === 'outer' ? inner : outer;
  return !(lost.style && hosts.has(lost.style)) || lost.element === 'a' || lost.element === 'button';
}

const CLEARS = /^(""|" "|none)$/;

/** Generated parts and states of both boxes, if they can be those of one. */
function othersOf(around: StyleRanges, within: StyleRanges, by: NamedJoin): StyleRanges['others'] | undefined {
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
    return [...around.others.filter((styleVariant) => !parts.includes(styleVariant) || own.length === 0), ...own];
  }
  return kept.others.length || parts.length === 0 ? kept.others : parts;
}

function kindOf(outer: ElementNode, inner: ElementNode, main: ElementNode, display: string): Kind {
  if (outer.kind === 'section' || inner.kind === 'section') return 'section';
  const onlyLaysOut = ({ kind }: ElementNode): boolean => LAYOUT_KINDS.has(kind) || kind === 'run';
  if (!onlyLaysOut(main)) return main.kind;
  if (!onlyLaysOut(inner)) return inner.kind;
  if (display.includes('grid')) return 'grid';
  return inner.kind === 'run' ? main.kind : inner.kind;
}
