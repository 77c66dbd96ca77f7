import type { Manner } from '../behaviours/tried.js';
import type { Position } from './measurement.js';
import { percent } from './percent.js';
import type { Limits, WidthProof } from './proof.js';

/**
 * What a page may be looked at under besides a width: media features (Media Queries 5), states that a visitor brings
 * about, and text at twice its size (WCAG 2.2, 1.4.4).
 */
export const CONDITIONS = [
  'dark',
  'hover',
  'focus',
  'opened',
  'scrolled',
  'reduced-motion',
  'more-contrast',
  'forced-colours',
  'print',
  'text-200',
] as const;
export type Condition = (typeof CONDITIONS)[number];

/** How a condition is called where people read it. */
export const CONDITION_NAME: Readonly<Record<Condition, string>> = {
  dark: 'dark scheme',
  hover: 'every control hovered',
  focus: 'every control focused',
  opened: 'everything opened',
  scrolled: 'boxes scrolled to their end',
  'reduced-motion': 'reduced motion',
  'more-contrast': 'more contrast',
  'forced-colours': 'forced colours',
  print: 'print',
  'text-200': 'text at 200 %',
};

/** Width of an A4 page on screen: 210 mm at 96 dpi; CSS px. */
export const PAPER_WIDTH = 794;

/** Conditions that change how single controls look, which a share of the whole page hides. */
export const OF_CONTROLS: ReadonlySet<Condition> = new Set(['hover', 'focus']);

/** Conditions under which a page may be laid out otherwise at each width; the others are looked at on the widest screen. */
const AT_EACH_END: ReadonlySet<Condition> = new Set(['dark', 'hover', 'focus', 'opened', 'scrolled']);

/** The widths at which a condition is looked at, of those that a page is compared at; the widest first. CSS px. */
export function widthsUnder(condition: Condition, widths: readonly number[]): number[] {
  if (condition === 'print') return [PAPER_WIDTH];
  const widest = Math.max(...widths);
  return AT_EACH_END.has(condition) ? [...new Set([widest, Math.min(...widths)])] : [widest];
}

/** A control of the source. */
export interface Control extends Position {
  readonly name: string;
}

/** A control that looks different under a condition, and not only because it does so at rest. */
export interface UnlikeControl extends Control {
  /** The share of the pixels in and right around it that differ, 0 to 1. */
  readonly differ: number;
}

/** How the result stands against the source at one width under a condition. */
export interface ConditionProof extends WidthProof {
  readonly condition: Condition;
  /** How it stands at the same width without the condition; missing if nobody looked. */
  readonly atRest?: { readonly differ: number; readonly placed: number };
  readonly controls?: {
    readonly count: number;
    /** Those that look different, the worst first. */
    readonly unlike: readonly UnlikeControl[];
  };
  /** The dialog or popover that was opened, by its id. */
  readonly part?: string;
  /** The control that was operated before, and how. */
  readonly operated?: { readonly name: string; readonly by: Manner };
  /** How many `details`, dialogs and popovers there are. */
  readonly parts?: { readonly source: number; readonly result: number };
}

/**
 * Pixels around a control that belong to how it looks: focus rings and shadows lie outside of it. Two pixels of ring and
 * two of distance are what WCAG 2.2 (2.4.13) and browsers take.
 */
export const AROUND = 4;

/** Pixels in a control that may differ more than at rest; a line under a word of four letters is about this share. */
const UNLIKE = 0.01;

/** Controls that differ more under a condition than at rest; `shares` are in the order of `controls`. */
export function unlikeControls(
  controls: readonly Control[],
  shares: readonly number[],
  atRest: readonly number[],
): UnlikeControl[] {
  return controls
    .flatMap((control, at): UnlikeControl[] => {
      const differ = shares[at] ?? 0;
      return differ > UNLIKE && differ > (atRest[at] ?? 0) + UNLIKE ? [{ ...control, differ }] : [];
    })
    .sort((a, b) => b.differ - a.differ);
}

/** The part of a picture that shows a control. Whole CSS px. */
export function boxAround({ x, y, width, height }: Position): Position {
  const [left, top] = [Math.max(0, Math.floor(x) - AROUND), Math.max(0, Math.floor(y) - AROUND)];
  return {
    x: left,
    y: top,
    width: Math.ceil(x + width) + AROUND - left,
    height: Math.ceil(y + height) + AROUND - top,
  };
}

/** Where and under what a comparison was made, in words. */
export function placeOfCondition(proof: ConditionProof): string {
  return `${conditionTitle(proof)}, ${proof.width} px`;
}

/** What was done before the comparison, in words. */
export function conditionTitle({
  condition,
  part,
  operated,
}: Pick<ConditionProof, 'condition' | 'part' | 'operated'>): string {
  if (operated) return `“${operated.name}” ${operated.by === 'press' ? 'pressed' : 'pointed at'}`;
  return part === undefined ? CONDITION_NAME[condition] : `${part} opened`;
}

/** The limit of differing pixels under a condition, 0 to 1. */
export function limitUnder(condition: Condition, limits: Limits): number {
  return limits.conditions?.[condition] ?? limits.differ;
}

/** What differs under a condition beyond what differs at rest; shares, 0 to 1. */
export function beyondRest({ differ, words, atRest }: ConditionProof): { differ: number; misplaced: number } {
  return {
    differ: Math.max(0, differ - (atRest?.differ ?? 0)),
    misplaced: Math.max(0, (atRest?.placed ?? 1) - words.placed),
  };
}

/** A share of differing pixels that a person may see, beyond what differs at rest; the same as a report calls good. */
const SEEN = 0.005;

/** Whether a comparison under a condition shows something that the page at rest does not. */
export function differsToSee(proof: ConditionProof): boolean {
  const { controls, parts } = proof;
  const { differ, misplaced } = beyondRest(proof);
  return (
    differ > SEEN ||
    misplaced > SEEN ||
    (controls?.unlike.length ?? 0) > 0 ||
    (parts !== undefined && parts.result < parts.source)
  );
}

/** What was found beyond the figures, in words. */
export function findingOf(proof: ConditionProof): string {
  const { controls, parts, sections } = proof;
  const unlike = controls?.unlike ?? [];
  const worst = [...sections].sort((a, b) => b.differ - a.differ)[0];
  const told = [
    ...(controls
      ? [
          unlike.length
            ? `${unlike.length} of ${controls.count} controls ${unlike.length === 1 ? 'looks' : 'look'} different`
            : `${controls.count} controls`,
        ]
      : []),
    ...(parts ? [`${parts.result} of ${parts.source} parts can be opened`] : []),
    ...(worst && beyondRest(proof).differ > 0 && worst.differ > 0
      ? [`worst: ${worst.name} ${percent(worst.differ)}`]
      : []),
  ];
  return told.join(', ') || '–';
}
