import { required } from '../../data/required.js';
import { around, bottom } from '../../geometry/box.js';
import type { Cut } from './cuts.js';
import { wordsOf } from '../text/paragraphs.js';
import type { Piece } from '../model/piece.js';
import { EQUAL } from '../model/tolerances.js';
import { alignOf, gapOf } from '../model/line-alignment.js';

/** Tags: a word or two each in boxes that look alike, which run on from line to line as words do. */

/** A tag is no higher than this, px, and says no more than this, characters. */
const HIGHEST = 60;
const LONGEST = 40;
const FEWEST = 3;
/** Lines of tags stand no farther apart than this, in heights of a tag. */
const FARTHEST = 1.5;

function isTag(piece: Piece): boolean {
  const texts = piece.inside.filter((piece) => piece.type === 'text');
  const [text] = texts;
  if (piece.type !== 'box' || piece.box[3] > HIGHEST || text?.type !== 'text' || texts.length > 1) return false;
  if (piece.inside.some((piece) => piece !== text && piece.type !== 'art')) return false;
  return text.text.lines.length === 1 && wordsOf(text.text).length <= LONGEST;
}

function looksOf(piece: Piece): string {
  return piece.type === 'box'
    ? JSON.stringify([piece.look['background-color'], piece.look['border-color'], Math.round(piece.box[3] / 2)])
    : '';
}

/** Things in lines, from left to right. */
function linesOf(pieces: readonly Piece[]): Piece[][] {
  const lines: Piece[][] = [];
  for (const piece of [...pieces].sort((a, b) => a.box[1] - b.box[1])) {
    const line = lines.at(-1);
    if (line && piece.box[1] < bottom(required(line[0]).box) - EQUAL) line.push(piece);
    else lines.push([piece]);
  }
  return lines.map((line) => line.sort((a, b) => a.box[0] - b.box[0]));
}

/** Tags in their order, if all of these are tags of one look that run on over several lines of different ends. */
export function tagsIn(pieces: readonly Piece[]): Piece[] | undefined {
  if (pieces.length < FEWEST || !pieces.every(isTag)) return undefined;
  if (new Set(pieces.map(looksOf)).size > 1) return undefined;
  const lines = linesOf(pieces);
  const widths = pieces.map(({ box }) => Math.round(box[2]));
  if (lines.length < 2 || Math.max(...widths) - Math.min(...widths) <= 2 * EQUAL) return undefined;
  const boxes = lines.map((line) => around(line.map(({ box }) => box)));
  const near = boxes.slice(1).every((box, at) => box[1] - bottom(required(boxes[at])) <= FARTHEST * box[3]);
  return near && alignOf(boxes) && gapOf(lines.map((line) => line.map(({ box }) => box))) !== undefined
    ? lines.flat()
    : undefined;
}

/** A cut with lines of tags below each other joined. */
export function withTags(cut: Cut): Cut {
  if (cut.direction !== 'stack') return cut;
  const groups: Piece[][] = [];
  for (const group of cut.groups) {
    const before = groups.at(-1);
    if (before && tagsIn([...before, ...group])) groups[groups.length - 1] = [...before, ...group];
    else groups.push([...group]);
  }
  return groups.length > 1 && groups.length < cut.groups.length ? { ...cut, groups } : cut;
}
