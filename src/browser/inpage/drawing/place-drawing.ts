import { median } from '../../../core/data/median.js';
import { required } from '../../../core/data/required.js';
import { drawnScale, meantUnit, meantWidth } from '../../../core/source/screen-widths.js';
import type { DrawingFault } from '../../../core/drawing/drawing.js';

/**
 * Puts a drawing of at most so many elements into the page as it is. Scripts in it do not run and do not stay.
 * @param unit px that a px of the drawing is meant to be; what it likely is without it
 */
export function placeDrawing(
  text: string,
  most: number,
  unit?: number,
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
  if (elements > most) return { fault: 'too large', detail: '', elements };
  for (const element of root.querySelectorAll('script')) element.remove();
  const svg = document.importNode(root, true) as unknown as SVGSVGElement;
  for (const entry of [svg, ...svg.querySelectorAll('*')])
    for (const { name } of [...entry.attributes]) if (/^on/i.test(name)) entry.removeAttribute(name);
  const [width, height] = unit === undefined ? sizedToMeaning(svg, size) : sizedBy(svg, size, unit);
  svg.style.display = 'block';
  document.body.style.margin = '0';
  document.body.replaceChildren(svg);
  return { width: Math.round(width), height: Math.round(height) };
}

/**
 * Gives a drawing the size that is meant: programs that print round the page up, and not its content, so that a phone of
 * 390 px is 293.04 points wide, and what is on it a little too small if the drawing is shown 390 px wide.
 */
function sizedToMeaning(svg: SVGSVGElement, [width, height]: readonly [number, number]): [number, number] {
  const view = svg.viewBox.baseVal;
  const sized = svg.hasAttribute('viewBox') && view.width > 0 && view.height > 0;
  const drawn = sized ? Math.min(width / view.width, height / view.height) : 1;
  const unit = meantUnit(drawn);
  const meant: [number, number] = [
    meantWidth(width),
    sized ? Math.round(Math.min(view.height * unit, height + 1)) : height,
  ];
  const isMeant = unit === drawn && meant[0] === width;
  const [x, y] = isMeant ? [width, height] : meant;
  if (sized && !isMeant) svg.setAttribute('viewBox', `${view.x} ${view.y} ${x / unit} ${y / unit}`);
  svg.setAttribute('width', String(x));
  svg.setAttribute('height', String(y));
  return [x, y];
}

/**
 * Brings an artboard that is drawn two or three times as large as its page to the size of the page.
 * @returns how many times, and its width now, px
 */
export function scaleToPage(): { readonly scale: number; readonly width: number } {
  const svg = required(document.querySelector('svg'));
  const { width, height } = svg.getBoundingClientRect();
  const scale = drawnScale(width, textSize(svg));
  return { scale, width: scale === 1 ? Math.round(width) : sizedBy(svg, [width, height], 1 / scale)[0] };
}

/** Size of most letters, px; 0 for none. */
function textSize(svg: SVGSVGElement): number {
  const sizes = [...svg.querySelectorAll('text')].flatMap((text) => {
    const letters = (text.textContent ?? '').replace(/\s+/g, '').length;
    const matrix = text.getScreenCTM();
    if (!letters || !matrix || text.closest('defs, symbol') || !text.checkVisibility()) return [];
    return [{ letters, size: parseFloat(getComputedStyle(text).fontSize) * Math.hypot(matrix.c, matrix.d) }];
  });
  return median(sizes.flatMap(({ letters, size }) => Array.from({ length: letters }, () => size))) ?? 0;
}

function sizedBy(svg: SVGSVGElement, size: readonly [number, number], unit: number): [number, number] {
  if (!svg.hasAttribute('viewBox')) svg.setAttribute('viewBox', `0 0 ${size[0]} ${size[1]}`);
  const [width, height] = [meantWidth(size[0] * unit), size[1] * unit];
  svg.setAttribute('width', String(width));
  svg.setAttribute('height', String(height));
  return [width, height];
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
