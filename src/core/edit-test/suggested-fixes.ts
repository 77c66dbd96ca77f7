import type { Adjustment } from '../adjust/adjustment.js';
import { spread } from '../document/style-ranges.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { elements, isElement } from '../document/walk.js';
import { sectionSlug } from '../text/words.js';
import type { TrialFault } from './faults.js';
import type { Box } from '../geometry/box.js';

/** Something that may fix what an edit does to a page: corrections, and why. */
export interface SuggestedFix {
  readonly why: string;
  readonly adjustments: readonly Adjustment[];
}

/** So many boxes around a text may be the row that it is in. */
const ROWS = 3;

/**
 * What may fix faults of a trial, what is mildest first. Each is to be tried before it is kept.
 * @param frames how large pictures were at each width before anybody exchanged one, by their ids
 */
export function suggestFixes(
  document: PageDocument,
  faults: readonly TrialFault[],
  frames: ReadonlyMap<string, readonly Box[]> = new Map(),
): SuggestedFix[] {
  const known = chainsOf(document.body);
  /* An entry that was added is named after the one that it is made from. */
  const chainOf = (id = ''): readonly ElementNode[] =>
    known.get(id) ?? (id.includes('-') ? chainOf(id.replace(/-[^-]*$/, '')) : []);
  const map = new Map<string, SuggestedFix>();
  const propose = (
    why: string,
    on: ElementNode | readonly ElementNode[] | undefined,
    set: Readonly<Record<string, string>>,
  ): void => {
    const targets = new Map(
      [on ?? []]
        .flat()
        .map((node) => targetOf(node, set))
        .map((pick) => [JSON.stringify(pick), pick]),
    );
    const adjustments = [...targets.values()].flatMap((target) =>
      Object.entries(set).map(([property, value]): Adjustment => ({ page: document.name, ...target, property, value })),
    );
    const key = JSON.stringify(adjustments);
    if (adjustments.length && !map.has(key)) map.set(key, { why, adjustments });
  };
  /* What an element has otherwise than its style has to be said of the element. */
  const targetOf = (
    { id, style, difference }: ElementNode,
    set: Readonly<Record<string, string>>,
  ): Pick<Adjustment, 'element' | 'style'> => {
    const own = difference === undefined ? [] : spread(document.styles[difference], document.breakpoints).rest;
    const isOtherwise = Object.keys(set).some((property) => own.some((look) => look.has(property)));
    return style === undefined || isOtherwise ? { element: id } : { style };
  };
  const isUnbroken = (node: ElementNode): boolean =>
    looksOf(node, document).some((look) => look.get('text-wrap-mode') === 'nowrap');
  if (faults.some(({ kind }) => kind === 'beyond' || kind === 'scrolls' || kind === 'cut-off')) {
    propose('long words break', document.body, { 'overflow-wrap': 'anywhere' });
    propose('long words break', document.body, { 'overflow-wrap': 'break-word' });
  }
  for (const fault of faults) {
    const chain = chainOf(fault.id);
    const [own, ...around] = chain;
    if (fault.kind === 'collapsed') {
      if (!holdsAnother(fault, faults, known))
        for (const set of standingOf(frames.get(fault.id ?? '') ?? [])) propose('its height is kept', own, set);
      continue;
    }
    const nowrap = chain.find(isUnbroken);
    propose('its lines wrap', nowrap, { 'text-wrap-mode': 'wrap' });
    const breaking = {
      'text-wrap-mode': 'wrap',
      'overflow-wrap': 'anywhere',
      'min-width': '0',
      'max-width': '100%',
      'flex-shrink': '1',
    };
    propose('its lines wrap, and long words break', nowrap, breaking);
    const beside = (nowrap && chain[chain.indexOf(nowrap) + 1]?.children?.filter(isElement)) ?? [];
    const row = beside.filter(isUnbroken);
    if (fault.kind === 'scrolls' && row.length > 1)
      propose('all lines of its row wrap, and long words break', row, breaking);
    /* A page scrolls as far as the widest of its rows: it may be that only all of them together help. */
    if (fault.kind === 'scrolls' && nowrap)
      propose(
        'all lines wrap, and long words break',
        [...elements(document.body)].filter((node) => says(node) && isUnbroken(node)),
        breaking,
      );
    propose('long words break', own, { 'overflow-wrap': 'anywhere' });
    for (const node of around)
      if (looksOf(node, document).some((look) => !['anywhere', undefined].includes(look.get('overflow-wrap'))))
        propose('long words break', node, { 'overflow-wrap': 'anywhere' });
    const [parent] = around;
    propose('it may be narrower than its longest word', own, { 'overflow-wrap': 'anywhere', 'min-width': '0' });
    /* It breaks in the room that there is, and leaves its box as narrow as it may be. */
    propose('long words break', own, { 'overflow-wrap': 'break-word' });
    /* Ornament and pictures may lie below words; words and their boxes may not. */
    const [over] = chainOf(fault.under);
    const isPlaced =
      own && looksOf(own, document).some((look) => ![undefined, 'static'].includes(look.get('position')));
    if (fault.kind === 'covered' && over && !says(over))
      propose('it is raised above what covers it', own, {
        ...(isPlaced ? {} : { position: 'relative' }),
        'z-index': '1',
      });
    const isFlex = (node: ElementNode): boolean =>
      looksOf(node, document).some((look) => look.get('display') === 'flex');
    if (parent && isFlex(parent)) propose('it shrinks', own, { 'flex-shrink': '1', 'min-width': '0' });
    for (const node of around.slice(0, ROWS))
      if (isFlex(node)) propose('its neighbour wraps below it', node, { 'flex-wrap': 'wrap' });
    const table = chain.findIndex(({ element }) => element === 'table');
    if (fault.kind === 'scrolls' && table >= 0)
      propose('its table scrolls on its own', chain[table + 1], { 'overflow-x': 'auto' });
    for (const node of chain) {
      const high = looksOf(node, document)
        .map((look) => look.get('height'))
        .find((value) => /^[\d.]+(px|rem|em)$/.test(value ?? ''));
      if (high !== undefined && says(node))
        propose('its box grows with its text', node, { height: 'auto', 'min-height': high });
    }
  }
  const sections = new Set(faults.map(({ kind, section }) => (kind === 'scrolls' ? undefined : section)));
  for (const { node, section } of imagesIn(document.body))
    if (sections.has(section) || sections.has(undefined))
      propose('an image of another shape is cropped to this frame', node, frameOf(frames.get(node.id) ?? []));
  return [...map.values()];
}

