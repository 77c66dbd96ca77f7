import { required } from '../../data/required.js';
import type { DrawnBox, DrawnText, DrawnTextStyle } from '../../drawing/drawing.js';
import { isSureMark } from './list-markers.js';
import { around, bottom, right } from '../../geometry/box.js';
import type { Run, Line } from '../model/text-line.js';

/** Farthest that words of one line may stand apart, in font sizes. */
const WORD_GAP = 0.55;
/** Farthest that an item may stand from what is drawn before it, in font sizes. */
const MARK_GAP = 2;

/** A line that others may join. */
export interface OpenLine extends Line {
  readonly order: number;
  readonly path: string;
  readonly layer: string;
  readonly anchor: DrawnText['anchor'];
  readonly look: DrawnTextStyle;
  /** The cell of a table that it stands in. */
  readonly cell?: string;
  /** What it was joined of, from left to right. */
  readonly fragments: readonly Fragment[];
}

/** Words of one look, and where they stand. */
interface Fragment {
  readonly look: DrawnTextStyle;
  readonly box: DrawnBox;
}

/**
 * A line as those see it whose words are set in a font and size that it has too: words of another font in it, such as
 * code, say nothing of how it follows the line before. The line itself if it has none of that look.
 */
export function seenIn(line: OpenLine, { family, size }: DrawnTextStyle): OpenLine {
  if (line.fragments.length < 2) return line;
  const own = line.fragments.find(({ look }) => look.family === family && Math.abs(look.size - size) <= SAME_SIZE);
  return own ? { ...line, look: own.look, box: [line.box[0], own.box[1], line.box[2], own.box[3]] } : line;
}

/** Sizes of type closer than this are one, px. */
const SAME_SIZE = 0.5;

/** Joins words to lines. */
export function joinLines(texts: readonly DrawnText[]): OpenLine[] {
  const openLines: OpenLine[] = [];
  for (const text of texts) {
    const line: OpenLine = {
      runs: [
        {
          text: text.words.map((word) => word.text).join(' '),
          look: text.look,
          ...(text.href ? { href: text.href } : {}),
        },
      ],
      box: text.box,
      firstWord: text.words[0]?.box[2] ?? 0,
      ...(text.words[1] ? { second: text.words[1].box[0] } : {}),
      order: text.order,
      path: text.path,
      layer: text.layer,
      anchor: text.anchor,
      look: text.look,
      ...(text.cell ? { cell: text.cell } : {}),
      fragments: [{ look: text.look, box: text.box }],
    };
    const before = openLines.at(-1);
    const left =
      before && onOneLine(before, line)
        ? before
        : openLines.findLast((openLine) => onOneLine(openLine, line) && line.order - openLine.order < 4);
    if (left) openLines[openLines.indexOf(left)] = joined(left, line);
    else openLines.push(line);
  }
  return openLines;
}

function onOneLine(left: OpenLine, line: OpenLine): boolean {
  const size = Math.max(left.look.size, line.look.size);
  const baselines = Math.abs(bottom(left.box) - bottom(line.box) - (left.box[3] - line.box[3]) * 0.2);
  const gap = line.box[0] - right(left.box);
  const alike = Math.min(left.look.size, line.look.size) > 0.6 * size;
  const alone = left.runs.length === 1 && isSureMark(left.runs[0]?.text.trim() ?? '');
  const close = gap > -1 && gap < (alone ? MARK_GAP : WORD_GAP) * size;
  return left.cell === line.cell && close && ((alike && baselines < size * 0.2) || raiseOf(left, line) !== undefined);
}

/** Share of the glyph box of a line that lies below its baseline, in font sizes. */
const DESCENT = 0.21;

/** How far an exponent or an index is raised; undefined if the words are neither. */
function raiseOf(left: OpenLine, line: OpenLine): number | undefined {
  const size = left.look.size;
  const share = line.look.size / size;
  if (share < 0.4 || share > 0.9 || line.box[2] > 3 * size) return undefined;
  const baseline = ({ box, look }: OpenLine): number => bottom(box) - DESCENT * look.size;
  const raise = Math.round((baseline(left) - baseline(line)) * 10) / 10;
  return (raise > 0.2 * size && raise < 0.65 * size) || (raise < -0.08 * size && raise > -0.4 * size)
    ? raise
    : undefined;
}

function joined(left: OpenLine, line: OpenLine): OpenLine {
  const size = Math.max(left.look.size, line.look.size);
  const gap = line.box[0] - right(left.box) > 0.12 * size ? ' ' : '';
  const last = required(left.runs.at(-1));
  const raise = raiseOf(left, line);
  const next: Run = raise === undefined ? required(line.runs[0]) : { ...required(line.runs[0]), raise };
  const runs =
    sameLook(last.look, next.look) && last.href === next.href && last.raise === next.raise
      ? [...left.runs.slice(0, -1), { ...last, text: `${last.text}${gap}${next.text}` }]
      : [...left.runs, { ...next, text: `${gap}${next.text}` }];
  const wide = around([left.box, line.box]);
  const longer = lengthOf(line) > lengthOf(left) && raise === undefined ? line : left;
  const alike = left.look.size === line.look.size && left.look.family === line.look.family;
  const box: DrawnBox = alike ? wide : [wide[0], longer.box[1], wide[2], longer.box[3]];
  const second = left.second ?? line.box[0];
  return { ...left, runs, box, second, look: longer.look, fragments: [...left.fragments, ...line.fragments] };
}

function lengthOf({ runs }: OpenLine): number {
  return runs.reduce((sum, { text }) => sum + text.length, 0);
}

export function sameLook(a: DrawnTextStyle, b: DrawnTextStyle): boolean {
  return (
    a.family === b.family &&
    a.size === b.size &&
    a.weight === b.weight &&
    a.style === b.style &&
    a.color === b.color &&
    a.paint === b.paint &&
    a.spacing === b.spacing &&
    a.decoration === b.decoration
  );
}
