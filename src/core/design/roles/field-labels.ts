import { bottom, right } from '../../geometry/box.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import type { Part } from '../model/part.js';
import { wordsOf } from '../text/paragraphs.js';
import { isSmallSign, leafPieces, overlapsDown, pathTo, type Holders } from './inside.js';

/* What stands beside a field and says what it is for: its label, or a sign. */

/** Most words in a field: its name or an example, not a paragraph. */
export const MOST_WORDS = 6;

/** A field touches a box with a sign in it, or stands after a sign, no farther apart than this; px. */
const TOUCHING = 6;
const AFTER_SIGN = 20;

export function signBeside(part: Part, holders: Holders): Part | undefined {
  const beside = (holders.get(part)?.parts ?? []).filter(
    (other) => other !== part && overlapsDown(other.box, part.box),
  );
  return beside.find((other) => {
    const [only, more] = other.piece?.inside.length === 0 ? [other.piece] : leafPieces(other);
    const gap = Math.max(part.box[0] - right(other.box), other.box[0] - right(part.box));
    const isSign = only !== undefined && !more && isSmallSign(only);
    return isSign && gap >= -TOUCHING && gap <= (other.piece?.type === 'box' ? TOUCHING : AFTER_SIGN);
  });
}

/** A label stands at most so far above its box or beside it, and begins near its edge; px. */
const LABEL_GAP = 16;
const LABEL_EDGE = 24;
const BESIDE = 48;
/** Where a row is labels and their fields, labels of other lengths above and below it set the distance; px. */
const IN_PAIR = 240;

/** Whether a row is nothing but labels with a field after each, these two among them. */
function isPairOf(row: Part | undefined, label: Part, field: Part): boolean {
  const parts = row?.direction === 'row' ? row.parts : [];
  const at = parts.indexOf(label);
  const alternate = parts.every(({ piece }, place) => piece?.type === (place % 2 ? 'box' : 'text'));
  return at >= 0 && alternate && parts.length % 2 === 0 && parts[at + 1] === field;
}

/** The short text right above a box, or beside it, in what holds it. */
export function labelOf(field: Part, holders: Holders): Part | undefined {
  const start = Math.min(field.box[0], signBeside(field, holders)?.box[0] ?? Infinity);
  const near = pathTo(field, holders)
    .slice(0, 3)
    .flatMap(({ parts }) => parts.flatMap((part) => (part.piece ? [part] : part.parts)));
  return near.find((part) => {
    if (part.piece?.type !== 'text') return false;
    const { box, lines } = part.piece.text;
    if (lines.length > 1 || wordsOf(part.piece.text).split(' ').length > MOST_WORDS) return false;
    const gap = field.box[1] - bottom(box);
    const isAbove =
      gap >= -2 && gap <= LABEL_GAP && box[0] >= start - LABEL_EDGE && box[0] <= field.box[0] + LABEL_EDGE;
    const beside = start - right(box);
    const farthest = isPairOf(holders.get(part), part, field) ? IN_PAIR : BESIDE;
    const isBeside = beside >= 0 && beside <= farthest && Math.abs(middleDown(box) - middleDown(field.box)) <= 4;
    return isAbove || isBeside;
  });
}

function middleDown([, y, , height]: DrawnBox): number {
  return y + height / 2;
}
