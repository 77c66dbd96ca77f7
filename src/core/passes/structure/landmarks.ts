import { required } from '../../data/required.js';
import { LANDMARKS, landmarksIn, PART_ELEMENTS } from '../../html-elements/landmarks.js';
import type { ElementNode, PageDocument, PageNode } from '../../document/types.js';
import { elements, isElement, mapTree, walk } from '../../document/walk.js';
import type { Pass } from '../pass.js';
import { sectionsOf } from './sections.js';

/**
 * Gives plain boxes of an existing page the landmarks that they are: `header`, `footer`, `main` and `nav`, where the source
 * says none. The look stays: these elements look like `div`.
 *
 * Before: div(part header), div(section, section), div(part footer); after: header, main, footer.
 */
export const landmarks: Pass = {
  name: 'landmarks',
  does: 'adds header, footer, main and nav landmarks to plain boxes',
  run(document) {
    const chosen = new Map<string, string>();
    const taken = new Set(landmarksIn(document.body));
    for (const part of ['header', 'footer'] as const) {
      const own = sectionsOf(document).filter((section) => section.part === part);
      if (
        !taken.has(required(LANDMARKS[part])) &&
        own.length === 1 &&
        isPlain(own[0]) &&
        !isInPart(document.body, required(own[0]))
      )
        chosen.set(required(own[0]).id, part);
    }
    const main = taken.has('main') ? undefined : mainOf(document);
    if (main) chosen.set(main.id, 'main');
    if (!taken.has('navigation'))
      for (const menu of menusOf(document)) if (!chosen.has(menu.id)) chosen.set(menu.id, 'nav');
    const around = main || taken.has('main') ? undefined : heldTogether(document);
    const body = mapTree(document.body, (node) => {
      if (!isElement(node)) return node;
      const named = chosen.has(node.id) ? { ...node, element: required(chosen.get(node.id)) } : node;
      return around?.holder === node.id ? { ...named, children: withMain(named.children ?? [], around) } : named;
    });
    return { ...document, body };
  },
};

function isPlain(node: ElementNode | undefined): boolean {
  return node?.element === 'div' && node.attributes?.['role'] === undefined;
}

function isInPart(body: ElementNode, wanted: ElementNode): boolean {
  return [...elements(body)].some(
    (element) => element !== wanted && PART_ELEMENTS.has(element.element) && [...walk(element)].includes(wanted),
  );
}

/** The smallest plain box that holds all sections besides the header and the footer, and none of these. */
function mainOf(document: PageDocument): ElementNode | undefined {
  const sections = sectionsOf(document);
  const own = sections.filter(({ part }) => part !== 'header' && part !== 'footer');
  if (own.length === 0) return undefined;
  const frame = sections.filter((section) => !own.includes(section));
  const holds = (box: ElementNode, element: ElementNode): boolean => [...walk(box)].includes(element);
  const boxes = [...elements(document.body)].filter(
    (box) =>
      isPlain(box) && own.every((element) => holds(box, element)) && !frame.some((element) => holds(box, element)),
  );
  return boxes.at(-1);
}

/** Neighbours in a box, from one to another. */
interface Run {
  readonly holder: string;
  readonly from: number;
  readonly to: number;
  readonly id: string;
}

/** Sections between the header and the footer that one box could hold without moving: neighbours that flow downwards. */
function heldTogether(document: PageDocument): Run | undefined {
  const sections = sectionsOf(document);
  const isFrame = ({ part }: ElementNode): boolean => part === 'header' || part === 'footer';
  const own = sections.filter((section) => !isFrame(section));
  const holder = [...elements(document.body)].find(({ children }) =>
    own.every((element) => children?.includes(element)),
  );
  if (own.length === 0 || !holder || !flows(document, holder)) return undefined;
  const children = holder.children ?? [];
  const [from, to] = [children.indexOf(required(own[0])), children.indexOf(required(own.at(-1)))];
  const between = children.slice(from, to + 1);
  if (sections.some((section) => isFrame(section) && between.includes(section))) return undefined;
  if (!between.every((node) => isElement(node) && node.element !== 'input' && keepsIn(document, node)))
    return undefined;
  const taken = new Set([...elements(document.body)].map(({ id }) => id));
  let id = 'main';
  while (taken.has(id)) id = `${id}-part`;
  return { holder: holder.id, from, to, id };
}

function withMain(children: readonly PageNode[], { from, to, id }: Run): PageNode[] {
  const main: ElementNode = { id, kind: 'box', name: 'main', element: 'main', children: children.slice(from, to + 1) };
  return [...children.slice(0, from), main, ...children.slice(to + 1)];
}

/** All that a style sets at any time. */
function settings(document: PageDocument, { style = '' }: ElementNode): [string, string][] {
  const { rest = {}, variants = [] } = document.styles[style] ?? {};
  return [rest, ...variants.map(({ set }) => set)].flatMap((set) => Object.entries(set));
}

/** What is in a box lies one below the other, at every width, and nothing in it depends on what stands beside it. */
function flows(document: PageDocument, holder: ElementNode): boolean {
  const own = new Set(
    (holder.children ?? []).flatMap((child) => (isElement(child) && child.style ? [child.style] : [])),
  );
  const beside = Object.values(document.styles).some(({ variants }) =>
    variants?.some(({ within }) => within?.beside && own.has(within.style)),
  );
  return (
    !beside &&
    settings(document, holder).every(
      ([name, value]) => (name !== 'display' || value === 'block') && !/^column/.test(name),
    )
  );
}

/** A section that is as high as it likes, wherever it is: no share of the box around it, no float, no column. */
function keepsIn(document: PageDocument, element: ElementNode): boolean {
  return settings(document, element).every(([name, value]) => {
    if (/^(float|position)$/.test(name)) return value === 'none' || value === 'relative' || value === 'static';
    return (
      !(/height$/.test(name) && value.includes('%')) && !(name === 'display' && /inline|table|contents/.test(value))
    );
  });
}

/** Plain boxes in the header that hold nothing but its menu. */
function menusOf(document: PageDocument): ElementNode[] {
  const header = sectionsOf(document).find(({ part }) => part === 'header');
  if (!header) return [];
  const isMenu = (node: ElementNode): boolean =>
    node.kind === 'menu' ||
    (/^[uo]l$/.test(node.element) && [...elements(node)].filter(({ element }) => element === 'a').length > 1);
  return [...elements(header)].filter(
    (box) =>
      isPlain(box) &&
      box !== header &&
      box.children?.length === 1 &&
      box.children.every((child) => isElement(child) && isMenu(child)),
  );
}
