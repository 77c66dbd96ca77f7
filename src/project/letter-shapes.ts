import type * as Fontkit from 'fontkit';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { contoursFrom, type Segment } from '../core/drawing/contours.js';
import type { FontShapes, LetterShape } from '../core/lettering/font-shapes.js';
import { markOf } from '../core/lettering/mark.js';

/** A font file to take letters from. */
export interface LetterSource {
  readonly name: string;
  readonly bytes: () => Buffer;
  /** Whether a page that is set in it has it anywhere: those of the system are on this machine alone. */
  readonly comesAlong?: boolean;
}

type Ranges = readonly (readonly [from: number, to: number])[];

/** Letters to know a font by: plain Latin and digits, and the most frequent ones of other alphabets. */
const TELLING: Ranges = [
  [0x30, 0x39],
  [0x41, 0x5a],
  [0x61, 0x7a],
  ...[...('αεηινορστΑΕΙΟ' + 'аеинорстлвкмдАВНОПРС' + 'אבהוילמרתש' + 'ﺍﻝﻡﻥﻩﻭﻱﺭﺏﺕﻟﻣﻧﺑ')].map((sign) => {
    const code = sign.codePointAt(0) ?? 0;
    return [code, code] as const;
  }),
];
/**
 * All signs of alphabets. Those of ideographic scripts are too many to look at, and those of phonetic notation look too
 * much like plain ones.
 */
const ALPHABETS: Ranges = [
  [0x21, 0x1bf],
  [0x1c4, 0x24f],
  [0x370, 0x10ff],
  [0x1e00, 0x2bff],
  [0xfb00, 0xfdff],
  [0xfe70, 0xfeff],
];
/** Letters that fonts draw as one. */
const LIGATURES = ['ffi', 'ffl', 'fi', 'fl', 'ff'];
/** Invisible signs, and others that stand for the same as plain ones. */
const IDLE = /[\p{C}\p{Z}\u00ad]/u;
/** The steps of a path as fonts name them. */
const STEPS = { moveTo: 'M', lineTo: 'L', quadraticCurveTo: 'Q', bezierCurveTo: 'C', closePath: 'Z' } as const;
const MOST_FONTS = 400;

/** Font files below folders, by their names. Folders that are not there hold none. */
export function fontFilesIn(folders: readonly string[]): LetterSource[] {
  return folders.flatMap((folder) => {
    try {
      return readdirSync(folder, { recursive: true })
        .map(String)
        .filter((name) => /\.(ttf|otf|woff2?)$/i.test(name))
        .sort()
        .slice(0, MOST_FONTS)
        .map((name) => ({ name: join(folder, name), bytes: () => readFileSync(join(folder, name)) }));
    } catch {
      return [];
    }
  });
}

/**
 * The letters of fonts as lines. Files that cannot be read are passed over.
 * @param all all signs, not only those that tell fonts apart
 * @param only the weight of a variable font that is wanted, if not each that it names
 */
export async function letterShapes(
  sources: readonly LetterSource[],
  all: boolean,
  only?: number,
): Promise<FontShapes[]> {
  const fontkit = await import('fontkit');
  return sources.flatMap(({ bytes }) => {
    try {
      const font = fontkit.create(bytes());
      if (!('layout' in font)) return [];
      return instancesOf(font)
        .filter(({ weight }) => only === undefined || weight === only)
        .map((one) => shapesOf(one.font, one.weight, all));
    } catch {
      return [];
    }
  });
}

/** OpenType tables that fontkit's types leave out. */
interface Tables {
  readonly namedVariations?: Readonly<Record<string, Readonly<Record<string, number>>>>;
  readonly 'OS/2'?: { readonly usWeightClass?: number; readonly fsSelection?: { readonly italic?: boolean } };
  readonly name?: { readonly records?: Readonly<Record<string, Readonly<Record<string, string>>>> };
}

