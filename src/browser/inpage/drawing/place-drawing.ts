import { required } from '../../../core/data/required.js';
import type { DrawingFault } from '../../../core/drawing/drawing.js';

/** Puts a drawing of at most so many elements into the page as it is. Scripts in it do not run and do not stay. */
export function placeDrawing(
  text: string,
  most: number,
): DrawingFault | { readonly width: number; readonly height: number } {
  const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
  const error = parsed.querySelector('parsererror');
  if (error)
    return {
      fault: 'broken',
      detail: (error.textContent ?? '')
        .replace(/\s+/g, ' ')
        .replace(/^.*?(error on line)/, '$1')
        .replace(/Below is a rendering.*$/, '')
        .trim(),
    };
  const root = parsed.documentElement;
  if (root.localName !== 'svg')
    return { fault: 'broken', detail: `The first element is "${root.localName}", not "svg".` };
  const size = sizeOf(root);
  if (!size) return { fault: 'no size', detail: '' };
  const elements = root.getElementsByTagName('*').length;
  if (elements > most) return { fault: 'too large', detail: `${elements} elements` };
  for (const element of root.querySelectorAll('script')) element.remove();
  const svg = document.importNode(root, true) as unknown as SVGSVGElement;
  for (const entry of [svg, ...svg.querySelectorAll('*')])
    for (const { name } of [...entry.attributes]) if (/^on/i.test(name)) entry.removeAttribute(name);
  svg.setAttribute('width', String(size[0]));
  svg.setAttribute('height', String(size[1]));
  svg.style.display = 'block';
  document.body.style.margin = '0';
  document.body.replaceChildren(svg);
  return { width: Math.round(size[0]), height: Math.round(size[1]) };
}

/** Size of a drawing, px: its own, else that of its view box. */
function sizeOf(root: Element): [number, number] | undefined {
  const own = ['width', 'height'].map((name) => lengthOf(root.getAttribute(name)));
  if (own.every((value) => value > 0)) return own as [number, number];
  const [, , width = 0, height = 0] = (root.getAttribute('viewBox') ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  return width > 0 && height > 0 ? [width, height] : undefined;
}

function lengthOf(text: string | null): number {
  const [, number, unit = 'px'] = /^\s*([\d.]+(?:e[+-]?\d+)?)\s*(px|pt|mm|cm|in)?\s*$/i.exec(text ?? '') ?? [];
  const factors: Readonly<Record<string, number>> = { px: 1, pt: 4 / 3, mm: 96 / 25.4, cm: 96 / 2.54, in: 96 };
  return number === undefined ? 0 : Number(number) * required(factors[unit.toLowerCase()]);
}
