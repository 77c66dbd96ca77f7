import { required } from '../../data/required.js';
import { lengthOf, px } from '../../geometry/box.js';
import { isOneCell } from '../layout/place.js';
import { SPACING_FLOOR } from './screens.js';
import type { Part } from '../model/part.js';
import type { StyleMap } from '../model/region.js';
import type { ArtboardStyles } from '../model/part-styles.js';

/** A row up to this height is a bar, such as a menu; px. */
const BAR_HEIGHT = 90;
/** Most things that one entry of a bar holds. */
const BAR_ENTRY = 3;
/** Gaps between rows that were columns, px. */
export const LEAST_GAP = 24;
const MOST_GAP = 40;
/** Narrowest column of a grid, and of things that are all small; px. */
export const COLUMN = 230;
const SMALL_COLUMN = 72;
/** Widest thing that stays beside a text on the narrowest screen, px. */
const SMALL_BESIDE = 120;
/** Columns whose shares differ by less (in shares of the first) are alike. */
const ALIKE = 0.12;

/** The shares of the columns of a grid; undefined if a look is none. */
function sharesOf(look: StyleMap): number[] | undefined {
  const template = look['grid-template-columns'];
  if (look['display'] !== 'grid' || !template || isOneCell(look)) return undefined;
  const count = /^repeat\((\d+)/.exec(template)?.[1];
  if (count) return Array.from({ length: Number(count) }, () => 1);
  return [...template.matchAll(/([\d.]+)fr/g)].map(([, share]) => Number(share));
}

/** How many columns of a grid fit into a room (px) side by side; undefined if the part is none. */
export function columnsIn(part: Part, look: StyleMap, room: number): number | undefined {
  const shares = sharesOf(look);
  if (!shares) return undefined;
  if (smallBeside(part)) return part.parts.length;
  const gap = Math.min(lengthOf(look['column-gap']), MOST_GAP);
  const least = part.parts.every(isSmall) ? SMALL_COLUMN : COLUMN;
  const free = room - gap * (shares.length - 1);
  const total = shares.reduce((sum, share) => sum + share, 0);
  if (shares.every((share) => (free * share) / total >= least)) return shares.length;
  const [first = 1] = shares;
  if (shares.some((share) => Math.abs(share - first) >= ALIKE * first)) return 1;
  const most = Math.min(shares.length - 1, Math.max(1, Math.floor((room + gap) / (least + gap))));
  return evenly(shares.length, most);
}

/** As many columns as fill their rows, or one less than would fit where that does. */
function evenly(things: number, most: number): number {
  return most > 2 && things % most !== 0 && things % (most - 1) === 0 ? most - 1 : most;
}

/** Of two things beside each other, the small one (a date, an icon), which keeps its width. */
function smallBeside({ parts }: Part): Part | undefined {
  return parts.length === 2 ? parts.find(({ box }) => box[2] <= SMALL_BESIDE) : undefined;
}

function isSmall({ box, parts }: Part): boolean {
  return box[2] <= 2 * SMALL_COLUMN && parts.length <= 1;
}

/** Sets a grid in fewer columns, as far apart as they were; a bar of short things runs on instead. */
export function setColumns(part: Part, look: StyleMap, columns: number): void {
  if (columns < part.parts.length && isBar(part)) return runOn(look);
  const small = columns === part.parts.length ? smallBeside(part) : undefined;
  look['column-gap'] = px(Math.min(lengthOf(look['column-gap']), MOST_GAP));
  look['grid-template-columns'] = small
    ? part.parts.map((part) => (part === small ? px(part.box[2]) : 'minmax(0, 1fr)')).join(' ')
    : `repeat(${columns}, minmax(0, 1fr))`;
  if (part.parts.length > columns)
    look['row-gap'] = px(Math.max(lengthOf(look['row-gap']), lengthOf(look['column-gap']), LEAST_GAP));
}

function isBar({ box, parts }: Part): boolean {
  return box[3] <= BAR_HEIGHT && parts.every((entry) => entry.parts.length <= BAR_ENTRY);
}

function runOn(look: StyleMap): void {
  delete look['grid-template-columns'];
  Object.assign(look, {
    display: 'flex',
    'flex-wrap': 'wrap',
    'align-items': 'center',
    'justify-content': 'space-between',
    'column-gap': px(SPACING_FLOOR),
    'row-gap': px(SPACING_FLOOR / 2),
  });
}

/** An empty box in a bar that runs on, such as a field, takes the room that is left, and is at least so wide, px. */
const EMPTY_LEAST = 160;

/** In a bar that runs on, what holds no words has no width of its own. */
export function widenEmpty({ parts }: Part, looks: ArtboardStyles): void {
  for (const part of parts) {
    const isEmpty = part.piece?.type === 'box' && part.piece.inside.length === 0 && part.box[2] > EMPTY_LEAST;
    if (isEmpty) looks.set(part, { ...looks.get(part), 'flex-grow': '1', 'flex-basis': px(EMPTY_LEAST) });
  }
}

/** Of a picture and a text that stood beside each other, the picture comes first. */
export function imageFirst({ parts }: Part, looks: ArtboardStyles): void {
  const [first, second] = parts;
  if (parts.length !== 2 || !first || !second) return;
  if (isImage(second) && !isImage(first)) looks.set(second, { ...looks.get(second), order: '-1' });
}

function isImage({ piece, parts }: Part): boolean {
  return piece?.type === 'picture' || (parts.length === 1 && isImage(required(parts[0])));
}
