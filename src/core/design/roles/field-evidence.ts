import { bottom, right } from '../../geometry/box.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import type { Paragraph } from '../model/paragraph.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';
import { wordsOf } from '../text/paragraphs.js';
import { asksFor, isPrompt } from './form-fields.js';
import { labelOf, MOST_WORDS, signBeside } from './field-labels.js';
import { isLight, isSmallSign, leafPieces, linesIn, overlapsDown, partsIn, pathTo, type Holders } from './inside.js';

/*
 * Which boxes are places to write in. No single feature tells: each is weighed, and what reaches the limit is a field. The
 * weights were set on pages of many kinds and checked on others.
 */

/** A box that may be a field, with what speaks for it and against it. */
export interface FieldEvidence {
  readonly part: Part;
  /** The words in it, if there are any. */
  readonly inside?: Paragraph;
  /** The label beside it or above it. */
  readonly label?: Part;
  /** Whether it opens a list of choices. */
  readonly opens: boolean;
  readonly weights: Readonly<Partial<Record<Reason, number>>>;
}

type Reason = keyof typeof WEIGHTS;

const WEIGHTS = {
  framed: 2,
  lined: 1,
  shaded: 1,
  pale: 1,
  labelled: 2,
  asked: 1,
  named: 2,
  prompting: 2,
  alike: 2,
  signed: 1,
  sent: 2,
  inHeader: 2,
  bare: -1,
  high: -1,
  idle: -2,
  sentence: -3,
  bold: -2,
  atEnd: -6,
  pressed: -6,
  centred: -3,
  opening: -3,
} as const;

/** From this sum on a box is a field. */
const LIMIT = 4;
/** The sum from which on there is no doubt. */
const SURE = 8;

function weightOf({ weights }: FieldEvidence): number {
  return Object.values(weights).reduce((sum, weight) => sum + weight, 0);
}

export function isConvincing(evidence: FieldEvidence): boolean {
  return weightOf(evidence) >= LIMIT;
}

/** How certain it is that a box is a field: 0.5 at the limit, 1 where nothing speaks against it. */
function certaintyOf(evidence: FieldEvidence): number {
  return Math.max(0, Math.min(1, 0.5 + (weightOf(evidence) - LIMIT) / (2 * (SURE - LIMIT))));
}

/** What speaks for a field, in words. */
const WORDS: Readonly<Partial<Record<Reason, string>>> = {
  framed: 'a border',
  lined: 'a line along an edge',
  shaded: 'a shadow',
  pale: 'paler words in it',
  labelled: 'a label',
  named: 'words that name a field',
  prompting: 'words that ask for something',
  alike: 'another box like it',
  signed: 'a sign',
  sent: 'a button that follows',
  inHeader: 'a place in the header, with nothing in it',
};

/** Why a box was taken for a field, and how certain that is, in words. */
export function whyField(evidence: FieldEvidence): string {
  const found = Object.keys(evidence.weights).flatMap((reason) => WORDS[reason as Reason] ?? []);
  const [last = 'a button at its end', ...others] = found.reverse();
  const all = others.length ? `${others.reverse().join(', ')} and ${last}` : last;
  return `a field, as there is ${all} (${Math.round(100 * Math.max(LEAST_CERTAIN, certaintyOf(evidence)))} % certain)`;
}

/** What is taken for a field for another reason, such as a button that touches it, is as certain as at the limit. */
const LEAST_CERTAIN = 0.5;

/** Least and greatest height of a field, px; a high one takes several lines. */
const HEIGHT = [26, 400] as const;
/** An empty box that is higher than this is rather something else, px. */
const HIGH = 76;
const LEAST_WIDTH = 80;
/** A field is longer than it is high, in heights of a line of it; an empty box that is wider than this is none, in shares of the page. */
const LONG = 2;
const WIDEST = 0.8;
/** Room that is left of the words at most, right of them at least, and above them at most; px. */
const START = 28;
const FREE = 40;
const ABOVE = 40;
/** A wide box with an arrow at its end opens an answer rather than choices, px. */
const WIDEST_CHOICE = 320;

