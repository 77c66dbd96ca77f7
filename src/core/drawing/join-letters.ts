import { required } from '../data/required.js';
import { around } from '../geometry/box.js';
import type { DrawnItem, DrawnText, DrawnWord } from './drawing.js';

/** Baselines that differ by less are one, in sizes of the text. */
const SAME_LINE = 0.08;
/** Pieces of a line stand no farther apart than this, and lie on each other by no more, in sizes of the text. */
const FARTHEST = 1.2;
const OVER = 0.25;
/** A word ends where the room is larger than usual by this, in sizes of the text: a space is a quarter, or a little less. */
const SPACE = 0.14;
/** Letter spacing below this is none, in sizes of the text. */
const LEAST_SPACING = 0.015;

/**
 * Joins text that is drawn letter by letter, or in pieces of words, into lines of words, and finds its letter spacing.
 * Pieces are joined where they follow each other on one line in one look, and a word goes on from one to the next.
 * Text that is drawn word by word stays as it is: words are put together where lines are found.
 */
export function joinLetters(items: readonly DrawnItem[]): DrawnItem[] {
  const joined: DrawnItem[] = [];
  let run: DrawnText[] = [];
  const close = (): void => {
    joined.push(...(run.length > 1 && isLettered(run) ? [joinedRun(run)] : run));
    run = [];
  };
  for (const item of items) {
    const last = run.at(-1);
    if (item.type !== 'text') {
      close();
      joined.push(item);
    } else {
      if (last && !follows(last, item)) close();
      run.push(item);
    }
  }
  close();
  return joined;
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
  const lettersOf = ({ words }: DrawnText): number => words.reduce((sum, { text }) => sum + [...text].length, 0);
  const single = run.filter((text) => lettersOf(text) === 1).length;
  return single > run.length / 2 || gapsOf(run).some((gap) => gap < (SPACE / 2) * required(run[0]).look.size);
}

function gapsOf(run: readonly DrawnText[]): number[] {
  return run.slice(1).map(({ box }, at) => {
    const before = required(run[at]).box;
    return box[0] - before[0] - before[2];
  });
}

function joinedRun(run: readonly DrawnText[]): DrawnText {
  const first = required(run[0]);
  const { size } = first.look;
  const gaps = gapsOf(run);
  const sorted = [...gaps].sort((a, b) => a - b);
  /* More letters follow each other inside of words than between them. */
  const usual =
    run.length > 3 ? required(sorted[Math.floor((sorted.length - 1) * 0.4)]) : Math.min(0, required(sorted[0]));
  const words: DrawnWord[] = [];
  run.forEach((text, at) => {
    const goesOn = at > 0 && required(gaps[at - 1]) < usual + SPACE * size;
    text.words.forEach((word, nth) => {
      const before = words.at(-1);
      if (nth === 0 && goesOn && before)
        words[words.length - 1] = { text: before.text + word.text, box: around([before.box, word.box]) };
      else words.push(word);
    });
  });
  const spacing = Math.abs(usual) > LEAST_SPACING * size ? Math.round(usual * 100) / 100 : first.look.spacing;
  return { ...first, box: around(words.map(({ box }) => box)), words, look: { ...first.look, spacing } };
}
