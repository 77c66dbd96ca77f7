import type * as Fontkit from 'fontkit';
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { extname, join } from 'node:path';
import type { FontFile } from '../core/fonts/font-faces.js';
import { TavrikError } from '../core/errors/tavrik-error.js';

/** Most font files that are read from a folder. */
const MOST_FILES = 500;

/** A font file with its bytes; its address is the path in the folder. */
export interface FontOnDisk {
  readonly font: FontFile;
  readonly bytes: Buffer;
}

export interface FontFolder {
  readonly fonts: readonly FontOnDisk[];
  /** Files that are no fonts although they are called so, in words. */
  readonly notes: readonly string[];
}

/** Reads the font files (TTF, OTF, WOFF, WOFF2) of a folder and of those inside it. @throws TavrikError if there is none */
export async function readFontFolder(folder: string): Promise<FontFolder> {
  if (!existsSync(folder) || !statSync(folder).isDirectory())
    throw new TavrikError('Folder not found.', folder, 'Give the folder of the font files with --fonts.', 'not-found');
  const files = readdirSync(folder, { recursive: true })
    .map(String)
    .filter((name) => /^\.(ttf|otf|woff2?)$/i.test(extname(name)))
    .sort();
  if (files.length === 0)
    throw new TavrikError('This folder holds no fonts (.ttf, .otf, .woff, .woff2).', folder, 'Choose another folder.');
  if (files.length > MOST_FILES)
    throw new TavrikError(
      `This folder holds ${files.length} fonts; at most ${MOST_FILES} are read.`,
      folder,
      'Give a folder with the fonts of the design only.',
    );
  const fontkit = await import('fontkit');
  const fonts: FontOnDisk[] = [];
  const notes: string[] = [];
  for (const name of files) {
    const bytes = readFileSync(join(folder, name));
    const font = describe(fontkit, bytes, name.replace(/\\/g, '/'));
    if (font) fonts.push({ font, bytes });
    else notes.push(`Unreadable font file, left out: ${name}`);
  }
  return { fonts, notes };
}

/** OpenType tables that fontkit's types leave out. */
interface Tables {
  readonly name?: { readonly records?: Readonly<Record<string, Readonly<Record<string, string>>>> };
  readonly 'OS/2'?: { readonly usWeightClass?: number; readonly fsSelection?: { readonly italic?: boolean } };
}

function describe(fontkit: typeof Fontkit, bytes: Buffer, address: string): FontFile | undefined {
  try {
    const font = fontkit.create(bytes);
    if (!('layout' in font)) return undefined;
    const tables = font as unknown as Tables;
    const records = tables.name?.records ?? {};
    const named = (key: string): string[] => [...new Set(Object.values(records[key] ?? {}))];
    const weight = tables['OS/2']?.usWeightClass ?? 400;
    const axis = font.variationAxes?.['wght'];
    return {
      address,
      families: [...new Set([...named('preferredFamily'), font.familyName, ...named('fontFamily')])].filter(Boolean),
      names: [...new Set([font.fullName, font.postscriptName])].filter(Boolean),
      weights: axis ? [axis.min, axis.max] : [weight, weight],
      italic: tables['OS/2']?.fsSelection?.italic === true || font.italicAngle !== 0,
    };
  } catch {
    return undefined;
  }
}
