import { UnionFind } from '../../data/union-find.js';
import { required } from '../../data/required.js';
import { defined } from '../../data/defined.js';
import { hostStyles } from '../../document/state-hosts.js';
import { gather, spread, type RangeDeclarations, type StyleRanges } from '../../document/style-ranges.js';
import type { ElementNode, PageDocument, SharedStyle, StyleVariant } from '../../document/types.js';
import { elements, isElement, mapTree } from '../../document/walk.js';
import { alignTrees } from '../../document/align-trees.js';
import type { Pass } from '../pass.js';
import { groupsOf } from '../structure/repeats.js';

/** A look of which more than this share differs from its likes stays a look of its own. */
const DIFFERENT = 0.75;

/**
 * Gives what takes the same place in repeated items one style, and what really differs a style over it.
 *
 * Before: `#a { color: red; padding: 8px; … }` and `#b { color: red; padding: 9px; … }`,
 * after: one style for both, and on the second a difference `{ padding: 9px }`.
 */
export const differences: Pass = {
  name: 'differences',
  does: 'gives repeated items one style, with a second for what differs',
  run(document) {
    const places = placesOf(document);
    if (places.length === 0) return document;
    const work = new Merging(document);
    for (const nodes of places) if (work.holdsHosts(nodes)) work.merge(nodes, true);
    for (const nodes of places) if (!work.holdsHosts(nodes)) work.merge(nodes, false);
    return work.finish();
  },
};

/** Merges looks place by place: first those on whose states others depend, so that it is known what became of them. */
class Merging {
  private readonly styles: Record<string, SharedStyle>;
  private readonly looks = new Map<string, { readonly style: string; readonly difference?: string }>();
  /** What a style became of which others depend. */
  private readonly merged = new Map<string, string>();
  /** Hosts that are one host for those that depend on them. */
  private readonly same = new Map<string, string>();
  private readonly hosts: ReadonlySet<string>;
  private readonly beside: ReadonlySet<string>;

  constructor(private readonly document: PageDocument) {
    this.styles = { ...document.styles };
    this.hosts = hostStyles(document);
    this.beside = hostStyles(document, true);
  }

  holdsHosts(nodes: readonly ElementNode[]): boolean {
    return nodes.some(({ style }) => style !== undefined && this.hosts.has(style));
  }

  /** @param whole all of the nodes or none */
  merge(nodes: readonly ElementNode[], whole: boolean): void {
    const [first] = nodes as [ElementNode];
    if (nodes.some(({ style }) => !style || this.beside.has(style))) return;
    const result = mergeLooks(nodes, this.document, (host) => this.same.get(host) ?? host);
    if (result === 'equal') {
      for (const { style } of nodes) this.same.set(required(style), required(first.style));
      return;
    }
    if (!result || (whole && result.over.size < nodes.length)) return;
    const name = `${required(first.style)}-all`;
    this.styles[name] = result.base;
    for (const [node, over] of result.over) {
      const difference = `${required(node.style)}-own`;
      if (over) this.styles[difference] = over;
      this.looks.set(node.id, { style: name, ...(over ? { difference } : {}) });
      if (!whole) continue;
      this.merged.set(required(node.style), name);
      this.same.set(required(node.style), required(first.style));
    }
  }

  finish(): PageDocument {
    const { document, looks } = this;
    const body = mapTree(document.body, (node) =>
      isElement(node) && looks.has(node.id) ? { ...node, ...looks.get(node.id) } : node,
    );
    return { ...document, styles: withHosts(this.styles, this.merged), body };
  }
}

/** Nodes that take the same place in repeated items, also in items of items. */
function placesOf(document: PageDocument): ElementNode[][] {
  const union = new UnionFind<string>();
  const nodes = new Map<string, ElementNode>();
  for (const { items } of groupsOf(document)) {
    const [first, ...others] = [...items].sort((a, b) => sizeOf(b) - sizeOf(a)) as [ElementNode, ...ElementNode[]];
    for (const other of others)
      for (const pair of alignTrees(first, other)) {
        for (const node of pair) nodes.set(node.id, node);
        union.join(...(pair.map(({ id }) => id) as [string, string]));
      }
  }
  const placed = [...elements(document.body)].filter(({ id }) => nodes.has(id));
  return withButtons(
    union.groups(placed, ({ id }) => id),
    document,
  );
}

