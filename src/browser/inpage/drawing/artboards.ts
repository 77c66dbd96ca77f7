import { required } from '../../../core/data/required.js';
import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { nameOf } from './layers.js';

/** One of several artboards in a drawing: its place there in the units of the drawing. */
export interface Frame {
  readonly name: string;
  readonly box: DrawnBox;
}

/** Smallest artboard, in units of the drawing. */
const LEAST_WIDTH = 240;
const LEAST_HEIGHT = 300;
/** Artboards of equal widths are pages of a site if they are at least this wide; narrower ones may be cards of one page. */
const PAGE_WIDTH = 800;
/** A ground spans this share of its artboard. */
const GROUND_SHARE = 0.98;
const NOT_DRAWN = new Set([
  'defs',
  'style',
  'title',
  'desc',
  'metadata',
  'symbol',
  'script',
  'view',
  'linearGradient',
  'radialGradient',
  'clipPath',
  'mask',
  'filter',
  'pattern',
]);

interface FoundFrame extends Frame {
  /** What is drawn of it; for a view everything is. */
  readonly element?: Element;
}

/** The artboards in the drawing in the page, if there are several: nested drawings, views, or groups side by side. */
export function findFrames(): Frame[] {
  return framesIn(drawing()).map(({ name, box }) => ({ name, box }));
}

/** Makes one of several artboards the whole drawing; its size, px. */
export function turnToFrame(index: number): { readonly width: number; readonly height: number } {
  const svg = drawing();
  const frames = framesIn(svg);
  const { element, box } = required(frames[index]);
  if (element)
    for (const child of [...required(element.parentElement).children])
      if (child !== element && !NOT_DRAWN.has(child.localName)) child.remove();
  const [x, y, width, height] = box;
  svg.setAttribute('viewBox', `${x} ${y} ${width} ${height}`);
  svg.setAttribute('width', String(width));
  svg.setAttribute('height', String(height));
  if (!element) leaveOutBeside(svg, width, height);
  return { width: Math.round(width), height: Math.round(height) };
}

/** What a view does not show is drawn for another one. */
function leaveOutBeside(svg: SVGSVGElement, width: number, height: number): void {
  const drawn = [
    ...svg.querySelectorAll('rect, circle, ellipse, line, path, polygon, polyline, image, text, use, foreignObject'),
  ];
  const own = svg.getBoundingClientRect();
  const outside = drawn.filter((element) => {
    if (element.closest([...NOT_DRAWN].join(','))) return false;
    const { left, top, right, bottom } = element.getBoundingClientRect();
    return right <= own.left || bottom <= own.top || left >= own.left + width || top >= own.top + height;
  });
  for (const element of outside) element.remove();
}

function drawing(): SVGSVGElement {
  return required(document.querySelector('svg'));
}

function framesIn(svg: SVGSVGElement): FoundFrame[] {
  const views = [...svg.querySelectorAll('view')].flatMap((view): FoundFrame[] => {
    const box = (view.getAttribute('viewBox') ?? '')
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    return box.length === 4 && box.every(Number.isFinite)
      ? [{ name: nameOf(view), box: box as unknown as DrawnBox }]
      : [];
  });
  if (areArtboards(views)) return views;
  const nested = [...svg.children].flatMap((child): FoundFrame[] =>
    child instanceof SVGSVGElement ? [{ name: nameOf(child), box: boxIn(child, svg), element: child }] : [],
  );
  if (areArtboards(nested)) return nested;
  const groups = groupsIn(svg);
  const grounded = groups.flatMap((group): FoundFrame[] => {
    const ground = groundOf(group);
    return ground ? [{ name: nameOf(group), box: boxIn(ground, svg), element: group }] : [];
  });
  return grounded.length === groups.length && areArtboards(grounded) && arePages(grounded) ? grounded : [];
}

