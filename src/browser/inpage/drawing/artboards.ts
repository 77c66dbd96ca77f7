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

const APART = [...NOT_DRAWN].join(',');
const PAINTED = 'rect, circle, ellipse, line, path, polygon, polyline, image, text, use, foreignObject';

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
  for (let at = element; at && at !== svg; at = at.parentElement ?? undefined)
    for (const child of [...required(at.parentElement).children])
      if (child !== at && !NOT_DRAWN.has(child.localName)) child.remove();
  const [x, y, width, height] = box;
  svg.setAttribute('viewBox', `${x} ${y} ${width} ${height}`);
  svg.setAttribute('width', String(width));
  svg.setAttribute('height', String(height));
  if (!element) leaveOutBeside(svg, width, height);
  return { width: Math.round(width), height: Math.round(height) };
}

/** What a view does not show is drawn for another one. */
function leaveOutBeside(svg: SVGSVGElement, width: number, height: number): void {
  const drawn = [...svg.querySelectorAll(PAINTED)];
  const own = svg.getBoundingClientRect();
  const outside = drawn.filter((element) => {
    if (element.closest(APART)) return false;
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
  const grounded = framesBelow(svg, svg);
  return areArtboards(grounded) && arePages(grounded) && holdNearlyAll(grounded, svg) ? grounded : [];
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
  const screens = new Set(widths);
  const areScreens = screens.size === widths.length || (screens.size > 1 && Math.max(...widths) >= PAGE_WIDTH);
  return enough && (areScreens || widths.every((width) => width >= PAGE_WIDTH));
}

/**
 * The groups below one that are artboards, however deep they lie: groups with a ground of their own. Where several lie apart
 * inside of a group that has a ground too, that one is the canvas; the sections of a page lie below each other.
 */
function framesBelow(group: Element, svg: SVGSVGElement, depth = 0): FoundFrame[] {
  const groups = [...group.children].filter(({ localName }) => localName === 'g' || localName === 'a');
  const inner = depth < DEEPEST ? groups.flatMap((child) => framesBelow(child, svg, depth + 1)) : [];
  const ground = group === svg ? undefined : groundOf(group);
  if (areArtboards(inner) && !areSections(inner, ground !== undefined)) return inner;
  if (!ground) return inner;
  const frame = { name: nameOf(group), box: boxIn(ground, svg), element: group };
  const [, , width, height] = frame.box;
  return width >= LEAST_WIDTH && height >= LEAST_HEIGHT ? [frame] : inner;
}

/** Deepest that artboards are looked for, in groups. */
const DEEPEST = 8;

/** Artboards of one width below each other are farther apart than this, in units of the drawing. */
const ROOM_BETWEEN = 40;

/** Whether groups are sections of one page: below each other at one side, as wide, and near or on one ground. */
function areSections(frames: readonly FoundFrame[], onGround: boolean): boolean {
  const sorted = frames.map(({ box }) => box).sort((a, b) => a[1] - b[1]);
  const [first] = sorted;
  const isColumn = sorted.every((box) => first && Math.abs(box[0] - first[0]) < 1 && Math.abs(box[2] - first[2]) < 1);
  const areNear = sorted.slice(1).some((box, at) => {
    const before = required(sorted[at]);
    return box[1] - before[1] - before[3] < ROOM_BETWEEN;
  });
  return isColumn && (onGround || areNear);
}

/** Share of what is drawn that lies on the artboards: the rest are labels, arrows, notes, and the canvas. */
const ON_BOARDS = 0.75;

function holdNearlyAll(frames: readonly FoundFrame[], svg: SVGSVGElement): boolean {
  const drawn = [...svg.querySelectorAll(PAINTED)].filter((element) => !element.closest(APART));
  const held = drawn.filter((element) => frames.some(({ element: group }) => group?.contains(element)));
  return held.length >= ON_BOARDS * drawn.length;
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
