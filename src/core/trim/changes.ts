import { required } from '../data/required.js';
import type { ElementNode, PageDocument, PageNode, SharedStyle } from '../document/types.js';
import { isElement } from '../document/walk.js';
import { hostStyles } from '../document/state-hosts.js';
import { applyJoins } from './apply.js';
import { join, type Joined } from './join.js';
import { liftable, type Lift } from './lift.js';
import { findPairs, type Pair } from './pairs.js';
import { JOINS } from './joins/index.js';
import type { Gaps } from './joins/nest.js';
import { isShown, type ElementPosition } from './movement.js';

/** One thing to try: two boxes made one, or a box left out. */
export interface Change {
  /** Changes that are alike share their fate. */
  readonly group: string;
  /** Id of the element that is changed; in the document before. */
  readonly at: string;
  readonly joined?: Joined;
  /** Of a box that is left out: id of the box that holds it. */
  readonly holder?: string;
  /** Of a box that is taken out from around what is in it: what that takes from it. */
  readonly lifted?: Pick<Lift, 'styles' | 'named'>;
}

/** What was tried before: the number of the join that is next for a group. */
export type TriedChanges = ReadonlyMap<string, number>;

/** The joins to try next: for each group of pairs the first join that has something to say, no box twice. */
export function nextJoins(
  document: PageDocument,
  standing: ElementPosition,
  tried: TriedChanges,
): { readonly changes: readonly Change[]; readonly tried: TriedChanges } {
  const hosts = hostStyles(document);
  const groups = new Map<string, Pair[]>();
  for (const pair of findPairs(document)) {
    const group = groups.get(pair.group);
    if (group) group.push(pair);
    else groups.set(pair.group, [pair]);
  }
  const used = new Set<string>();
  const changes: Change[] = [];
  const now = new Map(tried);
  for (const [group, pairs] of groups) {
    if (pairs.some(({ outer, inner }) => used.has(outer.id) || used.has(inner.id))) continue;
    const found = firstJoin(pairs, now.get(group) ?? 0, document, hosts, standing);
    now.set(group, found.next);
    for (const [at, joined] of found.joined) {
      changes.push({ group, at, joined });
      const pair = required(pairs.find(({ outer }) => outer.id === at));
      used.add(pair.outer.id).add(pair.inner.id);
    }
  }
  return { changes, tried: now };
}

function firstJoin(
  pairs: readonly Pair[],
  from: number,
  document: PageDocument,
  hosts: ReadonlySet<string>,
  standing: ElementPosition,
): { readonly next: number; readonly joined: ReadonlyMap<string, Joined> } {
  for (let which = from; which < JOINS.length; which += 1) {
    const joined = new Map<string, Joined>();
    for (const pair of pairs) {
      const result = join(pair, which, document, hosts, gapsOf(pair, standing));
      if (!result) break;
      joined.set(pair.outer.id, result);
    }
    if (joined.size === pairs.length) return { next: which, joined };
  }
  return { next: JOINS.length, joined: new Map() };
}

/** Gaps may differ this much from width to width (px) and still be the same. */
const SAME_GAP = 0.05;

/** How the inner box stands in the outer one. */
function gapsOf({ outer, inner }: Pair, { boxes }: ElementPosition): Gaps {
  const [around, within] = [boxes[outer.id], boxes[inner.id]];
  const tops: number[] = [];
  const bottoms: number[] = [];
  const places = { start: 0, center: 0, end: 0 };
  for (const [index, box] of (around ?? []).entries()) {
    const own = within?.[index];
    if (!own || !isShown(own) || !isShown(box)) continue;
    tops.push(own[1] - box[1]);
    bottoms.push(box[1] + box[3] - own[1] - own[3]);
    const [left, right] = [own[0] - box[0], box[0] + box[2] - own[0] - own[2]];
    places[Math.abs(left - right) <= 1 ? 'center' : left < right ? 'start' : 'end'] += 1;
  }
  const same = (values: readonly number[]): boolean => Math.max(...values) - Math.min(...values) <= SAME_GAP;
  const align = (['start', 'center', 'end'] as const).reduce((most, entry) =>
    places[entry] > places[most] ? entry : most,
  );
  const [top, bottom] = [tops[0], bottoms[0]];
  if (top === undefined || bottom === undefined || !same(tops) || !same(bottoms)) return { align };
  return { align, upright: { top: tenths(top), bottom: tenths(bottom) } };
}

