import { required } from '../data/required.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { elements } from '../document/walk.js';
import { isSamePiece } from './frame.js';
import { PART_KINDS, pieceOf } from './parts.js';

/** An element of a page by its id, or a shared style. */
export interface StyleTarget {
  readonly element?: string;
  readonly style?: string;
}

/**
 * What is the same on another page: a shared style that says the same there under the same name; an element, or a style of one,
 * in the header or the footer of a page, if the other page has the same header or footer. Undefined if there is no such thing.
 */
export function sameOnPage(page: PageDocument, aim: StyleTarget, other: PageDocument): StyleTarget | undefined {
  const [mine, theirs] = [page, other].map(({ styles }) => JSON.stringify(styles[aim.style ?? '']));
  if (mine !== undefined && mine === theirs && isUsed(other, aim)) return { style: required(aim.style) };
  return sameInFrame(page, aim, other);
}

function isUsed({ body }: PageDocument, aim: StyleTarget): boolean {
  return [...elements(body)].some((node) => isMeant(node, aim));
}

function sameInFrame(page: PageDocument, aim: StyleTarget, other: PageDocument): StyleTarget | undefined {
  for (const kind of PART_KINDS) {
    const [own, theirs] = [pieceOf(page, kind), pieceOf(other, kind)];
    if (!own || !theirs || !isSamePiece(own, theirs)) continue;
    const all = [...elements(own)];
    const at = all.findIndex((node) => isMeant(node, aim));
    const there = [...elements(theirs)][at];
    if (!there) continue;
    if (aim.element !== undefined) return { element: there.id };
    const style = all[at]?.style === aim.style ? there.style : there.difference;
    return style === undefined ? undefined : { style };
  }
  return undefined;
}

function isMeant({ id, style, difference }: ElementNode, aim: StyleTarget): boolean {
  return aim.element === undefined ? aim.style === style || aim.style === difference : aim.element === id;
}
