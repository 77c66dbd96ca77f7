import { median } from '../data/median.js';
import { required } from '../data/required.js';
import type { DrawnBox } from '../drawing/drawing.js';
import type { Candidate, FontShapes, LetterShape, ShapeIndex } from './font-shapes.js';
import { between, type Mark } from './mark.js';

/** A line of an outlined letter, px of the page, and the path that draws it. */
export interface OutlineMark extends Mark {
  /** Number of the path. */
  readonly path: number;
}

/** A letter that was recognised in its place. */
export interface PlacedLetter {
  readonly font: number;
  readonly letter: LetterShape;
  /** px: size of the font, where the letter begins, and where it stands. */
  readonly size: number;
  readonly x: number;
  readonly baseline: number;
  /** Numbers of the marks that it is drawn with. */
  readonly marks: readonly number[];
}

/** Forms may differ by this, and by so many px for what is drawn with few digits. */
const SLACK = 0.012;
const SLACK_PX = 0.04;
const MOST_SLACK = 0.08;
/** Sizes that differ by less are one, as a share. */
const SAME_SIZE = 0.02;
/** Places are off by no more than this, in sizes, and in px. */
const OFF = 0.02;
const OFF_PX = 0.12;
/** So many different letters make a font certain; one does where others of the page are set in it. */
const FEWEST = 2;
const ROUNDS = 24;

/**
 * Reads outlined letters by the shapes of fonts: all lines vote for the font and the size that would explain most of
 * them, the letters of that font are put together from their lines, and what is left votes again.
 * @param marks lines of one colour
 * @param trusted fonts that are known to be used; those that are found are added
 */
export function recognise(
  marks: readonly OutlineMark[],
  fonts: readonly FontShapes[],
  index: ShapeIndex,
  trusted: Set<number>,
): PlacedLetter[] {
  const known = new Map<string, Candidate[]>();
  const candidates = marks.map((mark) => {
    const slack = slackOf(mark);
    const key = `${mark.form.map((value) => Math.round(value * 2000)).join(' ')} ${Math.round(slack * 100)}`;
    const found = known.get(key) ?? index.find(mark.form, slack);
    known.set(key, found);
    return found;
  });
  const open = new Set(marks.keys());
  const placed: PlacedLetter[] = [];
  for (let round = 0; round < ROUNDS && open.size; round += 1) {
    const best = vote(marks, candidates, open, trusted);
    if (!best) break;
    const found = assemble(marks, candidates, open, best);
    if (found.length === 0) break;
    const different = new Set(found.filter(({ letter }) => isWord(letter.text)).map(({ letter }) => letter.text));
    if (different.size < FEWEST && !trusted.has(best.font)) break;
    trusted.add(best.font);
    for (const letter of found) for (const mark of letter.marks) open.delete(mark);
    placed.push(...found);
  }
  return placed;
}

function slackOf({ box }: Mark): number {
  return Math.min(MOST_SLACK, SLACK + SLACK_PX / Math.min(box[2], box[3]));
}

interface Vote {
  readonly font: number;
  readonly size: number;
}

/** The font and size that explain most of the lines that are left. */
function vote(
  marks: readonly OutlineMark[],
  candidates: readonly (readonly Candidate[])[],
  open: ReadonlySet<number>,
  trusted: ReadonlySet<number>,
): Vote | undefined {
  const votes = new Map<string, { count: number; sizes: number[]; font: number }>();
  for (const at of open) {
    const mark = required(marks[at]);
    const seen = new Set<string>();
    for (const candidate of required(candidates[at])) {
      const size = sizeOf(mark, candidate);
      const step = Math.log(size) / Math.log(1 + SAME_SIZE);
      for (const bin of [Math.floor(step), Math.floor(step) + 1]) {
        const key = `${candidate.font} ${bin}`;
        if (seen.has(key)) continue;
        seen.add(key);
        const entry = votes.get(key) ?? { count: 0, sizes: [], font: candidate.font };
        entry.count += mark.isCommon || !isWord(candidate.letter.text) ? 0.05 : 1;
        entry.sizes.push(size);
        votes.set(key, entry);
      }
    }
  }
  let best: { count: number; sizes: number[]; font: number } | undefined;
  for (const entry of votes.values()) {
    const ahead = best ? entry.count - best.count : 1;
    /* Fonts come in the order in which they are wanted. */
    if (ahead > 1e-6 || (ahead > -1e-6 && best && entry.font < best.font)) best = entry;
  }
  if (!best || best.count < (trusted.has(best.font) ? 1 : FEWEST)) return undefined;
  return { font: best.font, size: required(median(best.sizes)) };
}

function sizeOf(mark: Mark, { letter, nth }: Candidate): number {
  const { box } = required(letter.marks[nth]);
  return Math.sqrt((mark.box[2] * mark.box[3]) / (box[2] * box[3]));
}

