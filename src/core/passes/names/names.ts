import { kindsWith } from '../../document/element-kinds.js';
import type { ElementNode } from '../../document/types.js';
import { elements, isElement, textOf } from '../../document/walk.js';
import { sectionSlug } from '../../text/slug.js';
import { firstWords, NameGiver } from '../../text/words.js';
import type { Pass } from '../pass.js';

const NAMED_BY_TEXT = kindsWith(({ namedByText }) => namedByText);

/** Gives each element the name a person would give it. */
export const names: Pass = {
  name: 'names',
  does: 'names elements by their text or image',
  run(document) {
    const giver = new NameGiver();
    return { ...document, body: { ...nameBelow(tellApart(document.body, giver)), name: 'page' } };
  },
};

/** Sections of one name are told apart by number: `band`, `band 2`. */
function tellApart(node: ElementNode, giver: NameGiver): ElementNode {
  const name = node.kind === 'section' ? ownName(node.name, giver) : node.name;
  const children = node.children?.map((child) => (isElement(child) ? tellApart(child, giver) : child));
  return { ...node, name, ...(children ? { children } : {}) };
}

function ownName(name: string, giver: NameGiver): string {
  const wanted = sectionSlug(name);
  const given = giver.give(wanted);
  return given === wanted ? name : `${name} ${given.slice(wanted.length + 1)}`;
}

function nameBelow(node: ElementNode): ElementNode {
  const children = node.children?.map((child) => (isElement(child) ? nameBelow(child) : child));
  const named = node.kind === 'section' ? node : { ...node, name: nameOf(node) };
  return children ? { ...named, children } : named;
}

function nameOf(node: ElementNode): string {
  if (node.kind === 'card' || node.kind === 'picture-box')
    for (const element of elements(node))
      if (element.kind === 'heading' && textOf(element)) return firstWords(textOf(element));
  if (NAMED_BY_TEXT.has(node.kind)) {
    const words = firstWords(textOf(node));
    if (words) return words;
  }
  const label =
    node.attributes?.['alt'] ||
    node.attributes?.['aria-label'] ||
    node.attributes?.['placeholder'] ||
    node.attributes?.['name'];
  return label ? firstWords(label) : node.kind;
}
