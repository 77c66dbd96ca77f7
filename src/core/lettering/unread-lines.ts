import { boxAround, contoursOf, type Contour } from '../drawing/contours.js';
import { median } from '../data/median.js';
import { required } from '../data/required.js';
import { UnionFind } from '../data/union-find.js';
import type { DrawnBox } from '../drawing/drawing.js';
import { around } from '../geometry/box.js';
import type { FilledPaths } from './read-outlines.js';

/** A line of outlined letters that no font explains. */
export interface UnreadLine {
  /** Numbers of the paths that draw it, from left to right. */
  readonly paths: readonly number[];
  readonly box: DrawnBox;
  /** Where its letters are drawn, from left to right, px of the page; dots and accents belong to their letter. */
  readonly letters: readonly DrawnBox[];
  readonly paint: string;
  /** All that is drawn, in px of the page. */
  readonly contours: readonly Contour[];
}

/** Lines of letters, and all that is drawn by each path, px of the page. */
export interface UnreadText {
  readonly lines: readonly UnreadLine[];
  readonly contours: readonly (readonly Contour[])[];
}

/** Lowest line that can be read, px; the highest, in widths of the drawing. */
const LOWEST = 5;
const HIGHEST = 0.2;
/** The widest room between letters of a line, and the widest letter, in heights of the line. */
const ROOM = 1.2;
const WIDEST = 1.9;
/** Parts of lines are beside each other if they share so much of the height of the lower one. */
const BESIDE = 0.45;
/** Parts of one letter share so much of the width of the narrower one. */
const ONE_LETTER = 0.3;
/** Fewest letters of a line: one alone is a sign. */
const FEWEST = 2;
/** Most of the letters stand on one line, as a share; what is off by less stands on it, in heights. */
const STANDING = 0.5;
const OFF_LINE = 0.09;
/** Longest line, letters. */
const MOST_LETTERS = 220;

/** The lines of letters among filled paths: things of one paint beside each other that stand on one line. */
export function unreadLines({ width, shapes, paths }: FilledPaths): UnreadText {
  const drawn = shapes.map((shape) => contoursOf(shape));
  const contours = paths.map(({ shape, matrix: [a, b, c, d, e, f] }) =>
    required(drawn[shape]).map((contour) => ({
      ...contour,
      points: contour.points.map(([x, y]): readonly [number, number] => [a * x + c * y + e, b * x + d * y + f]),
    })),
  );
  const byPaint = new Map<string, Row[]>();
  paths.forEach(({ paint }, path) => {
    const rows = rowsOf(required(contours[path]), path).filter(
      ({ box }) => box[3] <= HIGHEST * width && box[2] > 0 && box[3] > 0,
    );
    byPaint.set(paint, [...(byPaint.get(paint) ?? []), ...rows]);
  });
  const lines = [...byPaint].flatMap(([paint, rows]) =>
    thingsBeside(rows).flatMap((line) => {
      const inOrder = [...line].sort((a, b) => a.box[0] - b.box[0] || a.path - b.path);
      const all = inOrder.flatMap((row) => row.contours);
      const letters = lettersOf(all);
      const box = around(letters);
      const own = [...new Set(inOrder.map(({ path }) => path))];
      return areLetters(letters, box) ? [{ paths: own, box, letters, paint, contours: all }] : [];
    }),
  );
  return { lines, contours };
}

/** What one path draws on one line. */
interface Row {
  readonly path: number;
  readonly box: DrawnBox;
  readonly contours: readonly Contour[];
}

/** Dots, accents and commas are lower than this share of the row that they belong to, and no farther from it, in its heights. */
const LOW = 0.45;
const NEAR = 0.45;

