import { groupBy } from '../../data/group-by.js';
import type { DrawnBox, DrawnTextStyle } from '../../drawing/drawing.js';
import { bottom, holds, right } from '../../geometry/box.js';
import { iconNames, lookOf, MENU_ZONE } from './headings.js';
import { wordsOf } from '../text/paragraphs.js';
import type { Piece } from '../model/piece.js';
import type { Paragraph } from '../model/paragraph.js';

/** Largest type and most words of an entry of a menu. */
const ENTRY_SIZE = 22;
const ENTRY_WORDS = 4;
/** Fewest entries of a menu that runs down a page, outside of its header and its footer. */
const LEAST_ENTRIES = 3;
/** A box is a side bar if it is at least this high (in shares of the board) and at most this wide. */
const BAR_HEIGHT = 0.5;
const BAR_WIDTH = 0.35;

/** Where the words of a link lead as far as the words say it. */
export function hrefFrom(words: string): string | undefined {
  if (/^[^\s@]+@[^\s@]+\.[a-z]{2,}$/i.test(words)) return `mailto:${words.toLowerCase()}`;
  if (/^\+?[\d\s()./-]{7,20}$/.test(words) && words.replace(/\D/g, '').length >= 7 && /[+()]/.test(words))
    return `tel:${words.replace(/[^\d+]/g, '')}`;
  if (/^https?:\/\/\S+$/i.test(words)) return words;
  return /^www\.\S+\.[a-z]{2,}$/i.test(words) ? `https://${words}` : undefined;
}

/** Where links may be by their place. */
export interface MenuPlaces {
  readonly header: DrawnBox;
  readonly footer: DrawnBox;
  readonly menus: readonly DrawnBox[];
}

/** The texts that are links as a whole, and where they lead; `#` if the drawing does not say. */
export function linksOf(
  pieces: readonly Piece[],
  artboard: { readonly width: number; readonly height: number },
  { header, footer, menus }: MenuPlaces,
): Map<Paragraph, string> {
  const texts = pieces.flatMap((piece) => (piece.type === 'text' ? [piece.text] : []));
  const found = new Map<Paragraph, string>();
  for (const text of texts) {
    const words = wordsOf(text);
    const href = text.href ?? hrefFrom(words);
    const underlined = /underline/.test(text.look.decoration) && words.split(' ').length <= 8;
    const leadsOn = /\p{L}.*\s?[»→›❯]$/u.test(words) && text.lines.length === 1;
    if (href !== undefined || underlined || leadsOn) found.set(text, href ?? '#');
  }
  const icons = iconNames(texts);
  const entries = texts.filter((text) => !found.has(text) && !icons.has(text) && couldBeEntry(text));
  const asked = texts.filter((text) => holds(header, text.box, 2) && !icons.has(text) && isAsked(text));
  const menu = [
    ...entries.filter(({ box }) => holds(header, box, 2)),
    ...asked.filter((text) => entries.some((entry) => isBeside(entry, text))),
    ...alike(
      entries.filter(({ box }) => holds(footer, box, 2)),
      2,
    ),
    ...[...bars(pieces, artboard), ...menus].flatMap((bar) =>
      alike(
        entries.filter(({ box }) => holds(bar, box, 2)),
        LEAST_ENTRIES,
      ),
    ),
    ...menus.flatMap((menu) => entries.filter(({ box }) => holds(menu, box, 2) && isBesideSign(box, pieces))),
  ];
  const colours = linkColours(texts, entries);
  for (const text of [...menu, ...entries.filter(({ look }) => colours.has(look.color))]) found.set(text, '#');
  return found;
}

/** Largest sign beside an entry of a menu, and farthest from it, px. */
const SIGN_SIZE = 48;
const SIGN_GAP = 24;

/** Whether a small drawing or a glyph that is no word stands beside an entry, as signs do in the menu at the side of a page. */
function isBesideSign(entry: DrawnBox, pieces: readonly Piece[]): boolean {
  return pieces.some((piece) => {
    const { box } = piece;
    if (piece.type === 'text' && /[\p{L}\p{N}]/u.test(wordsOf(piece.text))) return false;
    if (Math.max(box[2], box[3]) > SIGN_SIZE || Math.min(box[2], box[3]) < 2) return false;
    const gap = Math.max(box[0] - right(entry), entry[0] - right(box));
    return gap >= 0 && gap <= SIGN_GAP && Math.abs(box[1] + box[3] / 2 - entry[1] - entry[3] / 2) <= entry[3] / 2;
  });
}

/** Entries of a column stand no farther apart than this, in font sizes. */
const COLUMN_GAP = 2.6;

/**
 * Colours in which words are links wherever they stand: those of links inside of running texts, and those of columns of
 * short coloured lines. The colour of most words is none.
 */
function linkColours(texts: readonly Paragraph[], entries: readonly Paragraph[]): Set<string> {
  const running = texts.filter((text) => text.look.size <= ENTRY_SIZE && wordsOf(text).split(' ').length > ENTRY_WORDS);
  const inside = running.flatMap(({ lines, look: around }) =>
    lines.flatMap(({ runs }) =>
      runs.flatMap(({ look, text }) =>
        look.color !== around.color && isLinkedRun(look, around, text) ? [look.color] : [],
      ),
    ),
  );
  const columns = entries.filter((text) => isColoured(text.look.color) && columnWith(text, entries) >= LEAST_ENTRIES);
  const found = new Set([...inside, ...columns.map(({ look }) => look.color)]);
  found.delete(bodyColour(texts));
  return found;
}

