import type { Part } from './arrange.js';
import { middle, right } from './geometry.js';
import { headingLevels } from './headings.js';
import { linksOf } from './links.js';
import { wordsOf, type Paragraph } from './paragraphs.js';
import type { Piece, Pieces } from './pieces.js';

/** What texts and boxes are, told from their look and place. */
export interface Roles {
  /** Heading level of a text, 1 to 6. */
  readonly levelOf: (text: Paragraph) => number | undefined;
  /** Whether a part is a thing to press. */
  readonly isButton: (part: Part) => boolean;
  /** Whether a part is a place to write in, with its name in it. */
  readonly isField: (part: Part) => boolean;
  /** Where a text leads that is a link as a whole; `#` if the drawing does not say. */
  readonly hrefOf: (text: Paragraph) => string | undefined;
}

/** A last section up to this height is a footer; px. */
const FOOTER_HEIGHT = 700;
/** Where there is none, what stands so low is one; px. */
const LAST_LINES = 140;

export function rolesOf(board: Pieces, root: Part): Roles {
  const inside = partsOf(root);
  const buttons = new Set(inside.filter(isButton));
  const fields = new Set(inside.filter((part) => !buttons.has(part) && isField(part)));
  const pressed = new Set([...buttons, ...fields].flatMap((part) => leaves(part).flatMap((one) => (one.type === 'text' ? [one.text] : [])))); // prettier-ignore
  const last = root.parts.at(-1);
  const closing = last && root.parts.length > 1 && last.box[3] < FOOTER_HEIGHT ? last.box : undefined;
  const footer = closing ?? [0, board.height - LAST_LINES, board.width, LAST_LINES];
  const links = linksOf(board.all, board, footer);
  const levels = headingLevels(board.all, new Set([...pressed, ...links.keys()]));
  return {
    isButton: (part) => buttons.has(part),
    isField: (part) => fields.has(part),
    levelOf: (text) => levels.get(text),
    hrefOf: (text) => (pressed.has(text) ? text.href : links.get(text)),
  };
}

function partsOf(part: Part): Part[] {
  return [part, ...[...part.parts, ...part.over].flatMap(partsOf)];
}

function isPainted(piece: Extract<Piece, { type: 'box' }>): boolean {
  return Boolean(piece.look['background-color'] ?? piece.look['background-image'] ?? piece.look['border-width']);
}

/** A painted box of a button's size around a few words in its middle, with an icon at most. */
function isButton(part: Part): boolean {
  const { piece } = part;
  if (piece?.type !== 'box' || part.over.length) return false;
  const [x, , width, height] = piece.box;
  const inside = leaves(part);
  const words = inside.flatMap((one) => (one.type === 'text' ? [one.text] : []));
  const [text] = words;
  if (!text || words.length !== 1 || text.lines.length !== 1 || wordsOf(text).split(' ').length > 5) return false;
  const spare = [text.box[0] - x, right(piece.box) - right(text.box)] as const;
  const centred = Math.abs(spare[0] - spare[1]) <= 6 || inside.length === 2 || (spare[0] < 40 && spare[1] < 40);
  const sized = height >= 24 && height <= 84 && width >= 48 && (width <= 420 || Math.abs(middle(piece.box) - middle(text.box)) <= 3); // prettier-ignore
  return isPainted(piece) && centred && inside.length <= 2 && sized;
}

/** Sizes of a place to write in, px. */
const FIELD_HEIGHT = [28, 260] as const;
const FIELD_WIDTH = 120;
/** Room that is left of the words at most, and right of them at least; px. */
const FIELD_START = 28;
const FIELD_FREE = 40;

/** A box with a border, or filled flat, with a few words at its start and room after them. */
function isField(part: Part): boolean {
  const { piece } = part;
  if (piece?.type !== 'box' || part.over.length || part.parts.length !== 1) return false;
  const [x, y, width, height] = piece.box;
  const [text] = leaves(part).flatMap((one) => (one.type === 'text' ? [one.text] : []));
  if (!text || leaves(part).length !== 1 || text.lines.length !== 1 || wordsOf(text).split(' ').length > 5)
    return false;
  const start = text.box[0] - x;
  return (
    isPainted(piece) &&
    height >= FIELD_HEIGHT[0] &&
    height <= FIELD_HEIGHT[1] &&
    width >= FIELD_WIDTH &&
    start >= 0 &&
    start <= FIELD_START &&
    text.box[1] - y <= 32 &&
    right(piece.box) - right(text.box) >= FIELD_FREE &&
    Number(text.look.weight) < 600
  );
}

function leaves(part: Part): Piece[] {
  const own = part.piece?.inside.length === 0 ? [part.piece] : [];
  return part.parts.length ? part.parts.flatMap(leaves) : own;
}
