/** The namespace of SVG. */
export const SVG = 'http://www.w3.org/2000/svg';
/** Elements in which nothing is painted in its own place. */
export const APART = 'defs, clipPath, mask, pattern, symbol, marker';

/** A transform that leads from the place of an element back to px of the page: what is put in it with that stands by the page. */
export function inverseOf(place: Element | null): string {
  const matrix = (place as SVGGraphicsElement | null)?.getScreenCTM?.()?.inverse();
  if (!matrix) return '';
  return `matrix(${[matrix.a, matrix.b, matrix.c, matrix.d, matrix.e, matrix.f].join(' ')}) translate(${-scrollX} ${-scrollY})`;
}