/** Several that are large enough, and do not lie on each other. */
function areArtboards(frames: readonly FoundFrame[]): boolean {
  return (
    frames.length > 1 &&
    frames.every(({ box }) => box[2] >= LEAST_WIDTH && box[3] >= LEAST_HEIGHT) &&
    frames.every((frame, index) => frames.slice(index + 1).every((other) => areApart(frame.box, other.box)))
  );
}

function areApart(a: DrawnBox, b: DrawnBox): boolean {
  return a[0] + a[2] <= b[0] || b[0] + b[2] <= a[0] || a[1] + a[3] <= b[1] || b[1] + b[3] <= a[1];
}

/** Groups with a ground of their own are artboards if they are drawn for several screens, or as wide as pages. */
function arePages(frames: readonly FoundFrame[]): boolean {
  const widths = frames.map(({ box }) => Math.round(box[2]));
  const enough = frames.every(({ element }) => (element?.querySelectorAll('text, image, path').length ?? 0) >= 3);
  return enough && (new Set(widths).size === widths.length || widths.every((width) => width >= PAGE_WIDTH));
}

/** The outermost groups that lie beside each other; labels above them are no part of any. */
function groupsIn(svg: SVGSVGElement): Element[] {
  let holder: Element = svg;
  for (let depth = 0; depth < 4; depth += 1) {
    const drawn = [...holder.children].filter(({ localName }) => !NOT_DRAWN.has(localName));
    const groups = drawn.filter(({ localName }) => localName === 'g');
    const others = drawn.filter(({ localName }) => localName !== 'g' && localName !== 'text');
    if (others.length) return [];
    if (groups.length !== 1) return groups;
    holder = required(groups[0]);
  }
  return [];
}

/** The rectangle that a group begins with, if all of the group is drawn on it. */
function groundOf(group: Element): SVGGraphicsElement | undefined {
  let first: Element | undefined = group;
  while (first?.localName === 'g') first = [...first.children].find(({ localName }) => !NOT_DRAWN.has(localName));
  if (first?.localName !== 'rect') return undefined;
  const ground = first as SVGGraphicsElement;
  const [own, all] = [ground.getBoundingClientRect(), group.getBoundingClientRect()];
  const shown = Math.min(own.width / Math.max(1, all.width), own.height / Math.max(1, all.height));
  return shown >= GROUND_SHARE || group.querySelector('clipPath') || group.hasAttribute('clip-path')
    ? ground
    : undefined;
}

/** Place of an element in units of the drawing. */
function boxIn(element: SVGGraphicsElement, svg: SVGSVGElement): DrawnBox {
  const matrix = svg.getScreenCTM()?.inverse();
  const { left, top, right, bottom } = outline(element);
  const [from, to] = [new DOMPoint(left, top), new DOMPoint(right, bottom)].map((point) =>
    point.matrixTransform(matrix),
  );
  const rounded = (value: number): number => Math.round(value * 100) / 100;
  if (!from || !to) return [0, 0, 0, 0];
  return [rounded(from.x), rounded(from.y), rounded(to.x - from.x), rounded(to.y - from.y)];
}

/** Where an element lies on the screen; a nested drawing by its own size, whatever it holds. */
function outline(element: SVGGraphicsElement): Pick<DOMRect, 'left' | 'top' | 'right' | 'bottom'> {
  if (!(element instanceof SVGSVGElement)) return element.getBoundingClientRect();
  const matrix = (element.parentElement as unknown as SVGGraphicsElement).getScreenCTM() ?? undefined;
  const [x, y, width, height] = [element.x, element.y, element.width, element.height].map(
    ({ baseVal }) => baseVal.value,
  ) as [number, number, number, number];
  const [from, to] = [new DOMPoint(x, y), new DOMPoint(x + width, y + height)].map((point) =>
    point.matrixTransform(matrix),
  ) as [DOMPoint, DOMPoint];
  return { left: from.x, top: from.y, right: to.x, bottom: to.y };
}