export interface Surroundings {
  readonly holders: Holders;
  readonly buttons: ReadonlySet<Part>;
  /** Width of the page, px. */
  readonly width: number;
  /** The colour in which most is written. */
  readonly ink: string | undefined;
  /** Everything that could be a field by its size and by what is in it. */
  readonly candidates: ReadonlySet<Part>;
}

/** What speaks for each candidate, and against it. */
export function fieldEvidence(around: Surroundings): FieldEvidence[] {
  const candidates = [...around.candidates];
  return candidates.map((part) => weigh(part, candidates, around));
}

/** Whether a part is of the size of a field, and holds a few words at its start at most. @param pageWidth px */
export function couldBeField(part: Part, pageWidth: number): boolean {
  const { piece } = part;
  if (piece?.type !== 'box' || part.over.length > 0) return false;
  const [x, y, width, height] = piece.box;
  if (width < LEAST_WIDTH || height < HEIGHT[0] || height > HEIGHT[1] || !isLight(piece.look['background-color']))
    return false;
  const texts = linesIn(part);
  const signs = leafPieces(part).filter(({ type }) => type !== 'text');
  if (!signs.every(isSmallSign)) return false;
  const [text, more] = texts;
  if (!text) return signs.length <= 1 && width >= Math.min(LONG * height, LONG * HIGH) && width <= WIDEST * pageWidth;
  if (more || text.lines.length > 1 || signs.length > 2 || wordsOf(text).split(' ').length > MOST_WORDS) return false;
  const before = signs.filter(({ box }) => box[0] < text.box[0]).map(({ box }) => right(box));
  const start = text.box[0] - Math.max(x, ...before);
  return start >= 0 && start <= START && text.box[1] - y <= ABOVE && right(piece.box) - right(text.box) >= FREE;
}

function weigh(part: Part, candidates: readonly Part[], around: Surroundings): FieldEvidence {
  const [inside] = linesIn(part);
  const look = part.piece?.type === 'box' ? part.piece.look : {};
  const signs = leafPieces(part).filter(({ type }) => type !== 'text');
  const label = labelOf(part, around.holders);
  const said = [inside && wordsOf(inside), label?.piece?.type === 'text' && wordsOf(label.piece.text)];
  const sides = (look['border-width'] ?? '0').split(' ').map(parseFloat);
  const framed = sides.every((side) => side > 0) || (sides.length > 1 && sides.filter((side) => side > 0).length >= 3);
  const lined = !framed && sides.some((side) => side > 0);
  const shaded = look['box-shadow'] !== undefined;
  const opens = inside !== undefined && signs.some(({ box }) => box[0] >= right(inside.box));
  const spare = inside ? [inside.box[0] - part.box[0], right(part.box) - right(inside.box)] : [0, FREE];
  const named = said.some((words) => words && asksFor(words));
  const signed = signs.length > 0 || signBeside(part, around.holders) !== undefined;
  const sent = formAround(part, around) !== undefined;
  const isInHeader = !inside && pathTo(part, around.holders).some(({ site }) => site === 'header');
  const facts: Record<Reason, boolean> = {
    framed,
    lined,
    shaded,
    pale: inside !== undefined && inside.look.color !== around.ink,
    labelled: label !== undefined,
    asked: label !== undefined && !inside,
    named,
    prompting: inside !== undefined && isPrompt(wordsOf(inside)),
    alike: candidates.some((other) => other !== part && areAlike(part, other)),
    signed,
    sent,
    inHeader: isInHeader,
    bare: !framed && !lined && !shaded,
    high: !inside && part.box[3] > HIGH,
    idle: !sent && !label && !named && !signed && !isInHeader,
    sentence: inside !== undefined && /(?:[?!]|[^.]\.)$/.test(wordsOf(inside)),
    atEnd: inside !== undefined && isEndOfBox(part, around.holders),
    pressed: partsIn(part).some((inner) => around.buttons.has(inner) && linesIn(inner)[0] === inside),
    bold: Number(inside?.look.weight ?? 400) >= 600,
    centred: Math.abs((spare[0] ?? 0) - (spare[1] ?? 0)) <= 6,
    opening: opens && part.box[2] > WIDEST_CHOICE && !label,
  };
  const weights = Object.fromEntries(
    Object.entries(WEIGHTS).filter(([reason]) => facts[reason as Reason]),
  ) as FieldEvidence['weights'];
  return { part, opens, weights, ...(inside ? { inside } : {}), ...(label ? { label } : {}) };
}

