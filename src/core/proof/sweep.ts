import { sectionSlug } from '../page/words.js';
import type { ElementNode, PageDocument } from '../page/types.js';
import { isElement } from '../page/walk.js';
import { wordFaults } from './clashes.js';
import { linesOf } from './compared.js';
import type { MeasuredPage, MeasuredSection, MeasuredWord, Place } from './measured.js';

/** What shows only between the widths that were compared. */
export const SWEPT = ['scrolls', 'clash', 'cut-off', 'jump', 'target', 'long-line'] as const;
export type Swept = (typeof SWEPT)[number];

export interface SweepFault {
  readonly kind: Swept;
  /** Viewport widths at which it was seen, px: the narrowest and the widest of neighbouring ones. */
  readonly from: number;
  readonly to: number;
  readonly what: string;
  readonly id?: string;
  readonly name?: string;
  readonly section?: string;
}

/** Something to press, as a browser shows it. */
export interface Target extends Place {
  readonly of: string;
  /** It stands in a line of text (WCAG 2.2, 2.5.8 leaves these out). */
  readonly inline: boolean;
}

/** A page at one width of a sweep. */
export interface SweptWidth {
  readonly width: number;
  readonly measured: MeasuredPage;
  readonly targets: readonly Target[];
}

export const NARROWEST = 320;
export const WIDEST = 1920;
export const STEP = 40;
/** Smallest thing to press, px (WCAG 2.2, 2.5.8), and longest line, characters (WCAG 2.2, 1.4.8 asks for 80). */
const SMALLEST = 24;
const LONGEST = 100;
/** A section that is so much higher, in shares and px, than at the width before jumps, if no breakpoint lies between. */
const JUMP = 0.6;
const JUMP_PX = 240;

/** The widths of a sweep: in steps, with both sides of each breakpoint. */
export function sweepWidths({ breakpoints }: PageDocument): number[] {
  const steps = Array.from({ length: (WIDEST - NARROWEST) / STEP + 1 }, (_, at) => NARROWEST + at * STEP);
  const sides = breakpoints.flatMap(({ below }) => [below - 1, below]).filter((px) => px > NARROWEST && px < WIDEST);
  return [...new Set([...steps, ...sides])].sort((a, b) => a - b);
}

/**
 * What is wrong at widths that nobody drew.
 * @param widths from narrow to wide
 * @param sources the source at the widths that were compared: what overlaps or is cut there was meant so
 */
export function sweepFaults(
  document: PageDocument,
  widths: readonly SweptWidth[],
  sources: readonly { readonly width: number; readonly measured: MeasuredPage }[],
): SweepFault[] {
  const known = namesOf(document);
  const meant = new Set(sources.flatMap(({ width, measured }) => wordsAt(measured, width).map(({ key }) => key)));
  const seen = new Map<string, { readonly fault: Omit<SweepFault, 'from' | 'to'>; readonly at: number[] }>();
  widths.forEach(({ width, measured, targets }, index) => {
    const here = [
      ...(measured.overflow > 0 ? [{ key: 'scrolls', kind: 'scrolls' as const, what: `The page scrolls sideways by ${measured.overflow} px` }] : []), // prettier-ignore
      ...byElement(wordsAt(measured, width).filter(({ key }) => !meant.has(key))),
      ...jumps(document, widths[index - 1], widths[index] as SweptWidth),
      ...smallTargets(targets),
      ...longLines(measured.words),
    ];
    for (const { key, ...fault } of here) {
      const found = seen.get(key) ?? {
        fault: { ...fault, ...known.get('id' in fault ? (fault.id ?? '') : '') },
        at: [],
      };
      if (found.at.at(-1) !== index) found.at.push(index);
      seen.set(key, found);
    }
  });
  return [...seen.values()].flatMap(
    ({ fault, at }) =>
    stretches(at).map(([first, last]): SweepFault => ({ ...fault, from: widths[first]?.width ?? 0, to: widths[last]?.width ?? 0 })), // prettier-ignore
  );
}

interface Keyed extends Omit<SweepFault, 'from' | 'to'> {
  readonly key: string;
}

