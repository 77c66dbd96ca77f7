import { keepBand } from './band.js';
import { keepAcross, keepInner } from './inner.js';
import { fromLine, keepBlock, keepWords } from './line.js';
import type { Join } from './nest.js';
import { keepOuter } from './outer.js';

/** A way to make one box of two, and the boxes whose extents the one box has. */
export interface NamedJoin {
  readonly join: Join;
  readonly across: 'outer' | 'inner';
  readonly down: 'outer' | 'inner';
}

function named(join: Join, across: 'outer' | 'inner', down = across): NamedJoin {
  return { join, across, down };
}

/** The joins in the order in which they are tried. */
export const JOINS: readonly NamedJoin[] = [
  named(keepOuter('apart'), 'outer'),
  named(keepOuter('collapsed'), 'outer'),
  named(keepInner('apart'), 'inner'),
  named(keepInner('collapsed'), 'inner'),
  named(keepAcross, 'inner', 'outer'),
  named(keepBlock, 'inner'),
  named(keepWords, 'outer'),
  named(keepBand, 'outer'),
  named(fromLine(false), 'inner'),
  named(fromLine(true), 'inner'),
];
