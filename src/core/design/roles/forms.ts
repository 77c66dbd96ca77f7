import { bottom, right } from '../../geometry/box.js';
import type { Part } from '../model/part.js';
import { wordsOf } from '../text/paragraphs.js';

/** Forms of a design, by their parts. */
export interface Forms {
  /** Groups that contain the fields of a form and its button. */
  readonly forms: ReadonlySet<Part>;
  /** Empty boxes that are input fields, each with its label; empty if it has none. */
  readonly fields: ReadonlyMap<Part, string>;
  /** Check boxes and radio buttons. */
  readonly choices: ReadonlyMap<Part, 'checkbox' | 'radio'>;
}

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
  const empty = all.filter((part) => isEmptyBox(part, width));
  const found = new Map<Part, Part>();
  for (const part of [...empty, ...written]) {
    const form = formAround(part, holders, buttons);
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
      return kind && inForm(part) ? [[part, kind] as const] : [];
    }),
  );
  return { forms, fields, choices };
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
    isFramed(piece.look) &&
    height >= HEIGHTS[0] &&
    height <= HEIGHTS[1] &&
    width >= Math.max(LEAST_WIDTH, LONG * height) &&
    width <= WIDEST * pageWidth
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
    if (holders.get(holder) === undefined) return undefined;
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

/** A small square or round box in front of a line of text. */
function choiceOf(part: Part, holders: ReadonlyMap<Part, Part | undefined>): 'checkbox' | 'radio' | undefined {
  const { piece } = part;
  if (piece?.type !== 'box' || part.parts.length || part.over.length || !isFramed(piece.look)) return undefined;
  const [x, , width, height] = piece.box;
  if (width < TICK[0] || width > TICK[1] || Math.abs(width - height) > SQUARE * width) return undefined;
  const row = holders.get(part);
  const isBeforeText = row?.parts.some(
    ({ piece: other }) => other?.type === 'text' && other.text.box[0] > x && overlaps(other.text.box, piece.box),
  );
  if (!isBeforeText || row?.direction !== 'row' || row.parts.length !== 2) return undefined;
  const radius = piece.look['border-radius'] ?? '0';
  return radius === '50%' || parseFloat(radius) >= width * 0.45 ? 'radio' : 'checkbox';
}
