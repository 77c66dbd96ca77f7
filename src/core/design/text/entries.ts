import type { Line } from '../model/text-line.js';
import type { DrawnTextStyle } from '../../drawing/drawing.js';

/** Fewest lines by which entries can be told from a text that was broken. */
const FEWEST = 3;
/** Most words of an entry, and of the usual one. */
const MOST_WORDS = 12;
const USUAL_WORDS = 8;
/** Widest entry, in font sizes. */
const WIDEST = 40;
/** Type so large (px) or so heavy is a title, which may be broken by hand and begin words with capitals. */
const TITLE_SIZE = 24;
const BOLD = 600;

/**
 * Whether lines at the leading of a text are entries below each other: all begin with a capital or a number, none ends as a
 * line in the middle of a text would, and none has the end of a sentence in it. In running text three lines that all
 * begin so are rare.
 */
export function areEntries(lines: readonly (Line & { readonly look: DrawnTextStyle })[]): boolean {
  if (lines.length < FEWEST) return false;
  const said = lines.map(({ runs }) =>
    runs
      .map(({ text }) => text)
      .join('')
      .trim(),
  );
  const counts = said.map((words) => words.split(/\s+/).length);
  const usual = counts.reduce((sum, count) => sum + count, 0) / counts.length;
  const isPlain = lines.every(({ look }) => look.size < TITLE_SIZE && Number(look.weight) < BOLD);
  const isLeft = lines.every(({ box }) => Math.abs(box[0] - (lines[0]?.box[0] ?? 0)) <= 2);
  return (
    isPlain &&
    isLeft &&
    usual <= USUAL_WORDS &&
    lines.every(({ box, look }) => box[2] < WIDEST * look.size) &&
    counts.every((count) => count <= MOST_WORDS) &&
    said.every((words) => /^[\p{Lu}\p{Lo}\d]/u.test(words) && !/[.,;:!?–&-]$|[.!?]\s/u.test(words))
  );
}
