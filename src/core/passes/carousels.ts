import type { Declarations, ElementNode, PageDocument, PageNode, SharedStyle } from '../page/types.js';
import { elements, isElement, textOf } from '../page/walk.js';
import type { Pass } from './pass.js';

const FORWARD = /^(next|forward|›|»|→)|\bnext\b/i;
const BACK = /^(prev|back|‹|«|←)|\bprevious\b/i;
/** How far above the slides the box may be that says what it is, or that holds the arrows. */
const NEAR = 3;

const TRACK: Declarations = {
  display: 'flex',
  'overflow-x': 'auto',
  'overflow-y': 'hidden',
  'scroll-snap-type': 'x mandatory',
};
const SLIDE: Declarations = {
  display: 'block',
  'flex-grow': '0',
  'flex-shrink': '0',
  'flex-basis': '100%',
  'scroll-snap-align': 'start',
};

/**
 * Lets slides of which a script showed one at a time be scrolled through. Arrows lead to the second and the last slide.
 *
 * Before: one `<div>` that is shown and several like it that are not, after: a row that snaps to one of them.
 */
export const carousels: Pass = {
  name: 'carousels',
  does: 'makes slides that a script showed one after the other a row to scroll through',
  run(document) {
    let made = document;
    for (const { track, slides, holder } of findCarousels(document)) made = rebuild(made, track, slides, holder);
    return made;
  },
};

interface Carousel {
  readonly track: ElementNode;
  readonly slides: readonly ElementNode[];
  readonly holder: ElementNode;
}

function findCarousels(document: PageDocument): Carousel[] {
  const found: Carousel[] = [];
  const visit = (node: ElementNode, above: readonly ElementNode[]): void => {
    const slides = slidesOf(node, document);
    const holder = slides && [node, ...above].slice(0, NEAR + 1).find(saysSo);
    if (slides && holder) {
      found.push({ track: node, slides, holder });
      return;
    }
    for (const child of node.children ?? []) if (isElement(child)) visit(child, [node, ...above]);
  };
  visit(document.body, []);
  return found;
}

/** At least two boxes of one kind, of which only the first is shown, and nothing else that is shown. */
function slidesOf(node: ElementNode, document: PageDocument): ElementNode[] | undefined {
  const inside = (node.children ?? []).filter(isElement);
  const hidden = inside.filter((child) => isHidden(child, document));
  const shown = inside.filter((child) => !hidden.includes(child));
  const [first] = shown;
  if (!first || shown.length !== 1 || hidden.length === 0 || inside[0] !== first) return undefined;
  if (hidden.some(({ element }) => element !== first.element)) return undefined;
  return textOf(first) || first.children?.length ? inside : undefined;
}

function isHidden({ style }: ElementNode, { styles }: PageDocument): boolean {
  const own = style ? styles[style] : undefined;
  return (
    own?.rest['display'] === 'none' && !own.variants?.some(({ set }) => set['display'] && set['display'] !== 'none')
  );
}

function saysSo(node: ElementNode): boolean {
  if (/carousel|slide/i.test(node.attributes?.['aria-roledescription'] ?? '')) return true;
  const labels = [...elements(node)].filter(isPressed).map(labelOf);
  return labels.some((label) => FORWARD.test(label)) && labels.some((label) => BACK.test(label));
}

function isPressed({ element }: ElementNode): boolean {
  return element === 'button' || element === 'a';
}

function labelOf(node: ElementNode): string {
  return node.attributes?.['aria-label'] ?? node.attributes?.['title'] ?? textOf(node);
}

function rebuild(
  document: PageDocument,
  track: ElementNode,
  slides: readonly ElementNode[],
  holder: ElementNode,
): PageDocument {
  const styles: Record<string, SharedStyle> = { ...document.styles };
  const ids = slides.map((slide, index) => slide.attributes?.['id'] ?? `slide-${track.id}-${index + 1}`);
  const restyle = (node: ElementNode, more: Declarations): string => {
    const name = node.style ?? `t${node.id}`;
    const own = styles[name] ?? { rest: {} };
    styles[name] = { ...own, rest: { ...own.rest, ...more } };
    return name;
  };
  const trackStyle = restyle(track, TRACK);
  const slideStyles = new Map(slides.map((slide) => [slide.id, restyle(slide, SLIDE)]));
  const visit = (node: ElementNode, inside: boolean): ElementNode => {
    const within = inside || node.id === holder.id;
    const children = node.children?.map((child): PageNode => (isElement(child) ? visit(child, within) : child));
    const made = { ...node, ...(children ? { children } : {}) };
    if (node.id === track.id) return { ...made, style: trackStyle, attributes: { ...node.attributes, tabindex: '0' } };
    const at = slides.findIndex(({ id }) => id === node.id);
    if (at >= 0)
      return { ...made, style: slideStyles.get(node.id), attributes: { ...node.attributes, id: ids[at] as string } };
    if (!within || !isPressed(node)) return made;
    const to = FORWARD.test(labelOf(node)) ? ids[1] : BACK.test(labelOf(node)) ? ids[ids.length - 1] : undefined;
    return to && node.element === 'a' ? { ...made, attributes: { ...node.attributes, href: `#${to}` } } : made;
  };
  return { ...document, styles, body: visit(document.body, false) };
}
