import { defined } from '../../data/defined.js';
import { columnsIn, COLUMN, LEAST_GAP, imageFirst, setColumns, widenEmpty } from './derive-grid.js';
import { lengthOf, px } from '../../geometry/box.js';
import { isOneCell } from '../layout/place.js';
import { scaledStyle, SPACING_FLOOR, type Screen } from './screens.js';
import type { Part } from '../model/part.js';
import type { StyleMap } from '../model/region.js';
import type { ArtboardStyles } from '../model/part-styles.js';

/** Room at the sides of a narrow screen, px. */
const GUTTER = 20;
/** Things in a row that stand farther apart than this stand at its two ends, px. */
const FAR = 60;
/** Boxes up to this size are things to press, as wide as their words; px. */
const BUTTON = [340, 72] as const;
/** Pictures up to this width do not grow where their column does, px. */
const KEPT_IMAGE = 260;

/** Where a part stands, for the rules by which its look is derived. */
interface Stand {
  readonly screen: Screen;
  /** Its own look, and that of the part it is in, on the next wider screen. */
  readonly before: StyleMap;
  readonly around: StyleMap;
  /** The part it is in. */
  readonly holder?: Part;
  /** It stands in a box or a section that leaves no room at its sides itself. */
  readonly edged: boolean;
  /** Width that is there for it, with its own sides, px. */
  readonly room: number;
  /** Of a grid: how many columns it has room for. */
  readonly columns?: number;
}

/** Changes what a narrower screen asks for, in a look whose sizes are scaled already. */
type Rule = (look: StyleMap, part: Part, stand: Stand) => void;

const RULES: readonly Rule[] = [
  cover,
  shrink,
  inColumns,
  inColumn,
  hangNoMore,
  keepSmallImage,
  stayInside,
  narrowSides,
  keepGutters,
  takeWholeRow,
  runOn,
  flow,
];

/** Looks of all parts on a screen that nobody drew, from those on the next wider one. */
export function deriveStyles(root: Part, wider: ArtboardStyles, screen: Screen): ArtboardStyles {
  const derived: ArtboardStyles = new Map();
  const visit = (part: Part, room: number, given: Pick<Stand, 'around' | 'holder' | 'edged'>): void => {
    const before = wider.get(part);
    if (!before) return;
    const columns = columnsIn(part, before, room);
    const look = scaledStyle(before, screen);
    for (const rule of RULES) rule(look, part, { ...given, screen, before, room, ...defined({ columns }) });
    if (part.parts.some((child) => hangs(wider.get(child)))) look['padding-bottom'] ??= px(LEAST_GAP);
    derived.set(part, look);
    const inner = {
      around: before,
      holder: part,
      edged: (part.piece !== undefined || part.band === true) && !hasSides(look),
    };
    for (const child of [...part.parts, ...part.over])
      visit(child, (columns ? room / columns : room) - sidesOf(look), inner);
    if (columns === 1) imageFirst(part, derived);
    if (columns !== undefined && look['display'] === 'flex') widenEmpty(part, derived);
  };
  visit(root, screen.width - 2 * GUTTER, { around: {}, edged: false });
  return derived;
}

/** A background that was drawn larger than its place just covers it where nobody drew it. */
function cover(look: StyleMap): void {
  if (look['background-size']?.startsWith('max(')) look['background-size'] = 'cover';
}

const SIDES = ['padding-left', 'padding-right'] as const;

/** Room at both sides, as far as it is a fixed one; px. */
function sidesOf(look: StyleMap): number {
  return SIDES.reduce((sum, name) => sum + (look[name]?.endsWith('px') ? lengthOf(look[name]) : 0), 0);
}

function hasSides(look: StyleMap): boolean {
  const left = look['padding-left'];
  return left !== undefined && (!left.endsWith('px') || lengthOf(left) > 0);
}

function isShortRow(look: StyleMap): boolean {
  return look['display'] === 'flex' && look['flex-direction'] !== 'column';
}

/** Whether a part hangs over the lower edge of its section. */
function hangs(look: StyleMap | undefined): boolean {
  return look?.['z-index'] !== undefined && lengthOf(look['margin-bottom']) < 0;
}

/** Texts and groups may be narrower than they were. */
function shrink(look: StyleMap, { piece }: Part): void {
  if (piece && piece.type !== 'text') return;
  if (look['flex-shrink'] === '0') Object.assign(look, { 'flex-shrink': '1', 'min-width': '0' });
  if (!piece) return;
  if (look['max-width']) look['max-width'] = '100%';
  if (look['text-wrap-mode'] === 'nowrap' && look['position'] !== 'absolute') look['text-wrap-mode'] = 'wrap';
}

function inColumns(look: StyleMap, part: Part, { columns }: Stand): void {
  if (columns !== undefined) setColumns(part, look, columns);
}

