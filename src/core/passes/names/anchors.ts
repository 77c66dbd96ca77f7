import { elements, isElement, mapTree } from '../../document/walk.js';
import { sectionSlug } from '../../text/slug.js';
import { NameGiver } from '../../text/words.js';
import type { Pass } from '../pass.js';

/**
 * Gives every section an anchor, so that links can lead to it.
 *
 * Before: a section "Membership"; after: it has the id `membership`, unless it or something else has that already.
 */
export const anchors: Pass = {
  name: 'anchors',
  does: 'gives sections speaking anchors',
  run(document) {
    const giver = new NameGiver();
    for (const { attributes } of elements(document.body)) if (attributes?.['id']) giver.give(attributes['id']);
    const wanted = new Map(
      [...elements(document.body)]
        .filter(({ kind, attributes }) => kind === 'section' && !attributes?.['id'])
        .map(({ id, name }) => [id, giver.give(sectionSlug(name))]),
    );
    if (wanted.size === 0) return document;
    const body = mapTree(document.body, (node) => {
      const id = wanted.get(isElement(node) ? node.id : '');
      return id === undefined || !isElement(node) ? node : { ...node, attributes: { ...node.attributes, id } };
    });
    return { ...document, body };
  },
};
