import { boxAround, type Contour } from '../drawing/contours.js';
import { median } from '../data/median.js';
import { required } from '../data/required.js';
import type { DrawnBox } from '../drawing/drawing.js';
import { around } from '../geometry/box.js';
import type { FontShapes, LetterShape } from './font-shapes.js';
import { between, FILL, markOf, type Form } from './mark.js';
import type { UnreadLine } from './unread-lines.js';

/** A word that was read from the image of a line. */
export interface ReadWord {
  readonly text: string;
  /** 0 to 1. */
  readonly certainty: number;
  /** From where to where it goes, px of the page. */
  readonly left: number;
  readonly right: number;
}

/** A letter that was read, and where it is drawn. */
export interface ReadLetter {
  readonly text: string;
  /** Number of its word, and of the letter in it. */
  readonly word: number;
  readonly at: number;
  readonly box: DrawnBox;
  /** Of its largest line. */
  readonly form: Form | undefined;
}

/** How a font would set a line. */
export interface Fit {
  /** How unlike its letters are to those that are drawn: 0 if equal. */
  readonly away: number;
  /** px. */
  readonly size: number;
}

/** More unlike than this is unlike, whatever it is. */
const MOST_UNLIKE = 0.5;
/** Weight of the room between letters: a font that sets them much closer or wider breaks lines elsewhere. */
const ROOM_WEIGHT = 5;
/** Weight of the ink: a line in bold is not one in regular that is narrower. */
const INK_WEIGHT = 1.5;
/** Fewest letters that say something of a font. */
const FEWEST = 2;

/** Letters of the words that are drawn as separate things, each one its own: not those that touch each other. */
export function lettersOfWords({ letters, contours }: UnreadLine, words: readonly ReadWord[]): ReadLetter[] {
  const marked = contours.flatMap((contour) => {
    const mark = markOf(contour);
    return mark ? [mark] : [];
  });
  return words.flatMap(({ text, left, right }, word) => {
    const own = letters.filter((box) => box[0] + box[2] / 2 >= left && box[0] + box[2] / 2 <= right);
    const signs = [...text];
    if (signs.length !== own.length) return [];
    return own.map((box, at): ReadLetter => {
      const largest = marked
        .filter((mark) => isIn(mark.box, box))
        .sort((a, b) => b.box[2] * b.box[3] - a.box[2] * a.box[3])[0];
      return { text: required(signs[at]), word, at, box, form: largest?.form };
    });
  });
}

function isIn([x, y, width, height]: DrawnBox, [left, top, wide, high]: DrawnBox): boolean {
  const off = 0.01;
  return x >= left - off && y >= top - off && x + width <= left + wide + off && y + height <= top + high + off;
}

/** How well the letters of a font are those of a line; undefined if it has too few of them. */
export function fitOf(letters: readonly ReadLetter[], shapes: ReadonlyMap<string, LetterShape>): Fit | undefined {
  const pairs = letters.flatMap((letter) => {
    const shape = shapes.get(letter.text);
    return shape
      ? [
          {
            letter,
            own: around(shape.marks.map(({ box }) => box)),
            advance: shape.advance,
            form: largestOf(shape),
            lines: shape.marks.length,
          },
        ]
      : [];
  });
  if (pairs.length < FEWEST) return undefined;
  const sum = (of: (pair: (typeof pairs)[0]) => number): number => pairs.reduce((all, pair) => all + of(pair), 0);
  const size = sum(({ letter, own }) => letter.box[3] * own[3]) / sum(({ own }) => own[3] ** 2);
  const away = pairs.map(({ letter: { box, form }, own, form: ownForm }) => {
    const wide = Math.abs(Math.log(box[2] / (own[2] * size)));
    const high = Math.abs(Math.log(box[3] / (own[3] * size)));
    const shape = form ? Math.min(MOST_UNLIKE, between(form, ownForm)) : MOST_UNLIKE;
    return Math.min(2 * MOST_UNLIKE, wide + high + shape);
  });
  const room = ROOM_WEIGHT * roomBetween(pairs, size);
  return { away: required(median(away)) + room + INK_WEIGHT * Math.abs(inkOf(pairs, size)), size };
}

/** How much more ink the letters have than those of the font, as a logarithm: strokes are so much bolder. */
function inkOf(pairs: readonly Pair[], size: number): number {
  const more = pairs.flatMap(({ letter: { box, form }, own, form: ownForm, lines }) => {
    /* Letters that are one line have no hole whose size would count for ink. */
    const [drawn, wanted] = [form?.[FILL] ?? 0, required(ownForm[FILL])];
    return lines === 1 && drawn > 0
      ? [Math.log((drawn * box[2] * box[3]) / (wanted * own[2] * own[3] * size ** 2))]
      : [];
  });
  return median(more) ?? 0;
}

interface Pair {
  readonly letter: ReadLetter;
  /** Where the letter of the font is drawn, in sizes. */
  readonly own: DrawnBox;
  readonly advance: number;
  readonly form: Form;
  /** How many lines it is drawn with. */
  readonly lines: number;
}

/** How unlike the letters of words stand apart from how the font would set them, in sizes. */
function roomBetween(pairs: readonly Pair[], size: number): number {
  const rooms = pairs.slice(1).flatMap(({ letter, own }, at) => {
    const before = required(pairs[at]);
    if (before.letter.word !== letter.word || before.letter.at !== letter.at - 1) return [];
    return [(letter.box[0] - before.letter.box[0]) / size - (before.advance - before.own[0] + own[0])];
  });
  const mean = (numbers: readonly number[]): number =>
    numbers.length ? numbers.reduce((sum, number) => sum + number, 0) / numbers.length : 0;
  const usual = mean(rooms);
  /* Letters that are all farther apart can be set so; a font whose letters are wide and narrow elsewhere is another one. */
  return Math.abs(usual) / 2 + mean(rooms.map((room) => Math.abs(room - usual)));
}

function largestOf({ marks }: LetterShape): Form {
  return required([...marks].sort((a, b) => b.box[2] * b.box[3] - a.box[2] * a.box[3])[0]).form;
}

/** The letters of a font by what they stand for. */
export function lettersByText({ letters }: FontShapes): Map<string, LetterShape> {
  return new Map([...letters].reverse().map((letter) => [letter.text, letter]));
}

/** What is drawn of a line by some words. */
export function contoursOfWords({ contours }: UnreadLine, words: readonly ReadWord[]): Contour[] {
  return contours.filter(({ points }) => {
    const [x, , width] = boxAround(points);
    return words.some(({ left, right }) => x + width / 2 >= left && x + width / 2 <= right);
  });
}
