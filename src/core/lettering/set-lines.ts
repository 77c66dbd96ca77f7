import { median } from '../data/median.js';
import { required } from '../data/required.js';
import { around } from '../geometry/box.js';
import { fitOf, lettersByText, lettersOfWords, type Fit, type ReadLetter, type ReadWord } from './fit-font.js';
import { kerningOf, type FontShapes, type LetterShape } from './font-shapes.js';
import type { RecognisedLine } from './text-lines.js';
import type { UnreadLine } from './unread-lines.js';

/** A line and the words that were read in it. */
export interface ReadLine {
  readonly line: UnreadLine;
  readonly words: readonly ReadWord[];
}

/** A line with the font that comes nearest to its letters. */
export interface FittedLine extends ReadLine {
  readonly font: number;
  /** px. */
  readonly size: number;
  readonly letters: readonly ReadLetter[];
}

/** Text from this size on, in sizes of most text, is for headings: these may have a family of their own. */
const DISPLAY = 1.25;
/** A family that is no more unlike than this, as a factor, gives way to the one that most of the page is set in. */
const FAMILY_LEAD = 1.08;
/** Slanted letters are taken for what they are only if they are nearer by this: most text is upright. */
const SLANT = 0.4;
/** Sizes that differ by no more than this share are meant to be one; they are rounded to this, px. */
const ONE_SIZE = 0.06;
const STEP = 0.5;
/** Room between letters that differs by no more, in sizes, is meant to be one. */
const ONE_SPACING = 0.02;
/** Room below this is none: half a pixel in a line of text. */
const LEAST_SPACING = 0.0015;

interface Fitted extends ReadLine {
  readonly letters: readonly ReadLetter[];
  /** How each font would set it. */
  readonly fits: readonly (Fit | undefined)[];
}

/**
 * Finds the nearest font for lines. Those of one colour and size are set alike, and a page is set in few families: that
 * which comes nearest to all of it goes before others that are hardly nearer.
 */
export function fitFonts(lines: readonly ReadLine[], fonts: readonly FontShapes[]): FittedLine[] {
  const byText = fonts.map(lettersByText);
  const fitted = lines.map((read): Fitted => {
    const letters = lettersOfWords(read.line, read.words);
    return { ...read, letters, fits: byText.map((shapes) => fitOf(letters, shapes)) };
  });
  const usual = nearest(fonts.map((font, at) => awayOf(fitted, font, at)));
  if (usual === undefined) return [];
  const sized = fitted.map((line) => ({
    line,
    size: line.fits[usual]?.size ?? sizeByHeight(line, required(byText[usual])),
  }));
  const most = median(sized.flatMap(({ line, size }) => line.letters.map(() => size))) ?? 0;
  const groups = groupsOf(sized);
  return [false, true].flatMap((display) => {
    const own = groups.filter(({ size }) => size >= DISPLAY * most === display).map((group) => group.lines);
    const family = familyOf(own.flat(), fonts, required(fonts[usual]).family);
    return own.flatMap((group) => {
      const away = fonts.map((font, at) => (font.family === family ? awayOf(group, font, at) : undefined));
      const font = nearest(away) ?? usual;
      const size = median(group.flatMap(({ letters, fits }) => letters.flatMap(() => fits[font]?.size ?? [])));
      return group.map(({ line, words, letters }) => {
        const set = size ?? sizeByHeight({ line, words }, required(byText[font]));
        return { line, words, letters, font, size: Math.max(STEP, Math.round(set / STEP) * STEP) };
      });
    });
  });
}

/** The family that comes nearest to some lines, or the usual one if that is hardly farther off. */
function familyOf(lines: readonly Fitted[], fonts: readonly FontShapes[], usual: string): string {
  const families = [...new Set(fonts.map(({ family }) => family))];
  const away = families.map((family) => {
    const fits = lines.flatMap((line) => {
      const own = fonts.map((font, at) => (font.family === family ? awayOf([line], font, at) : undefined));
      const best = nearest(own);
      return best === undefined ? [] : [{ weight: line.letters.length, away: required(own[best]) }];
    });
    return weighted(fits);
  });
  const best = nearest(away);
  const own = away[families.indexOf(usual)];
  return best === undefined || (own !== undefined && own <= FAMILY_LEAD * required(away[best]))
    ? usual
    : required(families[best]);
}

function weighted(found: readonly { readonly weight: number; readonly away: number }[]): number | undefined {
  const weight = found.reduce((sum, entry) => sum + entry.weight, 0);
  return weight ? found.reduce((sum, entry) => sum + entry.weight * entry.away, 0) / weight : undefined;
}

/** How unlike a font is to all letters of some lines; undefined if it has none of them. */
function awayOf(lines: readonly Fitted[], { italic }: FontShapes, at: number): number | undefined {
  return weighted(
    lines.flatMap(({ letters, fits }) => {
      const fit = fits[at];
      return fit ? [{ weight: letters.length, away: fit.away + (italic ? SLANT : 0) }] : [];
    }),
  );
}

/** The first of the least. */
function nearest(away: readonly (number | undefined)[]): number | undefined {
  let found: number | undefined;
  away.forEach((value, font) => {
    if (value !== undefined && (found === undefined || value < required(away[found]))) found = font;
  });
  return found;
}