/** What stood beside others begins where its column does; a thing to press is no wider than it was. */
function inColumn(look: StyleMap, { piece, box }: Part, { around }: Stand): void {
  if (around['display'] !== 'grid' || isOneCell(around)) return;
  if (lengthOf(look['margin-top']) > 0) look['margin-top'] = '0';
  for (const side of ['margin-left', 'margin-right']) if (look[side] && look[side] !== 'auto') look[side] = '0';
  const pressed = piece?.type === 'box' && piece.inside.length > 0 && box[2] <= BUTTON[0] && box[3] <= BUTTON[1];
  if (pressed) look['justify-self'] ??= 'start';
}

/** What hung over an edge stands off it. */
function hangNoMore(look: StyleMap, _part: Part, { before }: Stand): void {
  if (before['z-index'] === undefined) return;
  for (const side of ['margin-top', 'margin-bottom']) if (lengthOf(before[side]) < 0) look[side] = px(LEAST_GAP);
}

/** A picture that was small stays so, in the middle if what is around it is. */
function keepSmallImage(look: StyleMap, { piece, box }: Part, { holder }: Stand): void {
  if (piece?.type !== 'picture' || look['width'] !== '100%' || box[2] >= KEPT_IMAGE) return;
  look['max-width'] = px(box[2]);
  const centred = holder?.parts.some((part) => part.piece?.type === 'text' && part.piece.text.align === 'center');
  if (centred) look['align-self'] = 'center';
}

/** What reached over the sides of its box does not. */
function stayInside(look: StyleMap): void {
  if (look['max-width'] === 'none') Object.assign(look, { 'max-width': '100%', 'margin-left': '0' });
}

/** Room at each side of what a box holds, in shares of the width that is there for it, and what is always left, px. */
const SIDE_SHARE = 0.08;

/** What stood in the middle of a wide box, or at one of its sides, takes the width that a narrow one has. */
function narrowSides(look: StyleMap, _part: Part, { room }: Stand): void {
  const most = Math.max(SPACING_FLOOR, Math.round(SIDE_SHARE * room));
  for (const side of SIDES) {
    const [, gutter] = /^calc\((.+\)) \+ [\d.]+px\)$/.exec(look[side] ?? '') ?? [];
    if (gutter) look[side] = gutter;
    else if (look[side]?.endsWith('px') && lengthOf(look[side]) > most) look[side] = px(most);
  }
}

/** Distances from the sides are gutters; what stood at the two ends of a row goes on doing so. */
function keepGutters(look: StyleMap, { piece, parts }: Part, { before, around, edged }: Stand): void {
  const gutter = edged ? px(GUTTER) : '0';
  if (lengthOf(before['margin-right']) >= GUTTER) look['margin-right'] = gutter;
  if (isShortRow(around)) {
    if (lengthOf(before['margin-left']) > FAR) look['margin-left'] = 'auto';
    return;
  }
  if (lengthOf(before['margin-left']) < GUTTER) return;
  look['margin-left'] = gutter;
  /* What began at the gutter and could grow to the other side stops before it. */
  if (!piece && parts.length && edged) look['margin-right'] ??= gutter;
}

/** What would be too narrow in its share of a row takes the whole of it. */
function takeWholeRow(look: StyleMap, _part: Part, { screen }: Stand): void {
  const share = look['flex-basis'];
  if (!share?.endsWith('%') || (screen.width * lengthOf(share)) / 100 >= COLUMN) return;
  Object.assign(look, {
    'flex-basis': '100%',
    'margin-left': '0',
    'margin-right': '0',
    'margin-top': px(SPACING_FLOOR),
  });
}

/** Rows break where they do not fit. */
function runOn(look: StyleMap): void {
  if (!isShortRow(look)) return;
  look['flex-wrap'] = 'wrap';
  look['row-gap'] ??= px(SPACING_FLOOR / 2);
}

const UNPLACED = { left: 'auto', right: 'auto', top: 'auto', bottom: 'auto' };

/**
 * Words, and boxes with words, that lay over other things stand below them; pictures and drawing may stay where they are.
 * What held nothing but such things is a stack.
 */
function flow(look: StyleMap, { piece, parts }: Part, { before, around }: Stand): void {
  /* A badge stays in its corner. */
  if (before['position'] === 'absolute' && before['width'] === 'max-content') return;
  const words = !piece || piece.type === 'text' || piece.inside.length > 0;
  const inCell = isOneCell(around) && before['grid-row'] !== undefined;
  const { 'margin-left': left = 'auto', 'margin-top': top = 'auto' } = before;
  if (inCell) Object.assign(look, { 'grid-row': 'auto', 'grid-column': 'auto', 'margin-left': '0', 'margin-top': '0' });
  if (inCell && !words) Object.assign(look, { position: 'absolute', left, top });
  if (words && (inCell || before['position'] === 'absolute'))
    Object.assign(look, { position: 'static', ...UNPLACED, width: 'auto', 'text-wrap-mode': 'wrap' });
  if (parts.length && isOneCell(before))
    Object.assign(look, {
      display: 'flex',
      'flex-direction': 'column',
      position: 'relative',
      'row-gap': px(SPACING_FLOOR),
    });
}