function wordsAt(measured: MeasuredPage, width: number): Keyed[] {
  const { clashing, cut } = wordFaults(measured.words, width);
  const holder = (text: string): { readonly id?: string } => {
    const of = measured.words.find((word) => word.text === text)?.of;
    return of === undefined ? {} : { id: of };
  };
  return [
    ...clashing.map((pair): Keyed => ({ key: `clash ${[...pair].sort().join(' / ')}`, kind: 'clash', what: `“${pair[0]}” lies on “${pair[1]}”`, ...holder(pair[0]) })), // prettier-ignore
    ...cut.map((word): Keyed => ({ key: `cut ${word}`, kind: 'cut-off', what: `“${word}” reaches over the side of the page`, ...holder(word) })), // prettier-ignore
  ];
}

/** Of all words of an element that are wrong in one way the first stands for all. */
function byElement(faults: readonly Keyed[]): Keyed[] {
  const found = new Map<string, Keyed>();
  for (const one of faults) {
    const key = one.id === undefined ? one.key : `${one.kind} ${one.id}`;
    if (!found.has(key)) found.set(key, { ...one, key });
  }
  return [...found.values()];
}

function jumps({ breakpoints }: PageDocument, before: SweptWidth | undefined, now: SweptWidth): Keyed[] {
  if (!before || breakpoints.some(({ below }) => before.width < below && now.width >= below)) return [];
  return now.measured.sections.flatMap((section): Keyed[] => {
    const was = before.measured.sections.find(({ name }) => name === section.name) as MeasuredSection | undefined;
    const by = was ? Math.abs(section.height - was.height) : 0;
    if (!was || by <= JUMP_PX || by <= JUMP * Math.min(section.height, was.height)) return [];
    return [{ key: `jump ${section.name} ${now.width}`, kind: 'jump', section: section.name, what: `The section is ${Math.round(section.height)} px high, ${Math.round(was.height)} px at ${before.width} px` }]; // prettier-ignore
  });
}

/** Things to press that are small, with another one so near that it may be pressed instead (WCAG 2.2, 2.5.8, spacing). */
function smallTargets(targets: readonly Target[]): Keyed[] {
  const small = (one: Target): boolean => one.width < SMALLEST || one.height < SMALLEST;
  return targets.flatMap((one): Keyed[] => {
    if (one.inline || !small(one)) return [];
    const [x, y] = [one.x + one.width / 2, one.y + one.height / 2];
    const near = targets.some((other) => {
      if (other === one || other.inline) return false;
      const dx = Math.max(other.x - x, 0, x - other.x - other.width);
      const dy = Math.max(other.y - y, 0, y - other.y - other.height);
      return Math.hypot(dx, dy) < SMALLEST / 2;
    });
    return near ? [{ key: `target ${one.of}`, kind: 'target', id: one.of, what: `Only ${Math.round(one.width)} × ${Math.round(one.height)} px to press, and another one beside it` }] : []; // prettier-ignore
  });
}

function longLines(words: readonly MeasuredWord[]): Keyed[] {
  const texts = new Map<string, MeasuredWord[]>();
  for (const word of words) if (word.of !== undefined) texts.set(word.of, [...(texts.get(word.of) ?? []), word]);
  return [...texts].flatMap(([id, own]): Keyed[] => {
    const lines = linesOf(own);
    if (lines.length < 2) return [];
    const longest = Math.max(...lines.map((line) => line.map(({ text }) => text).join(' ').length));
    return longest > LONGEST ? [{ key: `long ${id}`, kind: 'long-line', id, what: `Lines of up to ${longest} characters` }] : []; // prettier-ignore
  });
}

/** Neighbouring numbers as stretches, first and last. */
function stretches(numbers: readonly number[]): [number, number][] {
  const found: [number, number][] = [];
  for (const number of numbers) {
    const last = found.at(-1);
    if (last && number === last[1] + 1) last[1] = number;
    else found.push([number, number]);
  }
  return found;
}

function namesOf({ body }: PageDocument): ReadonlyMap<string, { readonly name: string; readonly section?: string }> {
  const found = new Map<string, { readonly name: string; readonly section?: string }>();
  const visit = (node: ElementNode, section: string): void => {
    const here = node.kind === 'section' ? sectionSlug(node.name) : section;
    found.set(node.id, { name: node.name, ...(here ? { section: here } : {}) });
    for (const child of node.children ?? []) if (isElement(child)) visit(child, here);
  };
  visit(body, '');
  return found;
}
