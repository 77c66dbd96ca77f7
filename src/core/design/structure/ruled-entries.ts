import { required } from '../../data/required.js';
import { around } from '../../geometry/box.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';
import { goesOnInSteps, lineOfPart, type EntryLine } from './line-entries.js';

/*
 * Entries of one line each with a thin line between each two, as side bars have them: the thin line is the end of the entry
 * above it.
 */

/** Thickest line between entries, px; it is so many times as long at least. */
const THICKEST = 2;
const LONG = 20;
/** Lines between entries begin and end at the same place, to this, px. */
const PLACE = 2;
/** Fewest entries. */
const FEWEST = 3;

/** The parts of a stack, where each entry of such a run has the line below it: a run is a list. */
export function withRuledEntries(parts: readonly Part[]): Part[] {
  const result: Part[] = [];
  for (let at = 0; at < parts.length;) {
    const run = runFrom(parts, at);
    if (run.length < FEWEST) {
      result.push(required(parts[at]));
      at += 1;
      continue;
    }
    result.push({
      direction: 'stack',
      parts: run.map(entryOf),
      over: [],
      box: around(run.flat().map(({ box }) => box)),
      list: 'ul',
      reason: `a list of ${run.length} with lines between them`,
    });
    at += run.flat().length;
  }
  return result;
}

/** An entry and the line below it, which the last one need not have. */
type Ruled = readonly Part[];

function runFrom(parts: readonly Part[], from: number): Ruled[] {
  const run: Ruled[] = [];
  const lines: EntryLine[] = [];
  for (let at = from; at < parts.length; at += 2) {
    const [entry, rule] = [required(parts[at]), parts[at + 1]] as const;
    const line = lineOfPart(entry) ?? leadOf(entry);
    if (!line || !follows(lines, line)) break;
    const first = run[0]?.[1];
    lines.push(line);
    if (!rule || !isRule(rule) || (first && !isLike(first, rule))) return [...run, [entry]];
    run.push([entry, rule]);
  }
  return run;
}

/** The first words of a row of brief things, whatever follows them: it is the lines that tell the entries apart. */
function leadOf({ direction, parts, over }: Part): EntryLine | undefined {
  const pieces = parts.map(({ piece }) => piece);
  const [first] = parts;
  if (direction !== 'row' || over.length || first?.piece?.type !== 'text') return undefined;
  const isBriefRow = pieces.every(
    (piece) => piece && (piece.type === 'text' ? piece.text.lines.length === 1 : isSmall(piece)),
  );
  return isBriefRow ? { text: first.piece.text, start: first.box[0] } : undefined;
}

/** Signs and badges in such a row, px. */
const SIGN = 40;

function isSmall({ box }: Piece): boolean {
  return Math.max(box[2], box[3]) <= SIGN;
}

function follows(lines: readonly EntryLine[], line: EntryLine): boolean {
  const [last, before] = [lines.at(-1), lines.at(-2)];
  return !last || goesOnInSteps(last, line, before && last.text.box[1] - before.text.box[1]);
}

function isRule({ piece }: Part): boolean {
  if (piece?.type !== 'box' || piece.inside.length) return false;
  return piece.box[3] <= THICKEST && piece.box[2] >= LONG * piece.box[3];
}

function isLike({ box: a }: Part, { box: b }: Part): boolean {
  return Math.abs(a[0] - b[0]) <= PLACE && Math.abs(a[2] - b[2]) <= PLACE;
}

function entryOf(ruled: Ruled): Part {
  const parts = [...ruled];
  const [entry, rule] = parts;
  if (entry && !rule) return entry;
  return {
    direction: 'stack',
    parts,
    over: [],
    box: around(parts.map(({ box }) => box)),
    reason: 'an entry and its line',
  };
}
