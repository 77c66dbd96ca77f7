import { required } from '../../data/required.js';
import type { Declarations, ElementNode, PageDocument, PageNode, SharedStyle } from '../../document/types.js';
import { freeName } from '../../text/free-name.js';
import { elements, isElement, mapTree } from '../../document/walk.js';
import { menuRow } from './fold-menu.js';
import type { Pass } from '../pass.js';

/**
 * Gives a design the landmarks and the heading outline that a drawing cannot say: what lies between the header and the
 * footer is the main part, the menu at the top is navigation, and headings go down one level at a time.
 *
 * Before: header, section, section, footer, headings 1 4 4 2 4; after: header, main, footer, headings 1 2 2 2 3.
 */
export const outline: Pass = {
  name: 'outline',
  does: 'marks main and nav of a design, and makes heading levels descend one at a time',
  run(document) {
    if (document.source.kind !== 'design') return document;
    const levelled = levelHeadings(document);
    return withMain({ ...levelled, body: withNavigation(levelled) });
  },
};

/** Levels by depth: a heading is one below the nearest larger one of its section; everything is below the one `h1`. */
function levelHeadings(document: PageDocument): PageDocument {
  const depths = new Map<string, number>();
  let open: number[] = [1];
  for (const { id, element, kind } of elements(document.body)) {
    if (kind === 'section') open = [1];
    const rank = rankOf(element);
    if (rank === undefined) continue;
    open = rank === 1 ? [1] : [...open.filter((above) => above < rank), rank];
    depths.set(id, open.length);
  }
  const body = mapTree(document.body, (node) =>
    isElement(node) && depths.has(node.id) ? { ...node, element: `h${depths.get(node.id)}` } : node,
  );
  return { ...document, body };
}

function rankOf(element: string): number | undefined {
  return /^h[1-6]$/.test(element) ? Number(element[1]) : undefined;
}

function withNavigation(document: PageDocument): ElementNode {
  const row = menuRow(document);
  if (row?.element !== 'div') return document.body;
  const bar = barAround(document, row);
  return mapTree(document.body, (node) => (isElement(node) && node.id === bar.id ? { ...node, element: 'nav' } : node));
}

/** The bar of the header that holds the menu, with the name of the site before it and what stands behind it; else the menu. */
function barAround(document: PageDocument, row: ElementNode): ElementNode {
  const header = [...elements(document.body)].find((node) => isPart(node, 'header'));
  const holds = (node: ElementNode): boolean => [...elements(node)].some(({ id }) => id === row.id);
  return (header?.children ?? []).filter(isElement).find((child) => child.element === 'div' && holds(child)) ?? row;
}

/** How a column of sections is laid out: these go to the main part too, so that nothing in it moves. */
const COLUMN = new Set(['display', 'flex-direction', 'align-items', 'row-gap', 'gap']);

/** Only where the page flows downwards at every width, and nothing is its main part yet. */
function withMain(document: PageDocument): PageDocument {
  const { body } = document;
  if (hasMain(body)) return document;
  const host = hostOf(body);
  const children = host.children ?? [];
  const own = document.styles[host.style ?? ''] ?? { rest: {} };
  const around = children.filter((child) => isPart(child, 'header') || isPart(child, 'footer'));
  if (host !== body && around.length === 0) return withBody(document, host, { ...host, element: 'main' });
  const first = children.findIndex((child) => !isPart(child, 'header'));
  const footer = children.findIndex((child) => isPart(child, 'footer'));
  const end = footer < 0 ? children.length : footer;
  if (!flowsDown(own) || first < 0 || first >= end) return document;
  /* What lies over the sections comes last, and is of the main part too. */
  const over = children.slice(end).filter((child) => !around.includes(child));
  const main: ElementNode = {
    id: freeName('main', (text) => [...elements(body)].some(({ id }) => id === text)),
    kind: 'box',
    name: 'main',
    element: 'main',
    style: freeName('main', (text) => text in document.styles),
    children: [...children.slice(first, end), ...over],
  };
  const inside = [...children.slice(0, first), main, ...children.slice(end).filter((child) => around.includes(child))];
  const styles = { ...document.styles, [required(main.style)]: columnOf(own) };
  return withBody({ ...document, styles }, host, { ...host, children: inside });
}

function withBody(document: PageDocument, before: ElementNode, after: ElementNode): PageDocument {
  if (before === document.body) return { ...document, body: after };
  return { ...document, body: mapTree(document.body, (node) => (node === before ? after : node)) };
}

/**
 * What holds the main part: the page, or the box around the sections that has the header or the footer in it, or the
 * column beside the side bar.
 */
function hostOf(body: ElementNode): ElementNode {
  let host = body;
  for (let node: ElementNode | undefined = body, beside = false; node;) {
    const inside: ElementNode[] = (node.children ?? []).filter(isElement);
    if (beside || inside.some((child) => isPart(child, 'header') || isPart(child, 'footer'))) host = node;
    beside = inside.some(({ element }) => element === 'nav');
    const rest = inside.filter(
      (child) => child.element !== 'nav' && !isPart(child, 'header') && !isPart(child, 'footer'),
    );
    const frames = rest.filter((child) => child.element === 'div' && holdsSections(child));
    node = rest.some(({ kind }) => kind === 'section') || frames.length !== 1 ? undefined : frames[0];
  }
  return host;
}

function holdsSections(node: ElementNode): boolean {
  return [...elements(node)].some(({ kind }) => kind === 'section');
}

function hasMain(body: ElementNode): boolean {
  return [...elements(body)].some(({ element }) => element === 'main');
}

function flowsDown({ rest, variants = [] }: SharedStyle): boolean {
  return [rest, ...variants.map(({ set }) => set)].every(
    (set) =>
      (set['display'] === undefined || set['display'] === 'flex') &&
      (set['flex-direction'] === undefined || set['flex-direction'] === 'column'),
  );
}

function columnOf({ rest, variants = [] }: SharedStyle): SharedStyle {
  const column = (set: Declarations): Declarations =>
    Object.fromEntries(Object.entries(set).filter(([property]) => COLUMN.has(property)));
  const kept = variants.flatMap((variant) => {
    const set = column(variant.set);
    return Object.keys(set).length ? [{ ...variant, set }] : [];
  });
  return { rest: { ...column(rest), 'align-self': 'stretch' }, ...(kept.length ? { variants: kept } : {}) };
}

function isPart(node: PageNode, part: 'header' | 'footer'): boolean {
  return isElement(node) && node.part === part;
}
