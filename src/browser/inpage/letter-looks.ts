import type { LetterLook } from '../../core/proof/measured.js';

/** The ways in which letters of a page are set, each once. */
export class LetterLooks {
  readonly all: LetterLook[] = [];
  private readonly numbers = new Map<string, number>();
  private readonly known = new Map<Element, number>();
  private readonly baselines = new Map<string, number>();

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
    const style = getComputedStyle(element);
    if (style.writingMode !== 'horizontal-tb') return { down: 0, height };
    const font = `${style.fontStyle} ${style.fontWeight} ${style.fontSize} ${style.fontFamily}`;
    const share = this.baselines.get(font) ?? baselineIn(font);
    this.baselines.set(font, share);
    const size = this.all[this.of(element)]?.size ?? height;
    return { down: height * share - ASCENT * size, height: size };
  }
}

/** The usual height of letters above their baseline, of the size of type. */
const ASCENT = 0.8;

/** Where the baseline is in the box of a font's letters, as a share of its height (CSS Inline 3, 3.2). */
function baselineIn(font: string): number {
  const pen = document.createElement('canvas').getContext('2d');
  if (!pen) return ASCENT;
  pen.font = font;
  const { fontBoundingBoxAscent: above, fontBoundingBoxDescent: below } = pen.measureText('x');
  return above + below > 0 ? above / (above + below) : ASCENT;
}

function lookOf(element: Element): LetterLook {
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
