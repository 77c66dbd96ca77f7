import { bottom, right } from '../../geometry/box.js';
import type { Part } from '../model/part.js';
import { wordsOf } from '../text/paragraphs.js';

/** Forms of a design, by their parts. */
export interface Forms {
  /** Groups that contain the fields of a form and its button. */
  readonly forms: ReadonlySet<Part>;
  /** Empty boxes that are input fields, each with its label; empty if it has none. */
  readonly fields: ReadonlyMap<Part, string>;
  /** Check boxes, radio buttons and switches. */
  readonly choices: ReadonlyMap<Part, Choice>;
  /** The buttons that send a form. */
  readonly submits: ReadonlySet<Part>;
}

export type Choice = 'checkbox' | 'radio' | 'switch';

/** Heights of an input field, px, and its least width in heights and px. */
const HEIGHTS = [26, 76] as const;
const LONG = 2;
const LEAST_WIDTH = 80;
/** An empty box that takes up more of the page width than this is not a field, as a share. */
const WIDEST = 0.8;
/** A label stands at most so far above its box, and begins beside its edge; px. */
const LABEL_GAP = 16;
const LABEL_EDGE = 24;
const MOST_LABEL_WORDS = 6;
/** Side of a check box, px, and how much width and height may differ, as a share. */
const TICK = [10, 30] as const;
const SQUARE = 0.15;
/** A form is found so many boxes out from its fields at most. */
const FARTHEST = 5;

/**
 * Finds forms. An empty box with a border, about as high as a line of text, is an input field if a button follows it in the
 * same group, or if several of them have short labels above.
 * @param written fields that are known already, because their label stands in them
 */
export function formsOf(root: Part, buttons: ReadonlySet<Part>, written: ReadonlySet<Part>, width: number): Forms {
  const holders = holdersIn(root);
  const all = [...holders.keys()];
  const attached = new Map(
    all
      .filter((part) => isEmptyBox(part, width))
      .flatMap((part) => buttonAtEnd(part, holders).map((button) => [part, button] as const)),
  );
  const empty = all.filter((part) => isEmptyBox(part, width) && (isFramed(lookOf(part)) || attached.has(part)));
  const found = new Map<Part, Part>();
  for (const part of [...empty, ...written]) {
    const form = attached.has(part) ? holders.get(part) : formAround(part, holders, buttons);
    if (form) found.set(part, form);
  }
  const labelled = empty.filter((part) => labelOf(part, holders) !== '');
  const fields = new Map(
    empty
      .filter((part) => found.has(part) || (labelled.length > 1 && labelled.includes(part)))
      .map((part) => [part, labelOf(part, holders)] as const),
  );
  const forms = outermost(new Set(found.values()), holders);
  const inForm = (part: Part): boolean => pathTo(part, holders).some((holder) => forms.has(holder));
  const choices = new Map(
    all.flatMap((part) => {
      const kind = choiceOf(part, holders);
      return kind && (kind === 'switch' || inForm(part)) ? [[part, kind] as const] : [];
    }),
  );
  const sending = new Set([...buttons, ...attached.values()]);
  const submits = new Set([...forms].flatMap((form) => submitOf(form, [...found.keys()], sending) ?? []));
  return { forms, fields, choices, submits };
}

/** The button that sends a form: the first one after its last field, else the last one. */
function submitOf(form: Part, fields: readonly Part[], buttons: ReadonlySet<Part>): Part | undefined {
  const inside = leavesOf(form);
  const last = inside.filter((part) => fields.includes(part)).at(-1);
  const pressed = inside.filter((part) => buttons.has(part));
  return pressed.find((part) => last && comesAfter(part.box, last.box)) ?? pressed.at(-1);
}

/** What holds each part. */
function holdersIn(root: Part): Map<Part, Part | undefined> {
  const holders = new Map<Part, Part | undefined>([[root, undefined]]);
  const visit = (part: Part): void => {
    for (const child of [...part.parts, ...part.over]) {
      holders.set(child, part);
      visit(child);
    }
  };
  visit(root);
  return holders;
}

function pathTo(part: Part, holders: ReadonlyMap<Part, Part | undefined>): Part[] {
  const path: Part[] = [];
  for (let at = holders.get(part); at; at = holders.get(at)) path.push(at);
  return path;
}

function isEmptyBox({ piece, parts, over }: Part, pageWidth: number): boolean {
  if (piece?.type !== 'box' || parts.length || over.length) return false;
  const [, , width, height] = piece.box;
  return (
    height >= HEIGHTS[0] &&
    height <= HEIGHTS[1] &&
    width >= Math.max(LEAST_WIDTH, LONG * height) &&
    width <= WIDEST * pageWidth
  );
}

function lookOf({ piece }: Part): Readonly<Record<string, string>> {
  return piece?.type === 'box' ? piece.look : {};
}

