import { OPS, type PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { DrawnBox } from '../../../core/drawing/drawing.js';
import { addressOf, trimmed } from '../plain/bake.js';

/** Pictures are made for screens of this density, and looked for at this one; px around what was found. */
const DENSITY = 2;
const COARSE = 0.25;
const AROUND = 8;
const PAINTS = new Set<number>([
  OPS.showText,
  OPS.shadingFill,
  OPS.paintImageMaskXObject,
  OPS.paintImageMaskXObjectGroup,
  OPS.paintImageXObject,
  OPS.paintInlineImageXObject,
  OPS.paintInlineImageXObjectGroup,
  OPS.paintImageXObjectRepeat,
  OPS.paintImageMaskXObjectRepeat,
  OPS.paintSolidColorImageMask,
  OPS.rawFillPath,
]);

/** A picture and its place, px of the page. */
export interface PaintedPicture {
  readonly href: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Paints some operators of a page by themselves; undefined if nothing is to be seen. @param unit px of a point */
export async function paintedBy(
  page: PDFPageProxy,
  unit: number,
  wanted: ReadonlySet<number>,
): Promise<PaintedPicture | undefined> {
  const { fnArray, argsArray } = await page.getOperatorList({ annotationMode: 0 });
  const inMask = insideMasks(fnArray, argsArray as unknown[][]);
  const paints = (at: number): boolean =>
    PAINTS.has(fnArray[at] ?? 0) ||
    (fnArray[at] === OPS.constructPath && (argsArray[at] as unknown[])[0] !== OPS.endPath);
  const show = (at: number): boolean => wanted.has(at) || inMask.has(at) || !paints(at);
  const { width, height } = page.getViewport({ scale: unit });
  /* A page may be many screens high: it is painted as a whole only in small, to see where there is anything. */
  const seen = trimmed(await painted(page, unit, COARSE, [0, 0, width, height], show));
  if (!seen) return undefined;
  const [left, top] = [Math.max(0, seen.x / COARSE - AROUND), Math.max(0, seen.y / COARSE - AROUND)];
  const right = Math.min(width, (seen.x + seen.canvas.width) / COARSE + AROUND);
  const bottom = Math.min(height, (seen.y + seen.canvas.height) / COARSE + AROUND);
  const tight = trimmed(await painted(page, unit, DENSITY, [left, top, right - left, bottom - top], show));
  if (!tight) return undefined;
  return {
    href: await addressOf(tight.canvas),
    x: left + tight.x / DENSITY,
    y: top + tight.y / DENSITY,
    width: tight.canvas.width / DENSITY,
    height: tight.canvas.height / DENSITY,
  };
}

/** A part of a page (px) as it is painted by the operators that are shown. */
async function painted(
  page: PDFPageProxy,
  unit: number,
  density: number,
  [x, y, width, height]: DrawnBox,
  show: (at: number) => boolean,
): Promise<OffscreenCanvas> {
  const canvas = new OffscreenCanvas(Math.max(1, Math.ceil(width * density)), Math.max(1, Math.ceil(height * density)));
  const task = {
    canvas: canvas as unknown as HTMLCanvasElement,
    canvasContext: canvas.getContext('2d', { willReadFrequently: true }) as unknown as CanvasRenderingContext2D,
    viewport: page.getViewport({ scale: unit * density, offsetX: -x * density, offsetY: -y * density }),
    annotationMode: 0,
    background: 'rgba(0,0,0,0)',
    operationsFilter: show,
  };
  await page.render(task).promise;
  return canvas;
}

/** Operators that paint masks: they are always needed. */
function insideMasks(fnArray: readonly number[], argsArray: readonly unknown[][]): Set<number> {
  const inside = new Set<number>();
  const open: boolean[] = [];
  fnArray.forEach((op, at) => {
    if (op === OPS.beginGroup)
      open.push(open.at(-1) === true || Boolean((argsArray[at]?.[0] as { smask?: unknown } | undefined)?.smask));
    else if (op === OPS.endGroup) open.pop();
    else if (open.at(-1)) inside.add(at);
  });
  return inside;
}
