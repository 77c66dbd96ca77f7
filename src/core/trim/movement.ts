import type { Box } from '../geometry/box.js';

/** Where everything in a page stands, at each of the widths at which it was tried. Lengths are CSS px. */
export interface ElementPosition {
  readonly widths: readonly number[];
  /** By the id of an element: its box at each width. All zero where it is not shown. */
  readonly boxes: Readonly<Record<string, readonly Box[]>>;
  /** The texts that are not blank, in the order of the page. */
  readonly texts: readonly TextPosition[];
}

export interface TextPosition {
  /** The text's box at each width. */
  readonly boxes: readonly Box[];
  /** A number for how its letters look at each width: equal looks have equal numbers. */
  readonly looks: readonly number[];
}

/** The same at some of the widths only. */
export function atWidths({ widths, boxes, texts }: ElementPosition, chosen: readonly number[]): ElementPosition {
  const indexes = chosen.map((width) => widths.indexOf(width));
  const pick = <Value>(values: readonly Value[]): Value[] => indexes.map((index) => values[index] as Value);
  return {
    widths: chosen,
    boxes: Object.fromEntries(Object.entries(boxes).map(([id, own]) => [id, pick(own)])),
    texts: texts.map((text) => ({ boxes: pick(text.boxes), looks: pick(text.looks) })),
  };
}

/** More than this is a move; px. */
export const MOVE = 0.5;

export function isShown(box: Box | undefined): boolean {
  return box !== undefined && (box[2] > 0 || box[3] > 0);
}

/** A box as it has to stand, and as it stands. */
export interface Moved {
  readonly was: Box;
  readonly is: Box;
}

/** The axes along which a box moved or changed its size. */
export interface Shift {
  readonly across: boolean;
  readonly down: boolean;
}

const STILL: Shift = { across: false, down: false };

/**
 * How a box differs from where it was by itself: not only because the box that holds it moved, or because the one before
 * it grew and pushed it on.
 */
export function shiftOf({ was, is }: Moved, holder: Moved | undefined, before: Moved | undefined): Shift {
  if (!isShown(was) && !isShown(is)) return STILL;
  const known = [holder, before].filter(
    (moved) => moved !== undefined && isShown(moved.was) && isShown(moved.is),
  ) as Moved[];
  const along = (start: 0 | 1): boolean => {
    const size = (start + 2) as 2 | 3;
    if (Math.abs(was[size] - is[size]) > MOVE) return true;
    const shift = is[start] - was[start];
    const pushed = known.flatMap((moved) => {
      const by = moved.is[start] - moved.was[start];
      return [by, by + moved.is[size] - moved.was[size]];
    });
    return (known.length ? pushed : [0]).every((value) => Math.abs(shift - value) > MOVE);
  };
  return { across: along(0), down: along(1) };
}
