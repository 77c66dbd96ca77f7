import { required } from '../../../core/data/required.js';
import type { ImageFacts } from '../../../core/survey/from-artboard.js';
import type { SurveyedLayer } from '../../../core/survey/observations.js';
import { isEmpty, pageBox } from '../drawing/geometry.js';
import { nameOf, pathOf } from '../drawing/layers.js';
import { isImageText } from './lettering.js';
import { loadedImages } from '../drawing/images.js';

const SHAPES = 'rect, circle, ellipse, line, path, polygon, polyline, image, text, use, foreignObject';
const APART = 'defs, clipPath, mask, pattern, symbol, linearGradient, radialGradient, filter, marker';
/** Where so many layers on the board are groups, one that is none is loose. */
const GROUPED = 0.6;
const FEWEST_GROUPS = 3;

/** The layers of the drawing in the page, and what its pictures are. */
export async function surveyLayers(): Promise<{
  readonly layers: readonly SurveyedLayer[];
  readonly pictures: Readonly<Record<string, ImageFacts>>;
}> {
  const svg = required(document.querySelector('svg'));
  return { layers: layersIn(svg), pictures: await imagesIn(svg) };
}

function layersIn(svg: SVGSVGElement): SurveyedLayer[] {
  const artboard = pageBox(svg.getBoundingClientRect());
  const loose = new Set(looseIn(svg));
  const found: SurveyedLayer[] = [];
  const visit = (element: Element, hidden: boolean): void => {
    if (element.matches(APART) || !(element instanceof SVGGraphicsElement)) return;
    const add = (state: SurveyedLayer['state'], box?: SurveyedLayer['box']): void => {
      found.push({
        state,
        path: pathOf(element, svg),
        name: nameOf(element) || element.localName,
        ...(box ? { box } : {}),
        ...(state === 'group' ? { holds: [...element.children].map(({ localName }) => localName).join(' ') } : {}),
      });
    };
    const style = getComputedStyle(element);
    if (style.display === 'none' || style.visibility === 'hidden' || Number(style.opacity) < 0.01) {
      if (!hidden) add('hidden');
      return;
    }
    const box = pageBox(element.getBoundingClientRect());
    const isGroup = element.localName === 'g';
    if (isGroup && !element.querySelector(SHAPES)) return add('empty');
    const off = box[0] >= artboard[2] || box[1] >= artboard[3] || box[0] + box[2] <= 0 || box[1] + box[3] <= 0;
    if (off && element.matches(`g, ${SHAPES}`) && !isEmpty(box)) return add('off-board', box);
    if (loose.has(element)) add('loose', box);
    if (isGroup) {
      const inside = [...element.children].filter((child) => child.matches(`g, a, svg, ${SHAPES}`));
      if (inside.length === 1 && !doesSomething(element, style)) add('holds-one', box);
      if (nameOf(element)) add('group', box);
    }
    for (const child of element.children) visit(child, hidden);
  };
  for (const child of svg.children) visit(child, false);
  return found;
}

/** Whether a group moves, cuts, fades or links what it holds, or says what it is. */
function doesSomething(group: Element, style: CSSStyleDeclaration): boolean {
  const texts = ['transform', 'clip-path', 'mask', 'filter', 'opacity', 'style', 'class', 'fill', 'stroke'];
  const titled = [...group.children].some((child) => child.localName === 'title');
  return titled || texts.some((name) => group.hasAttribute(name)) || style.filter !== 'none' || nameOf(group) !== '';
}

/** Shapes on the board itself, where most of what lies there is grouped. Its ground is none. */
function looseIn(svg: SVGSVGElement): Element[] {
  const artboard = pageBox(svg.getBoundingClientRect());
  const top = [...svg.children].filter((child) => child.matches(`g, a, svg, ${SHAPES}`));
  const groups = top.filter((element) => element.matches('g, a, svg'));
  if (groups.length < FEWEST_GROUPS || groups.length < GROUPED * top.length) return [];
  return top.filter((element) => {
    const box = pageBox(element.getBoundingClientRect());
    return element.matches(SHAPES) && box[2] < 0.98 * artboard[2];
  });
}

async function imagesIn(svg: SVGSVGElement): Promise<Record<string, ImageFacts>> {
  const loaded = await loadedImages(svg);
  const facts: Record<string, ImageFacts> = {};
  for (const image of svg.querySelectorAll('image')) {
    const address = image.href.baseVal;
    const picture = loaded.get(address);
    const bytes = bytesOf(new URL(address, document.baseURI).href);
    facts[address] = {
      ...facts[address],
      ...(picture ? { natural: [picture.naturalWidth, picture.naturalHeight] } : { missing: true }),
      ...(picture && isImageText(picture) ? { lettering: true } : {}),
      ...(bytes ? { bytes } : {}),
      ...(isMasked(image, svg) ? { masked: true } : {}),
    };
  }
  return facts;
}

/** Size of a file that the page has loaded, or of data in its address; bytes. */
export function bytesOf(address: string): number {
  if (address.startsWith('data:')) return Math.round((address.length - address.indexOf(',')) * 0.75);
  const [entry] = performance.getEntriesByName(address) as PerformanceResourceTiming[];
  return entry?.encodedBodySize ?? 0;
}

/** Whether a picture is cut to something other than a rectangle or an ellipse. */
function isMasked(image: Element, svg: Element): boolean {
  for (let at: Element | null = image; at && at !== svg; at = at.parentElement) {
    const style = getComputedStyle(at);
    for (const value of [style.clipPath, style.mask, style.getPropertyValue('mask-image')]) {
      const id = /url\(["']?#([^"')]+)/.exec(value)?.[1];
      const target = id === undefined ? null : svg.querySelector(`[id="${CSS.escape(id)}"]`);
      const shapes = [...(target?.querySelectorAll(SHAPES) ?? [])];
      if (shapes.length > 1 || shapes.some((shape) => !shape.matches('rect, circle, ellipse'))) return true;
    }
  }
  return false;
}
