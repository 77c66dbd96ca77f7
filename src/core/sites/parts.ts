import { required } from '../data/required.js';
import { freeName } from '../text/free-name.js';
import { INHERITED } from '../css/inherited.js';
import type {
  Declarations,
  ElementNode,
  PageDocument,
  PageNode,
  SharedStyle,
  StyleVariant,
} from '../document/types.js';
import { elements, isElement } from '../document/walk.js';

/* Pieces of a page that stand for themselves: its header, its footer, its sections. */

/** What of a page can be handed over by itself. */
export const PIECE_KINDS = ['header', 'footer', 'section'] as const;
export type PieceKind = (typeof PIECE_KINDS)[number];

/** Pieces that are parts of the site: a page has one of each. */
export const PART_KINDS = ['header', 'footer'] as const;
export type PartKind = (typeof PART_KINDS)[number];

export interface Piece {
  readonly kind: PieceKind;
  readonly node: ElementNode;
}

/** The header, the sections and the footer of a page, in its order. What is inside of one is part of it. */
export function piecesOf(document: PageDocument): Piece[] {
  const visit = (node: PageNode): Piece[] => {
    if (!isElement(node)) return [];
    if (node.kind !== 'section') return (node.children ?? []).flatMap(visit);
    const kind = node.part === 'header' || node.part === 'footer' ? node.part : 'section';
    return [{ kind, node }];
  };
  const found = visit(document.body);
  /* A page has one header and one footer: others are sections. */
  const first = (kind: PieceKind): Piece | undefined => found.find((piece) => piece.kind === kind);
  return found.map((piece) => (piece === first(piece.kind) ? piece : { ...piece, kind: 'section' }));
}

export function pieceOf(document: PageDocument, kind: PartKind): ElementNode | undefined {
  return piecesOf(document).find((piece) => piece.kind === kind)?.node;
}

/** Declarations that say how wide a box is: such boxes around a section belong to its look. */
const WIDTHS =
  /^(max-width|width|padding-(left|right|inline-start|inline-end)|margin-(left|right|inline-start|inline-end))$/;

/** One piece of a page as a page document of its own. @param id of the node of the piece @throws if the page has no such node */
export function cutPiece(document: PageDocument, id: string, name: string): PageDocument {
  const chain = chainTo(document.body, id);
  if (!chain) throw new Error(`The page has no node ${id}.`);
  const node = required(chain.at(-1));
  const around = chain.slice(1, -1);
  const styles: Record<string, SharedStyle> = { ...document.styles };
  const piece = node.part === 'header' || node.part === 'footer' ? node : wrapped(node, around, styles);
  const lost = around.filter((box) => !holds(piece, box.id));
  const body: ElementNode = { ...document.body, children: [underInherited(piece, lost, styles)] };
  const { head: _, description: __, ...rest } = document;
  return { ...rest, name, title: node.name, styles: usedStyles(styles, body, document.rootStyle), body };
}

/** A piece inside of those boxes around it that say how wide it is. */
function wrapped(
  node: ElementNode,
  around: readonly ElementNode[],
  styles: Readonly<Record<string, SharedStyle>>,
): ElementNode {
  return around.reduceRight((inside, box) => {
    const look = box.style === undefined ? {} : (styles[box.style]?.rest ?? {});
    return Object.keys(look).some((property) => WIDTHS.test(property)) ? { ...box, children: [inside] } : inside;
  }, node);
}

function underInherited(
  node: ElementNode,
  lost: readonly ElementNode[],
  styles: Record<string, SharedStyle>,
): ElementNode {
  const look = inheritedLook(
    lost.flatMap(({ style, difference }) => [style ?? [], difference ?? []].flat()),
    styles,
  );
  return withInherited(node, look, styles, `${node.style ?? node.element}-alone`);
}

/** What elements hand on to what is in them, of several one inside of the other. @param names of their styles, outermost first */
export function inheritedLook(names: readonly string[], styles: Readonly<Record<string, SharedStyle>>): SharedStyle {
  const rest: Record<string, string> = {};
  const variants: StyleVariant[] = [];
  for (const name of names) {
    const style = styles[name];
    Object.assign(rest, handedOn(style?.rest ?? {}));
    for (const variant of style?.variants ?? []) {
      const set = handedOn(variant.set);
      if (!variant.state && !variant.part && !variant.within && Object.keys(set).length)
        variants.push({ ...variant, set });
    }
  }
  return { rest, ...(variants.length ? { variants } : {}) };
}

/** Sizes that count from those of the parent would count twice. */
function handedOn(set: Declarations): Declarations {
  return Object.fromEntries(
    Object.entries(set).filter(
      ([property, value]) =>
        (INHERITED.has(property) || property.startsWith('--')) &&
        !(property === 'font-size' && /[\d.](em|%)$/.test(value)),
    ),
  );
}

/** An element that says itself what it took from around it; what it says by itself goes before. */
export function withInherited(
  node: ElementNode,
  look: SharedStyle,
  styles: Record<string, SharedStyle>,
  name: string,
): ElementNode {
  if (Object.keys(look.rest).length === 0 && !look.variants) return node;
  const own = styles[node.style ?? ''] ?? { rest: {} };
  const variants = [
    ...(look.variants ?? [])
      .filter(({ set }) => Object.keys(set).some((property) => !(property in own.rest)))
      .map((variant) => ({ ...variant, set: without(variant.set, own.rest) })),
    ...(own.variants ?? []),
  ];
  const free = freeName(name, (text) => text in styles);
  styles[free] = { rest: { ...look.rest, ...own.rest }, ...(variants.length ? { variants } : {}) };
  return { ...node, style: free };
}

function without(set: Declarations, readonly: Declarations): Declarations {
  return Object.fromEntries(Object.entries(set).filter(([property]) => !(property in readonly)));
}

/** The styles that a tree uses, and the states of others that they depend on where these are used too. */
function usedStyles(
  styles: Readonly<Record<string, SharedStyle>>,
  body: ElementNode,
  root: string | undefined,
): Record<string, SharedStyle> {
  const used = stylesIn(body);
  if (root) used.add(root);
  return Object.fromEntries(
    Object.entries(styles)
      .filter(([name]) => used.has(name))
      .map(([name, { rest, variants }]) => {
        const own = variants?.filter(({ within }) => !within || used.has(within.style));
        return [name, { rest, ...(own?.length ? { variants: own } : {}) }];
      }),
  );
}

/** Names of the styles in a part of a page. */
export function stylesIn(node: ElementNode): Set<string> {
  return new Set([...elements(node)].flatMap(({ style, difference }) => [style ?? [], difference ?? []].flat()));
}

function chainTo(node: ElementNode, id: string): ElementNode[] | undefined {
  if (node.id === id) return [node];
  for (const child of node.children ?? []) {
    const found = isElement(child) ? chainTo(child, id) : undefined;
    if (found) return [node, ...found];
  }
  return undefined;
}

function holds(node: ElementNode, id: string): boolean {
  return [...elements(node)].some((element) => element.id === id);
}
