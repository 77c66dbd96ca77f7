import type { LetterLook } from '../../core/proof/measured.js';

/** The ways in which letters of a page are set, each once. */
export class LetterLooks {
  readonly all: LetterLook[] = [];
  private readonly numbers = new Map<string, number>();
  private readonly known = new Map<Element, number>();

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
