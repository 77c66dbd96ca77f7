import { required } from '../data/required.js';
import { spread, type RangeDeclarations } from '../document/style-ranges.js';
import { area, around, bottom, right, type Box } from '../geometry/box.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { isElement } from '../document/walk.js';
import { sectionSlug } from '../text/slug.js';
import type { MeasuredTextStyle, MeasuredPage, MeasuredElement, MeasuredWord } from './measurement.js';
import { pairWords, type WordPair } from './words.js';

/** An element of the page document with where it stands in the source and in the result at one width. */
export interface Compared {
  readonly node: ElementNode;
  readonly parent?: Compared;
  readonly children: readonly Compared[];
  readonly section: string;
  readonly wanted?: MeasuredElement;
  readonly is?: MeasuredElement;
  /** What its style declares at this width. */
  readonly look: RangeDeclarations;
  /** Words right in it or in its runs, in the order of the result, with their fellows in the source. */
  readonly words: readonly WordPair[];
}

/** A page at one width: source and result, element by element. */
export interface ComparedPage {
  readonly width: number;
  readonly root: Compared;
  readonly all: readonly Compared[];
  readonly pairs: readonly WordPair[];
  readonly source: MeasuredPage;
  readonly result: MeasuredPage;
  /** Distances that are in use in the page, px: a person would take one of them. */
  readonly inUse: readonly number[];
}

/** Lays the measurements of source and result over the page document. */
export function comparePage(
  document: PageDocument,
  measured: MeasuredPage,
  result: MeasuredPage,
  width: number,
): ComparedPage {
  const source = withTexts(measured);
  const texts = textsOf(document.body);
  const pairs = pairWords(source.words, result.words, (id) => texts.get(id) ?? id);
  const orders = new Map(pairs.map((pair, at) => [pair, at]));
  const wordsOf = new Map<string, WordPair[]>();
  for (const pair of pairs) {
    const of = pair.is?.of;
    if (of === undefined) continue;
    const list = wordsOf.get(of);
    if (list) list.push(pair);
    else wordsOf.set(of, [pair]);
  }
  const range = document.breakpoints.filter(({ below }) => width < below).length;
  const looks = new Map<string, RangeDeclarations>();
  const lookOf = ({ style, difference }: ElementNode): RangeDeclarations => {
    const key = `${style ?? ''} ${difference ?? ''}`;
    const known = looks.get(key);
    if (known) return known;
    const own = [style, difference].map((name) =>
      name === undefined ? undefined : spread(document.styles[name], document.breakpoints).rest[range],
    );
    const map = new Map([...(own[0] ?? []), ...(own[1] ?? [])]);
    looks.set(key, map);
    return map;
  };
  const all: Compared[] = [];
  const visit = (node: ElementNode, section: string, parent: Compared | undefined): Compared => {
    const here = node.kind === 'section' ? sectionSlug(node.name) : section;
    const children: Compared[] = [];
    const own = wordsOf.get(node.id) ?? [];
    const words = [...own];
    const compared: Compared = {
      node,
      ...(parent ? { parent } : {}),
      children,
      section: here,
      ...standing(source.things?.[node.id], result.things?.[node.id]),
      look: lookOf(node),
      words,
    };
    all.push(compared);
    for (const child of node.children ?? []) {
      if (!isElement(child)) continue;
      const result = visit(child, here, compared);
      children.push(result);
      if (child.inline && isText(child)) words.push(...result.words);
    }
    words.sort((a, b) => required(orders.get(a)) - required(orders.get(b)));
    return compared;
  };
  const root = visit(document.body, '', undefined);
  return { width, root, all, pairs, source, result, inUse: distancesIn(document) };
}

/** Runs and links in a line, by their ids, with the text that they are in. */
function textsOf(body: ElementNode): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  const visit = (node: ElementNode, text: string | undefined): void => {
    if (text !== undefined) found.set(node.id, text);
    for (const child of node.children ?? [])
      if (isElement(child)) visit(child, child.inline && isText(child) ? (text ?? node.id) : undefined);
  };
  visit(body, undefined);
  return found;
}

