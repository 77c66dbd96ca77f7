import type { Behaviour } from '../behaviours/report.js';
import type { MeasuredPage, MeasuredSection, MeasuredWord } from './measurement.js';
import type { AccessibilityResult } from './accessibility.js';
import type { Difference } from './difference.js';
import type { SweepFault } from './sweep.js';
import type { Condition, ConditionProof } from './conditions.js';
import type { Band, PixelFigures } from './pixels.js';
import { compareWords, countClashes, type WordFigures } from './words.js';

/** How the result stands against the source at one width. */
export interface WidthProof {
  readonly width: number;
  readonly differ: number;
  /** The share of differing pixels that no smoothing of edges explains. */
  readonly seen: number;
  readonly words: WordFigures;
  readonly height: { readonly source: number; readonly result: number };
  /** Sideways scrolling of the result beyond the source's, px. */
  readonly overflow: number;
  /** Words that lie on words, beyond the source's. */
  readonly clashes: number;
  readonly sections: readonly SectionProof[];
  /** The differences from the source, element by element; the largest first. */
  readonly differences: readonly Difference[];
}

export interface SectionProof {
  readonly name: string;
  readonly differ: number;
  readonly seen: number;
  readonly placed: number;
  readonly words: number;
  readonly source: Band;
  readonly result?: Band;
}

/** What a proof may come to before it is over the limits. */
export interface Limits {
  /** Largest share of differing pixels, and smallest of words in their place; 0 to 1. */
  readonly differ: number;
  readonly placed: number;
  /** Largest share of words that are nowhere, 0 to 1. */
  readonly missing?: number;
  /** Most faults of a sweep, and most rules of accessibility that are broken worse than in the source. */
  readonly faults?: number;
  readonly worse?: number;
  /** Largest share of differing pixels under a condition, where it is another than at rest; 0 to 1. */
  readonly conditions?: Readonly<Partial<Record<Condition, number>>>;
  /** Most controls that look different when they are hovered or focused. */
  readonly controls?: number;
}

export interface Proof {
  readonly page: string;
  readonly limits: Limits;
  readonly widths: readonly WidthProof[];
  /** What is wrong at widths that nobody drew; only if they were swept. */
  readonly sweep?: readonly SweepFault[];
  /** How it looks under conditions other than a width; only if it was looked at. */
  readonly conditions?: readonly ConditionProof[];
  /** What has become of the controls that scripts of the source answered. */
  readonly behaviours?: readonly Behaviour[];
  /** What keeps people out; only if it was looked for. */
  readonly barriers?: AccessibilityResult;
  /** What is over a limit, in words; empty if the page holds. */
  readonly over: readonly string[];
}

/** Joins sections of the source with those of the result: same name, in order. Bands are whole pixels. */
export function sectionBands(source: MeasuredPage): Band[] {
  return source.sections.map(bandOf);
}

function bandOf({ y, height }: MeasuredSection): Band {
  const top = Math.max(0, Math.round(y));
  return { y: top, height: Math.max(1, Math.round(y + height) - top) };
}

/** Puts the figures of one width together. `pixels.bands` are those of `sectionBands(source)`. */
export function proveWidth(
  width: number,
  source: MeasuredPage,
  result: MeasuredPage,
  pixels: PixelFigures,
  differences: readonly Difference[] = [],
): WidthProof {
  const waiting = [...result.sections];
  const sections = source.sections.map((section, index): SectionProof => {
    const at = waiting.findIndex(({ name }) => name === section.name);
    const [own] = at < 0 ? [] : waiting.splice(at, 1);
    const words = compareWords(wordsIn(source.words, section), result.words);
    return {
      name: section.name,
      differ: pixels.bands[index] ?? 0,
      seen: pixels.seenBands[index] ?? 0,
      placed: words.placed,
      words: words.words,
      source: bandOf(section),
      ...(own ? { result: bandOf(own) } : {}),
    };
  });
  return {
    width,
    differ: pixels.differ,
    seen: pixels.seen,
    words: compareWords(source.words, result.words),
    height: { source: source.height, result: result.height },
    overflow: Math.max(0, result.overflow - source.overflow),
    clashes: Math.max(0, countClashes(result.words) - countClashes(source.words)),
    sections,
    differences,
  };
}

function wordsIn(words: readonly MeasuredWord[], { y, height }: MeasuredSection): MeasuredWord[] {
  return words.filter((word) => word.y + word.height / 2 >= y && word.y + word.height / 2 < y + height);
}
