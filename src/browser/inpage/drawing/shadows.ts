import { required } from '../../../core/data/required.js';
import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { pageBox } from './geometry.js';
import { shadowsOfFilter } from './shadow-filters.js';

/** The shadows of a group, until what it is the shadow of has been read. */
export interface Cast {
  readonly shadow: string;
  readonly box: DrawnBox;
  taken?: true;
}

/** The edges of a group and of what lies behind all of it are no farther apart, px. */
const SAME_EDGE = 1.5;

/** The shadows that a group casts: they are those of the shape behind all that it holds. */
export function castBy(element: SVGElement, style: CSSStyleDeclaration, svg: SVGSVGElement): Cast | undefined {
  if (element.localName !== 'g') return undefined;
  const shadow = shadowOf(element as SVGGraphicsElement, style, svg);
  return shadow ? { shadow, box: pageBox(element.getBoundingClientRect()) } : undefined;
}

/** The shadow of the group around for the first shape that lies behind all of it. */
export function castOn(box: DrawnBox, cast: Cast | undefined): Readonly<Record<string, string>> {
  if (!cast || cast.taken || box.some((edge, at) => Math.abs(edge - required(cast.box[at])) > SAME_EDGE)) return {};
  cast.taken = true;
  return { 'box-shadow': cast.shadow };
}

/** The shadows of an element as CSS writes them, empty for no filter; undefined for a filter that is something else. */
export function shadowOf(
  element: SVGGraphicsElement,
  style: CSSStyleDeclaration,
  svg: SVGSVGElement,
): string | undefined {
  const own = style.filter;
  if (own === 'none' || own === '') return '';
  const written = /^drop-shadow\((rgba?\([^)]*\)) ([\d.-]+px [\d.-]+px) ([\d.]+)px\)$/.exec(own);
  /* A filter names the deviation, a box shadow twice as much (Filter Effects 1, 6.1). */
  if (written) return `${written[2]} ${Number(written[3]) * 2}px ${written[1]}`;
  const reference = /url\(["']?#([^"')]+)/.exec(own)?.[1];
  const filter = reference ? svg.querySelector(`[id="${CSS.escape(reference)}"]`) : null;
  const matrix = element.getScreenCTM();
  const scale = matrix ? Math.sqrt(Math.abs(matrix.a * matrix.d - matrix.b * matrix.c)) : 1;
  return filter instanceof SVGFilterElement ? shadowsOfFilter(filter, scale) : undefined;
}