/** Buttons are one thing wherever they stand: all that are by themselves, or only beside buttons, are one place. */
function withButtons(places: readonly ElementNode[][], { body }: PageDocument): ElementNode[][] {
  const isButton = ({ kind, style, markup }: ElementNode): boolean =>
    kind === 'button' && style !== undefined && !markup;
  const placed = new Set(places.filter((place) => !place.every(isButton)).flat());
  const buttons = [...elements(body)].filter((element) => isButton(element) && !placed.has(element));
  const others = places.filter((place) => !place.every(isButton));
  return new Set(buttons.map(({ style }) => style)).size > 1 ? [...others, buttons] : [...places];
}

function sizeOf(node: ElementNode): number {
  return [...elements(node)].length;
}

interface Merged {
  readonly base: SharedStyle;
  /** What each node has over it; nodes that look different altogether are not among them. */
  readonly over: ReadonlyMap<ElementNode, SharedStyle | undefined>;
}

function mergeLooks(
  nodes: readonly ElementNode[],
  { styles, breakpoints, everywhere }: PageDocument,
  hostOf: (style: string) => string,
): Merged | 'equal' | undefined {
  const spreads = nodes.map((node): StyleRanges => {
    const own = spread(styles[required(node.style)], breakpoints);
    return { ...own, others: own.others.map((styleVariant) => withHost(styleVariant, hostOf)) };
  });
  if (new Set(spreads.map(keyOf)).size < 2) return 'equal';
  const rest = breakpoints
    .concat({ name: '', below: 0 })
    .map((_, range) => vote(spreads.map((spread) => required(spread.rest[range]))));
  const agreed = agreedOthers(spreads);
  const base = gather({ rest, others: agreed }, breakpoints);
  const over = new Map<ElementNode, SharedStyle | undefined>();
  nodes.forEach((node, index) => {
    const own = required(spreads[index]);
    const difference = differenceFrom(base, own, agreed, defined({ breakpoints, everywhere }));
    if (!difference) over.set(node, undefined);
    else if (sizeOfStyle(difference) <= DIFFERENT * sizeOfStyle(gather(own, breakpoints))) over.set(node, difference);
  });
  return over.size > 1 ? { base, over } : undefined;
}

function keyOf({ rest, others }: StyleRanges): string {
  return JSON.stringify([rest.map((full) => [...full].sort()), others]);
}

/** For each property the value that most have; that it is not declared is a value too. */
function vote(looks: readonly RangeDeclarations[]): RangeDeclarations {
  const map = new Map<string, string>();
  for (const name of new Set(looks.flatMap((look) => [...look.keys()]))) {
    const counts = new Map<string | undefined, number>();
    for (const look of looks) counts.set(look.get(name), (counts.get(look.get(name)) ?? 0) + 1);
    const [value, count] = [...counts].reduce((most, count) => (count[1] > most[1] ? count : most));
    if (value !== undefined && (count > 1 || looks.length === 1)) map.set(name, value);
  }
  return map;
}

/**
 * States and generated parts of which all say something under the same conditions, as the one says it that is most like the
 * others. Who says another value says it again over that.
 */
function agreedOthers(spreads: readonly StyleRanges[]): StyleVariant[] {
  const maps = spreads.map(({ others }) => byProperty(others));
  const conditions = spreads.map(({ others }) => byProperty(others, false));
  const [first] = conditions as [Map<string, string>];
  const agreed = [...first].flatMap(([key, text]) =>
    conditions.every((condition) => condition.get(key) === text) ? [key] : [],
  );
  const likes = (at: number): number =>
    agreed.reduce((sum, key) => sum + maps.filter((map) => map.get(key) === maps[at]?.get(key)).length, 0);
  const model = spreads.reduce((most, _, at) => (likes(at) > likes(most) ? at : most), 0);
  return filterOthers(required(spreads[model]).others, (key) => agreed.includes(key));
}

