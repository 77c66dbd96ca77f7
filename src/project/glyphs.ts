import { required } from '../core/data/required.js';
import type * as Fontkit from 'fontkit';
import type { FontFace } from '../core/document/types.js';
import type { FindGlyph, Glyph } from '../core/trim/icons.js';

/** Finds letters of the page's own fonts (the reader of fonts is loaded only now: few pages need it). `files` are the page's assets by path. */
export async function glyphsIn(files: ReadonlyMap<string, Buffer>): Promise<FindGlyph> {
  const fontkit = await import('fontkit');
  const opened = new Map<string, Fontkit.Font | undefined>();
  const fontOf = ({ descriptors }: FontFace): Fontkit.Font | undefined => {
    for (const [, path] of (descriptors['src'] ?? '').matchAll(/url\("([^"]+)"\)/g)) {
      const bytes = files.get(required(path));
      if (!bytes) continue;
      if (!opened.has(required(path))) opened.set(required(path), open(fontkit, bytes));
      const font = opened.get(required(path));
      if (font) return font;
    }
    return undefined;
  };
  return (face, text) => {
    const font = fontOf(face);
    return font && glyphFor(font, text);
  };
}

function open(fontkit: typeof Fontkit, bytes: Buffer): Fontkit.Font | undefined {
  try {
    const font = fontkit.create(bytes);
    return 'layout' in font ? font : undefined;
  } catch {
    return undefined;
  }
}

function glyphFor(font: Fontkit.Font, text: string): Glyph | undefined {
  try {
    const drawn = font.layout(text).glyphs.filter(({ id }) => id !== 0);
    const [glyph] = drawn;
    if (!glyph || drawn.length !== 1) return undefined;
    const { unitsPerEm } = font;
    const path = glyph.path.toSVG();
    return {
      path,
      unitsPerEm,
      advance: glyph.advanceWidth / unitsPerEm,
      ascent: font.ascent / unitsPerEm,
      descent: -font.descent / unitsPerEm,
    };
  } catch {
    return undefined;
  }
}
