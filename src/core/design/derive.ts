import type { Part } from './arrange.js';
import { px } from './geometry.js';
import type { Look } from './place.js';
import type { BoardLooks } from './setting.js';
import type { Piece } from './pieces.js';

/** A screen that nobody drew, and how much of the drawing's sizes is left on it. */
export interface Screen {
  /** px */
  readonly width: number;
  /** What is left of the part of a distance, and of a type size, that is above its floor; shares. */
  readonly spacing: number;
  readonly type: number;
}

/** Screens that are derived if there is no artboard nearly as narrow. */
const SCREENS: readonly Screen[] = [
  { width: 834, spacing: 0.75, type: 0.8 },
  { width: 390, spacing: 0.5, type: 0.5 },
];
/** An artboard up to this much wider than a screen (in shares) stands for it. */
const NEARLY = 1.25;
/** Distances and type sizes up to these stay as they are, px. */
const SPACING_FLOOR = 16;
const TYPE_FLOOR = 18;
/** A row up to this height is a bar, such as a menu; px. */
const BAR_HEIGHT = 90;
/** Gaps between rows that were columns, px. */
const LEAST_GAP = 24;
const MOST_GAP = 40;
/** Boxes up to this size are things to press, as wide as their words; px. */
const BUTTON = [340, 72] as const;
/** Pictures up to this width do not grow where their column does, px. */
const KEPT_PICTURE = 260;
/** Things in a row that stand farther apart than this stand at its two ends, px. */
const FAR = 60;
/** Room at the sides of a narrow screen, px. */
const GUTTER = 20;
/** Narrowest column of a grid, and of things that are all small; px. */
const COLUMN = 230;
const SMALL_COLUMN = 72;
/** Widest thing that stays beside a text on the narrowest screen, px. */
const SMALL_BESIDE = 120;

/** The screens below the narrowest artboard that have to be derived, widest first. */
export function screensBelow(widths: readonly number[]): Screen[] {
  const narrowest = Math.min(...widths);
  return SCREENS.filter(({ width }) => width * NEARLY < narrowest);
}

