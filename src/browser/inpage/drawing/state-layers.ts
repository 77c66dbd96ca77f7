import type { DrawnState } from '../../../core/passes/states/drawn-states.js';
import { nameOf } from './layers.js';

/** `Book / hover`, `Book:hover`, `Book (pressed)`: a layer that shows another one in a state. */
const NAMED = /^(.+?)\s*(?:[/:_–—=-]\s*|\(\s*)(hover|hovered|focus|focused|active|pressed|disabled)\s*\)?$/i;
const STATES: Readonly<Record<string, DrawnState['state']>> = {
  hover: ':hover',
  hovered: ':hover',
  focus: ':focus-visible',
  focused: ':focus-visible',
  active: ':active',
  pressed: ':active',
  disabled: ':disabled',
};
const SHAPES = 'rect, path, circle, ellipse, polygon';
const WORDS = 'text';

/**
 * Takes layers out of the drawing that show another layer in a state, wherever they lie and even if they are hidden, and says
 * how they look. A layer of such a name stays where no other has the name before it.
 */
export function takeStates(): DrawnState[] {
  const groups = [...document.querySelectorAll<SVGElement>('svg g, svg symbol, svg rect, svg path')];
  const names = new Set(groups.map((group) => nameOf(group).toLowerCase()));
  return groups.flatMap((group): DrawnState[] => {
    const [, base = '', word = ''] = NAMED.exec(nameOf(group)) ?? [];
    const state = STATES[word.toLowerCase()];
    if (!state || !names.has(base.trim().toLowerCase()) || !group.isConnected) return [];
    const set = lookOf(group);
    group.replaceWith(document.createElementNS('http://www.w3.org/2000/svg', 'g'));
    return Object.keys(set).length ? [{ layer: base.trim(), state, set }] : [];
  });
}

function lookOf(group: SVGElement): Record<string, string> {
  const shapes = group.matches(SHAPES) ? [group] : [...group.querySelectorAll<SVGElement>(SHAPES)];
  const ground = shapes
    .map((shape) => getComputedStyle(shape))
    .find(({ fill, stroke }) => isPaint(fill) || isPaint(stroke));
  const words = group.querySelector<SVGElement>(WORDS);
  const { opacity } = getComputedStyle(group);
  return {
    ...(ground && isPaint(ground.fill) ? { 'background-color': ground.fill } : {}),
    ...(ground && isPaint(ground.stroke)
      ? Object.fromEntries(['top', 'right', 'bottom', 'left'].map((side) => [`border-${side}-color`, ground.stroke]))
      : {}),
    ...(words ? { color: getComputedStyle(words).fill } : {}),
    ...(opacity === '1' ? {} : { opacity }),
  };
}

function isPaint(value: string): boolean {
  return /^rgb/.test(value);
}
