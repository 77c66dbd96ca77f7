import { slug } from '../page/words.js';

/** An artboard as a person named it: by its file, or by its layer in a file with several. */
export interface NamedBoard {
  readonly name: string;
  /** Width, px. */
  readonly width: number;
}

/** Words that say for which screen an artboard is, or that it is one. */
const SCREENS = /^(desktop|laptop|tablet|mobile|phone|smartphone|handset|screen|wide|narrow|large|medium|small|x?[sml]|sm|md|lg|xxl|portrait|landscape|artboard|board|frame|copy|\d+(px|w|h|x\d+)?)$/; // prettier-ignore

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
export function pagesOf<Board extends NamedBoard>(boards: readonly Board[]): ReadonlyMap<string, readonly Board[]> {
  const pages = new Map<string, Board[]>();
  for (const board of boards) {
    const page = pageOf(board.name);
    pages.set(page, [...(pages.get(page) ?? []), board]);
  }
  const twice = new Set(boards.map(({ width }) => width)).size < boards.length;
  const several = pages.size > 1 && !pages.has('') && (twice || [...pages.values()].every(({ length }) => length > 1));
  return several ? pages : new Map([[pages.size === 1 ? ([...pages.keys()][0] ?? '') : '', boards]]);
}
