import { required } from '../src/core/data/required.js';
import { readFileSync, writeFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { ElementNode, PageDocument, SharedStyle } from '../src/core/document/types.js';

/* Faults to plant into a converted page: twenty kinds, each into the first element that it suits. */

export interface Planted {
  readonly kind: string;
  /** The element that is at fault, and those beside which a person would look for it. */
  readonly id: string;
  readonly near: readonly string[];
  readonly document: PageDocument;
  /** Whether a change of style can fix it. */
  readonly mendable: boolean;
}

interface Spot {
  readonly node: ElementNode;
  readonly parent?: ElementNode;
  readonly look: Readonly<Record<string, string>>;
  readonly around: Readonly<Record<string, string>>;
}

interface Kind {
  readonly kind: string;
  readonly suits: (spot: Spot) => boolean;
  readonly set: (spot: Spot) => Readonly<Record<string, string>>;
  readonly mendable?: false;
}

const px = (value: string | undefined): number => parseFloat(value ?? '0') || 0;
const more =
  (property: string, by: number) =>
  ({ look }: Spot) => ({ [property]: `${px(look[property]) + by}px` });
const is =
  (...kinds: string[]) =>
  ({ node }: Spot): boolean =>
    kinds.includes(node.kind);
const holds = (count: number, { node }: Spot): boolean =>
  (node.children ?? []).filter((child) => child.kind !== 'words').length >= count;
const words = ({ node }: Spot): string =>
  (node.children ?? []).map((child) => (child.kind === 'words' ? child.text : '')).join(' ');
const inPx = (value: string | undefined): boolean => value === undefined || /^-?[\d.]+px$|^0$/.test(value);
const laid = ({ look }: Spot): boolean => /flex|grid/.test(look['display'] ?? '');

/** The element right before one. */
function before({ node, parent }: Spot): ElementNode | undefined {
  const all = (parent?.children ?? []).filter((child) => child.kind !== 'words');
  return all[all.findIndex((element) => element.id === node.id) - 1];
}

export const KINDS: readonly Kind[] = [
  {
    kind: 'a larger gap between rows',
    suits: (spot) =>
      laid(spot) && px(spot.look['row-gap']) > 0 && spot.look['flex-direction'] === 'column' && holds(2, spot),
    set: more('row-gap', 11),
  },
  {
    kind: 'a larger gap between columns',
    suits: (spot) =>
      laid(spot) && px(spot.look['column-gap']) > 0 && spot.look['flex-direction'] !== 'column' && holds(2, spot),
    set: more('column-gap', 9),
  },
  {
    kind: 'more room above a heading',
    suits: (spot) => is('heading')(spot) && inPx(spot.look['margin-top']),
    set: more('margin-top', 13),
  },
  {
    kind: 'more room below a section',
    suits: (spot) => is('section')(spot) && inPx(spot.look['padding-bottom']),
    set: more('padding-bottom', 17),
  },
  {
    kind: 'more room above a section',
    suits: (spot) => is('section')(spot) && inPx(spot.look['padding-top']) && holds(1, spot),
    set: more('padding-top', 12),
  },
  {
    kind: 'more room at the left',
    suits: (spot) => is('card', 'box', 'column', 'list')(spot) && inPx(spot.look['padding-left']) && holds(2, spot),
    set: more('padding-left', 10),
  },
  {
    kind: 'larger type',
    suits: is('heading'),
    set: ({ look }) => ({ 'font-size': `${Math.max(20, px(look['font-size'])) + 4}px` }),
  },
  {
    kind: 'bolder type',
    suits: (spot) => is('text')(spot) && words(spot).length > 30,
    set: () => ({ 'font-weight': '700' }),
  },
  {
    kind: 'words in another colour',
    suits: (spot) => is('text')(spot) && words(spot).length > 20,
    set: () => ({ color: 'rgb(200, 30, 160)' }),
  },
  {
    kind: 'a box in another colour',
    suits: ({ look }) => /^(#|rgb\()/.test(look['background-color'] ?? ''),
    set: () => ({ 'background-color': 'rgb(250, 200, 30)' }),
  },
  {
    kind: 'lines farther apart',
    suits: (spot) => is('text')(spot) && words(spot).length > 140,
    set: () => ({ 'line-height': '2.1' }),
  },
  {
    kind: 'letters farther apart',
    suits: (spot) => is('heading')(spot) && words(spot).length > 12 && words(spot).length < 40,
    set: () => ({ 'letter-spacing': '1.5px' }),
  },
  {
    kind: 'another font',
    suits: (spot) => is('heading')(spot) && words(spot).length < 40,
    set: () => ({ 'font-family': '"Liberation Mono", monospace' }),
    mendable: false,
  },
  {
    kind: 'a picture that fills its frame otherwise',
    suits: ({ node, look }) => node.element === 'img' && look['object-fit'] === 'cover',
    set: () => ({ 'object-fit': 'contain' }),
  },
  {
    kind: 'a narrower picture',
    suits: ({ node, look }) => node.element === 'img' && node.kind === 'image' && look['position'] !== 'absolute',
    set: () => ({ 'max-width': '120px' }),
  },
  {
    kind: 'another order',
    suits: ({ parent, look, around }) =>
      look['position'] === undefined && /flex/.test(around['display'] ?? '') && parent?.children?.length === 2,
    set: () => ({ order: '9' }),
  },
  {
    kind: 'not centred',
    suits: (spot) => spot.look['text-align'] === 'center' && is('heading', 'text')(spot),
    set: () => ({ 'text-align': 'left' }),
  },
  {
    kind: 'lines that break elsewhere',
    suits: (spot) => is('text')(spot) && words(spot).length > 90,
    set: () => ({ 'max-width': '170px' }),
  },
  {
    kind: 'a text that is gone',
    suits: (spot) => is('text')(spot) && words(spot).length > 20,
    set: () => ({ display: 'none' }),
  },
  {
    kind: 'a picture that is gone',
    suits: ({ node }) => node.element === 'img' && node.kind === 'image',
    set: () => ({ display: 'none' }),
  },
  {
    kind: 'words that are cut off',
    suits: (spot) => is('text')(spot) && words(spot).length > 140,
    set: () => ({ height: '20px', 'overflow-x': 'hidden', 'overflow-y': 'hidden' }),
  },
  {
    kind: 'words behind their box',
    suits: (spot) => is('text')(spot) && words(spot).length > 20 && spot.look['position'] === undefined,
    set: () => ({ position: 'relative', 'z-index': '-1' }),
  },
  {
    kind: 'a thing over what comes before it',
    suits: (spot) =>
      is('image', 'card', 'list', 'row')(spot) &&
      spot.look['position'] === undefined &&
      ['heading', 'text'].includes(before(spot)?.kind ?? ''),
    set: () => ({ position: 'relative', 'margin-top': '-60px', 'background-color': 'rgb(120, 120, 120)' }),
  },
  {
    kind: 'other things pushed to the end',
    suits: ({ node, look }) =>
      node.kind === 'row' && look['display'] === 'flex' && look['justify-content'] === undefined,
    set: () => ({ 'justify-content': 'flex-end' }),
  },
];

function spotsOf(document: PageDocument): Spot[] {
  const found: Spot[] = [];
  const visit = (node: ElementNode, parent?: ElementNode, around: Spot['around'] = {}): void => {
    const style = document.styles[node.style ?? ''];
    const over = document.styles[node.difference ?? ''];
    const look = { ...style?.rest, ...over?.rest };
    found.push({ node, ...(parent ? { parent } : {}), look, around });
    for (const child of node.children ?? []) if (child.kind !== 'words') visit(child, node, look);
  };
  visit(document.body);
  return found;
}

/** A page document with each of the faults, one at a time; kinds that suit nothing in it are left out. */
export function plant(project: string): Planted[] {
  const [file] = readdirSync(join(project, 'pages'));
  const document = JSON.parse(readFileSync(join(project, 'pages', required(file)), 'utf8')) as PageDocument;
  const spots = spotsOf(document).filter(
    ({ node, look }) => node !== document.body && look['display'] !== 'none' && node.from,
  );
  return KINDS.flatMap((kind): Planted[] => {
    const spot = spots.find((spot) => kind.suits(spot));
    if (!spot) return [];
    const { node, parent } = spot;
    const name = `${node.style ?? ''}-planted`;
    const before = document.styles[node.style ?? ''];
    const style: SharedStyle = {
      rest: { ...before?.rest, ...kind.set(spot) },
      ...(before?.variants ? { variants: before.variants } : {}),
    };
    const change = (element: ElementNode): ElementNode => ({
      ...element,
      ...(element.id === node.id ? { style: name } : {}),
      ...(element.children
        ? { children: element.children.map((child) => (child.kind === 'words' ? child : change(child))) }
        : {}),
    });
    const beside = (parent?.children ?? []).flatMap((child) => (child.kind === 'words' ? [] : [child.id]));
    const inside = (node.children ?? []).flatMap((child) => (child.kind === 'words' ? [] : [child.id]));
    return [
      {
        kind: kind.kind,
        id: node.id,
        near: [...(parent ? [parent.id] : []), ...inside, ...beside],
        document: { ...document, styles: { ...document.styles, [name]: style }, body: change(document.body) },
        mendable: kind.mendable !== false,
      },
    ];
  });
}

/** Puts a page document into a project. */
export function put(project: string, document: PageDocument): void {
  const [file] = readdirSync(join(project, 'pages'));
  writeFileSync(join(project, 'pages', required(file)), `${JSON.stringify(document, null, 2)}\n`);
}
