import type { DrawingFault, DrawnBoard, DrawnBox, DrawnItem, DrawnText, DrawnWord, TextLook } from '../../core/design/drawn.js';
import { around, clipped, contains, isEmpty, pageBox, same, withAlpha } from './geometry.js';
import { strokeAndFill } from './svg-paint.js';
import { standAlone } from './svg-markup.js';

/** Elements that paint something by themselves. */
const PAINTING = new Set(['rect', 'circle', 'ellipse', 'line', 'path', 'polygon', 'polyline', 'image', 'text', 'use', 'foreignObject']);
const SILENT = new Set(['defs', 'clipPath', 'mask', 'pattern', 'symbol', 'linearGradient', 'radialGradient', 'filter', 'marker', 'title', 'desc', 'metadata', 'style', 'script', 'view']);
/** Drawing that covers more of the board than this is not an icon or a picture but a part of the layout. */
const ART_SHARE = 0.4;

/** Puts a drawing into the page as it is and brings it to rest. Scripts in it do not run and do not stay. */
export function placeDrawing(text: string): DrawingFault | { readonly width: number; readonly height: number } {
  const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
  const error = parsed.querySelector('parsererror');
  if (error) return { fault: 'broken', detail: (error.textContent ?? '').replace(/\s+/g, ' ').replace(/^.*?(error on line)/, '$1').replace(/Below is a rendering.*$/, '').trim() };
  const root = parsed.documentElement;
  if (root.localName !== 'svg') return { fault: 'broken', detail: `The first element is "${root.localName}", not "svg".` };
  const size = sizeOf(root);
  if (!size) return { fault: 'no size', detail: '' };
  for (const one of root.querySelectorAll('script')) one.remove();
  const svg = document.importNode(root, true) as unknown as SVGSVGElement;
  for (const one of [svg, ...svg.querySelectorAll('*')]) for (const { name } of [...one.attributes]) if (/^on/i.test(name)) one.removeAttribute(name);
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
  const [, , width = 0, height = 0] = (root.getAttribute('viewBox') ?? '').trim().split(/[\s,]+/).map(Number);
  return width > 0 && height > 0 ? [width, height] : undefined;
}

function lengthOf(text: string | null): number {
  const [, number, unit = 'px'] = /^\s*([\d.]+(?:e[+-]?\d+)?)\s*(px|pt|mm|cm|in)?\s*$/i.exec(text ?? '') ?? [];
  const factors: Readonly<Record<string, number>> = { px: 1, pt: 4 / 3, mm: 96 / 25.4, cm: 96 / 2.54, in: 96 };
  return number === undefined ? 0 : Number(number) * (factors[unit.toLowerCase()] as number);
}

interface Context {
  readonly opacity: number;
  readonly clip: DrawnBox | undefined;
  readonly layers: readonly string[];
  readonly href?: string;
}

/** Reads everything that is painted in the drawing in the page, in painting order. */
export function captureDrawing(): DrawnBoard {
  const svg = document.querySelector('svg') as SVGSVGElement;
  const reader = new Reader(svg);
  reader.visit(svg, { opacity: 1, clip: undefined, layers: [] });
  const [, , width, height] = pageBox(svg.getBoundingClientRect());
  return { width: Math.round(width), height: Math.round(height), title: svg.querySelector(':scope > title')?.textContent ?? '', items: reader.items, notes: [...new Set(reader.notes)] };
}

class Reader {
  readonly items: DrawnItem[] = [];
  readonly notes: string[] = [];
  private readonly rootColor: string;
  private readonly board: DrawnBox;
  private readonly texts: readonly DrawnBox[];

  constructor(private readonly svg: SVGSVGElement) {
    this.rootColor = getComputedStyle(svg).color;
    this.board = pageBox(svg.getBoundingClientRect());
    this.texts = [...svg.querySelectorAll('text')].filter((one) => one.checkVisibility()).map((one) => pageBox(one.getBoundingClientRect()));
  }