/** Letters of a font and size, put together from the lines that are left. Letters say where lines of text stand; signs go by that. */
function assemble(
  marks: readonly OutlineMark[],
  candidates: readonly (readonly Candidate[])[],
  open: ReadonlySet<number>,
  { font, size }: Vote,
): PlacedLetter[] {
  const left = new Set(open);
  const found: PlacedLetter[] = [];
  const near = neighbours(marks, open, size);
  const baselines: number[] = [];
  const fits = (mark: Mark, candidate: Candidate): boolean => {
    if (candidate.font !== font) return false;
    const drawn = sizeOf(mark, candidate);
    const least = Math.min(mark.box[2], mark.box[3]);
    return Math.abs(drawn / size - 1) <= SAME_SIZE + (SLACK_PX * 2) / Math.max(1, least);
  };
  const place = (words: boolean): void => {
    const order = [...left].sort((a, b) => areaAt(marks, b) - areaAt(marks, a) || a - b);
    for (const at of order) {
      if (!left.has(at)) continue;
      const mark = required(marks[at]);
      let best: (PlacedLetter & { readonly away: number }) | undefined;
      for (const candidate of required(candidates[at])) {
        if (!fits(mark, candidate) || !isLargest(candidate)) continue;
        if (words && (!isWord(candidate.letter.text) || (mark.isCommon && candidate.letter.marks.length === 1)))
          continue;
        const whole = put(marks, left, near(mark.box), at, candidate, size);
        if (!whole) continue;
        if (!words && !baselines.some((line) => Math.abs(line - whole.baseline) <= OFF * size + 2 * OFF_PX)) continue;
        const ahead = best ? whole.marks.length - best.marks.length : 1;
        const tie = ahead === 0 && best ? candidate.away - best.away : 0;
        if (
          ahead > 0 ||
          (ahead === 0 && best && (tie < -1e-3 || (tie < 1e-3 && isPlainer(candidate.letter, best.letter))))
        )
          best = { ...whole, font, away: candidate.away };
      }
      if (!best) continue;
      const { away: _, ...letter } = best;
      for (const mark of letter.marks) left.delete(mark);
      found.push(letter);
      if (words) baselines.push(letter.baseline);
    }
  };
  place(true);
  place(false);
  return found;
}

/** A letter in its place, if all its other lines are there. */
function put(
  marks: readonly OutlineMark[],
  left: ReadonlySet<number>,
  near: readonly number[],
  at: number,
  { letter, nth }: Candidate,
  size: number,
): Omit<PlacedLetter, 'font'> | undefined {
  const main = required(letter.marks[nth]).box;
  const mark = required(marks[at]).box;
  const x = mark[0] + mark[2] / 2 - (main[0] + main[2] / 2) * size;
  const baseline = mark[1] + mark[3] / 2 - (main[1] + main[3] / 2) * size;
  const used = [at];
  const off = OFF * size + OFF_PX;
  for (const [other, wanted] of letter.marks.entries()) {
    if (other === nth) continue;
    const box: DrawnBox = [
      x + wanted.box[0] * size,
      baseline + wanted.box[1] * size,
      wanted.box[2] * size,
      wanted.box[3] * size,
    ];
    const match = near.find((index) => {
      if (!left.has(index) || used.includes(index)) return false;
      const there = required(marks[index]);
      return (
        there.box.every((value, side) => Math.abs(value - required(box[side])) <= off) &&
        between(there.form, wanted.form) <= Math.max(2 * slackOf(there), 0.03)
      );
    });
    if (match === undefined) return undefined;
    used.push(match);
  }
  return { letter, size, x, baseline, marks: used };
}

/** Finds marks around a place. */
function neighbours(
  marks: readonly OutlineMark[],
  open: ReadonlySet<number>,
  size: number,
): (box: DrawnBox) => number[] {
  const side = Math.max(4, 2 * size);
  const cells = new Map<string, number[]>();
  const cell = (x: number, y: number): string => `${Math.floor(x / side)} ${Math.floor(y / side)}`;
  for (const at of open) {
    const [x, y, width, height] = required(marks[at]).box;
    const key = cell(x + width / 2, y + height / 2);
    const list = cells.get(key) ?? [];
    if (list.length === 0) cells.set(key, list);
    list.push(at);
  }
  return ([x, y, width, height]) => {
    const found: number[] = [];
    for (const across of [-side, 0, side])
      for (const down of [-side, 0, side])
        found.push(...(cells.get(cell(x + width / 2 + across, y + height / 2 + down)) ?? []));
    return found;
  };
}

/** Whether no line of the letter is larger: a quotation mark has two that are equal. */
function isLargest({ letter: { marks }, nth }: Candidate): boolean {
  const area = ({ box }: Mark): number => box[2] * box[3];
  const own = area(required(marks[nth]));
  return marks.every((mark) => area(mark) <= own * 1.001);
}

function areaAt(marks: readonly OutlineMark[], at: number): number {
  const { box } = required(marks[at]);
  return box[2] * box[3];
}

/** Raised letters and digits look like plain ones of another size: like signs, they go by where the letters beside them stand. */
function isWord(text: string): boolean {
  return /^[\p{L}\p{N}]+$/u.test(text) && text.normalize('NFKC') === text;
}

/** Of letters that look the same, such as Latin and Cyrillic A, the one that is more usual: plain Latin before all, then by number. */
function isPlainer(a: LetterShape, b: LetterShape): boolean {
  return required(a.text.codePointAt(0)) < required(b.text.codePointAt(0)) && a.text.length <= b.text.length;
}
