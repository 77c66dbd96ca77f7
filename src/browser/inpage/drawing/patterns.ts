import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { unevenness } from './images.js';

/** A picture that a pattern paints over a shape. */
export interface PatternImage {
  readonly address: string;
  /** Where the picture element lies over the shape, CSS px of the page, and how the picture fills it. */
  readonly place: DrawnBox;
  readonly fit: string;
  /** How much more it is scaled down than across. */
  readonly uneven: number;
}

/** Give for tiles that cover a shape all but exactly, px. */
const SLACK = 1;

/**
 * The picture of a pattern that covers a shape with one tile; undefined if it shows no picture, is turned, or repeats
 * (SVG 2, section 14.3).
 */
export function patternImage(
  pattern: SVGPatternElement,
  element: SVGGraphicsElement,
  box: DrawnBox,
  svg: SVGSVGElement,
): PatternImage | undefined {
  const image = pattern.querySelector('image') ?? usedImage(pattern, svg);
  const matrix = element.getScreenCTM();
  if (!image || !matrix) return undefined;
  const own = pattern.patternTransform.baseVal.consolidate()?.matrix;
  const toPage = own ? new DOMMatrix(matrixOf(matrix)).multiply(new DOMMatrix(matrixOf(own))) : matrix;
  if (Math.abs(toPage.b) > 1e-4 || Math.abs(toPage.c) > 1e-4) return undefined;
  const shape = element.getBBox();
  const ofShape = pattern.patternUnits.baseVal === SVGUnitTypes.SVG_UNIT_TYPE_OBJECTBOUNDINGBOX;
  const size = (length: SVGAnimatedLength, whole: number): number =>
    ofShape ? share(length) * whole : length.baseVal.value;
  const width = size(pattern.width, shape.width);
  const height = size(pattern.height, shape.height);
  if (!(width > 0 && height > 0)) return undefined;
  const x = size(pattern.x, shape.width) + (ofShape ? shape.x : 0);
  const y = size(pattern.y, shape.height) + (ofShape ? shape.y : 0);
  const tile: DrawnBox = [
    toPage.e + scrollX + x * toPage.a,
    toPage.f + scrollY + y * toPage.d,
    width * toPage.a,
    height * toPage.d,
  ];
  const across = coveringTile(tile[0], tile[2], box[0], box[2]);
  const down = coveringTile(tile[1], tile[3], box[1], box[3]);
  if (across === undefined || down === undefined) return undefined;
  const content = contentMatrix(pattern, shape, width, height);
  const inTile = placeIn(image, pattern, content);
  if (!inTile) return undefined;
  const place: DrawnBox = [
    across + inTile[0] * toPage.a,
    down + inTile[1] * toPage.d,
    inTile[2] * toPage.a,
    inTile[3] * toPage.d,
  ];
  return {
    address: image.href.baseVal,
    place,
    fit: (image.getAttribute('preserveAspectRatio') ?? 'xMidYMid meet').trim(),
    uneven: unevenness(image, place),
  };
}

function matrixOf({ a, b, c, d, e, f }: DOMMatrix | SVGMatrix): number[] {
  return [a, b, c, d, e, f];
}

/** A length in shares of the shape, which may be written in percent. */
function share(length: SVGAnimatedLength): number {
  const { unitType, valueInSpecifiedUnits } = length.baseVal;
  return unitType === SVGLength.SVG_LENGTHTYPE_PERCENTAGE ? valueInSpecifiedUnits / 100 : valueInSpecifiedUnits;
}

/** Where the one tile begins that covers a stretch; undefined if it takes several. */
function coveringTile(start: number, size: number, from: number, length: number): number | undefined {
  const at = start + Math.floor((from - start + SLACK) / size) * size;
  return from + length <= at + size + SLACK ? at : undefined;
}

/** From the units of what a pattern holds to those of its tile. */
function contentMatrix(pattern: SVGPatternElement, shape: DOMRect, width: number, height: number): DOMMatrix {
  const view = pattern.viewBox.baseVal;
  if (pattern.hasAttribute('viewBox') && view.width > 0 && view.height > 0) {
    const none = /none/.test(pattern.getAttribute('preserveAspectRatio') ?? '');
    const fit = Math.min(width / view.width, height / view.height);
    const [sx, sy] = none ? [width / view.width, height / view.height] : [fit, fit];
    return new DOMMatrix([
      sx,
      0,
      0,
      sy,
      (width - view.width * sx) / 2 - view.x * sx,
      (height - view.height * sy) / 2 - view.y * sy,
    ]);
  }
  const ofShape = pattern.patternContentUnits.baseVal === SVGUnitTypes.SVG_UNIT_TYPE_OBJECTBOUNDINGBOX;
  return ofShape ? new DOMMatrix([shape.width, 0, 0, shape.height, 0, 0]) : new DOMMatrix();
}

/** The picture element in the units of the tile; undefined if it is turned. */
function placeIn(image: SVGImageElement, pattern: SVGPatternElement, content: DOMMatrix): DrawnBox | undefined {
  let matrix = content;
  const use = pattern.contains(image) ? null : pattern.querySelector('use');
  const inside = use ?? image;
  const path: SVGGraphicsElement[] = [];
  for (let element: Element | null = inside; element && element !== pattern; element = element.parentElement)
    if (element instanceof SVGGraphicsElement) path.unshift(element);
  for (const element of path) {
    const own = element.transform.baseVal.consolidate()?.matrix;
    if (own) matrix = matrix.multiply(new DOMMatrix(matrixOf(own)));
  }
  if (use) {
    matrix = matrix.translate(use.x.baseVal.value, use.y.baseVal.value);
    const own = image.transform.baseVal.consolidate()?.matrix;
    if (own) matrix = matrix.multiply(new DOMMatrix(matrixOf(own)));
  }
  if (Math.abs(matrix.b) > 1e-6 || Math.abs(matrix.c) > 1e-6) return undefined;
  const from = matrix.transformPoint(new DOMPoint(image.x.baseVal.value, image.y.baseVal.value));
  return [from.x, from.y, image.width.baseVal.value * matrix.a, image.height.baseVal.value * matrix.d];
}

function usedImage(pattern: Element, svg: SVGSVGElement): SVGImageElement | null {
  const use = pattern.querySelector('use');
  const id = use?.getAttribute('href') ?? use?.getAttribute('xlink:href');
  const found = id ? svg.querySelector(`[id="${CSS.escape(id.slice(1))}"]`) : null;
  return found instanceof SVGImageElement ? found : null;
}