/** How many entries set alike follow each other closely in the column that an entry is in. */
function columnWith(text: Paragraph, entries: readonly Paragraph[]): number {
  const column = entries
    .filter((other) => lookOf(other) === lookOf(text) && Math.abs(other.box[0] - text.box[0]) <= 2)
    .sort((a, b) => a.box[1] - b.box[1]);
  let run: Paragraph[] = [];
  for (const paragraph of column) {
    const before = run.at(-1);
    if (before && paragraph.box[1] - bottom(before.box) > COLUMN_GAP * paragraph.look.size) {
      if (run.includes(text)) break;
      run = [];
    }
    run.push(paragraph);
  }
  return run.includes(text) ? run.length : 0;
}

/** The colour of running text: of what is longer than an entry. */
function bodyColour(texts: readonly Paragraph[]): string {
  const counts = new Map<string, number>();
  const running = texts.filter((text) => wordsOf(text).split(' ').length > ENTRY_WORDS);
  for (const text of running.length ? running : texts)
    counts.set(text.look.color, (counts.get(text.look.color) ?? 0) + wordsOf(text).length);
  return [...counts].reduce((most, count) => (count[1] > most[1] ? count : most), ['', 0])[0];
}

/** A brief question, such as in a bar at the top. */
function isAsked(text: Paragraph): boolean {
  const words = wordsOf(text);
  return text.lines.length === 1 && words.split(' ').length <= ENTRY_WORDS && /^[^.!:;©®]+\?$/.test(words);
}

/** Whether two texts stand in one line and are set alike. */
function isBeside(entry: Paragraph, text: Paragraph): boolean {
  return Math.abs(entry.box[1] - text.box[1]) <= 2 && lookOf(entry) === lookOf(text);
}

function couldBeEntry(text: Paragraph): boolean {
  const words = wordsOf(text);
  return (
    text.lines.length === 1 &&
    words.split(' ').length <= ENTRY_WORDS &&
    text.look.size <= ENTRY_SIZE &&
    !/[©®.!?:;]|^\W*\d/.test(words) &&
    /\p{L}{2}/u.test(words)
  );
}

/** Those of which at least `least` are set alike and that are not, for the most part, the titles of others. */
function alike(texts: readonly Paragraph[], least: number): Paragraph[] {
  return [...groupBy(texts, lookOf).values()].flatMap((set) => {
    const titles = set.filter((text) => texts.some((below) => isTitleOf(text, below)));
    return set.length >= least && titles.length < set.length / 2 ? set : [];
  });
}

/** Whether a text stands right above another that is set weaker. */
function isTitleOf(text: Paragraph, below: Paragraph): boolean {
  const gap = below.box[1] - bottom(text.box);
  const [mine, theirs] = [text, below].map((one) => isCapitals(wordsOf(one)));
  /* Capitals are small because they are strong. */
  const larger = text.look.size > below.look.size && (mine === theirs || mine === true);
  const stronger =
    Number(text.look.weight) > Number(below.look.weight) || larger || (mine === true && theirs === false);
  return Math.abs(text.box[0] - below.box[0]) <= text.look.size && gap > -2 && gap < 3 * text.look.size && stronger;
}

/** Boxes that run down one side of the page from its top. */
function bars(pieces: readonly Piece[], artboard: { readonly width: number; readonly height: number }): DrawnBox[] {
  return pieces
    .filter(({ type, box }) => type === 'box' && box[1] < MENU_ZONE && box[2] <= BAR_WIDTH * artboard.width)
    .map(({ box }) => box)
    .filter((box) => bottom(box) - box[1] >= BAR_HEIGHT * Math.min(artboard.height, 1200) && right(box) > box[0]);
}

function isCapitals(words: string): boolean {
  return words === words.toUpperCase();
}

/** Least distance between the strongest and the weakest channel of a colour that is no grey, of 255. */
const LEAST_CHROMA = 30;

function isColoured(color: string): boolean {
  const [red = 0, green = 0, blue = 0] = [...color.matchAll(/[\d.]+/g)].map(Number);
  return Math.max(red, green, blue) - Math.min(red, green, blue) >= LEAST_CHROMA;
}

/** Whether a stretch of words in a text is a link: it differs from the words around it by its colour or a line below. */
export function isLinkedRun(own: DrawnTextStyle, around: DrawnTextStyle, words: string): boolean {
  if (!/\p{L}{2}/u.test(words)) return false;
  const underlined = /underline/.test(own.decoration) && !/underline/.test(around.decoration);
  const recoloured =
    own.color !== around.color &&
    isColoured(own.color) &&
    own.size === around.size &&
    own.family === around.family &&
    own.style === around.style &&
    words.trim().split(' ').length <= 6;
  return underlined || recoloured || hrefFrom(words.trim()) !== undefined;
}
