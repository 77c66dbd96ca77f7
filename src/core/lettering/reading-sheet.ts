import { required } from '../data/required.js';
import type { DrawnBox } from '../drawing/drawing.js';
import type { UnreadLine } from './unread-lines.js';

/** Lines below each other, black on white, to be read from a picture. */
export interface ReadingSheet {
  /** SVG, all shapes as paths. */
  readonly markup: string;
  readonly width: number;
  readonly height: number;
  readonly rows: readonly SheetRow[];
}

export interface SheetRow {
  readonly line: UnreadLine;
  /** Where the line is on the sheet, and by how much it is enlarged. */
  readonly box: DrawnBox;
  readonly scale: number;
}

/** Capitals are about so high on a sheet, px: readers are trained on print of such a size. */
const HEIGHT = 34;
const MARGIN = 28;
/** Largest side of a sheet, px. */
const WIDEST = 3600;
const HIGHEST = 3600;

/** Puts lines onto as few sheets as hold them, those of one height together. */
export function readingSheets(lines: readonly UnreadLine[]): ReadingSheet[] {
  const sheets: SheetRow[][] = [];
  let open: SheetRow[] = [];
  let top = MARGIN;
  for (const line of [...lines].sort((a, b) => a.box[1] - b.box[1] || a.box[0] - b.box[0])) {
    const [, , width, height] = line.box;
    const scale = Math.min(HEIGHT / usualHeight(line), (WIDEST - 2 * MARGIN) / width);
    if (open.length && top + height * scale + MARGIN > HIGHEST) {
      sheets.push(open);
      [open, top] = [[], MARGIN];
    }
    open.push({ line, scale, box: [MARGIN, top, width * scale, height * scale] });
    top += height * scale + MARGIN;
  }
  if (open.length) sheets.push(open);
  return sheets.map(drawn);
}

/** How high most letters are that stand out of the low ones: capitals, digits and those with a stem. */
function usualHeight({ letters, box }: UnreadLine): number {
  const heights = letters.map(([, , , height]) => height).sort((a, b) => a - b);
  return Math.max(box[3] * 0.5, required(heights[Math.floor((heights.length - 1) * 0.85)]));
}

function drawn(rows: SheetRow[]): ReadingSheet {
  const width = Math.ceil(Math.max(...rows.map(({ box }) => box[0] + box[2])) + MARGIN);
  const height = Math.ceil(Math.max(...rows.map(({ box }) => box[1] + box[3])) + MARGIN);
  const paths = rows.map(({ line, box: [left, top], scale }) => {
    const place = ([x, y]: readonly [number, number]): string =>
      `${((x - line.box[0]) * scale + left).toFixed(2)} ${((y - line.box[1]) * scale + top).toFixed(2)}`;
    return `<path d="${line.contours.map(({ points }) => `M${points.map(place).join('L')}z`).join('')}"/>`;
  });
  const markup = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><path fill="#fff" d="M0 0h${width}v${height}H0z"/>${paths.join('')}</svg>`;
  return { markup, width, height, rows };
}
