import { required } from '../data/required.js';
import type { DrawnText } from './drawing.js';

/** Baselines that differ by less are one, in sizes of the text. */
const SAME_LINE = 0.08;
/** Pieces of a line stand no farther apart than this, and lie on each other by no more, in sizes of the text. */
const FARTHEST = 1.2;
const OVER = 0.25;
/** A word ends where the room is larger than usual by this, in sizes of the text: a space is a quarter, or a little less. */
const SPACE = 0.14;
/** Letter spacing below this is none, in sizes of the text. */
const LEAST_SPACING = 0.015;

/** Pieces of text that are one line. */
export interface LetterRun {
  /** Numbers of the pieces, in their order. */
  readonly pieces: readonly number[];
  /** Of each piece: whether it goes on with the word of the one before. */
  readonly goesOn: readonly boolean[];
  /** px between letters. */
  readonly spacing: number;
}

/**
 * Finds text that is drawn letter by letter, or in pieces of words, and the lines of words that it is, with their letter
 * spacing. Pieces belong together where they follow each other on one line in one look, and a word goes on from one to
 * the next. Text that is drawn word by word stays as it is: words are put together where lines are found.
 * @param texts in painting order; undefined where something else is painted in between
 */
export function letterRuns(texts: readonly (DrawnText | undefined)[]): LetterRun[] {
  const found: LetterRun[] = [];
  let run: number[] = [];
  const at = (index: number): DrawnText => required(texts[index]);
  const close = (): void => {
    const own = run.map(at);
    if (own.length > 1 && isLettered(own)) found.push(runOf(own, run));
    run = [];
  };
  texts.forEach((text, index) => {
    const last = run.at(-1);
    if (!text || (last !== undefined && !follows(at(last), text))) close();
    if (text) run.push(index);
  });
  close();
  return found;
}

function follows(last: DrawnText, next: DrawnText): boolean {
  const { size } = last.look;
  const gap = next.box[0] - last.box[0] - last.box[2];
  const sameLook = JSON.stringify({ ...last.look, spacing: 0 }) === JSON.stringify({ ...next.look, spacing: 0 });
  const level = Math.abs(last.box[1] + last.box[3] - next.box[1] - next.box[3]) <= SAME_LINE * size;
  return sameLook && level && last.href === next.href && gap <= FARTHEST * size && gap >= -OVER * size;
}

/** Whether a line is drawn in pieces of words: most are single letters, or some stand closer than words do. */
function isLettered(run: readonly DrawnText[]): boolean {
  return areSingle(run) || gapsOf(run).some((gap) => gap < (SPACE / 2) * required(run[0]).look.size);
}

/** Whether most pieces are single letters. */
function areSingle(run: readonly DrawnText[]): boolean {
  const lettersOf = ({ words }: DrawnText): number => words.reduce((sum, { text }) => sum + [...text].length, 0);
  return run.filter((text) => lettersOf(text) === 1).length > run.length / 2;
}

function gapsOf(run: readonly DrawnText[]): number[] {
  return run.slice(1).map(({ box }, at) => {
    const before = required(run[at]).box;
    return box[0] - before[0] - before[2];
  });
}

function runOf(run: readonly DrawnText[], pieces: readonly number[]): LetterRun {
  const first = required(run[0]);
  const { size } = first.look;
  const gaps = gapsOf(run);
  const single = areSingle(run);
  const sorted = [...gaps].sort((a, b) => a - b);
  /* Of single letters, more follow each other inside of words than between them. Few pieces say nothing of spacing. */
  const few = single && run.length <= 3 ? Math.min(0, required(sorted[0])) : 0;
  const usual = single && run.length > 3 ? required(sorted[Math.floor((sorted.length - 1) * 0.4)]) : few;
  const spaced = single && Math.abs(usual) > LEAST_SPACING * size;
  const spacing = spaced ? Math.round(usual * 100) / 100 : first.look.spacing;
  return { pieces, goesOn: [false, ...gaps.map((gap) => gap < usual + SPACE * size)], spacing };
}
