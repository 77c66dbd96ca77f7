import { OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { Matrix } from '../../../core/drawing/contours.js';
import { times } from './matrix.js';

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

/** Changes a state as an operator says that does nothing else. @returns whether it is such a one */
export function setPlainly(state: GraphicsState, op: number, args: readonly unknown[]): boolean {
  if (op === OPS.transform) state.matrix = times(state.matrix, args as unknown as Matrix);
  else if (op === OPS.setLineWidth) state.lineWidth = Number(args[0]);
  else if (op === OPS.setLineCap) state.lineCap = Number(args[0]);
  else if (op === OPS.setLineJoin) state.lineJoin = Number(args[0]);
  else if (op === OPS.setMiterLimit) state.miterLimit = Number(args[0]);
  else if (op === OPS.setDash) [state.dash, state.dashOffset] = args as [number[], number];
  else if (op === OPS.setGState) setFromGState(state, args[0] as [string, unknown][]);
  else if (op === OPS.setFillRGBColor) [state.fill, state.foreignFill] = [String(args[0]), false];
  else if (op === OPS.setStrokeRGBColor) state.stroke = String(args[0]);
  else if (op === OPS.setFillTransparent) [state.fill, state.foreignFill] = ['none', false];
  else if (op === OPS.setStrokeTransparent) state.stroke = 'none';
  else if (op === OPS.setLeading) state.leading = -Number(args[0]);
  else if (op === OPS.setCharSpacing) state.charSpacing = Number(args[0]);
  else if (op === OPS.setWordSpacing) state.wordSpacing = Number(args[0]);
  else if (op === OPS.setHScale) state.hScale = Number(args[0]) / 100;
  else if (op === OPS.setTextRise) state.rise = Number(args[0]);
  else if (op === OPS.setTextRenderingMode) state.mode = Number(args[0]);
  else return false;
  return true;
}

/** Changes a state as an external graphics state says. */
function setFromGState(state: GraphicsState, entries: readonly (readonly [string, unknown])[]): void {
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
