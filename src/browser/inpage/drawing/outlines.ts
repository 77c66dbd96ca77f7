import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { areLetters } from '../../../core/drawing/outlined-text.js';
import { pageBox } from './geometry.js';

/** Whether drawing looks like a line of letters. */
export function looksLikeText(painters: readonly SVGGraphicsElement[]): boolean {
  return areLetters(painters.flatMap(outlinesOf));
}

/** How the outline of a drawn path or polygon goes, the same wherever it stands; nothing for anything else. */
export function outlineOf({ type }: { readonly type: string }, painter: SVGGraphicsElement): { outline?: string } {
  if (type !== 'art') return {};
  const points = painter
    .getAttribute('points')
    ?.trim()
    .split(/[\s,]+/).length;
  if (points !== undefined) return { outline: `polygon ${points}` };
  const data = painter.localName === 'path' ? painter.getAttribute('d') : null;
  return data ? { outline: data.replace(/[^a-zA-Z]/g, '') } : {};
}

/** Places of the shapes that drawing is made of; those of a path that is drawn in several goes one by one. */
function outlinesOf(painter: SVGGraphicsElement): DrawnBox[] {
  const paths = painter.localName === 'path' ? [painter] : [...painter.querySelectorAll('path')];
  if (painter.querySelector('image, text') || paths.length === 0) return [];
  return paths.flatMap((path) => {
    const data = path.getAttribute('d') ?? '';
    const goes = data.split(/(?=M)/).filter((part) => /\d/.test(part));
    const filled = getComputedStyle(path).fill !== 'none';
    if (!filled) return [];
    if (goes.length < 2 || /m/.test(data)) return [pageBox(path.getBoundingClientRect())];
    return withoutHoles(goes.map((go) => boxOfGo(path as SVGPathElement, go)));
  });
}

function boxOfGo(path: SVGPathElement, data: string): DrawnBox {
  const copy = path.cloneNode() as SVGPathElement;
  copy.setAttribute('d', data);
  path.after(copy);
  const box = pageBox(copy.getBoundingClientRect());
  copy.remove();
  return box;
}

/** The holes of letters lie inside of them. */
function withoutHoles(boxes: readonly DrawnBox[]): DrawnBox[] {
  const within = (a: DrawnBox, b: DrawnBox): boolean =>
    a !== b && a[0] >= b[0] && a[1] >= b[1] && a[0] + a[2] <= b[0] + b[2] && a[1] + a[3] <= b[1] + b[3];
  return boxes.filter((box) => !boxes.some((other) => within(box, other)));
}
