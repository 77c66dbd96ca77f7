import type { MeasureRequest, MeasuredPage, MeasuredWord } from '../../../core/proof/measurement.js';
import { coversOf } from './covers.js';
import { cutters, isCut } from './cut-off.js';
import { TextStyleList } from './text-styles.js';
import { PathFinder } from '../tree/path.js';
import { elementsOf, measureElement } from './elements.js';

const SILENT = new Set(['SCRIPT', 'STYLE', 'NOSCRIPT', 'TEMPLATE', 'OPTION', 'TITLE', 'DESC']);

/** Where every visible word, picture and element that is asked for stands, CSS px from the top left corner of the page. */
export function measurePage({ sections, things, order, covers, onlyWords, within }: MeasureRequest = {}): MeasuredPage {
  const marked = [...document.querySelectorAll('[data-section]')].map((element) => ({
    name: element.getAttribute('data-section') ?? '',
    element,
  }));
  const paths = new PathFinder();
  const found = sections?.map(({ name, path }) => ({ name, element: paths.find(path) })) ?? marked;
  const known = elementsOf(things, order);
  const looks = new TextStyleList();
  const words = measureWords(known, looks, within);
  const images = [...known.keys()].filter((key) => key instanceof HTMLImageElement && key.checkVisibility());
  const placed = [
    ...words.map(({ word, element }) => ({ element, place: word })),
    ...images.map((element) => ({ element, place: place(element.getBoundingClientRect()) })),
  ];
  const under = covers ? coversOf(placed).map((cover) => (cover ? (holderOf(cover, known).of ?? '') : undefined)) : [];
  const imageNumber = new Map(images.map((image, at) => [image, at]));
  const imageUnder = (element: Element): { readonly under?: string } => {
    const at = imageNumber.get(element);
    return at === undefined ? {} : underOf(words.length + at);
  };
  const underOf = (at: number): { readonly under?: string } => (under[at] === undefined ? {} : { under: under[at] });
  return {
    words: words.map(({ word }, at) => ({ ...word, ...underOf(at) })),
    ...(known.size ? { looks: looks.all } : {}),
    sections: found.flatMap(({ name, element }) =>
      element ? [{ name, ...place(element.getBoundingClientRect()) }] : [],
    ),
    pictures: [...(onlyWords ? [] : document.querySelectorAll('img, video, svg'))]
      .filter((element) => element.checkVisibility() && !element.parentElement?.closest('svg'))
      .map((element) => place(element.getBoundingClientRect())),
    ...(known.size && !onlyWords
      ? {
          things: Object.fromEntries(
            [...known].flatMap(([element, id]) =>
              element.checkVisibility() ? [[id, { ...measureElement(element), ...imageUnder(element) }]] : [],
            ),
          ),
        }
      : {}),
    height: Math.ceil(Math.max(document.documentElement.scrollHeight, document.body?.scrollHeight ?? 0)),
    overflow: Math.max(0, document.documentElement.scrollWidth - innerWidth),
    elements: document.body?.querySelectorAll('*').length ?? 0,
  };
}

/** A word and the element right around it. */
interface FoundWord {
  readonly word: MeasuredWord;
  readonly element: Element;
}

function measureWords(
  known: ReadonlyMap<Element, string>,
  looks: TextStyleList,
  within?: readonly string[],
): FoundWord[] {
  const words: FoundWord[] = [];
  const walker = document.createTreeWalker(document.body ?? document.documentElement, NodeFilter.SHOW_TEXT);
  const range = document.createRange();
  for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
    const parent = node.parentElement;
    if (!node.data.trim() || !parent || SILENT.has(parent.tagName.toUpperCase())) continue;
    if (!isWithin(parent, within)) continue;
    if (!parent.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
    const more = known.size ? { look: looks.of(parent), ...holderOf(parent, known) } : {};
    const boxes = known.size ? cutters(parent) : [];
    for (const match of node.data.matchAll(/\S+/g)) {
      range.setStart(node, match.index);
      range.setEnd(node, match.index + match[0].length);
      const rect = range.getBoundingClientRect();
      if (rect.width < 1 || rect.height < 1) continue;
      const at = place(rect);
      const broken = rect.height > HIGH * looks.sizeOf(parent) && isBroken(range, rect);
      if (known.size && !broken) {
        const { down, height } = looks.standing(parent, rect.height);
        [at.y, at.height] = [tenths(at.y + down), tenths(height)];
      }
      const word = {
        text: match[0],
        ...at,
        ...more,
        ...(isCut(rect, boxes) ? { cut: true as const } : {}),
        ...(broken ? { broken } : {}),
      };
      words.push({ word, element: parent });
    }
  }
  return words;
}

/** Whether an element is in one of these sections, or in none. */
export function isWithin(element: Element, sections: readonly string[] | undefined): boolean {
  const own = sections && element.closest('[data-section]')?.getAttribute('data-section');
  return typeof own !== 'string' || (sections?.includes(own) ?? true);
}

/** A word lower than so many times its type is in one line. */
const HIGH = 1.5;

/** Whether a word goes on in the next line: its box is around both parts then. */
function isBroken(range: Range, rect: DOMRect): boolean {
  const [first] = range.getClientRects();
  return first !== undefined && rect.height > 1.2 * first.height;
}

function holderOf(element: Element, known: ReadonlyMap<Element, string>): { readonly of?: string } {
  for (let at: Element | null = element; at; at = at.parentElement) {
    const id = known.get(at);
    if (id !== undefined) return { of: id };
  }
  return {};
}

function place(rect: DOMRect): { x: number; y: number; width: number; height: number } {
  return {
    x: tenths(rect.left + scrollX),
    y: tenths(rect.top + scrollY),
    width: tenths(rect.width),
    height: tenths(rect.height),
  };
}

function tenths(value: number): number {
  return Math.round(value * 10) / 10;
}