/** What lies along an edge is no farther from it, px. */
const EDGE = 3;

/** Whether a box takes the whole upper or lower end of the box around it: it is the head or the foot of a card. */
function isEndOfBox(part: Part, holders: Holders): boolean {
  const holder = pathTo(part, holders).find(({ piece }) => piece?.type === 'box');
  if (!holder || holder.box[3] < 1.5 * part.box[3]) return false;
  const ends = [part.box[1] - holder.box[1], bottom(holder.box) - bottom(part.box)];
  const sides = [part.box[0] - holder.box[0], right(holder.box) - right(part.box)];
  return [...sides, Math.min(...ends.map(Math.abs))].every((gap) => Math.abs(gap) <= EDGE);
}

/** Two boxes of one look and as high or as wide, one below the other or beside it, with room for a label between. */
function areAlike({ box: a, piece }: Part, { box: b, piece: other }: Part): boolean {
  const lookOf = (of: Piece | undefined): string =>
    of?.type === 'box' ? `${of.look['background-color']} ${of.look['border-width']} ${of.look['border-color']}` : '';
  const near =
    Math.max(b[1] - bottom(a), a[1] - bottom(b), b[0] - right(a), a[0] - right(b)) <= 4 * Math.min(a[3], b[3]);
  const inLine = Math.abs(a[0] - b[0]) <= 2 || Math.abs(right(a) - right(b)) <= 2 || Math.abs(a[1] - b[1]) <= 2;
  const asLarge = Math.abs(a[3] - b[3]) <= 2 || Math.abs(a[2] - b[2]) <= 2;
  return near && inLine && asLarge && lookOf(piece) === lookOf(other);
}

/** A form is found so many boxes out from its fields at most. */
const FARTHEST = 5;

/** The smallest group around a field that contains a button below it or beside it. */
export function formAround(field: Part, { holders, buttons, candidates }: Surroundings): Part | undefined {
  for (const holder of pathTo(field, holders).slice(0, FARTHEST)) {
    /* A form is in a section; the sections themselves are in none. */
    if (holders.get(holder) === undefined || holder.frame) return undefined;
    const inside = partsIn(holder);
    const last = Math.max(...inside.filter((part) => candidates.has(part)).map(({ box }) => bottom(box)));
    const isFollowed = inside.some(
      (button) =>
        buttons.has(button) && button !== field && comesAfter(button.box, field.box) && isNear(button, field, last),
    );
    if (isFollowed) return holder;
  }
  return undefined;
}

/** The button of a form is no farther from its last field than this, in heights of a field, or below what else is in the form. */
const REACH = 6;

function isNear(button: Part, { box }: Part, last: number): boolean {
  const across = Math.max(button.box[0] - right(box), box[0] - right(button.box));
  const down = button.box[1] - Math.max(last, bottom(box));
  const far = REACH * Math.min(box[3], HIGH);
  return across <= far && down <= far;
}

/** Whether a box lies below another, or right of it in one row. */
export function comesAfter(box: DrawnBox, other: DrawnBox): boolean {
  return box[1] >= bottom(other) - 1 || (box[0] >= right(other) - 1 && overlapsDown(box, other));
}
