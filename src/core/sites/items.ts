import { required } from '../data/required.js';
import { covers, over, partContent } from '../content/common.js';
import { wholeContent } from '../content/content.js';
import { originalValues } from '../content/source-values.js';
import { flatten, nest, type Content, type FlatContent } from '../content/values.js';
import type { PageDocument } from '../document/types.js';
import { isElement, mapTree } from '../document/walk.js';
import { sectionSlug } from '../text/slug.js';
import { isSamePiece } from './frame.js';
import { freeName } from '../text/free-name.js';
import { cutPiece, PART_KINDS, pieceOf, piecesOf, type PartKind } from './parts.js';

/* What of a project is handed over to a site: pages, the header and the footer that they share, sections, common values. */

export const ITEM_KINDS = ['page', 'header', 'footer', 'section', 'facts'] as const;
export type ItemKind = (typeof ITEM_KINDS)[number];

export interface Item {
  /** Letters, digits and hyphens. */
  readonly id: string;
  readonly kind: ItemKind;
  /** What people call it. */
  readonly name: string;
  /** Of a page: its file in the site, e.g. `index.html`. */
  readonly path?: string;
  /** Of a page: it stands between the header and the footer of the site rather than with its own. */
  readonly framed?: boolean;
  /** Nothing of the site's common values has one. */
  readonly document?: PageDocument;
  readonly content: Content;
  /** Ids of items without which it does not look as it should. */
  readonly needs: readonly string[];
  /** Paths of the files that it shows, as `assets/NAME`. */
  readonly assets: readonly string[];
}

/** A page as it is handed over. */
export interface HandedPage {
  readonly path: string;
  readonly document: PageDocument;
  /** With what it has of the site's common values. */
  readonly content: Content;
}

/** Ids that the parts of a site have for themselves. */
export const HEADER = 'header';
export const FOOTER = 'footer';
/** Facts are of one project: what others call the same is something else. */
export const factsId = (source: string): string => `facts-${source}`;

/** What an id says that something is; pages and sections have other ones. */
export function kindOfId(id: string): 'header' | 'footer' | 'facts' | undefined {
  if (id === HEADER || id === FOOTER) return id;
  return id.startsWith(factsId('')) ? 'facts' : undefined;
}

/**
 * A whole site: its header and its footer once, and its pages. A page whose header or footer is another one than that of
 * the first page stands alone. What is said in several of them is a fact of the site.
 * @param common values that several pages share @param source name of the project
 */
export function siteItems(pages: readonly HandedPage[], common: FlatContent, source: string): Item[] {
  const zones = pages.flatMap(({ document }) => zonesOf(document));
  const zonesWith = (path: string): Set<string> =>
    new Set(zones.filter(({ says }) => covers(says, path)).map(({ zone }) => zone));
  const isFact = (path: string): boolean => {
    if (path.startsWith('page.')) return false;
    const found = zonesWith(path);
    return found.size > 1 || (covers(common, path) && (found.size === 0 || found.has('rest')));
  };
  const facts = [...pages]
    .reverse()
    .reduce(
      (all, { document, content }) => over(all, flatten(partContent(wholeContent(document, content), isFact).shared)),
      NOTHING,
    );
  const factIds = facts.values.size + facts.lists.size > 0 ? [factsId(source)] : [];
  const parts = PART_KINDS.flatMap((kind) => partItem(pages, kind) ?? []).map((part): Item => {
    const own = partContent(part.content, isFact).own;
    return { ...part, content: own, needs: factIds, assets: assetsIn(part.document, own) };
  });
  const items = pages.map((page): Item => {
    const framed =
      parts.length > 0 &&
      parts.every(({ kind, document }) => sharesPart(page.document, kind as PartKind, required(document)));
    return pageItem(page, { framed, needs: [...(framed ? parts.map(({ id }) => id) : []), ...factIds] });
  });
  const readonly = nest(facts);
  const factItems = factIds.map((id): Item => ({
    id,
    kind: 'facts',
    name: 'Facts of the site',
    content: readonly,
    needs: [],
    assets: assetsIn(readonly),
  }));
  return [...factItems, ...parts, ...items];
}