/** Looks of all parts on a screen that nobody drew, from those on the next wider one. */
export function deriveLooks(root: Part, wider: BoardLooks, screen: Screen): BoardLooks {
  const derived: BoardLooks = new Map();
  /* `edged`: the part stands in a box or a section, at whose sides there is room. */
  const visit = (part: Part, room: number, parent: Look, edged: boolean, holder?: Part): void => {
    const before = wider.get(part);
    if (!before) return;
    const columns = columnsOf(part, before, room);
    const look = derivedLook(part, before, parent, columns, screen, edged, holder);
    if (part.parts.some((child) => hangs(wider.get(child))) && !look['padding-bottom'])
      look['padding-bottom'] = px(LEAST_GAP);
    derived.set(part, look);
    const inner = (columns ? room / columns : room) - sidesOf(look);
    const children = [...part.parts, ...part.over];
    const sides = number(look['padding-left']) > 0 || /max\(/.test(look['padding-left'] ?? '');
    for (const child of children)
      visit(child, inner, before, (part.piece !== undefined || part.band === true) && !sides, part);
    if (columns === 1 && before['display'] === 'grid') pictureFirst(part, derived);
  };
  visit(root, screen.width - 2 * GUTTER, {}, false);
  return derived;
}

const number = (value: string | undefined): number => parseFloat(value ?? '0') || 0;

function sidesOf(look: Look): number {
  return ['padding-left', 'padding-right'].reduce((sum, name) => sum + (look[name]?.endsWith('px') ? number(look[name]) : 0), 0); // prettier-ignore
}

/** How many columns of a grid fit side by side; undefined if the part is none. */
function columnsOf(part: Part, look: Look, room: number): number | undefined {
  const template = look['grid-template-columns'];
  if (look['display'] !== 'grid' || !template) return undefined;
  if (smallBeside(part)) return part.parts.length;
  const shares = /^repeat\((\d+)/.exec(template)?.[1];
  const parts = shares ? Array.from({ length: Number(shares) }, () => 1) : [...template.matchAll(/([\d.]+)fr/g)].map(([, one]) => Number(one)); // prettier-ignore
  const gap = Math.min(number(look['column-gap']), MOST_GAP);
  const least = part.parts.every((one) => isSmall(one)) ? SMALL_COLUMN : COLUMN;
  const total = parts.reduce((sum, one) => sum + one, 0);
  const free = room - gap * (parts.length - 1);
  if (parts.every((one) => (free * one) / total >= least)) return parts.length;
  const fit = Math.max(1, Math.floor((room + gap) / (least + gap)));
  const alike = parts.every((one) => Math.abs(one - (parts[0] as number)) < 0.12 * (parts[0] as number));
  if (!alike) return 1;
  const fewer = Math.min(fit, parts.length - 1);
  return parts.length % fewer === 0 || fewer === 1 ? fewer : fewer - (parts.length % (fewer - 1) === 0 ? 1 : 0);
}

/** Of two things beside each other, the small one (a date, an icon), which keeps its width. */
function smallBeside({ parts }: Part): Part | undefined {
  return parts.length === 2 ? parts.find(({ box }) => box[2] <= SMALL_BESIDE) : undefined;
}

function isSmall(part: Part): boolean {
  return part.box[2] <= 2 * SMALL_COLUMN && part.parts.length <= 1;
}

function derivedLook(
  part: Part,
  before: Look,
  parent: Look,
  columns: number | undefined,
  screen: Screen,
  edged: boolean,
  around: Part | undefined,
): Look {
  const look: Look = {};
  for (const [name, value] of Object.entries(before)) look[name] = scaled(name, value, screen);
  const { piece } = part;
  if (piece?.type === 'text') asText(look);
  if (!piece && look['flex-shrink'] === '0') Object.assign(look, { 'flex-shrink': '1', 'min-width': '0' });
  if (columns !== undefined) asGrid(part, look, columns);
  if (parent['display'] === 'grid') inColumn(look);
  if (parent['display'] === 'grid' && isButtonLike(part)) look['justify-self'] = look['justify-self'] ?? 'start';
  if (hangs(before)) look['margin-bottom'] = px(LEAST_GAP);
  if (before['z-index'] && number(before['margin-top']) < 0) look['margin-top'] = px(LEAST_GAP);
  if (piece?.type === 'picture' && look['width'] === '100%' && part.box[2] < KEPT_PICTURE)
    asSmallPicture(part, look, around);
  if (look['max-width'] === 'none') Object.assign(look, { 'max-width': '100%', 'margin-left': '0' });
  const side = edged ? px(GUTTER) : '0';
  if (number(look['margin-left']) > GUTTER && !isShortRow(parent)) look['margin-left'] = side;
  if (number(before['margin-left']) > FAR && isShortRow(parent)) look['margin-left'] = 'auto';
  if (number(look['margin-right']) > GUTTER) look['margin-right'] = side;
  if (look['flex-basis']?.endsWith('%') && screen.width * (number(look['flex-basis']) / 100) < COLUMN)
    Object.assign(look, {
      'flex-basis': '100%',
      'margin-left': '0',
      'margin-right': '0',
      'margin-top': px(SPACING_FLOOR),
    });
  if (look['display'] === 'flex' && look['flex-direction'] !== 'column') Object.assign(look, { 'flex-wrap': 'wrap', 'row-gap': look['row-gap'] ?? '8px' }); // prettier-ignore
  if (before['position'] === 'absolute' && flows(piece)) intoFlow(look);
  if (part.parts.length && before['min-height'] && !before['display']) Object.assign(look, { display: 'flex', 'flex-direction': 'column', 'row-gap': px(SPACING_FLOOR) }); // prettier-ignore
  return look;
}

/** Fewer columns, as far apart as they were; a bar of short things runs on instead. */
function asGrid(part: Part, look: Look, columns: number): void {
  if (columns < part.parts.length && part.box[3] <= BAR_HEIGHT && !part.parts.some(({ parts }) => parts.length > 3)) {
    delete look['grid-template-columns'];
    Object.assign(look, { display: 'flex', 'flex-wrap': 'wrap', 'align-items': 'center', 'justify-content': 'space-between' }); // prettier-ignore
    Object.assign(look, { 'column-gap': px(SPACING_FLOOR), 'row-gap': px(SPACING_FLOOR / 2) });
    return;
  }
  const small = columns === part.parts.length ? smallBeside(part) : undefined;
  look['column-gap'] = px(Math.min(number(look['column-gap']), MOST_GAP));
  look['grid-template-columns'] = small
    ? part.parts.map((one) => (one === small ? px(one.box[2]) : 'minmax(0, 1fr)')).join(' ')
    : `repeat(${columns}, minmax(0, 1fr))`;
  const gap = Math.max(number(look['row-gap']), Math.min(number(look['column-gap']), MOST_GAP), LEAST_GAP);
  if (part.parts.length > columns) look['row-gap'] = px(gap);
}

function isShortRow(parent: Look): boolean {
  return parent['display'] === 'flex' && parent['flex-direction'] !== 'column';
}

const SPACING = /^(padding|margin)-(top|bottom|left|right)$|^(row|column)-gap$|^min-height$/;

/** A length with what is above its floor made smaller. */
function scaled(name: string, value: string, { spacing, type }: Screen): string {
  if (!/^-?[\d.]+px$/.test(value)) return value;
  const length = number(value);
  if (name === 'font-size') return px(Math.round(less(length, TYPE_FLOOR, type) * 10) / 10);
  return SPACING.test(name) ? px(Math.sign(length) * less(Math.abs(length), SPACING_FLOOR, spacing)) : value;
}

function less(length: number, floor: number, share: number): number {
  return length <= floor ? length : floor + (length - floor) * share;
}

/** Whether a part hangs over the lower edge of its section. */
function hangs(look: Look | undefined): boolean {
  return look?.['z-index'] !== undefined && number(look['margin-bottom']) < 0;
}

function isButtonLike({ piece, box }: Part): boolean {
  return piece?.type === 'box' && piece.inside.length > 0 && box[2] <= BUTTON[0] && box[3] <= BUTTON[1];
}

/** A picture that was small stays so, in the middle if what is around it is. */
function asSmallPicture(part: Part, look: Look, around: Part | undefined): void {
  look['max-width'] = px(part.box[2]);
  const centred = around?.parts.some(({ piece }) => piece?.type === 'text' && piece.text.align === 'center');
  if (centred) look['align-self'] = 'center';
}

/** Text takes the room that there is. */
function asText(look: Look): void {
  if (look['max-width']) look['max-width'] = '100%';
  if (look['flex-shrink'] === '0') Object.assign(look, { 'flex-shrink': '1', 'min-width': '0' });
  if (look['text-wrap-mode'] === 'nowrap' && look['position'] !== 'absolute') look['text-wrap-mode'] = 'wrap';
}

/** What stood beside others begins where its column does. */
function inColumn(look: Look): void {
  if (look['margin-top'] && number(look['margin-top']) > 0) look['margin-top'] = '0';
  for (const side of ['margin-left', 'margin-right']) if (look[side] && look[side] !== 'auto') look[side] = '0';
}

/** Words and boxes with words flow; pictures and drawing may stay where they lie over others. */
function flows(piece: Piece | undefined): boolean {
  return !piece || piece.type === 'text' || piece.inside.length > 0;
}

function intoFlow(look: Look): void {
  Object.assign(look, { position: 'static', left: 'auto', top: 'auto', width: 'auto', 'text-wrap-mode': 'wrap' });
}

/** Of a picture and a text that stood beside each other, the picture comes first. */
function pictureFirst(part: Part, derived: BoardLooks): void {
  const [first, second] = part.parts;
  if (part.parts.length !== 2 || !first || !second) return;
  if (isPicture(second) && !isPicture(first)) derived.set(second, { ...derived.get(second), order: '-1' });
}

function isPicture({ piece, parts }: Part): boolean {
  return piece?.type === 'picture' || (parts.length === 1 && isPicture(parts[0] as Part));
}