function tenths(px: number): number {
  return Math.round(px * 100) / 100;
}

/** Elements that show or do something without children. */
const FULL = new Set([
  'img',
  'br',
  'wbr',
  'hr',
  'input',
  'textarea',
  'select',
  'button',
  'iframe',
  'video',
  'audio',
  'canvas',
  'svg',
  'object',
  'embed',
  'td',
  'th',
  'col',
  'colgroup',
  'source',
  'track',
  'area',
  'map',
  'progress',
  'meter',
  'option',
  'li',
  'dialog',
  'body',
]);

/** Boxes to try to take out from around what is in them. @param tried groups that are needed */
export function idleBoxes(document: PageDocument, tried: ReadonlySet<string>): Change[] {
  return liftable(document, tried).map(({ group, at, holder, styles, named }) => ({
    group,
    at,
    holder,
    lifted: { styles, named },
  }));
}

/** Attributes that say nothing of a box in which there is nothing. */
const SILENT = new Set(['aria-hidden']);

/** Boxes to try to leave out: nothing in them, nothing to see of them. @param tried groups that are needed */
export function emptyBoxes(document: PageDocument, tried: ReadonlySet<string> = new Set()): Change[] {
  const hosts = hostStyles(document);
  const found: Change[] = [];
  const look = (node: ElementNode | undefined): string =>
    `${node?.element}|${JSON.stringify(document.styles[node?.style ?? ''])}`;
  const visit = (node: ElementNode, holder?: ElementNode): void => {
    const inside = (node.children ?? []).filter((child) => isElement(child) || child.text.trim());
    const style = node.style ? document.styles[node.style] : undefined;
    const speaks = Object.keys(node.attributes ?? {}).some((name) => !SILENT.has(name));
    if (inside.length === 0 && !FULL.has(node.element) && !node.markup && !speaks && !node.part) {
      const group = `empty|${look(node)}|${look(holder)}`;
      if (!(node.style && hosts.has(node.style)) && !shows(style) && !tried.has(group))
        found.push({ group, at: node.id, ...(holder ? { holder: holder.id } : {}) });
      return;
    }
    for (const child of inside) if (isElement(child)) visit(child, node);
  };
  visit(document.body);
  return found;
}

const SHOWN = /^(background-(color|image)|border-.*-(style|width)|box-shadow|outline-style|content|mask-image)$/;

function shows(style: SharedStyle | undefined): boolean {
  const sets = style ? [style.rest, ...(style.variants ?? []).map(({ set }) => set)] : [];
  return sets.some((set) =>
    Object.entries(set).some(
      ([name, value]) => SHOWN.test(name) && !/^(none|0(px)?|transparent|initial|rgba\(0, 0, 0, 0\))$/.test(value),
    ),
  );
}

/** The document with the changes made. */
export function applyChanges(document: PageDocument, changes: readonly Change[]): PageDocument {
  const out = new Map(changes.flatMap((change) => (change.joined ? [] : [[change.at, change] as const])));
  const without = out.size ? takenOut(document, out) : document;
  return applyJoins(without, new Map(changes.flatMap(({ at, joined }) => (joined ? [[at, joined] as const] : []))));
}

/** Without boxes: those that are empty go, of the others what is in them stays. */
function takenOut(document: PageDocument, out: ReadonlyMap<string, Change>): PageDocument {
  const lifts = [...out.values()].flatMap(({ lifted }) => (lifted ? [lifted] : []));
  const named = new Map(lifts.flatMap((lift) => [...lift.named]));
  const visit = (node: PageNode): readonly PageNode[] => {
    if (!isElement(node)) return [node];
    const change = out.get(node.id);
    if (change && !change.lifted) return [];
    const children = node.children?.flatMap(visit);
    if (change) return children ?? [];
    const style = named.get(node.id) ?? node.style;
    return [{ ...node, ...(style === undefined ? {} : { style }), ...(children ? { children } : {}) }];
  };
  const [body] = visit(document.body);
  const styles = lifts.length
    ? { ...document.styles, ...Object.assign({}, ...lifts.map((lift) => lift.styles)) }
    : document.styles;
  return { ...document, styles, body: body as ElementNode };
}
