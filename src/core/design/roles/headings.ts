import { required } from '../../data/required.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { bottom, holds, middle } from '../../geometry/box.js';
import { isSetInIcons } from '../model/icon-font.js';
import { wordsOf } from '../text/paragraphs.js';
import type { Piece } from '../model/piece.js';
import type { Paragraph } from '../model/paragraph.js';

/** A text this much larger than the body text is a heading. */
const LARGER = 1.18;
/** One this much larger is one if it stands right above what it heads. */
const SLIGHTLY = 1.08;
/** Longest heading, and longest bold line of body size that heads a text, words. */
const LONGEST = 16;
const LONGEST_BOLD = 8;
/** The band at the top of a page where short words are its menu, px. */
export const MENU_ZONE = 130;
/** A text below a heading that stands closer than this, in sizes of the heading, goes with it. */
const CLOSE = 1.1;
/** How near below a bold line the text must begin that it heads, in font sizes. */
const NEAR = 2.5;
/** What it heads is at least this long, characters. */
const LEAST_TEXT = 24;
/** Widest box in which a few words by themselves are a label; px. */
const LABEL_BOX = 420;

/** Levels (1 to 6) of the texts that are headings: told by size, weight, place and what follows. */
export function headingLevels(pieces: readonly Piece[], pressed: ReadonlySet<Paragraph>): Map<Paragraph, number> {
  const texts = pieces.flatMap((piece) => (piece.type === 'text' ? [piece.text] : []));
  const body = bodySize(texts);
  const labels = labelsOf(pieces);
  const icons = iconNames(texts);
  const candidates = texts.filter(
    (text) =>
      !pressed.has(text) &&
      !labels.has(text) &&
      !icons.has(text) &&
      couldHead(text, body) &&
      (isLarge(text, body) || heads(text, texts)),
  );
  const subtitles = new Set(candidates.filter((text) => candidates.some((above) => isSubtitle(text, above))));
  const looks = looksMostlyIn(candidates, subtitles);
  const found = candidates.filter((text) => !subtitles.has(text) && !looks.has(lookOf(text)));
  const largest = [...found].sort((a, b) => b.look.size - a.look.size || a.order - b.order)[0];
  const sizes = [...new Set(found.filter((text) => text !== largest).map((text) => Math.round(text.look.size)))].sort(
    (a, b) => b - a,
  );
  return new Map(
    found.map((text) => [text, text === largest ? 1 : Math.min(6, 2 + sizes.indexOf(Math.round(text.look.size)))]),
  );
}

/** The size in which most characters are set. */
function bodySize(texts: readonly Paragraph[]): number {
  const counts = new Map<number, number>();
  for (const text of texts) counts.set(text.look.size, (counts.get(text.look.size) ?? 0) + wordsOf(text).length);
  return [...counts].reduce((most, count) => (count[1] > most[1] ? count : most), [16, 0])[0];
}

function isLarge({ look }: Paragraph, body: number): boolean {
  return look.size >= LARGER * body;
}

function isBold({ look }: Paragraph): boolean {
  return Number(look.weight) >= 600;
}

/** Texts that are names of icons: by the name of the font, or set like single words that only a program would write. */
export function iconNames(texts: readonly Paragraph[]): Set<Paragraph> {
  const settings = new Map<string, Paragraph[]>();
  for (const text of texts) {
    const { family, size, weight, style } = text.look;
    const key = [family, Math.round(size * 10), weight, style].join('|');
    settings.set(key, [...(settings.get(key) ?? []), text]);
  }
  const alone = (text: Paragraph): boolean => !wordsOf(text).includes(' ');
  return new Set(
    [...settings.values()].flatMap((alike) => {
      const program = alike.some((text) => /^[a-z0-9]+(_[a-z0-9]+)+$/.test(wordsOf(text)));
      return alike.every(isSetInIcons) || (program && alike.every(alone)) ? alike : [];
    }),
  );
}

function couldHead(text: Paragraph, body: number): boolean {
  if (text.href !== undefined) return false;
  const words = wordsOf(text);
  const count = words.split(' ').length;
  if (count > LONGEST || !/\p{L}{2}/u.test(words) || (text.box[1] < 80 && text.look.size < 24)) return false;
  if (isLarge(text, body)) return true;
  const stands = isBold(text) ? text.look.size >= body : text.look.size >= SLIGHTLY * body;
  return stands && text.lines.length <= 2 && count <= LONGEST_BOLD && text.box[1] > MENU_ZONE;
}

function aligned(a: DrawnBox, b: DrawnBox): boolean {
  return Math.abs(a[0] - b[0]) <= 4 || Math.abs(middle(a) - middle(b)) <= 4;
}

/** Whether a bold line stands right above a text that is longer than itself, and not bold. */
function heads(text: Paragraph, texts: readonly Paragraph[]): boolean {
  return texts.some((below) => {
    const gap = below.box[1] - bottom(text.box);
    const longer = wordsOf(below).length >= LEAST_TEXT || below.lines.length > text.lines.length;
    return (
      gap > -0.3 * text.look.size &&
      gap < NEAR * text.look.size &&
      aligned(text.box, below.box) &&
      !isBold(below) &&
      (isBold(text) || SLIGHTLY * below.look.size <= text.look.size) &&
      longer
    );
  });
}

/** Whether a text stands right below a heading and is set weaker: the line that explains a title. */
function isSubtitle(text: Paragraph, above: Paragraph): boolean {
  const gap = text.box[1] - bottom(above.box);
  const weaker =
    !isBold(text) && (text.look.size < 0.98 * above.look.size || Number(text.look.weight) < Number(above.look.weight));
  return (
    above !== text &&
    weaker &&
    text.look.size <= above.look.size &&
    gap > -0.4 * above.look.size &&
    gap < CLOSE * above.look.size &&
    aligned(text.box, above.box)
  );
}

/** How a text is set, as one word: texts with the same are set alike. */
export function lookOf({ look }: Paragraph): string {
  return [look.family, Math.round(look.size * 10), look.weight, look.style, look.color].join('|');
}

/** Looks of which at least half of the texts are in a set. */
function looksMostlyIn(texts: readonly Paragraph[], set: ReadonlySet<Paragraph>): Set<string> {
  const all = new Map<string, { all: number; inside: number }>();
  for (const text of texts) {
    const known = all.get(lookOf(text)) ?? { all: 0, inside: 0 };
    all.set(lookOf(text), { all: known.all + 1, inside: known.inside + (set.has(text) ? 1 : 0) });
  }
  return new Set([...all].filter(([, count]) => count.inside * 2 >= count.all).map(([look]) => look));
}

/** A few words that are the only text of a small box without a picture are its label, not a heading. */
function labelsOf(pieces: readonly Piece[]): Set<Paragraph> {
  const boxes = pieces.filter((piece) => piece.type === 'box' && piece.inside.length > 0 && piece.box[2] <= LABEL_BOX);
  return new Set(
    boxes.flatMap((box) => {
      const inside = pieces.flatMap((piece) =>
        piece.type === 'text' && holds(box.box, piece.box, 2) ? [piece.text] : [],
      );
      const only = inside.length === 1 ? required(inside[0]) : undefined;
      const pictured = pieces.some((piece) => piece.type === 'picture' && holds(box.box, piece.box, 2));
      return only && !pictured && wordsOf(only).split(' ').length <= 3 ? [only] : [];
    }),
  );
}