/** A box touches another if they are no farther apart than this, px, and about as high. */
const TOUCHING = 6;

/** The small box with an icon, as high as a box, that touches its end: to search, or to subscribe. */
function buttonAtEnd(part: Part, holders: ReadonlyMap<Part, Part | undefined>): Part[] {
  const beside = holders.get(part)?.parts ?? [];
  return beside.filter(
    ({ piece, box }) =>
      piece?.type === 'box' &&
      piece.inside.length === 1 &&
      Math.abs(box[0] - right(part.box)) <= TOUCHING &&
      Math.abs(box[3] - part.box[3]) <= TOUCHING &&
      box[2] < part.box[2],
  );
}

/** Whether it has a border: an empty box that is only filled may be anything. */
function isFramed(look: Readonly<Record<string, string>>): boolean {
  return parseFloat(look['border-width'] ?? look['border-top-width'] ?? '0') > 0;
}

/** The smallest group around a field that contains a button below it or beside it. */
function formAround(
  field: Part,
  holders: ReadonlyMap<Part, Part | undefined>,
  buttons: ReadonlySet<Part>,
): Part | undefined {
  for (const holder of pathTo(field, holders).slice(0, FARTHEST)) {
    /* A form is in a section; the sections themselves are in none. */
    if (holders.get(holder) === undefined || holder.frame) return undefined;
    const isFollowed = leavesOf(holder).some(
      (part) => buttons.has(part) && part !== field && comesAfter(part.box, field.box),
    );
    if (isFollowed) return holder;
  }
  return undefined;
}

/** Whether a box lies below another, or right of it in one row. */
function comesAfter(box: Part['box'], other: Part['box']): boolean {
  return box[1] >= bottom(other) - 1 || (box[0] >= right(other) - 1 && overlaps(box, other));
}

function overlaps(a: Part['box'], b: Part['box']): boolean {
  return a[1] < bottom(b) && bottom(a) > b[1];
}

function leavesOf(part: Part): Part[] {
  return [...part.parts, ...part.over].flatMap((child) => [child, ...leavesOf(child)]);
}

/** Forms lie in no other form. */
function outermost(forms: ReadonlySet<Part>, holders: ReadonlyMap<Part, Part | undefined>): Set<Part> {
  return new Set([...forms].filter((form) => !pathTo(form, holders).some((holder) => forms.has(holder))));
}

/** The short text right above a box, in what holds it; empty if there is none. */
function labelOf(field: Part, holders: ReadonlyMap<Part, Part | undefined>): string {
  const near = pathTo(field, holders).slice(0, 2).flatMap(leavesOf);
  for (const { piece } of near) {
    if (piece?.type !== 'text') continue;
    const { box, lines } = piece.text;
    const gap = field.box[1] - bottom(box);
    const words = wordsOf(piece.text);
    const isNear = gap >= -2 && gap <= LABEL_GAP && Math.abs(box[0] - field.box[0]) <= LABEL_EDGE;
    if (isNear && lines.length === 1 && words.split(' ').length <= MOST_LABEL_WORDS) return words;
  }
  return '';
}

/** A small square or round box in front of a line of text, or a switch beside it. */
function choiceOf(part: Part, holders: ReadonlyMap<Part, Part | undefined>): Choice | undefined {
  const { piece } = part;
  const row = holders.get(part);
  if (piece?.type !== 'box' || row?.direction !== 'row' || row.parts.length !== 2) return undefined;
  const [x, , width, height] = piece.box;
  const texts = row.parts.flatMap(({ piece: other }) => (other?.type === 'text' ? [other.text] : []));
  if (!texts.some(({ box }) => overlaps(box, piece.box))) return undefined;
  const radius = piece.look['border-radius'] ?? '0';
  const isRound = radius === '50%' || parseFloat(radius) >= height * 0.45;
  if (isRound && isSwitch(part)) return 'switch';
  if (part.parts.length || part.over.length || !isFramed(piece.look)) return undefined;
  if (width < TICK[0] || width > TICK[1] || Math.abs(width - height) > SQUARE * width) return undefined;
  if (!texts.some(({ box }) => box[0] > x)) return undefined;
  return isRound ? 'radio' : 'checkbox';
}

/** Height of a switch, px, and its width in heights; what is in it is no wider than its height, as its knob is. */
const SWITCH_HEIGHT = [12, 36] as const;
const SWITCH_WIDTH = [1.5, 2.6] as const;

function isSwitch(part: Part): boolean {
  const [, , width, height] = part.box;
  const inside = leavesOf(part).flatMap(({ piece }) => (piece ? [piece] : []));
  return (
    height >= SWITCH_HEIGHT[0] &&
    height <= SWITCH_HEIGHT[1] &&
    width >= SWITCH_WIDTH[0] * height &&
    width <= SWITCH_WIDTH[1] * height &&
    inside.length <= 1 &&
    inside.every(({ box }) => box[2] <= height)
  );
}
