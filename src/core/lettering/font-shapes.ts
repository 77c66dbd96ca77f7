import { required } from '../data/required.js';
import { between, FILL, type Form, type Mark } from './mark.js';

/** A letter, or several that a font draws as one, as lines. Units are sizes of the font; y goes down from the baseline. */
export interface LetterShape {
  readonly text: string;
  readonly advance: number;
  readonly marks: readonly Mark[];
}

/** The letters of one font. */
export interface FontShapes {
  /** Names by which a page may ask for it, the likeliest first. */
  readonly family: string;
  /** 1 to 1000. */
  readonly weight: number;
  readonly italic: boolean;
  /** Width of a space, in sizes. */
  readonly space: number;
  readonly letters: readonly LetterShape[];
  /** How much farther apart than their advances say two signs stand beside each other, in sizes; less than 0 if nearer. */
  readonly kerning?: (sign: string, next: string) => number;
}

/** How much farther apart two letters stand than the advance of the first says, in sizes. */
export function kerningOf({ kerning }: FontShapes, text: string, next: string): number {
  const [sign, after] = [[...text].at(-1), [...next][0]];
  return kerning && sign !== undefined && after !== undefined ? kerning(sign, after) : 0;
}

/** A line that a letter of a font may be drawn with. */
export interface Candidate {
  /** Number of the font. */
  readonly font: number;
  readonly letter: LetterShape;
  /** Number of the line in the letter. */
  readonly nth: number;
  readonly away: number;
}

/** Steps in which proportions and fills are filed. */
const STEP = 0.06;

/** Letters of fonts, found by their lines. */
export class ShapeIndex {
  private readonly cells = new Map<string, Omit<Candidate, 'away'>[]>();

  constructor(fonts: readonly FontShapes[]) {
    fonts.forEach(({ letters }, font) => {
      for (const letter of letters)
        letter.marks.forEach(({ form }, nth) => {
          const key = keyOf(form, 0, 0);
          const cell = this.cells.get(key) ?? [];
          if (cell.length === 0) this.cells.set(key, cell);
          cell.push({ font, letter, nth });
        });
    });
  }

  /** Lines of letters that look like this one. @param most how far apart they may be */
  find(form: Form, most: number): Candidate[] {
    const found: Candidate[] = [];
    const reach = Math.ceil(most / STEP);
    for (let across = -reach; across <= reach; across += 1)
      for (let up = -reach; up <= reach; up += 1)
        for (const entry of this.cells.get(keyOf(form, across, up)) ?? []) {
          const away = between(form, required(entry.letter.marks[entry.nth]).form);
          if (away <= most) found.push({ ...entry, away });
        }
    return found;
  }
}

function keyOf(form: Form, across: number, up: number): string {
  return `${Math.floor(required(form[0]) / STEP) + across} ${Math.floor(required(form[1]) / STEP) + up}`;
}

/** A letter that is a plain bar fills so much of its box. */
const BAR = 0.9;

/**
 * The generic family of CSS that a font belongs to, by its letters: what many files say of it is empty. Letters of one width
 * make it monospace; where neither I nor l is a plain bar they have serifs.
 */
export function genericFamily({ letters }: Pick<FontShapes, 'letters'>): 'serif' | 'sans-serif' | 'monospace' {
  const find = (text: string): LetterShape | undefined => letters.find((letter) => letter.text === text);
  const [narrow, wide] = [find('i'), find('m')];
  if (narrow && wide && Math.abs(narrow.advance - wide.advance) < 0.01) return 'monospace';
  const bars = ['I', 'l'].flatMap((text) => find(text) ?? []);
  const isBar = ({ marks }: LetterShape): boolean => marks.length === 1 && required(marks[0]?.form[FILL]) >= BAR;
  return bars.length && !bars.some(isBar) ? 'serif' : 'sans-serif';
}
