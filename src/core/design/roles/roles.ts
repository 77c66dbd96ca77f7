import { formsOf, type Forms } from './forms.js';
import { holdersIn, isLight, linesIn, partsIn, type Holders } from './inside.js';
import { right } from '../../geometry/box.js';
import { headingLevels, iconNames, MENU_ZONE } from './headings.js';
import { linksOf } from './links.js';
import { wordsOf } from '../text/paragraphs.js';
import type { Part } from '../model/part.js';
import type { Piece, Pieces } from '../model/piece.js';
import type { Paragraph } from '../model/paragraph.js';

/** What texts and boxes are, told from their look and place. */
export interface Roles {
  /** Heading level of a text, 1 to 6. */
  readonly levelOf: (text: Paragraph) => number | undefined;
  /** Whether a part is a thing to press. */
  readonly isButton: (part: Part) => boolean;
  /** Forms with their fields, check boxes and radio buttons. */
  readonly forms: Forms;
  /** Whether a text is a glyph of an icon font, or the name of one: a sign, not words. */
  readonly isSign: (text: Paragraph) => boolean;
  /** Where a text leads that is a link as a whole; `#` if the drawing does not say. */
  readonly hrefOf: (text: Paragraph) => string | undefined;
}

/** Where there is no footer, what stands so low is one; px. */
const LAST_LINES = 140;

export function rolesOf(artboard: Pieces, root: Part): Roles {
  const inside = [root, ...partsIn(root)];
  const holders = holdersIn(root);
  const buttons = new Set(
    inside.filter((part) => isButton(part, artboard.width) && !(isWordless(part) && isAbove(part, holders))),
  );
  const forms = formsOf(root, buttons, artboard.width, inkOf(artboard.all));
  const labels = [...forms.fields.values(), ...forms.choices.values()].flatMap(({ label }) => label ?? []);
  const pressed = new Set(
    [...buttons, ...forms.fields.keys(), ...labels].flatMap((part) =>
      leaves(part).flatMap((leaf) => (leaf.type === 'text' ? [leaf.text] : [])),
    ),
  );
  const footer = inside.find(({ site }) => site === 'footer')?.box;
  const header = inside.find(({ site }) => site === 'header')?.box;
  const links = linksOf(artboard.all, artboard, {
    header: header ?? [0, 0, artboard.width, MENU_ZONE],
    footer: footer ?? [0, artboard.height - LAST_LINES, artboard.width, LAST_LINES],
    menus: inside.filter(({ site }) => site === 'navigation' || site === 'header').map(({ box }) => box),
  });
  for (const list of inside) if (list.list) completeList(list, links);
  const levels = headingLevels(artboard.all, new Set([...pressed, ...links.keys()]));
  const signs = signsIn(artboard.all);
  return {
    isSign: (text) => signs.has(text),
    isButton: (part) => (buttons.has(part) && !forms.fields.has(part)) || forms.submits.has(part),
    forms,
    levelOf: (text) => levels.get(text),
    hrefOf: (text) => (pressed.has(text) ? text.href : links.get(text)),
  };
}

/** Where most entries of a list are links, those that stand out are links as well, such as the one for the current page; numbers of pages always are. */
function completeList({ parts, pager }: Part, links: Map<Paragraph, string>): void {
  const lines = parts.flatMap((entry) => linesIn(entry).slice(0, 1));
  const known = lines.filter((line) => links.has(line));
  if (!pager && (lines.length < parts.length || known.length * 2 <= lines.length)) return;
  for (const line of lines) if (!links.has(line) && line.lines.length === 1) links.set(line, line.href ?? '#');
}

/** Whether a box holds a sign and no words. */
function isWordless(part: Part): boolean {
  return linesIn(part).length === 0;
}

/** Whether a part stands above or below other things: a sign that does is a picture of what the words there say. */
function isAbove(part: Part, holders: Holders): boolean {
  const holder = holders.get(part);
  return holder?.direction === 'stack' && holder.parts.length > 1 && holder.parts.includes(part);
}

