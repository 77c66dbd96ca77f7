import type { Adjustment } from '../adjust/adjustment.js';
import { spread } from '../document/style-ranges.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { elements, isElement } from '../document/walk.js';
import { sectionSlug } from '../text/slug.js';
import type { TrialFault } from './faults.js';
import type { Box } from '../geometry/box.js';

/** Something that may fix what an edit does to a page: corrections, and why. */
export interface TrialFix {
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
): TrialFix[] {
  return new FixSearch(document, faults, frames).all();
}

type Chain = readonly ElementNode[];

class FixSearch {
  private readonly found = new Map<string, TrialFix>();
  private readonly known: ReadonlyMap<string, Chain>;

  constructor(
    private readonly document: PageDocument,
    private readonly faults: readonly TrialFault[],
    private readonly frames: ReadonlyMap<string, readonly Box[]>,
  ) {
    this.known = chainsOf(document.body);
  }

  all(): TrialFix[] {
    if (this.faults.some(({ kind }) => kind === 'beyond' || kind === 'scrolls' || kind === 'cut-off')) {
      this.propose('long words break', this.document.body, { 'overflow-wrap': 'anywhere' });
      this.propose('long words break', this.document.body, { 'overflow-wrap': 'break-word' });
    }
    for (const fault of this.faults) this.fixesFor(fault);
    const sections = new Set(this.faults.map(({ kind, section }) => (kind === 'scrolls' ? undefined : section)));
    for (const { node, section } of imagesIn(this.document.body))
      if (sections.has(section) || sections.has(undefined))
        this.propose(
          'an image of another shape is cropped to this frame',
          node,
          frameOf(this.frames.get(node.id) ?? []),
        );
    return [...this.found.values()];
  }

  private fixesFor(fault: TrialFault): void {
    const chain = this.chainOf(fault.id);
    if (fault.kind === 'collapsed') {
      if (!holdsAnother(fault, this.faults, this.known))
        for (const set of standingOf(this.frames.get(fault.id ?? '') ?? []))
          this.propose('its height is kept', chain[0], set);
      return;
    }
    this.lettingLinesWrap(fault, chain);
    this.breakingWords(chain);
    this.raising(fault, chain);
    this.lettingRowsWrap(fault, chain);
    this.growing(chain);
  }

  private lettingLinesWrap(fault: TrialFault, chain: Chain): void {
    const nowrap = chain.find((node) => this.isUnbroken(node));
    this.propose('its lines wrap', nowrap, { 'text-wrap-mode': 'wrap' });
    const breaking = {
      'text-wrap-mode': 'wrap',
      'overflow-wrap': 'anywhere',
      'min-width': '0',
      'max-width': '100%',
      'flex-shrink': '1',
    };
    this.propose('its lines wrap, and long words break', nowrap, breaking);
    const beside = (nowrap && chain[chain.indexOf(nowrap) + 1]?.children?.filter(isElement)) ?? [];
    const row = beside.filter((node) => this.isUnbroken(node));
    if (fault.kind === 'scrolls' && row.length > 1)
      this.propose('all lines of its row wrap, and long words break', row, breaking);
    /* A page scrolls as far as the widest of its rows: it may be that only all of them together help. */
    if (fault.kind === 'scrolls' && nowrap)
      this.propose(
        'all lines wrap, and long words break',
        [...elements(this.document.body)].filter((node) => says(node) && this.isUnbroken(node)),
        breaking,
      );
  }

  private breakingWords(chain: Chain): void {
    const [own, ...around] = chain;
    this.propose('long words break', own, { 'overflow-wrap': 'anywhere' });
    for (const node of around)
      if (looksOf(node, this.document).some((look) => !['anywhere', undefined].includes(look.get('overflow-wrap'))))
        this.propose('long words break', node, { 'overflow-wrap': 'anywhere' });
    this.propose('it may be narrower than its longest word', own, { 'overflow-wrap': 'anywhere', 'min-width': '0' });
    /* It breaks in the room that there is, and leaves its box as narrow as it may be. */
    this.propose('long words break', own, { 'overflow-wrap': 'break-word' });
  }

  /** Ornament and pictures may lie below words; words and their boxes may not. */
  private raising(fault: TrialFault, [own]: Chain): void {
    const [over] = this.chainOf(fault.under);
    const isPlaced =
      own && looksOf(own, this.document).some((look) => ![undefined, 'static'].includes(look.get('position')));
    if (fault.kind === 'covered' && over && !says(over))
      this.propose('it is raised above what covers it', own, {
        ...(isPlaced ? {} : { position: 'relative' }),
        'z-index': '1',
      });
  }

  private lettingRowsWrap(fault: TrialFault, chain: Chain): void {
    const [own, ...around] = chain;
    const [parent] = around;
    if (parent && this.isFlex(parent)) this.propose('it shrinks', own, { 'flex-shrink': '1', 'min-width': '0' });
    for (const node of around.slice(0, ROWS))
      if (this.isFlex(node)) this.propose('its neighbour wraps below it', node, { 'flex-wrap': 'wrap' });
    const table = chain.findIndex(({ element }) => element === 'table');
    if (fault.kind === 'scrolls' && table >= 0)
      this.propose('its table scrolls on its own', chain[table + 1], { 'overflow-x': 'auto' });
  }

  private growing(chain: Chain): void {
    for (const node of chain) {
      const high = looksOf(node, this.document)
        .map((look) => look.get('height'))
        .find((value) => /^[\d.]+(px|rem|em)$/.test(value ?? ''));
      if (high !== undefined && says(node))
        this.propose('its box grows with its text', node, { height: 'auto', 'min-height': high });
    }
  }

  private isUnbroken(node: ElementNode): boolean {
    return looksOf(node, this.document).some((look) => look.get('text-wrap-mode') === 'nowrap');
  }

  private isFlex(node: ElementNode): boolean {
    return looksOf(node, this.document).some((look) => look.get('display') === 'flex');
  }

  /** An element and all around it. An entry that was added is named after the one that it is made from. */
  private chainOf(id = ''): Chain {
    return this.known.get(id) ?? (id.includes('-') ? this.chainOf(id.replace(/-[^-]*$/, '')) : []);
  }

  private propose(why: string, on: ElementNode | Chain | undefined, set: Readonly<Record<string, string>>): void {
    const targets = new Map(
      [on ?? []]
        .flat()
        .map((node) => this.targetOf(node, set))
        .map((pick) => [JSON.stringify(pick), pick]),
    );
    const adjustments = [...targets.values()].flatMap((target) =>
      Object.entries(set).map(([property, value]): Adjustment => ({
        page: this.document.name,
        ...target,
        property,
        value,
      })),
    );
    const key = JSON.stringify(adjustments);
    if (adjustments.length && !this.found.has(key)) this.found.set(key, { why, adjustments });
  }

  /** What an element has otherwise than its style has to be said of the element. */
  private targetOf(
    { id, style, difference }: ElementNode,
    set: Readonly<Record<string, string>>,
  ): Pick<Adjustment, 'element' | 'style'> {
    const own =
      difference === undefined ? [] : spread(this.document.styles[difference], this.document.breakpoints).rest;
    const isOtherwise = Object.keys(set).some((property) => own.some((look) => look.has(property)));
    return style === undefined || isOtherwise ? { element: id } : { style };
  }
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