  visit(element: Element, context: Context): void {
    if (SILENT.has(element.localName) || !(element instanceof SVGElement)) return;
    const style = getComputedStyle(element);
    const opacity = context.opacity * Number(style.opacity);
    if (style.display === 'none' || opacity < 0.01) return;
    const here: Context = { opacity, clip: this.clipOf(element, style, context.clip), layers: layersOf(element, context.layers), href: linkOf(element) ?? context.href };
    if (isEmpty(here.clip)) return;
    if (PAINTING.has(element.localName)) {
      if (style.visibility === 'visible') this.paint(element as SVGGraphicsElement, style, here);
      return;
    }
    if (element !== this.svg && this.isArt(element as SVGGraphicsElement)) {
      this.addArt(element as SVGGraphicsElement, { ...here, opacity: context.opacity });
      return;
    }
    for (const child of element.children) this.visit(child, here);
  }

  private paint(element: SVGGraphicsElement, style: CSSStyleDeclaration, context: Context): void {
    if (element.localName === 'text') return this.addText(element as SVGTextElement, context);
    if (element.localName === 'image') return this.addPicture(element as SVGImageElement, context);
    if (element.localName === 'use' || element.localName === 'foreignObject') return this.addArt(element, context);
    const box = pageBox(element.getBoundingClientRect());
    const read = isUpright(element) ? strokeAndFill(element, style, box, this.svg) : undefined;
    if (read === 'nothing') return;
    if (!read) return this.addArt(element, context);
    if (read.picture) {
      this.push({ type: 'picture', address: read.picture.address, whole: read.picture.whole, title: titleOf(element), look: this.withOpacity(read.look, context), box: clipped(read.box, context.clip) }, element, context);
      return;
    }
    this.push({ type: 'box', box: clipped(read.box, context.clip), look: this.withOpacity(read.look, context) }, element, context);
  }

  private withOpacity(look: Readonly<Record<string, string>>, { opacity }: Context): Readonly<Record<string, string>> {
    return opacity < 0.995 ? { ...look, opacity: String(Math.round(opacity * 1000) / 1000) } : look;
  }

  private push(item: Record<string, unknown> & { readonly box: DrawnBox }, element: Element, context: Context): void {
    const [x, y, width, height] = item.box;
    if (width < 0.5 && height < 0.5) return;
    if (x >= this.board[2] || y >= this.board[3] || x + width <= 0 || y + height <= 0) {
      this.notes.push(`Off the board, left out: ${nameOf(element) || element.localName}`);
      return;
    }
    this.items.push({ ...item, order: this.items.length, path: pathOf(element, this.svg), layer: context.layers.at(-1) ?? '', ...(context.href ? { href: context.href } : {}) } as unknown as DrawnItem);
  }

  private addArt(element: SVGGraphicsElement, context: Context): void {
    const painted = paintedBox(element);
    const box = clipped(painted, context.clip);
    if (box[2] < 0.5 && box[3] < 0.5) return;
    this.push({ type: 'art', box, markup: standAlone(element, box, this.rootColor), title: titleOf(element), pieces: Math.max(1, element.querySelectorAll('*').length) }, element, context);
  }

  private addPicture(element: SVGImageElement, context: Context): void {
    const place = pageBox(element.getBoundingClientRect());
    if (!isUpright(element)) return this.addArt(element, context);
    const box = clipped(place, context.clip);
    const look: Record<string, string> = {};
    const round = context.clip && roundClip.get(context.clip);
    if (round) look['border-radius'] = round;
    const fit = (element.getAttribute('preserveAspectRatio') ?? 'xMidYMid meet').trim();
    look['object-fit'] = fit === 'none' ? 'fill' : /slice/.test(fit) ? 'cover' : 'contain';
    this.push({ type: 'picture', box, whole: place, address: element.href.baseVal, title: titleOf(element), look: this.withOpacity(look, context) }, element, context);
  }

