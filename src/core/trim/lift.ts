import { required } from '../data/required.js';
import { INHERITED } from '../css/inherited.js';
import { gather, spread, type RangeDeclarations, type StyleRanges } from '../document/style-ranges.js';
import type { ElementNode, PageDocument, PageNode, SharedStyle } from '../document/types.js';
import { isElement } from '../document/walk.js';
import { hostStyles } from '../document/state-hosts.js';
import { PLAIN } from './pairs.js';
import { View } from './view.js';

/** A box to try to take out from around the things in it, which then stand in the box that held it. */
export interface Lift {
  /** Boxes that are alike share their fate. */
  readonly group: string;
  readonly at: string;
  readonly holder: string;
  /** Styles of what was in it, with what it took from the box. */
  readonly styles: Readonly<Record<string, SharedStyle>>;
  /** Names of the styles of those that had none, by the id of the element. */
  readonly named: ReadonlyMap<string, string>;
}

/** Elements to which a browser gives no type and no colour of their own: what was around them can be said of them. */
const TAKING = new Set([
  'div',
  'p',
  'span',
  'section',
  'article',
  'main',
  'aside',
  'header',
  'footer',
  'nav',
  'form',
  'address',
  'figure',
  'figcaption',
  'img',
  'blockquote',
]);

/** Values with which a property does nothing to a box of blocks among blocks. */
const IDLE: Readonly<Record<string, RegExp>> = {
  'box-sizing': /./,
  display: /^(block|inline)$/,
  width: /^(auto|100%)$/,
  'max-width': /^(none|100%)$/,
  'min-width': /^(auto|0(px)?)$/,
  height: /^auto$/,
  'min-height': /^(auto|0(px)?)$/,
  'flex-grow': /./,
  'flex-shrink': /./,
  'flex-basis': /./,
  'align-self': /./,
  order: /./,
};
const IDLE_SPACE = /^(0(px|rem|em|%)?|auto)$/;

function isIdle(name: string, value: string): boolean {
  return /^(margin|padding)-/.test(name) ? IDLE_SPACE.test(value) : (IDLE[name]?.test(value) ?? false);
}

/**
 * The boxes that may do nothing for what is in them, outermost first and none inside of another: no look, no size and no
 * distance of their own, in a box whose content runs from top to bottom (CSS 2, 9.4.1). What is in them inherits the
 * same, as it is said of it instead.
 * @param tried groups that were tried and are needed
 */
export function liftable(document: PageDocument, tried: ReadonlySet<string>): Lift[] {
  const hosts = hostStyles(document);
  const uses = new Map<string, number>();
  const count = (node: ElementNode): void => {
    if (node.style) uses.set(node.style, (uses.get(node.style) ?? 0) + 1);
    for (const child of node.children ?? []) if (isElement(child)) count(child);
  };
  count(document.body);
  const full = (style: string | undefined): StyleRanges =>
    spread(style ? document.styles[style] : undefined, document.breakpoints);
  const found: Lift[] = [];
  const visit = (node: ElementNode): void => {
    const flows = full(node.style).rest.every((own) => new View(own, node.element).isFlow());
    for (const child of node.children ?? []) {
      if (!isElement(child)) continue;
      const lift = flows && !(child.style && hosts.has(child.style)) ? liftOf(child, node) : undefined;
      if (lift && !tried.has(lift.group)) found.push(lift);
      else visit(child);
    }
  };
  const liftOf = (node: ElementNode, holder: ElementNode): Lift | undefined => {
    if (!PLAIN.has(node.element) || node.kind === 'section' || node.attributes || node.markup || node.part) return;
    const inside = (node.children ?? []).filter((child) => isElement(child) || child.text.trim());
    const { rest, others } = full(node.style);
    if (inside.length === 0 || others.length > 0) return undefined;
    if (!rest.every((own) => [...own].every(([name, value]) => INHERITED.has(name) || isIdle(name, value))))
      return undefined;
    const given = givenTo(inside, rest);
    if (!given) return undefined;
    const styles: Record<string, SharedStyle> = {};
    const named = new Map<string, string>();
    for (const [child, taken] of given) {
      if (child.style && (uses.get(child.style) ?? 0) > 1) return undefined;
      const name = child.style ?? `t${child.id}`;
      if (!child.style) named.set(child.id, name);
      styles[name] = gather({ rest: taken, others: full(child.style).others }, document.breakpoints);
    }
    const look = (of: ElementNode): string => `${of.element}${JSON.stringify(document.styles[of.style ?? ''] ?? '')}`;
    return { group: `lift|${look(node)}|${look(holder)}`, at: node.id, holder: holder.id, styles, named };
  };
  const givenTo = (
    inside: readonly PageNode[],
    rest: readonly RangeDeclarations[],
  ): Map<ElementNode, RangeDeclarations[]> | undefined => {
    const handed = rest.map((own) => new Map([...own].filter(([name]) => INHERITED.has(name))));
    const given = new Map<ElementNode, RangeDeclarations[]>();
    if (handed.every((own) => own.size === 0)) return given;
    for (const child of inside) {
      if (!isElement(child)) return undefined;
      const own = full(child.style).rest;
      const taken = own.map((declared, at) => take(declared, required(handed[at]), child.element));
      if (taken.includes(undefined)) return undefined;
      given.set(child, taken as RangeDeclarations[]);
    }
    return given;
  };
  visit(document.body);
  return found;
}

/** Lengths that depend on a size of type would be another length in there. */
const BY_TYPE_SIZE = /\d(em|ex|ch|%|lh)\b|%|larger|smaller/;

/** What is declared of something, with what it inherited; undefined if that cannot be said of it. */
function take(declared: RangeDeclarations, handed: RangeDeclarations, element: string): RangeDeclarations | undefined {
  const taken = new Map(declared);
  for (const [name, value] of handed) {
    const own = declared.get(name);
    if (own !== undefined && name === 'font-size' && BY_TYPE_SIZE.test(own)) return undefined;
    if (own !== undefined) continue;
    if (!TAKING.has(element) || (name !== 'font-size' && BY_TYPE_SIZE.test(value))) return undefined;
    taken.set(name, value);
  }
  return taken;
}
