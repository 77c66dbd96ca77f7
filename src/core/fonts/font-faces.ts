import type { FontFace } from '../document/types.js';

/** A way in which words of a drawing are set. */
export interface FontUse {
  /** Families as the drawing lists them, the wanted one first. */
  readonly families: readonly string[];
  /** 1 to 1000. */
  readonly weight: number;
  readonly italic: boolean;
}

/** A font file, with every name by which a drawing may call it. */
export interface FontFile {
  /** Address that a page can load it from. */
  readonly address: string;
  /** Family names: the typographic one, and the one for programs that know four styles a family (OpenType `name` 16, 1). */
  readonly families: readonly string[];
  /** Names of this one font: full and PostScript name (OpenType `name` 4, 6). */
  readonly names: readonly string[];
  /** Lightest and boldest weight that it can show. */
  readonly weights: readonly [least: number, most: number];
  readonly italic: boolean;
}

/** Families that every browser has something for (CSS Fonts 4, section 2.1). */
const GENERIC =
  /^(serif|sans-serif|monospace|cursive|fantasy|math|emoji|system-ui|ui-[a-z-]+|-apple-system|BlinkMacSystemFont|inherit|initial)$/i;

/** Whether a family is one that browsers choose for themselves. */
export function isGeneric(family: string): boolean {
  return GENERIC.test(family);
}

/** Font faces for the fonts that a drawing uses, from files at hand: of a family the file that is nearest in weight and slant. */
export function chooseFaces(uses: readonly FontUse[], files: readonly FontFile[]): FontFace[] {
  const faces = new Map<string, FontFace>();
  for (const { families, weight, italic } of uses) {
    const [wanted = ''] = families;
    const file = nearest(ofFamily(files, wanted), weight, italic);
    const own = file ?? files.find(({ names }) => names.some((name) => plain(name) === plain(wanted)));
    if (!own) continue;
    /* A font that was called by its own full name is that font, whatever weight is asked for besides. */
    const [least, most] = file ? own.weights : [1, 1000];
    const descriptors = {
      'font-family': `"${wanted.replace(/["\\]/g, '')}"`,
      'font-weight': least === most ? String(least) : `${least} ${most}`,
      'font-style': file && own.italic ? 'italic' : 'normal',
      src: `url("${own.address}")`,
    };
    faces.set(JSON.stringify(descriptors), { family: wanted, descriptors });
  }
  return [...faces.values()];
}

/** Words that name a font within a family. */
const STYLES =
  /(thin|hairline|(extra|ultra|semi|demi)?-?(light|bold)|regular|normal|book|medium|black|heavy|italic|oblique|variable(font)?|vf|latin|[-_ ]|v?\d+|wght)+$/;

/**
 * The files of a family: by its name; else by that without words for a style, as some tools leave them in when they cut
 * one style out; else by what the file is called.
 */
function ofFamily(files: readonly FontFile[], wanted: string): FontFile[] {
  const bare = (name: string): string => plain(name.toLowerCase().replace(STYLES, ''));
  const stem = ({ address }: FontFile): string => address.replace(/^.*\//, '').replace(/\.[^.]+$/, '');
  const ways: ((file: FontFile) => boolean)[] = [
    (file) => file.families.some((name) => plain(name) === plain(wanted)),
    (file) => file.families.some((name) => bare(name) === plain(wanted)),
    (file) => bare(stem(file)) === plain(wanted),
  ];
  for (const isOne of ways) {
    const found = files.filter(isOne);
    if (found.length) return found;
  }
  return [];
}

function nearest(files: readonly FontFile[], weight: number, italic: boolean): FontFile | undefined {
  const away = ({ weights: [least, most], italic: slanted }: FontFile): number =>
    Math.max(0, least - weight, weight - most) + (slanted === italic ? 0 : 2000);
  return [...files].sort((a, b) => away(a) - away(b) || (a.address < b.address ? -1 : 1))[0];
}

/** Names differ in case, spaces and hyphens from program to program. */
function plain(name: string): string {
  return name.toLowerCase().replace(/[\s_-]+/g, '');
}

/** A font that words are set in, and the one that they are shown in. */
export interface ShownFont {
  readonly use: FontUse;
  /** Families that the browser took, those that a font face of the page brought marked. */
  readonly shown: readonly { readonly family: string; readonly brought: boolean }[];
}

/** Fonts that are made to take as much room as another one, by the name of that: they stand in for it unseen. */
const TWINS: Readonly<Record<string, string>> = {
  arial: 'liberationsans',
  helvetica: 'liberationsans',
  timesnewroman: 'liberationserif',
  times: 'liberationserif',
  couriernew: 'liberationmono',
  courier: 'liberationmono',
};

/** A font that a source asks for. */
export interface AskedFont {
  readonly family: string;
  readonly weights: readonly number[];
  readonly there: boolean;
  /** What is shown in its place, if it is not there. */
  readonly instead?: string;
}

/** The fonts that a source asks for by name, and whether they are there. */
export function askedFonts(fonts: readonly ShownFont[]): AskedFont[] {
  const asked = new Map<string, { weights: Set<number>; there: boolean; instead: Set<string> }>();
  for (const { use, shown } of fonts) {
    const [wanted = ''] = use.families;
    if (isGeneric(wanted)) continue;
    const names = [plain(wanted), TWINS[plain(wanted)]];
    const there = shown.length === 0 || shown.some((entry) => entry.brought || names.includes(plain(entry.family)));
    const known = asked.get(wanted) ?? { weights: new Set(), there: true, instead: new Set() };
    known.weights.add(use.weight);
    if (!there) {
      known.there = false;
      for (const { family } of shown) known.instead.add(family);
    }
    asked.set(wanted, known);
  }
  return [...asked].map(([family, { weights, there, instead }]) => ({
    family,
    weights: [...weights].sort((a, b) => a - b),
    there,
    ...(there ? {} : { instead: [...instead].sort().join(' and ') }),
  }));
}

/** What to say of fonts that are not there: which one took their place. */
export function missingFonts(fonts: readonly ShownFont[]): string[] {
  return askedFonts(fonts)
    .filter(({ there }) => !there)
    .map(
      ({ family, weights, instead }) =>
        `Font not there: ${family} (${weights.join(', ')}), ${instead} took its place; give its files with --fonts`,
    );
}