/** A variable font stands for each weight that it names. */
function instancesOf(font: Fontkit.Font): { readonly font: Fontkit.Font; readonly weight: number }[] {
  const usual = (font as unknown as Tables)['OS/2']?.usWeightClass ?? 400;
  const axis = font.variationAxes?.['wght'];
  if (!axis) return [{ font, weight: usual }];
  const named = Object.values((font as unknown as Tables).namedVariations ?? {});
  const weights = new Set([axis.default, ...named.map(({ wght }) => wght ?? axis.default)]);
  return [...weights].sort((a, b) => a - b).map((weight) => ({ font: font.getVariation({ wght: weight }), weight }));
}

/** Usual signs before those that look like them: Latin, punctuation, then by number. */
function rankOf(code: number): number {
  if (code < 0x180) return code;
  return code >= 0x2010 && code <= 0x206f ? code - 0x1000 : code + 0x10000;
}

/** Ligatures and the forms of Arabic letters stand for plain letters. A raised letter or digit is not a plain one. */
function plainly(sign: string): string {
  return /[\ufb00-\ufdff\ufe70-\ufeff]/.test(sign) ? sign.normalize('NFKC') : sign;
}

function shapesOf(font: Fontkit.Font, weight: number, all: boolean): FontShapes {
  const tables = font as unknown as Tables;
  const wanted = all ? ALPHABETS : TELLING;
  const letters: LetterShape[] = [];
  const seen = new Set<number>();
  const drawn = new Set<string>();
  const add = (glyph: Fontkit.Glyph, text: string): void => {
    if (glyph.id === 0 || seen.has(glyph.id) || IDLE.test(text)) return;
    seen.add(glyph.id);
    const { unitsPerEm } = font;
    const steps = glyph.path.commands.map(({ command, args }): Segment => [STEPS[command], ...args]);
    const lines = contoursFrom(steps, [1 / unitsPerEm, 0, 0, -1 / unitsPerEm, 0, 0]);
    const marks = lines.flatMap((line) => markOf(line) ?? []);
    /* Signs that look like a more usual one, such as a click of African languages like an exclamation mark, cannot be told. */
    const look = marks
      .map(({ box, form }) => [...box, ...form].map((value) => Math.round(value * 1000)).join(' '))
      .join('|');
    if (marks.length === 0 || drawn.has(look)) return;
    drawn.add(look);
    letters.push({ text, advance: glyph.advanceWidth / unitsPerEm, marks });
  };
  for (const code of [...font.characterSet].sort((a, b) => rankOf(a) - rankOf(b))) {
    if (!wanted.some(([from, to]) => code >= from && code <= to)) continue;
    const sign = String.fromCodePoint(code);
    add(font.glyphForCodePoint(code), plainly(sign));
    /* Some fonts put other forms of Latin letters in their place wherever they are set. */
    const [set, ...more] = code < 0x180 ? font.layout(sign).glyphs : [];
    if (set && more.length === 0) add(set, plainly(sign));
  }
  for (const text of all ? LIGATURES : []) {
    const { glyphs } = font.layout(text);
    const [glyph] = glyphs;
    if (glyph && glyphs.length === 1) add(glyph, text);
  }
  const family = Object.values(tables.name?.records?.['preferredFamily'] ?? {})[0] ?? font.familyName;
  return {
    family,
    weight,
    italic: tables['OS/2']?.fsSelection?.italic === true || font.italicAngle !== 0,
    space: font.glyphForCodePoint(32).advanceWidth / font.unitsPerEm || 0.25,
    letters,
    kerning: kerningIn(font),
  };
}

function kerningIn(font: Fontkit.Font): (sign: string, next: string) => number {
  const known = new Map<string, number>();
  return (sign, next) => {
    const pair = sign + next;
    const before = known.get(pair);
    if (before !== undefined) return before;
    const { glyphs, positions } = font.layout(pair);
    const [glyph] = glyphs;
    const moved = glyph && glyphs.length === 2 ? (positions[0]?.xAdvance ?? 0) - glyph.advanceWidth : 0;
    known.set(pair, moved / font.unitsPerEm);
    return moved / font.unitsPerEm;
  };
}
