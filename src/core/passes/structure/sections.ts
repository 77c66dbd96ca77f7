import { required } from '../../data/required.js';
import type { ElementNode, PageDocument, Part } from '../../document/types.js';
import { elements, isElement, isWords, textOf, walk } from '../../document/walk.js';
import { firstWords } from '../../text/words.js';
import type { Boxes, Pass, PassContext } from '../pass.js';

const LANDMARKS = new Set(['header', 'footer', 'section', 'article', 'aside', 'nav']);
/** A band shorter than this (px) is no section of its own. */
const LOWEST_BAND = 24;
/** Share of the viewport width that a band spans at least. */
const BAND_SHARE = 0.6;
/** A wrapper that is this share of its parent's height holds the page rather than a part of it. */
const HOLDER_SHARE = 0.5;

/** Finds the sections of a page: landmarks, and bands that lie above each other across the page. */
export const sections: Pass = {
  name: 'sections',
  does: 'marks the bands of the page as sections, and its header and footer as site parts',
  run(document, context) {
    const found = findSections(document.body, context);
    const chosen = new Map(
      found.map((element, index) => [element.id, partOf(element, index, found.length, context.boxes)]),
    );
    const mark = (node: ElementNode): ElementNode => {
      const children = node.children?.map((child) => (isElement(child) ? mark(child) : child));
      const changed = children ? { ...node, children } : node;
      if (!chosen.has(node.id)) return changed;
      const part = chosen.get(node.id);
      return { ...changed, kind: 'section', name: nameOf(node, part), ...(part ? { part } : {}) };
    };
    return found.length ? { ...document, body: mark(document.body) } : document;
  },
};

function findSections(body: ElementNode, context: PassContext): ElementNode[] {
  const visit = (node: ElementNode): ElementNode[] => {
    const bands = (node.children ?? []).filter(isElement).filter((child) => isBand(child, context));
    const tall = heightOf(node, context.boxes);
    return bands.flatMap((band) => {
      if (LANDMARKS.has(band.element) || !holdsBands(band, tall, context)) return [band];
      return visit(band);
    });
  };
  return visit(body);
}

function holdsBands(node: ElementNode, parentHeight: number, context: PassContext): boolean {
  const inner = (node.children ?? []).filter(isElement).filter((child) => isBand(child, context));
  if (node.children?.some((child) => !isElement(child) && child.text.trim())) return false;
  if (inner.length === 0) return false;
  if (inner.some(({ element }) => LANDMARKS.has(element)) || node.element === 'main') return true;
  return heightOf(node, context.boxes) > HOLDER_SHARE * parentHeight && inner.length !== 1
    ? inner.length > 2
    : inner.length === 1 &&
        heightOf(node, context.boxes) > HOLDER_SHARE * parentHeight &&
        holdsBands(required(inner[0]), parentHeight, context);
}

function isBand(node: ElementNode, { boxes, width }: PassContext): boolean {
  const box = boxes.get(node.id);
  if (!box || node.inline) return false;
  return (
    box[3] >= LOWEST_BAND &&
    box[2] >= BAND_SHARE * width &&
    !node.markup &&
    node.kind !== 'heading' &&
    node.kind !== 'text'
  );
}

function heightOf(node: ElementNode, boxes: Boxes): number {
  return boxes.get(node.id)?.[3] ?? 0;
}

/** A first band this low (px) with this many links is the page's header. */
const HEADER_HEIGHT = 200;
const HEADER_LINKS = 3;

function partOf(node: ElementNode, index: number, count: number, boxes: Boxes): Part | undefined {
  if (node.element === 'footer' || node.attributes?.['role'] === 'contentinfo') return 'footer';
  if (index === 0 && (node.element === 'header' || node.element === 'nav') && textOf(node).length < 300)
    return 'header';
  if (node.attributes?.['role'] === 'banner') return 'header';
  if (
    index === 0 &&
    heightOf(node, boxes) <= HEADER_HEIGHT &&
    [...elements(node)].filter(({ element }) => element === 'a').length >= HEADER_LINKS
  )
    return 'header';
  return index === count - 1 && /©|copyright/i.test(textOf(node)) ? 'footer' : undefined;
}

function nameOf(node: ElementNode, part: Part | undefined): string {
  if (part) return part;
  for (const element of elements(node))
    if (element.kind === 'heading' && textOf(element)) return firstWords(textOf(element));
  const label = node.attributes?.['aria-label'];
  if (label) return firstWords(label);
  const id = node.attributes?.['id'];
  if (id) return id.replace(/[-_]+/g, ' ');
  for (const entry of walk(node)) if (isWords(entry) && entry.text.trim()) return firstWords(entry.text, 4);
  return 'band';
}

/** The sections of a document, in the order of the page. */
export function sectionsOf(document: PageDocument): ElementNode[] {
  return [...elements(document.body)].filter(({ kind }) => kind === 'section');
}
