import { slug } from '../text/slug.js';

/** An artboard as a person named it: by its file, or by its layer in a file with several. */
export interface NamedArtboard {
  readonly name: string;
  /** Width, px. */
  readonly width: number;
}

/** Words that say for which screen an artboard is, or that it is one. */
const SCREENS =
  /^(desktop|laptop|tablet|mobile|phone|smartphone|handset|screen|wide|narrow|large|medium|small|x?[sml]|sm|md|lg|xxl|portrait|landscape|artboard|board|frame|copy|\d+(px|w|h|x\d+)?)$/;

/** The page that an artboard is of, by its name without its screen; empty if the name says nothing else. */
export function pageOf(name: string): string {
  const words = name
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word && !SCREENS.test(word));
  return slug(words.join(' '));
}

/**
 * Which artboards are of one page, by their names. They are of several pages only if their names say so and something
 * else does too: two are equally wide, or each page has more than one.
 */
export function pagesOf<Board extends NamedArtboard>(
  artboards: readonly Board[],
): ReadonlyMap<string, readonly Board[]> {
  const pages = new Map<string, Board[]>();
  for (const artboard of artboards) {
    const page = pageOf(artboard.name);
    pages.set(page, [...(pages.get(page) ?? []), artboard]);
  }
  const twice = new Set(artboards.map(({ width }) => width)).size < artboards.length;
  const several = pages.size > 1 && !pages.has('') && (twice || [...pages.values()].every(({ length }) => length > 1));
  return several ? pages : new Map([[pages.size === 1 ? ([...pages.keys()][0] ?? '') : '', artboards]]);
}

/**
 * Which artboards are of one page, as a brief says; those that it does not name, by their names.
 * @param pages names of pages, each with its artboards, by name or by file
 */
export function pagesBy<Board extends NamedArtboard & { readonly file: string }>(
  artboards: readonly Board[],
  pages: Readonly<Record<string, readonly string[]>>,
): { readonly pages: ReadonlyMap<string, readonly Board[]>; readonly lost: readonly string[] } {
  const bare = (text: string): string => (text.split(/[\\/]/).at(-1) ?? '').replace(/\.(svg|pdf)$/i, '').toLowerCase();
  const left = new Set(artboards);
  const lost: string[] = [];
  const found = new Map<string, Board[]>();
  for (const [page, wanted] of Object.entries(pages)) {
    const own = wanted.flatMap((text) => {
      const named = [...left].filter(({ name, file }) => bare(name) === bare(text) || bare(file) === bare(text));
      for (const artboard of named) left.delete(artboard);
      if (named.length === 0) lost.push(text);
      return named;
    });
    if (own.length) found.set(page, own);
  }
  for (const [page, own] of left.size ? pagesOf([...left]) : []) found.set(page, [...own]);
  return { pages: found, lost };
}
