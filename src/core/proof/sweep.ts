import { sectionSlug } from '../text/slug.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { isElement } from '../document/walk.js';
import { wordFaults } from './clashing-words.js';
import { linesOf } from './compare-page.js';
import type { MeasuredPage, MeasuredWord, Position } from './measurement.js';

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
export interface Target extends Position {
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

/** Whether a width is the first of a sweep, or the first above a breakpoint. */
export function beginsRange({ breakpoints }: PageDocument, width: number): boolean {
  return width === NARROWEST || breakpoints.some(({ below }) => below === width);
}

/** What a sweep keeps of one width. */
export interface SweptAt {
  readonly width: number;
  /** How far the page scrolls sideways, px. */
  readonly scrolls: number;
  readonly sections: readonly SweptSection[];
  /** What is wrong in the sections, and outside of them. */
  readonly faults: readonly SectionFault[];
}

export interface SweptSection {
  readonly name: string;
  /** Where it begins, how wide and how high it is, px. */
  readonly extent: readonly [x: number, width: number, height: number];
}

/** Something wrong at one width; the same thing at the next width has the same key. */
interface SectionFault extends Omit<SweepFault, 'from' | 'to' | 'name'> {
  readonly key: string;
}

/** Keys of what overlaps or is cut in a source, at any of the widths that were compared: it is meant so. */
export function meantFaults(
  sources: readonly { readonly width: number; readonly measured: MeasuredPage }[],
): ReadonlySet<string> {
  return new Set(sources.flatMap(({ width, measured }) => wordsAt(measured, width).map(({ key }) => key)));
}

/** What is wrong at one width. */
export function sweptAt(document: PageDocument, seen: SweptWidth, meant: ReadonlySet<string>): SweptAt {
  const { width, measured, targets } = seen;
  const known = namesOf(document);
  const faults = [
    ...byElement(wordsAt(measured, width).filter(({ key }) => !meant.has(key))),
    ...smallTargets(targets),
    ...longLines(measured.words),
  ];
  return {
    width,
    scrolls: measured.overflow,
    sections: measured.sections.map((section) => ({
      name: section.name,
      extent: [section.x, section.width, section.height],
    })),
    faults: faults.map((fault) => {
      const section = fault.id === undefined ? undefined : known.get(fault.id)?.section;
      return { ...fault, ...(section ? { section } : {}) };
    }),
  };
}

/** A width at which only some sections were looked into; of the others holds what was found before. */
export function sweptAnew(before: SweptAt, now: SweptAt, looked: ReadonlySet<string>): SweptAt {
  const isOld = ({ section }: SectionFault): boolean => section !== undefined && !looked.has(section);
  return { ...now, faults: [...before.faults.filter(isOld), ...now.faults.filter((fault) => !isOld(fault))] };
}

/**
 * What is wrong at widths that nobody drew.
 * @param widths from narrow to wide
 */
export function sweepFaults(document: PageDocument, widths: readonly SweptAt[]): SweepFault[] {
  const known = namesOf(document);
  const orders = new Map([...known.keys()].map((id, at) => [id, at]));
  const seen = new Map<string, { readonly fault: Omit<SweepFault, 'from' | 'to'>; readonly at: number[] }>();
  widths.forEach((swept, index) => {
    const here = [
      ...(swept.scrolls > 0
        ? [{ key: 'scrolls', kind: 'scrolls' as const, what: `The page scrolls sideways by ${swept.scrolls} px` }]
        : []),
      ...jumps(document, widths[index - 1], swept),
      ...[...swept.faults].sort((a, b) => (orders.get(a.id ?? '') ?? -1) - (orders.get(b.id ?? '') ?? -1)),
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
  return [...seen.values()].flatMap(({ fault, at }) =>
    stretches(at).map(([first, last]): SweepFault => ({
      ...fault,
      from: widths[first]?.width ?? 0,
      to: widths[last]?.width ?? 0,
    })),
  );
}

function wordsAt({ words }: MeasuredPage, width: number): SectionFault[] {
  const { clashing, cut } = wordFaults(words, width);
  const holder = ({ of }: MeasuredWord): { readonly id?: string } => (of === undefined ? {} : { id: of });
  return [
    ...clashing.map(([measuredWord, other]): SectionFault => ({
      key: `clash ${[measuredWord.text, other.text].sort().join(' / ')}`,
      kind: 'clash',
      what: `“${measuredWord.text}” overlaps “${other.text}”`,
      ...holder(measuredWord),
    })),
    ...cut.map((word): SectionFault => ({
      key: `cut ${word.text}`,
      kind: 'cut-off',
      what: `“${word.text}” extends beyond the page`,
      ...holder(word),
    })),
  ];
}

/** Of all words of an element that are wrong in one way the first stands for all. */
function byElement(faults: readonly SectionFault[]): SectionFault[] {
  const found = new Map<string, SectionFault>();
  for (const fault of faults) {
    const key = fault.id === undefined ? fault.key : `${fault.kind} ${fault.id}`;
    if (!found.has(key)) found.set(key, { ...fault, key });
  }
  return [...found.values()];
}

function jumps({ breakpoints }: PageDocument, before: SweptAt | undefined, now: SweptAt): SectionFault[] {
  if (!before || breakpoints.some(({ below }) => before.width < below && now.width >= below)) return [];
  return now.sections.flatMap(({ name, extent: [, , height] }): SectionFault[] => {
    const was = before.sections.find((section) => section.name === name)?.extent[2];
    const by = was === undefined ? 0 : Math.abs(height - was);
    if (was === undefined || by <= JUMP_PX || by <= JUMP * Math.min(height, was)) return [];
    return [
      {
        key: `jump ${name} ${now.width}`,
        kind: 'jump',
        section: name,
        what: `The section is ${Math.round(height)} px high, but ${Math.round(was)} px at ${before.width} px`,
      },
    ];
  });
}

/** Things to press that are small, with another one so near that it may be pressed instead (WCAG 2.2, 2.5.8, spacing). */
function smallTargets(targets: readonly Target[]): SectionFault[] {
  const small = (target: Target): boolean => target.width < SMALLEST || target.height < SMALLEST;
  return targets.flatMap((target): SectionFault[] => {
    if (target.inline || !small(target)) return [];
    const [x, y] = [target.x + target.width / 2, target.y + target.height / 2];
    const near = targets.some((other) => {
      if (other === target || other.inline) return false;
      const dx = Math.max(other.x - x, 0, x - other.x - other.width);
      const dy = Math.max(other.y - y, 0, y - other.y - other.height);
      return Math.hypot(dx, dy) < SMALLEST / 2;
    });
    return near
      ? [
          {
            key: `target ${target.of}`,
            kind: 'target',
            id: target.of,
            what: `Only ${Math.round(target.width)} × ${Math.round(target.height)} px to tap, next to another control`,
          },
        ]
      : [];
  });
}

function longLines(words: readonly MeasuredWord[]): SectionFault[] {
  const texts = new Map<string, MeasuredWord[]>();
  for (const word of words) if (word.of !== undefined) texts.set(word.of, [...(texts.get(word.of) ?? []), word]);
  return [...texts].flatMap(([id, own]): SectionFault[] => {
    const lines = linesOf(own);
    if (lines.length < 2) return [];
    const longest = Math.max(...lines.map((line) => line.map(({ text }) => text).join(' ').length));
    return longest > LONGEST
      ? [{ key: `long ${id}`, kind: 'long-line', id, what: `Lines of up to ${longest} characters` }]
      : [];
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
