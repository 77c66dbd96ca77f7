import type { PageDocument } from '../../document/types.js';
import { elements, isElement, mapTree, textOf } from '../../document/walk.js';
import type { Pass } from '../pass.js';

const SUBHEADING = /^h[2-6]$/;
/** Longest introduction, characters. */
const LONGEST = 500;
/** A title may have a line below it that is set as a heading too. */
const MOST_SUBHEADINGS = 1;

/**
 * Marks the first section of a design's main part as its introduction, if it has the heading of the page and other sections
 * follow: a `header` in `main` is no landmark (HTML, 4.3.8), and says that the heading is that of the whole.
 *
 * Before: main(section(h1), section, section); after: main(header(h1), section, section).
 */
export const introduction: Pass = {
  name: 'introduction',
  does: 'marks the first section of a design, with the heading of the page, as its introduction',
  run(document): PageDocument {
    if (document.source.kind !== 'design') return document;
    const main = [...elements(document.body)].find(({ element }) => element === 'main');
    const [first, next] = (main?.children ?? []).filter(isElement).filter(({ kind }) => kind === 'section');
    const inside = first ? [...elements(first)].map(({ element }) => element) : [];
    /* What asks for something, or has parts with headings of their own, does more than introduce. */
    const isOne =
      first?.element === 'section' &&
      inside.includes('h1') &&
      !inside.includes('form') &&
      textOf(first).length <= LONGEST &&
      inside.filter((element) => SUBHEADING.test(element)).length <= MOST_SUBHEADINGS;
    if (!isOne || !next) return document;
    const body = mapTree(document.body, (node) =>
      isElement(node) && node.id === first.id ? { ...node, element: 'header' } : node,
    );
    return { ...document, body };
  },
};
