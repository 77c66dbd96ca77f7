import { required } from '../data/required.js';
import { fillPage } from '../content/content.js';
import { withMarks } from '../content/marks.js';
import type { Content } from '../content/values.js';
import { originalValues } from '../content/source-values.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { isElement, mapTree } from '../document/walk.js';
import { framed, isSamePiece, withSections, type Frame } from './frame.js';
import { filledWith } from './items.js';
import { cutPiece, PART_KINDS, pieceOf, type PartKind } from './parts.js';

/** A page, a part or a section with what fills it. */
export interface FilledDocument {
  /** With its tokens said where they stand. */
  readonly document: PageDocument;
  readonly content: Content;
}

/** What else a page is shown with. */
export interface PageFrame {
  readonly header?: FilledDocument;
  readonly footer?: FilledDocument;
  /** Sections that stand at its end. */
  readonly sections?: readonly FilledDocument[];
  /** Whether the editable places of the page itself are marked. */
  readonly marked?: boolean;
}

/**
 * A page as its site shows it: filled, between the site's header and footer, with the sections that stand at its end. A
 * part that the page has in the same form keeps what is the page's own in it, as the current entry of a menu.
 */
export function shownPage({ document, content }: FilledDocument, around: PageFrame): PageDocument {
  const frame: { header?: PageDocument; footer?: PageDocument } = {};
  const shared: Content[] = [];
  for (const kind of PART_KINDS) {
    const part = around[kind];
    if (!part) continue;
    const [own, other] = [pieceOf(document, kind), pieceOf(part.document, kind)];
    if (own && other && isSamePiece(cutNode(document, own.id, kind), other)) shared.push(part.content);
    else frame[kind] = fillPage(part.document, part.content);
  }
  const filled = fillPage(document, filledWith(content, ...shared));
  const marked = around.marked ? withMarks(filled) : filled;
  const sections = (around.sections ?? []).map((section) => fillPage(section.document, section.content));
  return withSections(framed(marked, frame satisfies Frame), sections);
}

function cutNode(document: PageDocument, id: string, kind: PartKind): ElementNode {
  return required(pieceOf(cutPiece(document, id, kind), kind));
}

/** A page whose files are told from the top of the site, so that it can be shown at any address. */
export function fromTop(document: PageDocument): PageDocument {
  const address = (value: string): string => value.replace(/(^|,\s*)assets\//g, '$1/assets/');
  const body = mapTree(document.body, (node) => {
    if (!isElement(node) || !node.attributes) return node;
    const attributes = Object.fromEntries(
      Object.entries(node.attributes).map(([name, value]) => [
        name,
        name === 'style' ? cssFromTop(value) : address(value),
      ]),
    );
    return { ...node, attributes };
  });
  return { ...document, body };
}

/** CSS whose files are told from the top of the site. */
export function cssFromTop(css: string): string {
  return css.replace(/url\((["']?)assets\//g, 'url($1/assets/');
}

/** Fields of a page that are filled elsewhere: in the parts of its site, or once for the site. */
export function filledElsewhere(document: PageDocument, parts: readonly PageDocument[]): (path: string) => boolean {
  const shown = PART_KINDS.flatMap((kind) =>
    parts.some((part) => pieceOf(part, kind)) ? (pieceOf(document, kind) ?? []) : [],
  );
  const paths = shown.map((node) => originalValues({ ...document, body: { ...document.body, children: [node] } }));
  const own = originalValues({
    ...document,
    body: without(
      document,
      shown.map(({ id }) => id),
    ),
  });
  return (path) =>
    !path.startsWith('page.') &&
    paths.some(({ values, lists }) => values.has(path) || lists.has(path)) &&
    !own.values.has(path) &&
    !own.lists.has(path);
}

function without(document: PageDocument, ids: readonly string[]): PageDocument['body'] {
  return mapTree(document.body, (node) => (isElement(node) && ids.includes(node.id) ? [] : node));
}
