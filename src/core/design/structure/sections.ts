import { required } from '../../data/required.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { around, bottom, right } from '../../geometry/box.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';

/** Gap from which on things on the bare board belong to different sections, px, and in usual gaps. */
const LEAST_GAP = 48;
const TIMES_USUAL = 1.6;
/** A gap that is wider by less than this is as wide, px. */
const UNTIDY = 0.5;
/** A line no higher than this, px, across this share of a region ends a section. */
const RULE_HEIGHT = 4;
const RULE_SHARE = 0.9;
/** Type at least so large, in shares of the largest in the section before, may be the heading of the next. */
const HEADING_SHARE = 0.8;

/** Rows that make a section: one box across the region, or what stands on the bare board. */
interface Band {
  readonly rows: Part[];
  readonly boxed: boolean;
}

/** Makes the sections of a region from its rows: boxes across it, and what lies between clear gaps and lines. */
export function bandsOf(root: Part, region: DrawnBox, pageWidth: number): Part[] {
  const rows = root.direction === 'stack' && !root.piece ? root.parts : [root];
  const gaps = rows
    .slice(1)
    .map((row, index) => row.box[1] - bottom(required(rows[index]).box))
    .sort((a, b) => a - b);
  const usual = gaps[gaps.length >> 1] ?? 0;
  const limit = Math.max(LEAST_GAP, TIMES_USUAL * usual);
  const bands: Band[] = [];
  let open: Part[] = [];
  const close = (): void => {
    if (open.length) bands.push({ rows: open, boxed: false });
    open = [];
  };
  const bare = rows.filter((row) => !isAcross(row, region, pageWidth));
  for (const row of rows) {
    if (!bare.includes(row) || isPanel(row, bare)) {
      close();
      bands.push({ rows: [row], boxed: true });
      continue;
    }
    const last = open.at(-1);
    if (last && row.box[1] - bottom(last.box) > limit + UNTIDY) close();
    open.push(row);
    if (isRule(row, region)) close();
  }
  close();
  return joined(bands).map(({ rows, boxed }) => withListInside(boxed ? required(rows[0]) : bandAround(rows)));
}

/** Whether a row is a section of its own: a box across the region with something in it, or images from edge to edge. */
function isAcross(part: Part, region: DrawnBox, pageWidth: number): boolean {
  const reaches = part.box[0] <= region[0] + 2 && right(part.box) >= right(region) - 2;
  if (!reaches) return false;
  if (part.piece) return part.piece.type !== 'text' && part.parts.length + part.over.length > 0;
  const [only, more] = part.parts;
  const isBackdrop = only !== undefined && !more && only.piece !== undefined && only.piece.type !== 'text';
  return isBackdrop || (part.parts.length > 1 && region[2] === pageWidth);
}

/** Least height of a panel, px, and its least width, as a share of the widest row. */
const PANEL_HEIGHT = 140;
const PANEL_SHARE = 0.95;

/** Whether a row is a box as wide as the rest with a heading no smaller than the others, and unlike the other rows. */
function isPanel(part: Part, rows: readonly Part[]): boolean {
  const { piece, box } = part;
  if (piece?.type !== 'box' || box[3] < PANEL_HEIGHT || piece.inside.length < 2 || rows.length < 2) return false;
  const lookOf = (row: Part): string => (row.piece?.type === 'box' ? JSON.stringify(row.piece.look) : '');
  const others = rows.filter((row) => row !== part);
  if (others.some((row) => lookOf(row) === lookOf(part))) return false;
  const isWide = box[2] >= PANEL_SHARE * Math.max(...rows.map((row) => row.box[2]));
  return isWide && typeIn([part]) >= HEADING_SHARE * typeIn(others);
}

/** Size of the largest type in rows, px. */
function typeIn(rows: readonly Part[]): number {
  return Math.max(0, ...rows.flatMap(piecesOf).map((piece) => (piece.type === 'text' ? piece.text.look.size : 0)));
}