/** Lines of one colour whose sizes are nearly equal. */
function groupsOf(
  lines: readonly { readonly line: Fitted; readonly size: number }[],
): { readonly size: number; readonly lines: Fitted[] }[] {
  const sorted = [...lines].sort(
    (a, b) =>
      Number(a.line.line.paint > b.line.line.paint) - Number(a.line.line.paint < b.line.line.paint) || a.size - b.size,
  );
  const groups: { readonly first: (typeof sorted)[0]; readonly lines: Fitted[] }[] = [];
  for (const entry of sorted) {
    const open = groups.at(-1);
    const isSame =
      open?.first.line.line.paint === entry.line.line.paint && entry.size <= open.first.size * (1 + ONE_SIZE);
    if (open && isSame) open.lines.push(entry.line);
    else groups.push({ first: entry, lines: [entry.line] });
  }
  return groups.map(({ first, lines: own }) => ({ size: first.size, lines: own }));
}

/** By how high a line is, where too few letters stand alone. */
function sizeByHeight({ line, words }: ReadLine, shapes: ReadonlyMap<string, LetterShape>): number {
  const own = [...words.map(({ text }) => text).join('')].flatMap((sign) => shapes.get(sign)?.marks ?? []);
  return own.length ? line.box[3] / around(own.map(({ box }) => box))[3] : line.box[3];
}

/** Sets fitted lines in their fonts: each begins and ends where it is drawn, as nearly as one room between letters allows. */
export function setLines(lines: readonly FittedLine[], fonts: readonly FontShapes[]): RecognisedLine[] {
  const set = lines.map((line) => {
    const shapes = required(fonts[line.font]);
    const byText = lettersByText(shapes);
    const advances = advancesOf(line, byText, shapes);
    return { line, byText, advances, spacing: spacingOf(line, byText, advances) };
  });
  return set.map(({ line, byText, advances, spacing }) => {
    const alike = set.filter((other) => other.line.font === line.font && other.line.size === line.size);
    const letters = (of: (entry: (typeof set)[0]) => number): number =>
      alike.reduce((sum, entry) => sum + of(entry), 0);
    const usual =
      letters((entry) => entry.spacing * entry.advances.length) / letters(({ advances: own }) => own.length);
    const own = Math.abs(spacing - usual) <= ONE_SPACING ? usual : spacing;
    const room = Math.abs(own) < LEAST_SPACING ? 0 : Math.round(own * 1000) / 1000;
    const { size, words } = line;
    const text = words.map((word) => word.text).join(' ');
    let at = required(words[0]).left - bearing(byText, text) * size;
    const starts = advances.map((advance) => {
      const start = at;
      at += (advance + room) * size;
      return start;
    });
    return {
      text,
      starts: [...starts, at - room * size],
      baseline: baselineOf(line, byText),
      size,
      font: line.font,
      spacing: room * size,
      paths: line.line.paths,
    };
  });
}

/** How far right of its place the first letter begins to be drawn, in sizes. */
function bearing(byText: ReadonlyMap<string, LetterShape>, text: string): number {
  const marks = byText.get([...text][0] ?? '')?.marks ?? [];
  return marks.length ? around(marks.map(({ box }) => box))[0] : 0;
}

/** The advance of each UTF-16 unit of the text, in sizes. */
function advancesOf({ words }: ReadLine, byText: ReadonlyMap<string, LetterShape>, shapes: FontShapes): number[] {
  const usual = byText.get('n')?.advance ?? 0.5;
  const text = words.map((word) => word.text).join(' ');
  const signs = [...text];
  return signs.flatMap((sign, at) => {
    const own = sign === ' ' ? shapes.space : (byText.get(sign)?.advance ?? usual);
    const advance = own + kerningOf(shapes, sign, signs[at + 1] ?? '');
    return Array.from({ length: sign.length }, () => advance / sign.length);
  });
}

/** Room between letters besides that of the font, in sizes. */
function spacingOf(
  { words, size }: FittedLine,
  byText: ReadonlyMap<string, LetterShape>,
  advances: readonly number[],
): number {
  if (advances.length < 2) return 0;
  const text = words.map((word) => word.text).join(' ');
  const last = byText.get([...text].at(-1) ?? '');
  const ends = last ? around(last.marks.map(({ box }) => box)) : undefined;
  const inked =
    advances.slice(0, -1).reduce((sum, advance) => sum + advance, 0) -
    bearing(byText, text) +
    (ends ? ends[0] + ends[2] : required(advances.at(-1)));
  const drawn = (required(words.at(-1)).right - required(words[0]).left) / size;
  return (drawn - inked) / (advances.length - 1);
}

function baselineOf({ line, letters, size }: FittedLine, byText: ReadonlyMap<string, LetterShape>): number {
  const found = letters.flatMap(({ text, box }) => {
    const marks = byText.get(text)?.marks;
    if (!marks) return [];
    const own = around(marks.map((mark) => mark.box));
    return [box[1] + box[3] - (own[1] + own[3]) * size];
  });
  return required(median(found) ?? median(line.letters.map((box) => box[1] + box[3])));
}