/** For each property of each generated part: all that is said of it, in order. @param valued with the values, or only when */
function byProperty(others: readonly StyleVariant[], valued = true): Map<string, string> {
  const map = new Map<string, string>();
  for (const { set, ...condition } of others)
    for (const [name, value] of Object.entries(set)) {
      const key = `${condition.part ?? ''} ${name}`;
      map.set(key, `${map.get(key) ?? ''}${JSON.stringify([condition, ...(valued ? [value] : [])])}`);
    }
  return map;
}

function filterOthers(others: readonly StyleVariant[], keep: (key: string) => boolean): StyleVariant[] {
  return others.flatMap((styleVariant): StyleVariant[] => {
    const set = Object.fromEntries(
      Object.entries(styleVariant.set).filter(([name]) => keep(`${styleVariant.part ?? ''} ${name}`)),
    );
    return Object.keys(set).length ? [{ ...styleVariant, set }] : [];
  });
}

/**
 * What has to be laid over a style for another look: at each breakpoint what comes after the style's own declarations
 * there. Undefined if nothing differs.
 */
function differenceFrom(
  base: SharedStyle,
  own: StyleRanges,
  agreed: readonly StyleVariant[],
  { breakpoints, everywhere = {} }: Pick<PageDocument, 'breakpoints' | 'everywhere'>,
): SharedStyle | undefined {
  const sets = own.rest.map((full, range) => {
    const name = breakpoints[range - 1]?.name;
    const declared =
      range === 0 ? base.rest : base.variants?.find((variant) => variant.at === name && isBare(variant))?.set;
    return { name, full, declared: declared ?? {} };
  });
  /* What is not declared is as every element is, or as the browser makes it. */
  const bare = (property: string): string =>
    everywhere[property] ?? everywhere[property.replace(/-(top|right|bottom|left)$/, '')] ?? 'revert';
  const now = new Map<string, string>();
  const rest: Record<string, string> = {};
  const variants: StyleVariant[] = [];
  for (const { name, full, declared } of sets) {
    for (const [property, value] of Object.entries(declared)) now.set(property, value);
    const set: Record<string, string> = name === undefined ? rest : {};
    for (const property of new Set([...now.keys(), ...full.keys()])) {
      const value = full.get(property) ?? bare(property);
      if ((now.get(property) ?? bare(property)) === value) continue;
      set[property] = value;
      now.set(property, value);
    }
    if (name !== undefined && Object.keys(set).length) variants.push({ at: name, set });
  }
  const [shared, map] = [byProperty(agreed), byProperty(own.others)];
  variants.push(...filterOthers(own.others, (key) => shared.get(key) !== map.get(key)));
  if (Object.keys(rest).length === 0 && variants.length === 0) return undefined;
  return { rest, ...(variants.length ? { variants } : {}) };
}

function isBare({ part, state, within, when }: StyleVariant): boolean {
  return !part && !state && !within && !when;
}

function sizeOfStyle({ rest, variants = [] }: SharedStyle): number {
  return variants.reduce((sum, { set }) => sum + Object.keys(set).length, Object.keys(rest).length);
}

function withHost(variant: StyleVariant, hostOf: (style: string) => string): StyleVariant {
  return variant.within ? { ...variant, within: { ...variant.within, style: hostOf(variant.within.style) } } : variant;
}

/** What depended on the states of one of the items' parts depends on the part that they share. */
function withHosts(
  styles: Readonly<Record<string, SharedStyle>>,
  merged: ReadonlyMap<string, string>,
): Record<string, SharedStyle> {
  return Object.fromEntries(
    Object.entries(styles).map(([name, style]) => {
      if (!style.variants?.some(({ within }) => within && merged.has(within.style))) return [name, style];
      const variants = style.variants.map((variant) => withHost(variant, (host) => merged.get(host) ?? host));
      return [name, { ...style, variants }];
    }),
  );
}
