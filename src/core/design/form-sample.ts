import type { ElementNode } from '../document/types.js';
import { elements } from '../document/walk.js';
import { buildDesign } from './emit/build-design.js';
import { artboard, box, line } from './sample.js';

/* Parts of small designs with forms, for tests. */

export type Items = Parameters<typeof artboard>[2][];
export const FRAME = {
  'background-color': 'rgb(255, 255, 255)',
  'border-width': '1px',
  'border-color': 'rgb(120, 130, 140)',
};
export const PRESS = { 'background-color': 'rgb(29, 92, 116)' };

export function made(...items: Items): readonly ElementNode[] {
  const { document } = buildDesign({ name: 'p', files: ['p.svg'], boards: [artboard(1200, 1200, ...items)] });
  return [...elements(document.body)];
}
export const inputs = (all: readonly ElementNode[]): (Readonly<Record<string, string>> | undefined)[] =>
  all.filter(({ element }) => element === 'input').map(({ attributes }) => attributes);
export const intro: Items = [
  line('Book a place', 400, 80, { size: 40, weight: '700' }),
  line('The dome holds twelve, and the terrace as many as come on a clear night.', 300, 150),
];
export const button = (y: number): Items => [
  box(400, y, 160, 48, PRESS),
  line('Send', 464, y + 14, { color: 'rgb(255, 255, 255)' }),
];
