import { required } from '../../data/required.js';
import { around, bottom } from '../../geometry/box.js';
import type { Part } from '../model/part.js';

/** Gap from which on things on the bare board belong to different sections, px, and in usual gaps. */
const LEAST_GAP = 48;
const TIMES_USUAL = 1.6;
/** A gap that is wider by less than this is as wide, px. */
const UNTIDY = 0.5;

/** Makes the sections of a page from the rows of the board: full-width boxes, and what lies between clear gaps. */
export function splitSections(root: Part, width: number): Part {
  const rows = root.direction === 'stack' && !root.piece ? root.parts : [root];
  const gaps = rows
    .slice(1)
    .map((row, index) => row.box[1] - bottom(required(rows[index]).box))
    .sort((a, b) => a - b);
  const usual = gaps[gaps.length >> 1] ?? 0;
  const limit = Math.max(LEAST_GAP, TIMES_USUAL * usual);
  const bands: Part[] = [];
  let open: Part[] = [];
  const close = (): void => {
    if (open.length) bands.push(bandAround(open));
    open = [];
  };
  for (const row of rows) {
    if (isFullBox(row, width)) {
      close();
      bands.push(row);
      continue;
    }
    const last = open.at(-1);
    if (last && row.box[1] - bottom(last.box) > limit + UNTIDY) close();
    open.push(row);
  }
  close();
  return {
    direction: 'stack',
    parts: bands,
    over: root === rows[0] ? [] : root.over,
    box: root.box,
    reason: `${bands.length} sections`,
  };
}

function isFullBox(part: Part, width: number): boolean {
  return (
    part.piece?.type !== 'text' &&
    part.piece !== undefined &&
    part.piece.box[2] >= width - 2 &&
    part.parts.length + part.over.length > 0
  );
}

function bandAround(rows: readonly Part[]): Part {
  const only = rows.length === 1 ? required(rows[0]) : undefined;
  const box = around(rows.map((row) => row.box));
  if (only && !only.piece) return { ...only, band: true };
  return {
    direction: 'stack',
    parts: [...rows],
    over: [],
    box,
    band: true,
    reason: `${rows.length} rows on the artboard itself`,
  };
}
