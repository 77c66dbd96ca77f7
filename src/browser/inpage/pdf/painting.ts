import { OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { rounded } from './matrix.js';
import type { Clip, GraphicsState } from './state.js';

const CAPS = ['butt', 'round', 'square'];
const JOINS = ['miter', 'round', 'bevel'];
/** What a path is painted with, by the operator that ends it: filled by which rule, and whether it is outlined. */
export const PATH_PAINTS: Readonly<Record<number, { readonly rule?: Clip['rule']; readonly stroke?: true }>> = {
  [OPS.fill]: { rule: 'nonzero' },
  [OPS.eoFill]: { rule: 'evenodd' },
  [OPS.stroke]: { stroke: true },
  [OPS.closeStroke]: { stroke: true },
  [OPS.fillStroke]: { rule: 'nonzero', stroke: true },
  [OPS.eoFillStroke]: { rule: 'evenodd', stroke: true },
  [OPS.closeFillStroke]: { rule: 'nonzero', stroke: true },
  [OPS.closeEOFillStroke]: { rule: 'evenodd', stroke: true },
};

/** Writes how an element is painted. */
export function setPaint(
  element: SVGElement,
  state: GraphicsState,
  { rule, stroke }: { readonly rule?: Clip['rule']; readonly stroke?: true },
): void {
  element.setAttribute('fill', rule ? state.fill : 'none');
  if (rule === 'evenodd') element.setAttribute('fill-rule', rule);
  if (rule && state.fillAlpha < 1) element.setAttribute('fill-opacity', String(rounded(state.fillAlpha)));
  if (stroke) {
    element.setAttribute('stroke', state.stroke);
    element.setAttribute('stroke-width', String(state.lineWidth));
    if (state.strokeAlpha < 1) element.setAttribute('stroke-opacity', String(rounded(state.strokeAlpha)));
    if (state.lineCap) element.setAttribute('stroke-linecap', CAPS[state.lineCap] ?? 'butt');
    if (state.lineJoin) element.setAttribute('stroke-linejoin', JOINS[state.lineJoin] ?? 'miter');
    element.setAttribute('stroke-miterlimit', String(state.miterLimit));
    if (state.dash.length) element.setAttribute('stroke-dasharray', state.dash.join(' '));
    if (state.dashOffset) element.setAttribute('stroke-dashoffset', String(state.dashOffset));
  }
  if (state.blend !== 'source-over') element.style.mixBlendMode = state.blend;
}