function isRule({ piece, box }: Part, region: DrawnBox): boolean {
  return piece?.inside.length === 0 && box[3] <= RULE_HEIGHT && box[2] >= RULE_SHARE * region[2];
}

/**
 * A section has a heading: what stands on the bare board without one goes with the words right before it, which are the
 * heading of it all; so does a line or two by themselves.
 */
function joined(bands: readonly Band[]): Band[] {
  const found: Band[] = [];
  for (const band of bands) {
    const before = found.at(-1);
    const isLesser = before !== undefined && largest(band) < HEADING_SHARE * largest(before);
    const isNext = isLesser && (isWordsOnly(before) || isLineOrTwo(band) || isArticle(before, band));
    const goesOn =
      before !== undefined &&
      !before.boxed &&
      !band.boxed &&
      !endsInRule(before) &&
      (isNext || isUntitled(before, band));
    if (goesOn) found[found.length - 1] = { boxed: false, rows: [...before.rows, ...band.rows] };
    else found.push(band);
  }
  return found;
}

/** Fewest paragraphs of an article before a heading in it, and how much wider than usual the gap above that may be. */
const PARAGRAPHS = 2;
const ARTICLE_GAP = 1.5;

/** Whether rows are the next part of an article: paragraphs of running text that begin at one edge, before and after a smaller heading. */
function isArticle(before: Band, band: Band): boolean {
  const edges = [before, band].map(({ rows }) => rows.filter(isParagraph).map(({ box }) => box[0]));
  const [first = [], next = []] = edges;
  const gap = required(band.rows[0]).box[1] - bottom(required(before.rows.at(-1)).box);
  return (
    first.length >= PARAGRAPHS &&
    next.length > 0 &&
    gap <= ARTICLE_GAP * LEAST_GAP &&
    [...first, ...next].every((edge) => Math.abs(edge - required(first[0])) <= 2)
  );
}

/** Whether an article that begins with a paragraph, without a title, goes on: its headings are all below the title elsewhere. */
function isUntitled(before: Band, band: Band): boolean {
  const [first] = before.rows;
  return first !== undefined && isParagraph(first) && isArticle(before, band);
}

function isParagraph({ piece }: Part): boolean {
  return piece?.type === 'text' && piece.text.lines.length > 1;
}

function endsInRule({ rows }: Band): boolean {
  const last = rows.at(-1);
  return last?.piece?.type === 'box' && last.parts.length === 0 && last.box[3] <= RULE_HEIGHT && last.box[2] > 200;
}

function piecesOf({ piece, parts, over }: Part): Piece[] {
  return [...(piece ? [piece] : []), ...[...parts, ...over].flatMap(piecesOf)];
}

/** A heading stands in one of so many rows at the start: it may have a line above it. */
const HEADING_ROWS = 2;

/** Size of the largest type at the start of a band, px; 0 without any. */
function largest({ rows }: Band): number {
  return typeIn(rows.slice(0, HEADING_ROWS));
}

/** One or two texts; columns of lines are more. */
function isLineOrTwo(band: Band): boolean {
  const texts = band.rows.flatMap(piecesOf).filter(({ type }) => type === 'text');
  return isWordsOnly(band) && band.rows.length <= 2 && texts.length <= MOST_TEXTS;
}

/** A few words in a row, such as a name and a date, are a line. */
const MOST_TEXTS = 6;

/** Words, and lines between them. */
function isWordsOnly({ rows }: Band): boolean {
  return rows.flatMap(piecesOf).every(({ type, box }) => type === 'text' || box[3] <= RULE_HEIGHT);
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

/** A section, a header or a side bar holds a list or a table rather than being one. */
export function withListInside({ list, table, pager, ...part }: Part): Part {
  if (!list && !table) return part;
  const { direction, parts, reason } = part;
  const inner: Part = {
    direction,
    parts,
    over: [],
    box: around(parts.map(({ box }) => box)),
    reason,
    ...(list ? { list } : {}),
    ...(table ? { table } : {}),
    ...(pager ? { pager } : {}),
  };
  return { ...part, direction: 'stack', parts: [inner] };
}