/** A page whose words know the text that they are in by the places of the texts' letters, if they do not know it yet. */
function withTexts(page: MeasuredPage): MeasuredPage {
  const letters = Object.entries(page.things ?? {}).filter(([, measuredThing]) => measuredThing.letters);
  if (letters.length === 0) return page;
  const things = Object.fromEntries(
    Object.entries(page.things ?? {}).filter(([, measuredThing]) => !measuredThing.letters),
  );
  const words = page.words.map((word) => {
    const [x, y] = [word.x + word.width / 2, word.y + word.height / 2];
    const around = letters.filter(
      ([, { box }]) => x >= box[0] - 1 && x <= right(box) + 1 && y >= box[1] - 1 && y <= bottom(box) + 1,
    );
    const [best] = around.sort((a, b) => area(a[1].box) - area(b[1].box));
    return best ? { ...word, of: best[0] } : word;
  });
  return { ...page, things, words };
}

function isText({ kind }: ElementNode): boolean {
  return kind === 'run' || kind === 'link' || kind === 'text';
}

function standing(wanted: MeasuredElement | undefined, is: MeasuredElement | undefined): Partial<Compared> {
  return { ...(wanted ? { wanted } : {}), ...(is ? { is } : {}) };
}

const DISTANCE = /^(padding|margin)-(top|right|bottom|left)$|^(row|column)-gap$/;

function distancesIn({ styles }: PageDocument): number[] {
  const found = new Map<number, number>();
  for (const { rest, variants = [] } of Object.values(styles))
    for (const set of [rest, ...variants.map((variant) => variant.set)])
      for (const [name, value] of Object.entries(set)) {
        const px = /^(\d+(?:\.\d+)?)px$/.exec(value)?.[1];
        if (px && DISTANCE.test(name) && Number(px) > 0) found.set(Number(px), (found.get(Number(px)) ?? 0) + 1);
      }
  return [...found].sort((a, b) => b[1] - a[1] || a[0] - b[0]).map(([px]) => px);
}

/** How the letters of a word are set. */
export function lookOfWord({ looks = [] }: MeasuredPage, { look }: MeasuredWord): MeasuredTextStyle | undefined {
  return look === undefined ? undefined : looks[look];
}

/** A box that shows. */
export function shownBox(thing: MeasuredElement | undefined): Box | undefined {
  return thing && thing.box[2] > 0 && thing.box[3] > 0 ? thing.box : undefined;
}

/** Words of a text in lines, from top to bottom. */
export function linesOf<Word extends MeasuredWord>(words: readonly Word[]): Word[][] {
  const lines: Word[][] = [];
  let before: Word | undefined;
  for (const word of words) {
    if (!before || word.y >= before.y + before.height / 2) lines.push([word]);
    else required(lines.at(-1)).push(word);
    before = word;
  }
  return lines;
}

/** Where something stands in source and result. */
export interface Extents {
  readonly wanted: Box;
  readonly is: Box;
}

/** Where an element stands in source and result: its boxes, or what is around its words or around the things in it. */
export function extentsOf(compared: Compared): Extents | undefined {
  const [source, result] = [shownBox(compared.wanted), shownBox(compared.is)];
  if (source && result) return { wanted: source, is: result };
  if (compared.words.length === 0) return groupExtents(compared);
  if (compared.words.some((pair) => !pair.wanted || !pair.is)) return undefined;
  const box = (side: 'wanted' | 'is'): Box =>
    around(
      compared.words.map((pair): Box => {
        const { x, y, width, height } = required(pair[side]);
        return [x, y, width, height];
      }),
    );
  return { wanted: box('wanted'), is: box('is') };
}

/** A group that was not drawn as a box reaches as far as what is in it. */
function groupExtents({ children, wanted }: Compared): Extents | undefined {
  if (wanted) return undefined;
  const inside = children.map(extentsOf).filter((extents) => extents !== undefined);
  if (inside.length === 0) return undefined;
  return { wanted: around(inside.map((extents) => extents.wanted)), is: around(inside.map((extents) => extents.is)) };
}

/** What all differences of an element say of it. */
export function about({ node, section }: Compared): {
  readonly id: string;
  readonly name: string;
  readonly section: string;
} {
  return { id: node.id, name: node.name, section };
}
