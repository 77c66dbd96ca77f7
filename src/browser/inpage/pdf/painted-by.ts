import { OPS, type PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { addressOf, trimmed } from '../plain/bake.js';

/** Pictures are made for screens of this density. */
const DENSITY = 2;
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
  const viewport = page.getViewport({ scale: unit * DENSITY });
  const canvas = new OffscreenCanvas(Math.ceil(viewport.width), Math.ceil(viewport.height));
  const paints = (at: number): boolean =>
    PAINTS.has(fnArray[at] ?? 0) ||
    (fnArray[at] === OPS.constructPath && (argsArray[at] as unknown[])[0] !== OPS.endPath);
  const task = {
    canvas: canvas as unknown as HTMLCanvasElement,
    canvasContext: canvas.getContext('2d') as unknown as CanvasRenderingContext2D,
    viewport,
    annotationMode: 0,
    background: 'rgba(0,0,0,0)',
    operationsFilter: (at: number) => wanted.has(at) || inMask.has(at) || !paints(at),
  };
  await page.render(task).promise;
  const tight = trimmed(canvas);
  if (!tight) return undefined;
  return {
    href: await addressOf(tight.canvas),
    x: tight.x / DENSITY,
    y: tight.y / DENSITY,
    width: tight.canvas.width / DENSITY,
    height: tight.canvas.height / DENSITY,
  };
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