const NOTHING: FlatContent = { values: new Map(), lists: new Map() };

/** What the header, the footer and the rest of a page say. */
function zonesOf(document: PageDocument): { readonly zone: string; readonly says: FlatContent }[] {
  const pieces = PART_KINDS.flatMap((kind) => {
    const node = pieceOf(document, kind);
    return node ? [{ zone: kind, node }] : [];
  });
  const ids = new Set(pieces.map(({ node }) => node.id));
  const rest = mapTree(document.body, (node) => (isElement(node) && ids.has(node.id) ? [] : node));
  return [...pieces, { zone: 'rest', node: rest }].map(({ zone, node }) => ({
    zone,
    says: originalValues({ ...document, body: { ...document.body, children: [node] } }),
  }));
}

/** Pages that stand alone, each with all that it has. */
export function aloneItems(pages: readonly HandedPage[]): Item[] {
  return pages.map((page) => pageItem(page, { framed: false, needs: [] }));
}

/** The sections of pages as items by themselves. */
export function sectionItems(pages: readonly HandedPage[]): Item[] {
  const taken = new Set<string>();
  return pages.flatMap((page) =>
    piecesOf(page.document)
      .filter(({ kind }) => kind === 'section')
      .map(({ node }) => {
        const id = freeName(sectionSlug(node.name), (text) => taken.has(text) || kindOfId(text) !== undefined);
        taken.add(id);
        return pieceItem(page, node.id, 'section', id, node.name);
      }),
  );
}

/** The header or the footer of the first page that has one. */
export function partItem(pages: readonly HandedPage[], kind: PartKind): Item | undefined {
  const page = pages.find(({ document }) => pieceOf(document, kind));
  const node = page && pieceOf(page.document, kind);
  return page && node && pieceItem(page, node.id, kind, kind, kind === 'header' ? 'Header' : 'Footer');
}

function pieceItem(page: HandedPage, node: string, kind: ItemKind, id: string, name: string): Item {
  const document = cutPiece(page.document, node, id);
  const known = originalValues(document);
  const content = partContent(page.content, (path) => !path.startsWith('page.') && covers(known, path)).shared;
  return { id, kind, name, document, content, needs: [], assets: assetsIn(document, content) };
}

function pageItem(
  { path, document, content }: HandedPage,
  { framed, needs }: { readonly framed: boolean; readonly needs: readonly string[] },
): Item {
  const id = kindOfId(document.name) ? `${document.name}-page` : document.name;
  return {
    id,
    kind: 'page',
    name: document.title || document.name,
    path,
    framed,
    document,
    content,
    needs,
    assets: assetsIn(document, content),
  };
}

/** Whether a page has no such part of its own, or the same one. */
function sharesPart(page: PageDocument, kind: PartKind, part: PageDocument): boolean {
  const own = pieceOf(page, kind);
  const other = pieceOf(part, kind);
  if (own === undefined) return true;
  const cut = pieceOf(cutPiece(page, own.id, kind), kind);
  return other !== undefined && cut !== undefined && isSamePiece(cut, other);
}

/** Where pages have their files. */
const ASSETS = 'assets/';

/** `assets/dome.jpg` is called `dome.jpg`. */
export function assetName(path: string): string {
  return path.slice(ASSETS.length);
}

/** Files of ours that something refers to, in the order of the alphabet. */
export function assetsIn(...things: readonly unknown[]): string[] {
  const found = new Set<string>();
  for (const thing of things) for (const [path] of JSON.stringify(thing).matchAll(/assets\/[\w.%-]+/g)) found.add(path);
  return [...found].sort();
}

/** What an item is filled with: its own values, and before these what is said once for several. */
export function filledWith(own: Content, ...common: readonly Content[]): Content {
  return nest(common.map(flatten).reduce(over, flatten(own)));
}
