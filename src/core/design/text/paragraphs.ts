import { required } from '../../data/required.js';
import type { DrawnBox, DrawnText, DrawnTextStyle } from '../../drawing/drawing.js';
import { joinLines, seenIn, type OpenLine } from './lines.js';
import { areEntries } from './entries.js';
import { beginsItem, insetEdge, withMarks } from './list-markers.js';
import { around, middle, right } from '../../geometry/box.js';
import type { Line } from '../model/text-line.js';
import type { Alignment, Paragraph } from '../model/paragraph.js';

/** Largest leading of a paragraph, in font sizes. */
const WIDEST_LEADING = 2.1;
/** Edges closer than this are the same edge, px. */
const SAME_EDGE = 2;

/** Joins words to lines and lines to paragraphs. */
export function paragraphsOf(texts: readonly DrawnText[], artboardWidth: number): Paragraph[] {
  const lines = joinLines(texts);
  const paragraphs: OpenLine[][] = [];
  for (const line of lines) {
    const open = paragraphs.find((group) => continues(group, line));
    if (open) {
      const [before, next] = alike(required(open.at(-1)), line);
      open.splice(-1, 1, before, next);
    } else paragraphs.push([line]);
  }
  const groups = paragraphs.flatMap((group) => (areEntries(group) ? group.map((line) => [line]) : [group]));
  return withMarks(groups.map((group) => finish(group, artboardWidth)).sort((a, b) => a.order - b.order));
}

/** Two lines that follow each other as they are set in a look that both have; as they are if there is none. */
function alike(last: OpenLine, line: OpenLine): [OpenLine, OpenLine] {
  const seen = seenIn(line, last.look);
  return seen.look.family === last.look.family ? [last, seen] : [seenIn(last, line.look), line];
}

/** So many things may be drawn between two lines of one text. */
const NEAR_ORDER = 12;

/** Whether a line goes on where a group of lines ends: below it, as large, on the same edge, at the same leading. */
function continues(lines: readonly OpenLine[], mixed: OpenLine): boolean {
  if (mixed.order - required(lines.at(-1)).order > NEAR_ORDER) return false;
  const [last, line] = alike(required(lines.at(-1)), mixed);
  const group = [...lines.slice(0, -1), last];
  const size = last.look.size;
  if (
    Math.abs(line.look.size - size) > 0.5 ||
    (line.look.weight !== required(group[0]).look.weight &&
      line.runs.length === 1 &&
      group.length === 1 &&
      last.runs.length === 1)
  )
    return false;
  if (mixed.cell !== last.cell) return false;
  /* What is one line of a cell elsewhere was broken for want of room. */
  if (mixed.cell !== undefined && last.look.family === line.look.family) return true;
  const leading = line.box[1] - last.box[1];
  const recoloured = last.look.color !== line.look.color && last.runs.length === 1 && line.runs.length === 1;
  const title = size >= TITLE_SIZE && leading < TITLE_LEADING * size;
  if (last.look.family !== line.look.family || (recoloured && !title)) return false;
  if (leading < 0.8 * size || leading > WIDEST_LEADING * size) return false;
  if (group.length > 1 && Math.abs(leading - (last.box[1] - required(group.at(-2)).box[1])) > 1.5) return false;
  if (beginsItem(line)) return false;
  const inset = insetEdge(required(group[0]));
  const starts = [last.box[0], inset].some((edge) => edge !== undefined && Math.abs(edge - line.box[0]) <= SAME_EDGE);
  const ends = Math.abs(right(last.box) - right(line.box)) <= SAME_EDGE;
  const centred = Math.abs(middle(last.box) - middle(line.box)) <= SAME_EDGE;
  if (!starts && !ends && !centred) return false;
  if (leading > ENTRY_LEADING * size && beginsAnew(last, line, ENTRY_WORDS)) return false;
  if (leading > LOOSE_LEADING * size && beginsAnew(last, line, LOOSE_WORDS)) return false;
  return wouldNotFit(group, line);
}

/** Lines with at most so many words, so wide and so far apart (in font sizes) may be entries of a list. */
const ENTRY_WORDS = 3;
const ENTRY_WIDTH = 14;
const ENTRY_LEADING = 1.45;
/** Lines so far apart may be entries though they have more words. */
const LOOSE_LEADING = 1.75;
const LOOSE_WORDS = 6;

