import type { Matrix } from '../../../core/drawing/contours.js';
import { isUprightMatrix, rounded, times, written } from './matrix.js';
import type { GraphicsState } from './state.js';

const SVG = 'http://www.w3.org/2000/svg';

/** A glyph to show, or room to leave, in thousandths of the size of the font. */
export type ShownGlyph =
  | number
  | { readonly unicode: string; readonly width: number; readonly isSpace?: boolean; readonly isInFont?: boolean };

/** Where the next text goes (ISO 32000-1, 9.4.2). */
export class TextPlace {
  private matrix: Matrix = [1, 0, 0, 1, 0, 0];
  private line: [number, number] = [0, 0];
  private at: [number, number] = [0, 0];

  begin(matrix: Matrix = [1, 0, 0, 1, 0, 0]): void {
    this.matrix = matrix;
    this.line = [0, 0];
    this.at = [0, 0];
  }

  move(x: number, y: number): void {
    this.line = [this.line[0] + x, this.line[1] + y];
    this.at = [...this.line];
  }

  /** Text as SVG writes it, and on; undefined if nothing is to be seen. Letters that have no Unicode value are told. */
  show(
    state: GraphicsState,
    glyphs: readonly ShownGlyph[],
  ): { readonly text?: SVGTextElement; readonly unknown: boolean } {
    const { fontSize, charSpacing, wordSpacing, font, hScale } = state;
    const turned = fontSize < 0 ? -1 : 1;
    const size = Math.abs(fontSize);
    const step = size * (font?.fontMatrix?.[0] ?? 0.001);
    const across = hScale * turned;
    const place = times(
      times(state.matrix, this.matrix),
      times([1, 0, 0, 1, this.at[0], this.at[1] + state.rise], [across, 0, 0, turned > 0 ? -1 : 1, 0, 0]),
    );
    let x = 0;
    let text = '';
    let unknown = false;
    const starts: number[] = [];
    for (const glyph of glyphs) {
      if (typeof glyph === 'number') {
        x -= (glyph * size) / 1000;
        continue;
      }
      const own = glyph.isSpace ? ' ' : glyph.unicode;
      if (!own || /[\p{Co}\p{Cc}]/u.test(own)) unknown = true;
      const advance = glyph.width * step + ((glyph.isSpace ? wordSpacing : 0) + charSpacing) * turned;
      for (let unit = 0; unit < own.length; unit += 1) starts.push(x + (glyph.width * step * unit) / own.length);
      text += own;
      x += advance;
    }
    this.at = [this.at[0] + x * hScale, this.at[1]];
    if (!text.trim() || (state.mode & 3) === 3) return { unknown: unknown && text.trim() !== '' };
    return { text: write(text, starts, size, place), unknown };
  }
}

function write(text: string, starts: readonly number[], size: number, place: Matrix): SVGTextElement {
  const element = document.createElementNS(SVG, 'text');
  const plain = isUprightMatrix(place) && Math.abs(place[0] / place[3] - 1) < 1e-3;
  const scale = plain ? place[3] : 1;
  const first = text.length - text.trimStart().length;
  const end = text.trimEnd().length;
  element.setAttribute(
    'x',
    starts
      .slice(first, end)
      .map((x) => rounded(plain ? x * scale + place[4] : x))
      .join(' '),
  );
  element.setAttribute('y', String(plain ? rounded(place[5]) : 0));
  element.setAttribute('font-size', String(rounded(size * scale)));
  if (!plain) element.setAttribute('transform', written(place));
  element.setAttribute('style', 'white-space:pre');
  element.textContent = text.slice(first, end);
  return element;
}
