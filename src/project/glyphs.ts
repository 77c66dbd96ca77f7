import * as fontkit from 'fontkit';
import type { FontFace } from '../core/page/types.js';
import type { FindGlyph, Glyph } from '../core/trim/icons.js';

/** Finds letters of the page's own fonts. `files` are the page's assets by path. */
export function glyphsIn(files: ReadonlyMap<string, Buffer>): FindGlyph {
  const opened = new Map<string, fontkit.Font | undefined>();
  const fontOf = ({ descriptors }: FontFace): fontkit.Font | undefined => {
    for (const [, path] of (descriptors['src'] ?? '').matchAll(/url\("([^"]+)"\)/g)) {
      const bytes = files.get(path as string);
      if (!bytes) continue;
      if (!opened.has(path as string)) opened.set(path as string, open(bytes));
      const font = opened.get(path as string);
      if (font) return font;
    }
    return undefined;
  };
  return (face, text) => {
    const font = fontOf(face);
    return font && glyphFor(font, text);
  };
}

function open(bytes: Buffer): fontkit.Font | undefined {
  try {
    const font = fontkit.create(bytes);
    return 'layout' in font ? font : undefined;
  } catch {
    return undefined;
  }
}

function glyphFor(font: fontkit.Font, text: string): Glyph | undefined {
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
