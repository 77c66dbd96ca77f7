import { boxAround, contoursOf, type Contour, type Matrix, type Point } from '../drawing/contours.js';
import { required } from '../data/required.js';
import { around } from '../geometry/box.js';
import type { FontShapes, ShapeIndex } from './font-shapes.js';
import { markOf } from './mark.js';
import { recognise, type OutlineMark } from './recognise.js';
import { thingsBeside } from './unread-lines.js';
import { linesOfLetters, type RecognisedLine } from './text-lines.js';

/** Filled paths of a drawing, in painting order. Equal ones are told once. */
export interface FilledPaths {
  /** Width of the drawing, px. */
  readonly width: number;
  readonly shapes: readonly string[];
  readonly paths: readonly FilledPath[];
}

export interface FilledPath {
  /** Number of its shape. */
  readonly shape: number;
  /** To px of the page. */
  readonly matrix: Matrix;
  /** Its paint, in any words: paths of one text have one. */
  readonly paint: string;
}

/** What was recognised, and what is left of paths that were only partly letters: the numbers of the paths, and their lines, px. */
export interface ReadOutlines {
  readonly lines: readonly RecognisedLine[];
  readonly rest: readonly { readonly path: number; readonly contours: readonly (readonly Point[])[] }[];
}

/** Lines that are looked at are so high, px. */
const HEIGHTS = [1, 400] as const;
/** So many things on one line may be a text. */
const FEWEST_ON_A_LINE = 3;
/** A path of which more than this share is no letter is none, as a share of its lines. */
const MOST_REST = 0.34;

/** Whether so many things stand on lines beside each other as letters do. Most drawings have none, and fonts take time to read. */
export function mayHoldLetters({ shapes, paths }: FilledPaths): boolean {
  const drawn = shapes.map((shape) => contoursOf(shape).map(({ points }) => boxAround(points)));
  const boxes = paths.flatMap(({ shape, matrix }) =>
    required(drawn[shape]).map(([x, y, width, height]) =>
      boxAround([moved([x, y], matrix), moved([x + width, y + height], matrix)]),
    ),
  );
  const standing = new Map<number, number>();
  for (const box of boxes) {
    if (box[3] < HEIGHTS[0] * 2 || box[3] > HEIGHTS[1]) continue;
    const line = Math.round(box[1] + box[3]);
    standing.set(line, (standing.get(line) ?? 0) + 1);
  }
  return [...standing.values()].some((count) => count >= FEWEST_ON_A_LINE);
}

/**
 * Reads the letters among filled paths by the fonts at hand.
 * @param someOnly the fonts have only some of their letters: a few of those make a path one of letters
 */
export function readOutlines(
  { shapes, paths }: FilledPaths,
  fonts: readonly FontShapes[],
  index: ShapeIndex,
  someOnly = false,
): ReadOutlines & { readonly fonts: ReadonlySet<number> } {
  const drawn = shapes.map((shape) => contoursOf(shape));
  const byPaint = new Map<string, OutlineMark[]>();
  const contours: Contour[][] = paths.map(({ shape, matrix, paint }, path) => {
    const own = required(drawn[shape]).map((contour) => ({
      ...contour,
      points: contour.points.map((point) => moved(point, matrix)),
    }));
    const list = byPaint.get(paint) ?? [];
    byPaint.set(paint, list);
    for (const contour of own) {
      const mark = markOf(contour);
      if (mark) list.push({ ...mark, path });
    }
    return own;
  });
  const trusted = new Set<number>();
  const lines: RecognisedLine[] = [];
  const read = new Map<number, Set<string>>();
  for (const marks of [...byPaint.values()].sort((a, b) => b.length - a.length)) {
    const used = marks.filter(({ box }) => box[3] >= HEIGHTS[0] / 4 && box[3] <= HEIGHTS[1]);
    const letters = recognise(used, fonts, index, trusted);
    const whole = someOnly ? letters : withoutStrays(letters, used, contours);
    for (const letter of whole)
      for (const mark of letter.marks) {
        const { path, box } = required(used[mark]);
        read.set(path, (read.get(path) ?? new Set()).add(box.join(' ')));
      }
    lines.push(...linesOfLetters(whole, used, fonts));
  }
  const rest = [...read].flatMap(([path, boxes]) => {
    const left = required(contours[path]).filter((contour) => !boxes.has(markOf(contour)?.box.join(' ') ?? ''));
    return left.length ? [{ path, contours: left.map(({ points }) => points) }] : [];
  });
  return { lines: lines.sort((a, b) => required(a.paths[0]) - required(b.paths[0])), rest, fonts: trusted };
}

/**
 * Letters of lines that are letters for the most part: a picture may have something in it that looks like one, and so has a
 * line that is set in another font. Paths of a line stand beside each other.
 */
function withoutStrays<Letter extends { readonly marks: readonly number[] }>(
  letters: readonly Letter[],
  marks: readonly OutlineMark[],
  contours: readonly (readonly Contour[])[],
): Letter[] {
  const read = new Map<number, number>();
  for (const letter of letters)
    for (const mark of letter.marks) {
      const { path } = required(marks[mark]);
      read.set(path, (read.get(path) ?? 0) + 1);
    }
  const things = [...new Set(marks.map(({ path }) => path))].map((path) => ({
    path,
    box: around(required(contours[path]).map(({ points }) => boxAround(points))),
  }));
  const isText = new Set<number>();
  for (const line of thingsBeside(things)) {
    const sum = (of: (path: number) => number): number => line.reduce((all, { path }) => all + of(path), 0);
    const share = sum((path) => read.get(path) ?? 0) / sum((path) => required(contours[path]).length);
    for (const { path } of line) {
      const own = (read.get(path) ?? 0) / required(contours[path]).length;
      if (1 - Math.min(own, share) <= MOST_REST) isText.add(path);
    }
  }
  return letters.filter((letter) => letter.marks.every((mark) => isText.has(required(marks[mark]).path)));
}

function moved([x, y]: Point, [a, b, c, d, e, f]: Matrix): Point {
  return [a * x + c * y + e, b * x + d * y + f];
}
