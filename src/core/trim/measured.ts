import type { Box } from '../page/types.js';

/** Where everything in a page stands, at each of the widths at which it was tried. Lengths are CSS px. */
export interface Standing {
  readonly widths: readonly number[];
  /** By the id of an element: its box at each width. All zero where it is not shown. */
  readonly boxes: Readonly<Record<string, readonly Box[]>>;
  /** The texts that are not blank, in the order of the page. */
  readonly texts: readonly StandingText[];
}

export interface StandingText {
  /** The text's box at each width. */
  readonly boxes: readonly Box[];
  /** A number for how its letters look at each width: equal looks have equal numbers. */
  readonly looks: readonly number[];
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

/**
 * Whether a box differs from where it was by itself: not only because the box that holds it moved, or because the one
 * before it grew and pushed it on.
 */
export function hasMoved({ was, is }: Moved, holder: Moved | undefined, before: Moved | undefined): boolean {
  if (!isShown(was) && !isShown(is)) return false;
  if (Math.abs(was[2] - is[2]) > MOVE || Math.abs(was[3] - is[3]) > MOVE) return true;
  const known = [holder, before].filter((one) => one !== undefined && isShown(one.was) && isShown(one.is)) as Moved[];
  return ([0, 1] as const).some((axis) => {
    const shift = is[axis] - was[axis];
    const pushed = known.flatMap((one) => [
      one.is[axis] - one.was[axis],
      one.is[axis] + (one.is[axis + 2] as number) - one.was[axis] - (one.was[axis + 2] as number),
    ]);
    return (known.length ? pushed : [0]).every((one) => Math.abs(shift - one) > MOVE);
  });
}