/** Pictures that a client can exchange, with the section that each is in. */
function imagesIn(body: ElementNode): { readonly node: ElementNode; readonly section: string }[] {
  const visit = (node: ElementNode, section: string): { node: ElementNode; section: string }[] => {
    const here = node.kind === 'section' ? sectionSlug(node.name) : section;
    const own = node.element === 'img' && node.fields?.['src'] !== undefined ? [{ node, section: here }] : [];
    return [...own, ...(node.children ?? []).filter(isElement).flatMap((child) => visit(child, here))];
  };
  return visit(body, '');
}

/** What keeps a picture as large as it is at all widths, whatever it shows; where it is fluid, its shape at least. */
function frameOf(boxes: readonly Box[]): Readonly<Record<string, string>> {
  const [first, ...others] = boxes.filter((box) => isShownBox(box));
  if (!first) return {};
  const round = (value: number): number => Math.round(value * 100) / 100;
  const shape = { 'aspect-ratio': `${round(first[2])} / ${round(first[3])}`, 'object-fit': 'cover' };
  const isFixed = others.every((box) => Math.abs(box[2] - first[2]) < 0.5 && Math.abs(box[3] - first[3]) < 0.5);
  return isFixed ? { ...shape, width: `${round(first[2])}px`, 'max-width': '100%' } : shape;
}

/** Whether something in a box collapses too: it is held open from within. */
function holdsAnother(
  { id, width }: TrialFault,
  faults: readonly TrialFault[],
  chains: ReadonlyMap<string, readonly ElementNode[]>,
): boolean {
  return faults.some(
    (fault) =>
      fault.kind === 'collapsed' &&
      fault.width === width &&
      fault.id !== id &&
      chains.get(fault.id ?? '')?.some((node) => node.id === id),
  );
}

/** What keeps a box open when nothing is in it: its shape, where that is the same at all widths; else its least height. */
function standingOf(boxes: readonly Box[]): Readonly<Record<string, string>>[] {
  const shown = boxes.filter((box) => isShownBox(box));
  const [first] = shown;
  if (!first) return [];
  const shape = first[2] / first[3];
  const isShape = shown.every((box) => Math.abs(box[2] / shape - box[3]) < 0.5);
  const least = `${Math.floor(Math.min(...shown.map((box) => box[3])))}px`;
  return [
    ...(isShape
      ? [{ 'aspect-ratio': `${Math.round(first[2] * 100) / 100} / ${Math.round(first[3] * 100) / 100}` }]
      : []),
    { 'min-height': least },
  ];
}

function isShownBox([, , width, height]: Box): boolean {
  return width > 0 && height > 0;
}

function says(node: ElementNode): boolean {
  return (node.children ?? []).some((child) => (isElement(child) ? says(child) : child.text.trim() !== ''));
}

/** What an element declares in each range of widths. */
function looksOf(
  { style, difference }: ElementNode,
  { styles, breakpoints }: PageDocument,
): ReadonlyMap<string, string>[] {
  const parts = [style, difference].flatMap((name) =>
    name === undefined || !styles[name] ? [] : [spread(styles[name], breakpoints).rest],
  );
  return parts.flat();
}

/** Each element with what it is in, from the inside out. */
function chainsOf(body: ElementNode): ReadonlyMap<string, readonly ElementNode[]> {
  const found = new Map<string, readonly ElementNode[]>();
  const visit = (node: ElementNode, around: readonly ElementNode[]): void => {
    const chain = [node, ...around];
    found.set(node.id, chain);
    for (const child of node.children ?? []) if (isElement(child)) visit(child, chain);
  };
  visit(body, []);
  return found;
}