  private addText(element: SVGTextElement, context: Context): void {
    if (element.querySelector('textPath') || !isUpright(element)) return this.addArt(element, context);
    const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
      const parent = node.parentElement as Element;
      const style = getComputedStyle(parent);
      if (parent.localName === 'title' || parent.localName === 'desc' || style.display === 'none' || style.visibility !== 'visible') continue;
      for (const words of linesOf(node, context.clip)) this.addLine(words, parent, style, element, context);
    }
  }

  private addLine(words: readonly DrawnWord[], parent: Element, style: CSSStyleDeclaration, element: SVGTextElement, context: Context): void {
    const matrix = element.getScreenCTM();
    const scale = matrix ? Math.hypot(matrix.a, matrix.b) : 1;
    const look = textLook(style, scale, context.opacity);
    const anchor = style.textAnchor === 'middle' || style.textAnchor === 'end' ? style.textAnchor : 'start';
    const item: Omit<DrawnText, 'order' | 'path' | 'layer'> = { type: 'text', box: around(words.map(({ box }) => box)), words, look, anchor, ...(linkOf(parent) ? { href: linkOf(parent) } : {}) };
    this.push(item as unknown as Record<string, unknown> & { box: DrawnBox }, element, { ...context, href: linkOf(parent) ?? context.href });
  }

  /** A group of drawing without words or pictures, small and not behind words, is one piece of artwork. */
  private isArt(group: SVGGraphicsElement): boolean {
    if (group.localName === 'svg' && group !== this.svg && !group.querySelector('text, image')) return true;
    if (group.querySelector('text, image, foreignObject')) return false;
    const shapes = [...group.querySelectorAll('path, polygon, polyline, circle, ellipse, line, use, rect')].filter((one) => !one.closest('defs, clipPath, mask, pattern, symbol, marker'));
    if (shapes.length === 0 || shapes.every((one) => one.localName === 'rect' || one.localName === 'line')) return false;
    const box = paintedBox(group);
    if (box[2] * box[3] > ART_SHARE * this.board[2] * Math.min(this.board[3], 900)) return false;
    return !this.texts.some((text) => contains(box, text));
  }

  private clipOf(element: Element, style: CSSStyleDeclaration, above: DrawnBox | undefined): DrawnBox | undefined {
    const reference = /url\(["']?#([^"')]+)/.exec(style.clipPath !== 'none' ? style.clipPath : style.mask || style.getPropertyValue('mask-image'))?.[1];
    if (!reference) return above;
    const target = this.svg.querySelector(`[id="${CSS.escape(reference)}"]`);
    const shape = target?.querySelector('rect, circle, ellipse, path, polygon');
    if (!target || !shape) return above;
    const inner = definitionBox(shape as SVGGraphicsElement, target, element as SVGGraphicsElement);
    if (!inner) return above;
    const made = clipped(inner, above);
    const radius = radiusOf(shape, inner) ?? (above && same(made, above) ? roundClip.get(above) : undefined);
    if (radius && same(made, inner)) roundClip.set(made, radius);
    return made;
  }
}

/** Corner radius of clips, for pictures that are clipped round. */
const roundClip = new WeakMap<DrawnBox, string>();

function radiusOf(shape: Element, box: DrawnBox): string | undefined {
  if (shape.localName === 'circle' || shape.localName === 'ellipse') return '50%';
  const radius = Number(shape.getAttribute('rx') ?? shape.getAttribute('ry') ?? 0);
  return shape.localName === 'rect' && radius > 0 ? `${Math.min(radius, box[2] / 2, box[3] / 2)}px` : undefined;
}

/** Where a shape inside a clip path or mask would lie on the page for an element that refers to it. */
function definitionBox(shape: SVGGraphicsElement, target: Element, user: SVGGraphicsElement): DrawnBox | undefined {
  const ghost = shape.cloneNode(true) as SVGGraphicsElement;
  for (const name of ['mask', 'clip-path', 'id']) ghost.removeAttribute(name);
  ghost.setAttribute('visibility', 'hidden');
  const units = target.getAttribute(target.localName === 'mask' ? 'maskContentUnits' : 'clipPathUnits');
  const holder = document.createElementNS('http://www.w3.org/2000/svg', 'g');
  if (units === 'objectBoundingBox') {
    const own = user.getBBox();
    holder.setAttribute('transform', `translate(${own.x} ${own.y}) scale(${own.width} ${own.height})`);
  }
  holder.append(ghost);
  const place = user.localName === 'g' || user.localName === 'svg' || user.localName === 'a' ? user : (user.parentElement as Element | null);
  if (!place) return undefined;
  if (place !== user && user.hasAttribute('transform')) holder.setAttribute('transform', `${user.getAttribute('transform')} ${holder.getAttribute('transform') ?? ''}`);
  place.append(holder);
  const box = pageBox(ghost.getBoundingClientRect());
  holder.remove();
  return box;
}

/** Words of a text node with their places, one list for each line. */
function linesOf(node: Text, clip: DrawnBox | undefined): DrawnWord[][] {
  const range = document.createRange();
  const lines: DrawnWord[][] = [];
  for (const match of node.data.matchAll(/\S+/g)) {
    range.setStart(node, match.index);
    range.setEnd(node, match.index + match[0].length);
    const box = pageBox(range.getBoundingClientRect());
    if (box[2] < 0.5 || box[3] < 0.5 || isEmpty(clipped(box, clip))) continue;
    const last = lines.at(-1)?.at(-1);
    const follows = last && Math.abs(last.box[1] - box[1]) < box[3] * 0.3 && box[0] >= last.box[0] + last.box[2] - 1;
    if (follows) (lines.at(-1) as DrawnWord[]).push({ text: match[0], box });
    else lines.push([{ text: match[0], box }]);
  }
  return lines;
}

function textLook(style: CSSStyleDeclaration, scale: number, opacity: number): TextLook {
  const round = (value: number): number => Math.round(value * 1000) / 1000;
  return {
    family: style.fontFamily,
    size: round(parseFloat(style.fontSize) * scale),
    weight: style.fontWeight,
    style: style.fontStyle,
    color: withAlpha(style.fill.startsWith('url(') || style.fill === 'none' ? style.color : style.fill, opacity * Number(style.fillOpacity)),
    spacing: style.letterSpacing === 'normal' ? 0 : round(parseFloat(style.letterSpacing) * scale),
    decoration: style.textDecorationLine,
    transform: style.textTransform,
  };
}

/** True if it is neither turned nor skewed nor mirrored against the page. */
function isUpright(element: SVGGraphicsElement): boolean {
  const matrix = element.getScreenCTM();
  return !matrix || (Math.abs(matrix.b) < 1e-3 && Math.abs(matrix.c) < 1e-3 && matrix.a > 0 && matrix.d > 0);
}

/** Where an element paints: its strokes included, and room for the shadow of a filter; px. */
function paintedBox(element: SVGGraphicsElement): DrawnBox {
  const scale = element.getScreenCTM()?.a ?? 1;
  const strokes = [element, ...element.querySelectorAll('*')].map((one) => {
    const style = getComputedStyle(one);
    return style.stroke === 'none' ? 0 : parseFloat(style.strokeWidth) || 0;
  });
  const [x, y, width, height] = pageBox(element.getBoundingClientRect());
  const filtered = getComputedStyle(element).filter !== 'none' ? 0.1 : 0;
  const edge = (Math.max(0, ...strokes) * scale) / 2;
  const [wide, high] = [edge + width * filtered, edge + height * filtered];
  return [x - wide, y - high, width + 2 * wide, height + 2 * high];
}

function linkOf(element: Element): string | undefined {
  const link = element.closest('a');
  const address = link?.getAttribute('href') ?? link?.getAttributeNS('http://www.w3.org/1999/xlink', 'href') ?? undefined;
  return address && !/^\s*(javascript|vbscript):/i.test(address) ? address : undefined;
}

/** The name that a vector program wrote for a layer. */
function nameOf(element: Element): string {
  const label = element.getAttribute('inkscape:label') ?? element.getAttribute('data-name') ?? element.getAttribute('aria-label') ?? element.id;
  return label.replace(/_x([0-9A-F]{2})_/gi, (_, code: string) => String.fromCharCode(parseInt(code, 16))).replace(/_\d+_$/, '').replace(/_/g, ' ').trim();
}

function layersOf(element: Element, above: readonly string[]): readonly string[] {
  const name = nameOf(element);
  return name ? [...above, name] : above;
}

function titleOf(element: Element): string {
  return element.querySelector(':scope > title')?.textContent?.trim() ?? element.parentElement?.closest('g')?.querySelector(':scope > title')?.textContent?.trim() ?? '';
}

/** Place of an element in the drawing: layer names where there are some, numbers where there are none. */
function pathOf(element: Element, root: Element): string {
  const steps: string[] = [];
  for (let at: Element | null = element; at && at !== root; at = at.parentElement) {
    const name = nameOf(at);
    steps.unshift(name || `${at.localName}:${[...((at.parentElement?.children ?? []) as unknown as Element[])].indexOf(at) + 1}`);
  }
  return steps.join(' / ');
}