/** The colour in which most is written. */
function inkOf(pieces: readonly Piece[]): string | undefined {
  const lengths = new Map<string, number>();
  for (const piece of pieces)
    if (piece.type === 'text')
      lengths.set(piece.text.look.color, (lengths.get(piece.text.look.color) ?? 0) + wordsOf(piece.text).length);
  return [...lengths].sort((a, b) => b[1] - a[1])[0]?.[0];
}

/** Texts that are set in an icon font, by their words or by code points that no script has (Unicode, private use). */
function signsIn(pieces: readonly Piece[]): Set<Paragraph> {
  const texts = pieces.flatMap((piece) => (piece.type === 'text' ? [piece.text] : []));
  return new Set([...iconNames(texts), ...texts.filter((text) => /^[\p{Co}\s]+$/u.test(wordsOf(text)))]);
}

function isPainted(piece: Extract<Piece, { type: 'box' }>): boolean {
  return Boolean(piece.look['background-color'] ?? piece.look['background-image'] ?? piece.look['border-width']);
}

/** Sizes of a thing to press, px; one with its words in the very middle may be wider, up to a share of the board. */
const PRESS_HEIGHT = [24, 84] as const;
const PRESS_WIDTH = [48, 420] as const;
const PRESS_SHARE = 0.6;
/** What is so low and set so small is a tag, not a thing to press; px. */
const TAG_HEIGHT = 28;
const TAG_SIZE = 12;
/** Most words of a thing to press and of the name of a place to write in. */
const MOST_WORDS = 5;

/** The one short line that a part holds, beside an icon at most. */
function onlyLine(part: Part, most: number): Paragraph | undefined {
  const inside = leaves(part);
  const [text, ...more] = inside.flatMap((piece) => (piece.type === 'text' ? [piece.text] : []));
  const short = text?.lines.length === 1 && wordsOf(text).split(' ').length <= MOST_WORDS;
  return short && more.length === 0 && inside.length <= most ? text : undefined;
}

/** A painted box of a button's size around a few words in its middle, with an icon at most. */
function isButton(part: Part, artboardWidth: number): boolean {
  const { piece } = part;
  const text = onlyLine(part, 2);
  if (piece?.type !== 'box' || part.over.length || !text || !isPainted(piece)) return false;
  const [x, , width, height] = piece.box;
  if (height <= TAG_HEIGHT && text.look.size <= TAG_SIZE) return false;
  const spare = [text.box[0] - x, right(piece.box) - right(text.box)] as const;
  /* Words at the start with much room after them are there to be replaced. */
  if (spare[1] >= FIELD_FREE && spare[1] > WRITTEN_SHARE * spare[0] && isLight(piece.look['background-color']))
    return false;
  /* A ground that ends where the words do marks them. */
  if (Math.min(...spare) < LEAST_ROOM * text.look.size && leaves(part).length === 1) return false;
  const close = spare.every((value) => value < 40);
  const off = Math.abs(spare[0] - spare[1]);
  const narrow = width <= PRESS_WIDTH[1] && (off <= 6 || close || leaves(part).length === 2);
  const wide = off <= 6 && width <= PRESS_SHARE * artboardWidth;
  return height >= PRESS_HEIGHT[0] && height <= PRESS_HEIGHT[1] && width >= PRESS_WIDTH[0] && (narrow || wide);
}

/** Room beside the words of a button at least, in font sizes. */
const LEAST_ROOM = 0.25;

/** Room after the words of a field, in room before them. */
const WRITTEN_SHARE = 2.5;

/** Room that is right of the words of a field at least, px. */
const FIELD_FREE = 40;

function leaves(part: Part): Piece[] {
  const own = part.piece?.inside.length === 0 ? [part.piece] : [];
  return part.parts.length ? part.parts.flatMap(leaves) : own;
}
