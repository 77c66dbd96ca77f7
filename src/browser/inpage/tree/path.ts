import type { Box } from '../../../core/html/captured.js';

/** The step of a path that leads to an element: the `nth` of its name in its box. */
export function step(element: Element, nth: number): string {
  if (element.id) return `${element.localName}#${CSS.escape(element.id)}`;
  return nth > 1 || element.parentElement?.querySelector(`:scope > ${CSS.escape(element.localName)}:nth-of-type(2)`)
    ? `${element.localName}:nth-of-type(${nth})`
    : element.localName;
}

export function boxOf(rect: DOMRect): Box {
  const round = (value: number): number => Math.round(value * 100) / 100;
  return [round(rect.left + scrollX), round(rect.top + scrollY), round(rect.width), round(rect.height)];
}
