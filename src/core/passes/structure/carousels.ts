import { required } from '../../data/required.js';
import { defined } from '../../data/defined.js';
import type { Declarations, ElementNode, PageDocument, PageNode, SharedStyle } from '../../document/types.js';
import { elements, isElement, textOf } from '../../document/walk.js';
import type { Boxes, Pass } from '../pass.js';
import { arrowsIn, asLink, copyOf, goesBothWays, liesInSlides } from './slide-arrows.js';

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
  /* What laid them over each other, and moved them aside. */
  'margin-left': '0px',
  'margin-right': '0px',
  float: 'none',
  opacity: '1',
  transform: 'none',
};

/**
 * Lets slides of which a script showed one at a time be scrolled through. Arrows that lie over the slides come into each
 * of them and lead to its neighbours; others lead to the second and the last slide, numbered ones to theirs.
 *
 * Before: one `<div>` that is shown and several like it that are not, after: a row that snaps to one of them.
 */
export const carousels: Pass = {
  name: 'carousels',
  does: 'turns the slides of a script into a row that scrolls',
  run(document, { boxes }) {
    return findCarousels(document).reduce((page, carousel) => rebuild(page, carousel, boxes), document);
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
    const near = slides ? [node, ...above].slice(0, NEAR + 1) : [];
    const holder = near.find((element) => arrowsIn(element).length > 0) ?? near.find(saysSo);
    if (slides && holder && near.some(saysSo)) {
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
  return goesBothWays(arrowsIn(node));
}

function rebuild(document: PageDocument, { track, slides, holder }: Carousel, boxes: Boxes): PageDocument {
  const styles: Record<string, SharedStyle> = { ...document.styles };
  const ids = slides.map((slide, index) => slide.attributes?.['id'] ?? `slide-${track.id}-${index + 1}`);
  const restyle = (node: ElementNode, more: Declarations): string => {
    const name = node.style ?? `t${node.id}`;
    const own = styles[name] ?? { rest: {} };
    styles[name] = { ...own, rest: { ...own.rest, ...more } };
    return name;
  };
  const target = (index: number): string => required(ids[(index + ids.length) % ids.length]);
  const within = new Set([...elements(track)].map(({ id }) => id));
  const arrows = arrowsIn(holder).filter(({ node }) => !within.has(node.id));
  const over = arrows.filter(
    (arrow) => 'by' in arrow && liesInSlides(arrow, required(slides[0]), styles, boxes, holder),
  );
  const links = new Map(
    arrows.flatMap((arrow) => {
      if (over.includes(arrow)) return [];
      return [[arrow.node.id, asLink(arrow.node, target('to' in arrow ? arrow.to : arrow.by), styles)] as const];
    }),
  );
  const moved = new Set(over.map(({ node }) => node.id));
  const arrowsOf = (index: number): ElementNode[] =>
    over.map((arrow) => {
      const to = target('by' in arrow ? index + arrow.by : arrow.to);
      return asLink(copyOf(arrow.node, index + 1, styles), to, styles);
    });
  const trackStyle = restyle(track, TRACK);
  const slideStyles = new Map(
    slides.map((slide) => [slide.id, restyle(slide, over.length ? { ...SLIDE, position: 'relative' } : SLIDE)]),
  );
  const visit = (node: ElementNode): ElementNode => {
    const link = links.get(node.id);
    const children = (link ?? node).children?.flatMap((child): PageNode[] =>
      !isElement(child) ? [child] : moved.has(child.id) ? [] : [visit(child)],
    );
    const result = { ...(link ?? node), ...(children ? { children } : {}) };
    const at = slides.findIndex(({ id }) => id === node.id);
    if (at >= 0) {
      const inside = [...(children ?? []), ...arrowsOf(at)];
      return {
        ...result,
        ...defined({ style: slideStyles.get(node.id) }),
        attributes: { ...node.attributes, id: required(ids[at]) },
        ...(inside.length ? { children: inside } : {}),
      };
    }
    if (node.id !== track.id) return result;
    const kind = node.kind === 'section' ? node.kind : 'slides';
    return { ...result, kind, style: trackStyle, attributes: { ...node.attributes, tabindex: '0' } };
  };
  return { ...document, styles, body: visit(document.body) };
}
