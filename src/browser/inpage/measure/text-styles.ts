import type { MeasuredTextStyle } from '../../../core/proof/measurement.js';

/** The ways in which letters of a page are set, each once. */
export class TextStyleList {
  readonly all: MeasuredTextStyle[] = [];
  private readonly numbers = new Map<string, number>();
  private readonly known = new Map<Element, number>();
  private readonly baselines = new Map<Element, number | undefined>();

  /** The number of the look of the words right in an element. */
  of(element: Element): number {
    const before = this.known.get(element);
    if (before !== undefined) return before;
    const look = lookOf(element);
    const key = JSON.stringify(look);
    const number = this.numbers.get(key) ?? this.all.push(look) - 1;
    this.numbers.set(key, number);
    this.known.set(element, number);
    return number;
  }

  /**
   * Where letters stand in the box of theirs that is this high, px: from the usual height above their baseline, as high as
   * the type. Every font has a box of its own; a word stands on its baseline.
   */
  standing(element: Element, height: number): { readonly down: number; readonly height: number } {
    const share = this.baselines.get(element) ?? baselineOf(element);
    this.baselines.set(element, share);
    const size = this.sizeOf(element);
    return share === undefined ? { down: 0, height } : { down: height * share - ASCENT * size, height: size };
  }

  /** The size of type right in an element, px. */
  sizeOf(element: Element): number {
    return this.all[this.of(element)]?.size ?? 0;
  }
}

/** The usual height of letters above their baseline, of the size of type. */
const ASCENT = 0.8;

const baselines = new Map<string, number>();

/** Where the baseline of an element's letters is in their box, as a share of its height (CSS Inline 3, 3.2); not of vertical lines. */
function baselineOf(element: Element): number | undefined {
  const style = getComputedStyle(element);
  if (style.writingMode !== 'horizontal-tb') return undefined;
  const font = `${style.fontStyle} ${style.fontWeight} ${style.fontSize} ${style.fontFamily}`;
  const known = baselines.get(font);
  if (known !== undefined) return known;
  const pen = document.createElement('canvas').getContext('2d');
  if (!pen) return ASCENT;
  pen.font = font;
  const { fontBoundingBoxAscent: above, fontBoundingBoxDescent: below } = pen.measureText('x');
  const share = above + below > 0 ? above / (above + below) : ASCENT;
  baselines.set(font, share);
  return share;
}

function lookOf(element: Element): MeasuredTextStyle {
  const style = getComputedStyle(element);
  const drawn = element instanceof SVGElement;
  const matrix = drawn ? (element as SVGGraphicsElement).getScreenCTM?.() : null;
  const scale = matrix ? Math.hypot(matrix.a, matrix.b) : 1;
  return {
    family: (style.fontFamily.split(',')[0] ?? '').trim().replace(/^["']|["']$/g, ''),
    size: Math.round(parseFloat(style.fontSize) * scale * 100) / 100,
    weight: style.fontWeight,
    style: style.fontStyle,
    color: drawn && style.fill !== 'none' && !style.fill.startsWith('url(') ? style.fill : style.color,
  };
}
