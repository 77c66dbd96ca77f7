import { wordsOf } from '../text/paragraphs.js';
import type { Piece, Pieces } from '../model/piece.js';

type Text = Extract<Piece, { type: 'text' }>;

/** Sizes of one text on two boards differ by no more than this factor. */
const SIZES = 1.8;
/** Shorter words say nothing of what a text is, characters. */
const SHORTEST = 3;
/** Share of the words of the shorter text that the other one must have too. */
const SHARED = 0.5;

/**
 * Texts that say the same otherwise on another board, as a label that is shortened on the phone: set alike, after or
 * before the same thing, and with words in common.
 * @param pairs what is matched already
 */
export function rewordedTexts(first: Pieces, other: Pieces, pairs: ReadonlyMap<Piece, Piece>): [Piece, Piece][] {
  const back = new Set(pairs.values());
  const theirs = beside(other, (piece) => (back.has(piece) ? piece : undefined));
  const found: [Piece, Piece][] = [];
  const taken = new Set<Piece>();
  for (const [text, around] of beside(first, (piece) => pairs.get(piece))) {
    const same = [...theirs].find(
      ([entry, other]) =>
        !taken.has(entry) &&
        isAlike(text, entry) &&
        around.some((near, side) => near !== undefined && near === other[side]) &&
        shareWords(wordsOf(text.text), wordsOf(entry.text)),
    );
    if (!same) continue;
    taken.add(same[0]);
    found.push([text, same[0]]);
  }
  return found;
}

type Beside = readonly [before: Piece | undefined, after: Piece | undefined];

/** Texts that are not matched, each with what is matched right before and after it, as pieces of the other board. */
function beside({ all }: Pieces, matched: (piece: Piece) => Piece | undefined): Map<Text, Beside> {
  const things = all.filter(({ type }) => type !== 'box');
  const found = new Map<Text, Beside>();
  things.forEach((piece, at) => {
    if (piece.type !== 'text' || matched(piece)) return;
    const [before, after] = [things.slice(0, at).findLast(matched), things.slice(at + 1).find(matched)];
    found.set(piece, [before && matched(before), after && matched(after)]);
  });
  return found;
}

function isAlike({ text: a }: Text, { text: b }: Text): boolean {
  const ratio = a.look.size / b.look.size;
  return a.look.family === b.look.family && a.look.weight === b.look.weight && ratio <= SIZES && ratio >= 1 / SIZES;
}

function shareWords(a: string, b: string): boolean {
  const [mine, theirs] = [a, b].map(
    (text) =>
      new Set(
        text
          .toLowerCase()
          .match(/[\p{L}\d]+/gu)
          ?.filter((word) => word.length >= SHORTEST),
      ),
  );
  const fewer = Math.min(mine?.size ?? 0, theirs?.size ?? 0);
  const common = [...(mine ?? [])].filter((word) => theirs?.has(word)).length;
  return fewer > 0 && common >= SHARED * fewer;
}