/** Whether a short line begins with a capital after another short one: two entries, not a text broken in two. */
function beginsAnew(last: OpenLine, line: OpenLine, most: number): boolean {
  const words = (openLine: OpenLine): string =>
    openLine.runs
      .map(({ text }) => text)
      .join('')
      .trim();
  const short = [last, line].every(
    (openLine) => words(openLine).split(' ').length <= most && openLine.box[2] < ENTRY_WIDTH * openLine.look.size,
  );
  return short && /^[\p{Lu}\d]/u.test(words(line)) && !/[,;–-]$/.test(words(last));
}

/** Titles may be broken by hand, text is not; font size from which on a text is a title, px. */
const TITLE_SIZE = 24;
/** Lines of a title that stand closer than this, in font sizes, are one title whatever their colours. */
const TITLE_LEADING = 1.35;

/** Lines are one text only if no line had room for the next one's first word; then they break again where they broke. */
function wouldNotFit(group: readonly OpenLine[], line: OpenLine): boolean {
  const all = [...group, line];
  const widest = Math.max(...all.map(({ box }) => box[2]));
  if (group.length === 1 && line.look.size >= TITLE_SIZE) return true;
  return all.slice(1).every((next, index) => !wouldFit(required(all[index]), next, widest, line.look.size));
}

/** Whether the first word of a line would have had room at the end of the line above; px. */
export function wouldFit(above: Line, line: Line, widest: number, size: number): boolean {
  return above.box[2] + size * 0.2 + line.firstWord <= widest + 0.5;
}

function finish(group: readonly OpenLine[], artboardWidth: number): Paragraph {
  const first = required(group[0]);
  const box = around(group.map((line) => line.box));
  const look = mainLook(group);
  const leading = leadingOf(group, look.size);
  const href = group.every((line) => line.runs.every((run) => run.href === first.runs[0]?.href))
    ? first.runs[0]?.href
    : undefined;
  return {
    order: first.order,
    path: first.path,
    layer: first.layer,
    lines: group,
    box,
    look,
    leading,
    align: alignmentOf(group, artboardWidth),
    ...(href ? { href } : {}),
  };
}

/** From line to line, px; for one line what its font asks for. */
export function leadingOf(lines: readonly Line[], size: number): number {
  const [first, last] = [required(lines[0]), required(lines.at(-1))];
  return lines.length > 1 ? (last.box[1] - first.box[1]) / (lines.length - 1) : Math.max(first.box[3], size * 1.2);
}

export function mainLook(group: readonly Line[]): DrawnTextStyle {
  const counts = new Map<string, { look: DrawnTextStyle; count: number }>();
  for (const { runs } of group) {
    for (const { look, text } of runs) {
      const key = JSON.stringify(look);
      const known = counts.get(key) ?? { look, count: 0 };
      counts.set(key, { look, count: known.count + text.length });
    }
  }
  return [...counts.values()].reduce((most, count) => (count.count > most.count ? count : most)).look;
}

export function alignmentOf(group: readonly Line[], artboardWidth: number): Alignment {
  const spread = (edge: (box: DrawnBox) => number): number => {
    const values = group.map(({ box }) => edge(box));
    return Math.max(...values) - Math.min(...values);
  };
  if (group.length > 1) {
    const left = spread((box) => box[0]);
    if (left <= SAME_EDGE) return 'left';
    if (spread(middle) <= SAME_EDGE) return 'center';
    return spread(right) <= SAME_EDGE ? 'right' : 'left';
  }
  const first = required(group[0]);
  if (first.anchor === 'middle' || Math.abs(middle(first.box) - artboardWidth / 2) <= 1) return 'center';
  return first.anchor === 'end' ? 'right' : 'left';
}

/* Texts are compared with each other again and again. */
const words = new WeakMap<readonly Line[], string>();
const said = new WeakMap<readonly Line[], string>();

/** The words of a paragraph as one line. */
export function wordsOf({ lines }: Paragraph): string {
  return kept(words, lines, () =>
    lines
      .map(({ runs }) => runs.map(({ text }) => text).join(''))
      .join(' ')
      .replace(/\s+/g, ' ')
      .trim(),
  );
}

/** What a paragraph says, the same however its lines break and its capitals are: a word may break after its hyphen. */
export function saidBy(text: Paragraph): string {
  return kept(said, text.lines, () =>
    wordsOf(text)
      .toLowerCase()
      .replace(/(?<=[\p{L}\d])- (?=[\p{L}\d])/gu, '-'),
  );
}

function kept(known: WeakMap<readonly Line[], string>, lines: readonly Line[], make: () => string): string {
  const before = known.get(lines);
  if (before !== undefined) return before;
  const made = make();
  known.set(lines, made);
  return made;
}
