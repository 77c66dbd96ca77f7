import type { Part } from './cuts.js';
import { wordsOf, type Paragraph } from './paragraphs.js';
import type { Piece } from './pieces.js';

/** What texts and boxes are, told from their look and place. */
export interface Roles {
  /** Heading level of a text, 1 to 6. */
  readonly levelOf: (text: Paragraph) => number | undefined;
  /** Whether a part is a thing to press. */
  readonly isButton: (part: Part) => boolean;
  readonly isLink: (part: Part) => boolean;
}

/** A text this much larger than the body text is a heading. */
const LARGER = 1.18;
/** Longest heading, words. */
const LONGEST = 16;
/** The band at the top of a page where short words are its menu, px. */
const MENU_ZONE = 130;

export function rolesOf(pieces: readonly Piece[]): Roles {
  const texts = pieces.flatMap((piece) => (piece.type === 'text' ? [piece.text] : []));
  const body = bodySize(texts);
  const candidates = texts.filter((text) => couldHead(text, body));
  const largest = [...candidates].sort((a, b) => b.look.size - a.look.size || a.order - b.order)[0];
  const sizes = [
    ...new Set(candidates.filter((text) => text !== largest).map((text) => Math.round(text.look.size))),
  ].sort((a, b) => b - a);
  const buttons = new Set<Paragraph>();
  const isButton = (part: Part): boolean => {
    const piece = part.piece;
    if (piece?.type !== 'box' || part.over.length) return false;
    const [, , width, height] = piece.box;
    const painted = Boolean(
      piece.look['background-color'] ?? piece.look['background-image'] ?? piece.look['border-width'],
    );
    const inside = leaves(part);
    const words = inside.filter((one) => one.type === 'text');
    const short =
      words.length === 1 &&
      (words[0] as Extract<Piece, { type: 'text' }>).text.lines.length === 1 &&
      wordsOf((words[0] as Extract<Piece, { type: 'text' }>).text).split(' ').length <= 5;
    return painted && short && inside.length <= 2 && height >= 24 && height <= 84 && width >= 48 && width <= 420;
  };
  const markButtons = (part: Part): void => {
    if (isButton(part)) for (const one of leaves(part)) if (one.type === 'text') buttons.add(one.text);
    for (const one of part.parts) markButtons(one);
  };
  return {
    isButton: (part) => {
      markButtons(part);
      return isButton(part);
    },
    isLink: ({ piece }) =>
      piece?.type === 'text' &&
      (piece.text.href !== undefined ||
        (piece.box[1] < MENU_ZONE &&
          piece.text.lines.length === 1 &&
          wordsOf(piece.text).split(' ').length <= 3 &&
          piece.text.look.size <= 22)),
    levelOf: (text) => {
      if (!candidates.includes(text) || buttons.has(text)) return undefined;
      return text === largest ? 1 : Math.min(6, 2 + sizes.indexOf(Math.round(text.look.size)));
    },
  };
}

function leaves(part: Part): Piece[] {
  const own = part.piece?.inside.length === 0 ? [part.piece] : [];
  return part.parts.length ? part.parts.flatMap(leaves) : own;
}

/** The size in which most characters are set. */
function bodySize(texts: readonly Paragraph[]): number {
  const counts = new Map<number, number>();
  for (const text of texts) counts.set(text.look.size, (counts.get(text.look.size) ?? 0) + wordsOf(text).length);
  return [...counts].reduce((most, one) => (one[1] > most[1] ? one : most), [16, 0])[0];
}

function couldHead(text: Paragraph, body: number): boolean {
  if (text.href !== undefined) return false;
  const words = wordsOf(text);
  if (words.split(' ').length > LONGEST || !/\p{L}{2}/u.test(words) || (text.box[1] < 80 && text.look.size < 24))
    return false;
  const bold = Number(text.look.weight) >= 600;
  return (
    text.look.size >= LARGER * body ||
    (bold &&
      text.look.size >= body &&
      text.lines.length <= 2 &&
      words.split(' ').length <= 8 &&
      text.box[1] > MENU_ZONE)
  );
}
