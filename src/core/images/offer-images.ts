import type { ElementNode, PageDocument, PageNode } from '../document/types.js';
import { isElement } from '../document/walk.js';

/** One file of a picture, and how wide it is, px. */
export interface Candidate {
  readonly path: string;
  readonly width: number;
}

/** The files that stand for a picture. */
export interface Renditions {
  readonly sizes: string;
  /** In the format that the picture has, narrowest first; the last one is for browsers that know nothing of the others. */
  readonly own: readonly Candidate[];
  /** In other formats, the best first. */
  readonly others: readonly { readonly type: string; readonly candidates: readonly Candidate[] }[];
}

/** Names of the styles of the element around a picture and of its sources: they are no boxes, also in grids and rows. */
const AROUND = 'picture-sources';
const SOURCE = 'picture-source';
const STYLES: PageDocument['styles'] = {
  [AROUND]: { rest: { display: 'contents' } },
  [SOURCE]: { rest: { display: 'none' } },
};

/** The pictures of a page whose sizes are ours to choose: those without candidates of their own. */
export function plainImages(body: ElementNode): ElementNode[] {
  const found: ElementNode[] = [];
  const visit = (node: PageNode): void => {
    if (!isElement(node) || node.element === 'picture') return;
    const { src, srcset } = node.attributes ?? {};
    if (node.element === 'img' && src?.startsWith('assets/') && !srcset) found.push(node);
    node.children?.forEach(visit);
  };
  visit(body);
  return found;
}

/** Files behind boxes that are shown as large as the boxes ask for, whatever their own size (CSS Backgrounds 3, 2.9). */
export function sizedGrounds({ styles }: PageDocument): string[] {
  const found = new Set<string>();
  for (const { rest, variants = [] } of Object.values(styles)) {
    for (const set of [rest, ...variants.map((variant) => ({ ...rest, ...variant.set }))]) {
      const size = set['background-size'] ?? 'auto';
      if (!/cover|contain|\d/.test(size) || /auto auto/.test(size)) continue;
      for (const [, path = ''] of (set['background-image'] ?? '').matchAll(/url\("([^"]+)"\)/g)) found.add(path);
    }
  }
  return [...found];
}

/** The document with pictures offered in several files. @param renditions by the id of the picture's element */
export function offerImages(document: PageDocument, renditions: ReadonlyMap<string, Renditions>): PageDocument {
  if (renditions.size === 0) return document;
  let wrapped = false;
  const visit = (node: PageNode): PageNode => {
    if (!isElement(node)) return node;
    const given = renditions.get(node.id);
    if (!given) return node.children ? { ...node, children: node.children.map(visit) } : node;
    const image = withOwn(node, given);
    if (given.others.length === 0) return image;
    wrapped = true;
    return around(node, image, given);
  };
  const body = visit(document.body) as ElementNode;
  const styles = wrapped ? { ...document.styles, ...STYLES } : document.styles;
  return { ...document, styles, body };
}

function withOwn(node: ElementNode, { own, sizes }: Renditions): ElementNode {
  const last = own.at(-1);
  if (!last) return node;
  const attributes = { ...node.attributes, src: last.path };
  return { ...node, attributes: own.length > 1 ? { ...attributes, srcset: setOf(own), sizes } : attributes };
}

function around(node: ElementNode, image: ElementNode, { others, sizes }: Renditions): ElementNode {
  const sources = others.map(({ type, candidates }, at): ElementNode => ({
    id: `${node.id}-source-${at + 1}`,
    kind: 'image',
    name: 'source',
    element: 'source',
    style: SOURCE,
    attributes: { type, srcset: setOf(candidates), sizes },
  }));
  return {
    id: `${node.id}-sources`,
    kind: 'image',
    name: node.name,
    element: 'picture',
    style: AROUND,
    ...(node.inline ? { inline: true } : {}),
    children: [...sources, image],
  };
}

function setOf(candidates: readonly Candidate[]): string {
  return candidates.map(({ path, width }) => `${path} ${width}w`).join(', ');
}