/** The rows of a path: a paragraph may be one path. */
function rowsOf(contours: readonly Contour[], path: number): Row[] {
  if (contours.length === 0) return [];
  const union = new UnionFind<Contour>();
  const sorted = contours
    .map((contour) => ({ contour, box: boxAround(contour.points) }))
    .sort((a, b) => a.box[1] - b.box[1]);
  sorted.forEach(({ contour, box: [x, y, width, height] }, at) => {
    for (const other of sorted.slice(at + 1)) {
      if (other.box[1] > y + height) break;
      const shared = Math.min(y + height, other.box[1] + other.box[3]) - other.box[1];
      const across = Math.min(x + width, other.box[0] + other.box[2]) - Math.max(x, other.box[0]);
      /* A letter may be drawn as pieces that lie on each other, such as the loop of a g. */
      const isOne = shared > 0 && across >= ONE_LETTER * Math.min(width, other.box[2]);
      if (isOne || shared >= BESIDE * Math.min(height, other.box[3])) union.join(contour, other.contour);
    }
  });
  const rows = union
    .groups(sorted, ({ contour }) => contour)
    .map((entries) => ({ box: around(entries.map(({ box }) => box)), contours: entries.map(({ contour }) => contour) }))
    .sort((a, b) => b.box[3] - a.box[3]);
  const whole: (typeof rows)[0][] = [];
  for (const row of rows) {
    const gap = (other: DrawnBox): number =>
      Math.max(other[1] - row.box[1] - row.box[3], row.box[1] - other[1] - other[3]);
    const home = whole
      .map((entry, at) => ({ at, entry, away: gap(entry.box) }))
      .filter(({ entry: { box }, away }) => row.box[3] <= LOW * box[3] && away <= NEAR * box[3])
      .filter(
        ({ entry: { box } }) => row.box[0] < box[0] + box[2] + box[3] && row.box[0] + row.box[2] > box[0] - box[3],
      )
      .sort((a, b) => a.away - b.away)[0];
    if (!home) whole.push(row);
    else
      whole[home.at] = {
        box: around([home.entry.box, row.box]),
        contours: [...home.entry.contours, ...row.contours],
      };
  }
  return whole.map((row) => ({ ...row, path }));
}

/** Things that are next to each other on one line. */
export function thingsBeside<Thing extends { readonly box: DrawnBox }>(things: readonly Thing[]): Thing[][] {
  const union = new UnionFind<Thing>();
  const sorted = [...things].sort((a, b) => a.box[0] - b.box[0]);
  /* Thousands of things may lie in one place: one of them is enough to look around from. */
  const places = new Map<string, Thing>();
  for (const thing of sorted) {
    const key = thing.box.map(Math.round).join(' ');
    const first = places.get(key);
    if (first) union.join(first, thing);
    else places.set(key, thing);
  }
  const apart = [...places.values()];
  const farthest = ROOM * Math.max(0, ...apart.map(({ box }) => box[3]));
  apart.forEach((thing, at) => {
    const [x, y, width, height] = thing.box;
    for (let next = at + 1; next < apart.length; next += 1) {
      const other = required(apart[next]);
      const [left, top, , high] = other.box;
      if (left - x - width > farthest) break;
      const shared = Math.min(y + height, top + high) - Math.max(y, top);
      const room = ROOM * Math.max(height, high);
      if (shared >= BESIDE * Math.min(height, high) && left - x - width <= room) union.join(thing, other);
    }
  });
  return union.groups(sorted, (thing) => thing);
}

/** The letters of a line: what lies over or in each other is one. */
function lettersOf(contours: readonly Contour[]): DrawnBox[] {
  const boxes = contours.map(({ points }) => boxAround(points)).sort((a, b) => a[0] - b[0] || b[2] - a[2]);
  const letters: DrawnBox[] = [];
  for (const box of boxes) {
    const last = letters.at(-1);
    const shared = last ? Math.min(last[0] + last[2], box[0] + box[2]) - box[0] : 0;
    if (last && shared >= ONE_LETTER * Math.min(last[2], box[2])) letters[letters.length - 1] = around([last, box]);
    else letters.push(box);
  }
  return letters;
}

function areLetters(letters: readonly DrawnBox[], [, , , height]: DrawnBox): boolean {
  if (letters.length < FEWEST || letters.length > MOST_LETTERS || height < LOWEST) return false;
  if (letters.some((letter) => letter[2] > WIDEST * height)) return false;
  const line = required(median(letters.map((box) => box[1] + box[3])));
  return (
    letters.filter((box) => Math.abs(box[1] + box[3] - line) <= OFF_LINE * height).length >= STANDING * letters.length
  );
}
