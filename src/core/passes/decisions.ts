import { decided, means, type Brief, type Decision, type Deed, type Reached } from '../brief/brief.js';
import { readColour, writeColour } from '../page/colours.js';
import { replaceFamily } from '../page/families.js';
import type { Declarations, ElementNode, PageDocument, PageNode, Part, SharedStyle } from '../page/types.js';
import { elements, isElement, mapTree, textOf } from '../page/walk.js';
import type { Pass } from './pass.js';
import { restyled } from './element-looks.js';

/**
 * A pass that does what a brief says of elements: kinds, levels, names, links, texts, parts, fits, colours, fonts.
 * @param say is told what came of it
 */
export function decisionsPass(brief: Brief, say: (reached: Reached) => void): Pass {
  return {
    name: 'decisions',
    does: 'does what the brief says of elements',
    run(document) {
      const done: number[] = [];
      const made = decided(brief, ...ON_ELEMENTS, 'colour', 'font').reduce((before, one) => {
        const after = decide(before, one);
        if (after !== before) done.push(one.order);
        return after;
      }, document);
      const largest = new Map<string, number>();
      for (const one of decided(brief, 'largest')) {
        const found = elementsAt(made, one);
        if (found.size) done.push(one.order);
        for (const id of found) largest.set(id, Number(one.to));
      }
      say({ done, largest, known: [...elements(document.body)].flatMap(({ from, name }) => [...(from ? [from.path] : []), name]) }); // prettier-ignore
      return made;
    },
  };
}

const ON_ELEMENTS = ['kind', 'level', 'name', 'link', 'alt', 'part', 'fit'] as const;

/** The document with one decision done; the very same if there is nothing that it is about. */
function decide(document: PageDocument, one: Decision): PageDocument {
  if (one.do === 'colour') return recoloured(document, one.at, String(one.to));
  if (one.do === 'font') return refonted(document, one.at, String(one.to));
  const found = elementsAt(document, one);
  return found.size ? change(document, found, one) : document;
}

/**
 * The elements that an address means: by their own path or name; else the outermost that hold nothing but what lies in the
 * layer of that name.
 */
function elementsAt({ body }: PageDocument, { at, do: deed }: Decision): ReadonlySet<string> {
  const all = [...elements(body)].filter((node) => node.id !== body.id && suits(node, deed));
  const own = all.filter((node) => saidOf(node).some((name) => means(at, node.from?.path ?? '', name)));
  if (own.length) return new Set(own.map(({ id }) => id));
  const found = new Set<string>();
  const visit = (node: ElementNode): void => {
    const paths = [...elements(node)].flatMap(({ from }) => (from ? [from.path] : []));
    if (paths.length && suits(node, deed) && paths.every((path) => liesIn(path, at))) found.add(node.id);
    else for (const child of node.children ?? []) if (isElement(child)) visit(child);
  };
  visit(body);
  return found;
}

/** Names that a person may call an element by: its own, its alternative text, its words. */
function saidOf(node: ElementNode): string[] {
  const words = node.children?.some(isElement) ? '' : textOf(node);
  return [node.name, node.attributes?.['alt'] ?? '', words].filter((one, at) => one !== '' || at === 0);
}

/** Whether a decision can be about an element of this kind. */
function suits({ kind, element, markup }: ElementNode, deed: Deed): boolean {
  if (deed === 'level') return kind === 'heading' || kind === 'text';
  if (deed === 'alt') return element === 'img' || markup !== undefined;
  if (deed === 'largest') return element === 'img';
  return deed !== 'fit' || element === 'img' || element === 'video';
}

/** Whether a path leads through a layer. */
function liesIn(path: string, at: string): boolean {
  const steps = path.split(' / ');
  return steps.some((_, end) => means(at, steps.slice(0, end + 1).join(' / ')));
}

function change(document: PageDocument, at: ReadonlySet<string>, decision: Decision): PageDocument {
  const styles: Record<string, SharedStyle> = { ...document.styles };
  const body = mapTree(document.body, (node): PageNode => {
    if (!isElement(node) || !at.has(node.id)) return node;
    const changed = changeNode(node, decision);
    const look: Declarations = {
      ...(changed.element === node.element ? {} : restyled(node.element, changed.element, styles[node.style ?? ''])),
      ...(decision.do === 'fit' ? { 'object-fit': String(decision.to) } : {}),
    };
    if (Object.keys(look).length === 0) return changed;
    const style = styles[node.style ?? ''];
    const own = `-decided-${node.id}`;
    const name = node.style?.endsWith(own) ? node.style : `${node.style ?? ''}${own}`;
    styles[name] = { ...style, rest: { ...style?.rest, ...look } };
    return { ...changed, style: name };
  });
  return { ...document, styles, body };
}

const ELEMENT: Readonly<Record<string, string>> = { heading: 'h2', text: 'p', button: 'a', link: 'a', quote: 'blockquote', menu: 'nav', card: 'div', box: 'div' }; // prettier-ignore

function changeNode(node: ElementNode, { do: deed, to = '' }: Decision): ElementNode {
  switch (deed) {
    case 'kind': {
      const kind = String(to) as ElementNode['kind'];
      const keeps = (kind === 'heading' && /^h\d$/.test(node.element)) || (kind === 'button' && node.element === 'button'); // prettier-ignore
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
function linked(node: ElementNode, href: string): ElementNode {
  const inner = [...elements(node)].find(({ element }) => element === 'a');
  if (!inner) return { ...node, kind: node.kind === 'button' ? 'button' : 'link', element: 'a', attributes: { ...node.attributes, href } }; // prettier-ignore
  return mapTree(node, (one) =>
    isElement(one) && one.id === inner.id ? { ...one, attributes: { ...one.attributes, href } } : one,
  );
}

function recoloured(document: PageDocument, from: string, to: string): PageDocument {
  const wanted = from.toLowerCase();
  const named = (colour: string): string => {
    const read = readColour(colour);
    return read ? writeColour(read) : colour.toLowerCase();
  };
  return mapValues(document, (value) =>
    value.replace(/#[0-9a-f]{6}\b|rgb\(\s*\d+,\s*\d+,\s*\d+\s*\)/gi, (one) => (named(one) === wanted ? to : one)),
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
        const made = change(value, name);
        any ||= made !== value;
        return [name, made];
      }),
    );
  const styles = Object.fromEntries(
    Object.entries(document.styles).map(([name, { rest, variants }]) => [
      name,
      { rest: map(rest), ...(variants ? { variants: variants.map((one) => ({ ...one, set: map(one.set) })) } : {}) },
    ]),
  );
  return any ? { ...document, styles } : document;
}
