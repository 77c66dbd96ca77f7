import type { Matrix } from '../../../core/drawing/contours.js';

/** A font as the reader of PDF files tells of it. */
export interface PdfFont {
  readonly name: string;
  readonly isType3Font?: boolean;
  readonly bold?: boolean;
  readonly black?: boolean;
  readonly italic?: boolean;
  readonly vertical?: boolean;
  readonly fontMatrix?: Matrix;
}

/** A region that nothing is painted outside of, within another one. */
export interface Clip {
  readonly above: Clip | undefined;
  readonly data: string;
  readonly matrix: Matrix;
  readonly rule: 'nonzero' | 'evenodd';
}

/** How the next thing is painted (ISO 32000-1, 8.4.1 and 9.3). */
export interface GraphicsState {
  matrix: Matrix;
  /** The matrix of the page or form that patterns count from. */
  base: Matrix;
  clip: Clip | undefined;
  fill: string;
  stroke: string;
  fillAlpha: number;
  strokeAlpha: number;
  blend: string;
  lineWidth: number;
  lineCap: number;
  lineJoin: number;
  miterLimit: number;
  dash: readonly number[];
  dashOffset: number;
  /** What is painted goes through a soft mask. */
  masked: boolean;
  /** It is painted with something that SVG does not have. */
  foreignFill: boolean;
  font: PdfFont | undefined;
  fontSize: number;
  charSpacing: number;
  wordSpacing: number;
  hScale: number;
  leading: number;
  rise: number;
  mode: number;
}

export function firstState(matrix: Matrix): GraphicsState {
  return {
    matrix,
    base: matrix,
    clip: undefined,
    fill: '#000000',
    stroke: '#000000',
    fillAlpha: 1,
    strokeAlpha: 1,
    blend: 'source-over',
    lineWidth: 1,
    lineCap: 0,
    lineJoin: 0,
    miterLimit: 10,
    dash: [],
    dashOffset: 0,
    masked: false,
    foreignFill: false,
    font: undefined,
    fontSize: 0,
    charSpacing: 0,
    wordSpacing: 0,
    hScale: 1,
    leading: 0,
    rise: 0,
    mode: 0,
  };
}

/** Changes a state as an external graphics state says. @returns whether a soft mask begins or ends with it */
export function setFromGState(state: GraphicsState, entries: readonly (readonly [string, unknown])[]): void {
  for (const [key, value] of entries) {
    if (key === 'LW') state.lineWidth = Number(value);
    else if (key === 'LC') state.lineCap = Number(value);
    else if (key === 'LJ') state.lineJoin = Number(value);
    else if (key === 'ML') state.miterLimit = Number(value);
    else if (key === 'CA') state.strokeAlpha = Number(value);
    else if (key === 'ca') state.fillAlpha = Number(value);
    else if (key === 'BM') state.blend = String(value);
    else if (key === 'SMask') state.masked = Boolean(value);
    else if (key === 'D') [state.dash, state.dashOffset] = value as [number[], number];
  }
}
