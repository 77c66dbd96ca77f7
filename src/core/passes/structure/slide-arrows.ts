import { required } from '../../data/required.js';
import type { Declarations, ElementNode, SharedStyle } from '../../document/types.js';
import { elements, isElement, textOf } from '../../document/walk.js';
import type { Boxes } from '../pass.js';
import { bareLook } from './hidden-inputs.js';

const FORWARD = /^(next|forward|›|»|→)|\bnext\b/i;
const BACK = /^(prev|back|‹|«|←)|\bprevious\b/i;
const NUMBERED = /\b(?:slide|page|item|picture)\s+(\d+)\b/i;
/** Boxes may differ by this much and still be the same place; CSS px. */
const SAME = 1;

/** Something that was pressed to see another slide. */
export type Arrow = { readonly node: ElementNode } & ({ readonly by: 1 | -1 } | { readonly to: number });

/** What is pressed inside of a box to go forward, back, or to a slide by its number. */
export function arrowsIn(holder: ElementNode): Arrow[] {
  return [...elements(holder)].flatMap((node): Arrow[] => {
    if (node.element !== 'button' && node.element !== 'a') return [];
    const label = node.attributes?.['aria-label'] ?? node.attributes?.['title'] ?? textOf(node);
    const number = NUMBERED.exec(label)?.[1];
    if (number) return [{ node, to: Number(number) - 1 }];
    if (FORWARD.test(label)) return [{ node, by: 1 }];
    return BACK.test(label) ? [{ node, by: -1 }] : [];
  });
}

/** Whether there is a way forward and a way back. */
export function goesBothWays(arrows: readonly Arrow[]): boolean {
  const ways = new Set(arrows.flatMap((arrow) => ('by' in arrow ? [arrow.by] : [])));
  return ways.size === 2;
}

/**
 * Arrows that lie over the slides can lie in each of them: they stand in the same place then, and lead on from there.
 * Nothing holds an arrow in its place but a box that is as large as a slide.
 */
export function liesInSlides(
  { node }: Arrow,
  slide: ElementNode,
  styles: Readonly<Record<string, SharedStyle>>,
  boxes: Boxes,
  holder: ElementNode,
): boolean {
  const [own, shown, around] = [boxes.get(node.id), boxes.get(slide.id), boxes.get(holder.id)];
  if (!own || !shown || !around || styles[node.style ?? '']?.rest['position'] !== 'absolute') return false;
  const same = around.every((value, index) => Math.abs(value - required(shown[index])) <= SAME);
  if (!styles[holder.style ?? '']?.rest['position']) return false;
  const inside = own[0] >= shown[0] - SAME && own[0] + own[2] <= shown[0] + shown[2] + SAME;
  return same && inside && (holder.children ?? []).includes(node);
}

/** An arrow as a link to a slide; what it looked like as a button is said of the link. */
export function asLink(node: ElementNode, to: string, styles: Record<string, SharedStyle>): ElementNode {
  const { type: _, 'aria-hidden': __, ...attributes } = node.attributes ?? {};
  const kept = Object.fromEntries(Object.entries(attributes).filter(([name]) => !/^(data-|role$|aria-c)/.test(name)));
  if (node.element === 'a') return { ...node, attributes: { ...kept, href: `#${to}` } };
  const style = node.style ?? `t${node.id}`;
  const own = styles[style] ?? { rest: {} };
  /* Buttons hold what is in them in the middle (HTML, 15.5.2). */
  const plain: Declarations = { 'text-decoration-line': 'none', 'align-content': 'center' };
  styles[style] = { ...own, rest: { ...bareLook(node.element, own.rest), ...plain, ...own.rest } };
  return { ...node, element: 'a', style, attributes: { ...kept, href: `#${to}` } };
}

/** A copy with ids and styles of its own. */
export function copyOf(node: ElementNode, number: number, styles: Record<string, SharedStyle>): ElementNode {
  const suffix = `-${number}`;
  const { id: _, ...attributes } = node.attributes ?? {};
  if (node.style) styles[`${node.style}${suffix}`] = required(styles[node.style]);
  return {
    ...node,
    id: `${node.id}${suffix}`,
    ...(node.style ? { style: `${node.style}${suffix}` } : {}),
    ...(node.attributes ? { attributes } : {}),
    ...(node.children
      ? { children: node.children.map((child) => (isElement(child) ? copyOf(child, number, styles) : child)) }
      : {}),
  };
}
