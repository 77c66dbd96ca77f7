import { decided, type Brief, type Decision, type DecisionKind, type DecisionOutcome } from '../../brief/brief.js';
import { readColour, writeColour } from '../../css/colours.js';
import { replaceFamily } from '../../css/font-families.js';
import type { Declarations, ElementNode, PageDocument, PageNode, Part } from '../../document/types.js';
import { elements, isElement, mapTree } from '../../document/walk.js';
import type { Pass } from '../pass.js';
import { findElements, knownAddresses, linkPlaces } from './find-elements.js';
import { restyled, withStyle } from './element-styles.js';

/**
 * A pass that does what a brief says of elements: kinds, levels, names, links, texts, parts, fits, colours, fonts.
 * @param say is told what came of it
 */
export function decisionsPass(brief: Brief, say: (reached: DecisionOutcome) => void): Pass {
  return {
    name: 'decisions',
    does: 'applies the decisions of the brief on elements',
    run(document) {
      const done: number[] = [];
      const page = decided(brief, ...ON_ELEMENTS, 'colour', 'font').reduce((before, decision) => {
        const after = decide(before, decision);
        if (after !== before) done.push(decision.order);
        return after;
      }, document);
      const largest = new Map<string, number>();
      for (const decision of decided(brief, 'largest')) {
        const found = findElements(page, decision.at, (node) => suits(node, decision.do));
        if (found.size) done.push(decision.order);
        for (const id of found) largest.set(id, Number(decision.to));
      }
      say({ done, largest, known: knownAddresses(document) });
      return page;
    },
  };
}

const ON_ELEMENTS = ['kind', 'level', 'name', 'link', 'alt', 'part', 'fit'] as const;

/** The document with one decision done; the very same if there is nothing that it is about. */
function decide(document: PageDocument, decision: Decision): PageDocument {
  if (decision.do === 'colour') return recoloured(document, decision.at, String(decision.to));
  if (decision.do === 'font') return refonted(document, decision.at, String(decision.to));
  const all = findElements(document, decision.at, (node) => suits(node, decision.do));
  const found = decision.do === 'link' ? linkPlaces(document, all) : all;
  return found.size ? change(document, found, decision) : document;
}

/** Whether a decision can be about an element of this kind. */
function suits({ kind, element, markup }: ElementNode, deed: DecisionKind): boolean {
  if (deed === 'level') return kind === 'heading' || kind === 'text';
  if (deed === 'alt') return element === 'img' || markup !== undefined;
  if (deed === 'largest') return element === 'img';
  return deed !== 'fit' || element === 'img' || element === 'video';
}

function change(document: PageDocument, at: ReadonlySet<string>, decision: Decision): PageDocument {
  const looks = new Map<string, Declarations>();
  const body = mapTree(document.body, (node): PageNode => {
    if (!isElement(node) || !at.has(node.id)) return node;
    const changed = changeNode(node, decision);
    looks.set(node.id, {
      ...(changed.element === node.element
        ? {}
        : restyled(node.element, changed.element, document.styles[node.style ?? ''])),
      ...(decision.do === 'fit' ? { 'object-fit': String(decision.to) } : {}),
    });
    return changed;
  });
  return [...looks].reduce<PageDocument>((page, [id, look]) => withStyle(page, id, 'decided', look), {
    ...document,
    body,
  });
}

const ELEMENT: Readonly<Record<string, string>> = {
  heading: 'h2',
  text: 'p',
  button: 'a',
  link: 'a',
  quote: 'blockquote',
  menu: 'nav',
  card: 'div',
  box: 'div',
};

function changeNode(node: ElementNode, { do: deed, to = '' }: Decision): ElementNode {
  switch (deed) {
    case 'kind': {
      const kind = String(to) as ElementNode['kind'];
      const keeps =
        (kind === 'heading' && /^h\d$/.test(node.element)) || (kind === 'button' && node.element === 'button');
      const element = keeps ? node.element : (ELEMENT[kind] ?? node.element);
      if (element !== 'a') return { ...node, kind, element };
      return { ...node, kind, element, attributes: { href: '#', ...node.attributes } };
    }
    case 'level':
      return { ...node, kind: 'heading', element: `h${to}` };
    case 'name':
      return { ...node, name: String(to) };
    case 'link':
      return linked(node, String(to));
    case 'alt':
      return node.markup
        ? { ...node, attributes: { ...node.attributes, role: 'img', 'aria-label': String(to) } }
        : { ...node, attributes: { ...node.attributes, alt: String(to) } };
    case 'part':
      return { ...node, kind: 'section', part: to as Part, element: partElement(node.element, to as Part) };
    default:
      return node;
  }
}

/** A box that pages share says so by its element, where there is one for it. */
function partElement(element: string, part: Part): string {
  return /^(div|section)$/.test(element) ? (part === 'reused' ? 'section' : part) : element;
}

/** The link itself, or the first one in it; a text without one becomes one. */
export function linked(node: ElementNode, href: string): ElementNode {
  const inner = [...elements(node)].find(({ element }) => element === 'a');
  if (!inner)
    return {
      ...node,
      kind: node.kind === 'button' ? 'button' : 'link',
      element: 'a',
      attributes: { ...node.attributes, href },
    };
  return mapTree(node, (node) =>
    isElement(node) && node.id === inner.id ? { ...node, attributes: { ...node.attributes, href } } : node,
  );
}

function recoloured(document: PageDocument, from: string, to: string): PageDocument {
  const wanted = from.toLowerCase();
  const named = (colour: string): string => {
    const read = readColour(colour);
    return read ? writeColour(read) : colour.toLowerCase();
  };
  return mapValues(document, (value) =>
    value.replace(/#[0-9a-f]{6}\b|rgb\(\s*\d+,\s*\d+,\s*\d+\s*\)/gi, (text) => (named(text) === wanted ? to : text)),
  );
}

function refonted(document: PageDocument, from: string, to: string): PageDocument {
  return mapValues(document, (value, name) => (name === 'font-family' ? replaceFamily(value, from, to) : value));
}

/** The document with every value of its styles changed; itself if none is. */
function mapValues(document: PageDocument, change: (value: string, name: string) => string): PageDocument {
  let any = false;
  const map = (set: Declarations): Declarations =>
    Object.fromEntries(
      Object.entries(set).map(([name, value]) => {
        const result = change(value, name);
        any ||= result !== value;
        return [name, result];
      }),
    );
  const styles = Object.fromEntries(
    Object.entries(document.styles).map(([name, { rest, variants }]) => [
      name,
      {
        rest: map(rest),
        ...(variants ? { variants: variants.map((variant) => ({ ...variant, set: map(variant.set) })) } : {}),
      },
    ]),
  );
  return any ? { ...document, styles } : document;
}
