import { fallbackFontFolders, systemFontFolders } from '../../browser/fallback-fonts.js';
import type { Served } from '../../browser/serve.js';
import { required } from '../../core/data/required.js';
import type { FontFile } from '../../core/fonts/font-faces.js';
import { mediaTypeOf } from '../../core/html-elements/media-types.js';
import { genericFamily, ShapeIndex, type FontShapes } from '../../core/lettering/font-shapes.js';
import { readOutlines, type FilledPaths, type ReadOutlines } from '../../core/lettering/read-outlines.js';
import { fitFonts, setLines, type ReadLine } from '../../core/lettering/set-lines.js';
import type { RecognisedLine } from '../../core/lettering/text-lines.js';
import { readFontFolder, type FontFolder } from '../../project/fonts.js';
import { fontFilesIn, letterShapes, type LetterSource } from '../../project/letter-shapes.js';

/** Text that was recognised in a drawing, and the fonts that it is set in. */
export type RecognisedText = ReadOutlines & SetText;

/** Lines and the fonts that they are set in, by the number of their font. */
export interface SetText {
  readonly lines: readonly RecognisedLine[];
  readonly fonts: readonly FontShapes[];
}

/** The fonts that designs of a call may be set in: those that were given, those of the system, and those that come along. */
export class FontsAtHand {
  /** Font files with the addresses where they are served. */
  readonly files: FontFile[];
  private telling: Promise<readonly { readonly source: LetterSource; readonly shapes: FontShapes }[]> | undefined;
  private readonly whole = new Map<FontShapes, Promise<FontShapes[]>>();

  constructor(
    private readonly served: Served,
    private readonly given: FontFolder | undefined,
  ) {
    this.files = serve(served, given);
  }

  /** Reads the letters among filled paths: by a few letters which fonts there are, then all letters of those. */
  async read(paths: FilledPaths): Promise<RecognisedText> {
    const known = await (this.telling ??= this.open());
    const fonts = known.map(({ shapes }) => shapes);
    const used = [...readOutlines(paths, fonts, new ShapeIndex(fonts), true).fonts].sort((a, b) => a - b);
    const whole = await Promise.all(used.map((font) => this.wholeOf(required(known[font]))));
    return { ...readOutlines(paths, whole, new ShapeIndex(whole)), fonts: whole };
  }

  /** Sets lines that were read from an image of them in the fonts that come nearest, of those that a page can bring along. */
  async fit(lines: readonly ReadLine[]): Promise<SetText> {
    const known = (await (this.telling ??= this.open())).filter(({ source }) => source.comesAlong);
    const fitted = fitFonts(
      lines,
      known.map(({ shapes }) => shapes),
    );
    const used = [...new Set(fitted.map(({ font }) => font))];
    const fonts = await Promise.all(used.map((font) => this.wholeOf(required(known[font]))));
    const own = fitted.map((line) => ({ ...line, font: used.indexOf(line.font) }));
    return { lines: setLines(own, fonts), fonts };
  }

  /** Serves the fallback fonts that are used, as those of a person are. */
  async serveFallbacks(families: ReadonlySet<string>): Promise<void> {
    for (const folder of fallbackFontFolders()) {
      const read = await readFontFolder(folder);
      const own = read.fonts.filter(({ font }) => font.families.some((family) => families.has(family)));
      const fresh = own.filter(
        ({ font }) => !this.files.some((file) => font.families.some((family) => file.families.includes(family))),
      );
      this.files.push(...serve(this.served, { ...read, fonts: fresh }));
    }
  }

  private async open(): Promise<{ readonly source: LetterSource; readonly shapes: FontShapes }[]> {
    const sources: LetterSource[] = [
      ...(this.given?.fonts ?? []).map(({ font, bytes }) => ({
        name: font.address,
        bytes: () => bytes,
        comesAlong: true,
      })),
      ...fontFilesIn(systemFontFolders()),
      ...fontFilesIn(fallbackFontFolders()).map((source) => ({ ...source, comesAlong: true })),
    ];
    const all = await Promise.all(
      sources.map(async (source) => (await letterShapes([source], false)).map((shapes) => ({ source, shapes }))),
    );
    return all.flat();
  }

  private async wholeOf({
    source,
    shapes,
  }: {
    readonly source: LetterSource;
    readonly shapes: FontShapes;
  }): Promise<FontShapes> {
    const all = this.whole.get(shapes) ?? letterShapes([source], true, shapes.weight);
    this.whole.set(shapes, all);
    return required((await all)[0]);
  }
}

/** What a page asks for to get a font. */
export function familiesFor(font: FontShapes): string[] {
  return [font.family, genericFamily(font)];
}

function serve(served: Served, folder: FontFolder | undefined): FontFile[] {
  return (folder?.fonts ?? []).map(({ font, bytes }) => {
    const address = `/-fonts/${font.address.split('/').map(encodeURIComponent).join('/')}`;
    served.hold(decodeURIComponent(address), mediaTypeOf(font.address), bytes);
    return { ...font, address };
  });
}
