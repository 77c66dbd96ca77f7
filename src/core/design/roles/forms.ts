import { bottom, right } from '../../geometry/box.js';
import type { Part } from '../model/part.js';
import { wordsOf } from '../text/paragraphs.js';
import {
  comesAfter,
  couldBeField,
  fieldEvidence,
  formAround,
  isConvincing,
  whyField,
  type FieldEvidence,
  type Surroundings,
} from './field-evidence.js';
import { choicesOf, type ChoiceBox } from './choices.js';
import { labelOf } from './field-labels.js';
import { inputType, type FieldKind } from './form-fields.js';
import { holdersIn, isSmallSign, leafPieces, linesIn, overlapsDown, partsIn, pathTo, type Holders } from './inside.js';

/** Forms of a design, by their parts. */
export interface Forms {
  /** Groups that contain the fields of a form and its button. */
  readonly forms: ReadonlySet<Part>;
  /** Boxes that are fields. */
  readonly fields: ReadonlyMap<Part, Field>;
  /** Check boxes, radio buttons and switches. */
  readonly choices: ReadonlyMap<Part, ChoiceBox>;
  /** The buttons that send a form. */
  readonly submits: ReadonlySet<Part>;
}

export interface Field {
  readonly kind: FieldKind;
  /** The text beside it or above it that names it. */
  readonly label?: Part;
  /** Why it was taken for one, in words. */
  readonly why: string;
}

/** Finds forms: their fields, by all that speaks for them, what is around these and a button, and what can be ticked. */
export function formsOf(root: Part, buttons: ReadonlySet<Part>, width: number, ink?: string): Forms {
  const holders = holdersIn(root);
  const all = [...holders.keys()];
  const candidates = new Set(
    all.filter((part) => !buttons.has(part) && couldBeField(part, width) && !isCell(part, holders.get(part))),
  );
  const around: Surroundings = { holders, buttons, width, ink, candidates };
  const evidence = fieldEvidence(around);
  const attached = new Map(
    evidence.flatMap(({ part, inside }) =>
      inside ? [] : buttonAtEnd(part, holders).map((button) => [part, button] as const),
    ),
  );
  const fields = new Map<Part, Field>();
  const convincing = evidence.filter((one) => isConvincing(one) || attached.has(one.part));
  const least = Math.min(...convincing.map(({ part }) => part.box[3]));
  for (const one of convincing) {
    fields.set(one.part, { kind: kindOf(one, least), why: whyField(one), ...(one.label ? { label: one.label } : {}) });
  }
  for (const part of all.filter((part) => !fields.has(part) && isFilledIn(part, convincing, holders))) {
    const label = labelOf(part, holders);
    fields.set(part, { kind: 'line', why: 'a field, as it looks like the others', ...(label ? { label } : {}) });
  }
  for (const part of all.filter((part) => isCount(part, around)))
    fields.set(part, { kind: 'number', why: 'a field, as there is a number by itself beside a button' });
  const found = new Map(
    [...fields.keys()].flatMap((part) => {
      const form = attached.has(part) ? holders.get(part) : formAround(part, around);
      return form ? [[part, form] as const] : [];
    }),
  );
  const forms = outermost(new Set(found.values()), holders);
  const inForm = (part: Part): boolean => pathTo(part, holders).some((holder) => forms.has(holder));
  const choices = choicesOf(all, holders, inForm);
  const sending = new Set([...buttons, ...attached.values()]);
  const submits = new Set([...forms].flatMap((form) => submitOf(form, [...found.keys()], sending) ?? []));
  return { forms, fields, choices, submits };
}

/** How much fields of a form differ in height, px. */
const LIKE = 2;

/** Whether a box with a label is drawn as fields are, whatever is written into it on one line. */
function isFilledIn(part: Part, fields: readonly FieldEvidence[], holders: Holders): boolean {
  const { piece } = part;
  if (piece?.type !== 'box' || part.over.length > 0 || piece.inside.some(({ type }) => type !== 'text')) return false;
  const [text, more] = linesIn(part);
  if (!text || more || text.lines.length > 1) return false;
  const isLike = ({ part: field, inside }: FieldEvidence): boolean =>
    inside !== undefined &&
    field.piece?.type === 'box' &&
    JSON.stringify(field.piece.look) === JSON.stringify(piece.look) &&
    Math.abs(field.box[3] - part.box[3]) <= LIKE &&
    Math.abs(inside.box[0] - field.box[0] - (text.box[0] - part.box[0])) <= LIKE;
  return fields.some(isLike) && labelOf(part, holders) !== undefined;
}

/** Whether a box is a cell of a table: it takes the whole height of its row. A field in a cell stands apart from the lines. */
function isCell(part: Part, row: Part | undefined): boolean {
  const isRow = row?.piece?.type === 'box' && row.piece.shape.columns !== undefined;
  return isRow && part.box[3] >= CELL * row.box[3];
}

/** A cell takes this share of the height of its row. */
const CELL = 0.9;

/** A box that is so many times as high as the lowest field takes several lines. */
const SEVERAL = 1.8;
/** Least height of an empty box that does, px. */
const LEAST_AREA = 60;
/** An arrow is wider than it is high, in shares, or so small; px. */
const FLAT = 1.3;
const SMALL_ARROW = 16;

function kindOf({ part, inside, opens }: FieldEvidence, least: number): FieldKind {
  const [, y, , height] = part.box;
  if (!inside) return height >= SEVERAL * least && height > LEAST_AREA ? 'area' : 'line';
  const sign = leafPieces(part).find((piece) => isSmallSign(piece) && piece.box[0] >= right(inside.box));
  const isArrow = sign && (sign.box[2] >= FLAT * sign.box[3] || Math.max(sign.box[2], sign.box[3]) <= SMALL_ARROW);
  if (opens && isArrow && inputType(wordsOf(inside)) === 'text') return 'list';
  const [above, below] = [inside.box[1] - y, y + height - bottom(inside.box)];
  return below > above + inside.leading / 2 && height >= SEVERAL * inside.leading * 1.5 ? 'area' : 'line';
}

/** Width of a box for a number, px. */
const COUNT_WIDTH = [36, 120] as const;

/** A small framed box with nothing but a number in it, by itself beside a button: how many. */
function isCount(part: Part, { holders, buttons }: Surroundings): boolean {
  const { piece } = part;
  const [text, more] = leafPieces(part);
  if (piece?.type !== 'box' || text?.type !== 'text' || more || part.over.length) return false;
  const isNumber = /^\d{1,3}$/.test(wordsOf(text.text));
  const beside = holders.get(part)?.parts ?? [];
  const isAlone = !beside.some((other) => other !== part && /^\d+$/.test(wordsIn(other)));
  const [, , width] = part.box;
  return (
    isNumber &&
    isAlone &&
    Number.parseFloat(piece.look['border-width'] ?? '0') > 0 &&
    width >= COUNT_WIDTH[0] &&
    width <= COUNT_WIDTH[1] &&
    beside.some((other) => buttons.has(other) && other !== part && overlapsDown(other.box, part.box))
  );
}

function wordsIn(part: Part): string {
  return [...(part.piece ? [part.piece] : []), ...leafPieces(part)]
    .map((piece) => (piece.type === 'text' ? wordsOf(piece.text) : ''))
    .join(' ')
    .trim();
}

/** The button that sends a form: the first one after its last field, else the last one. */
function submitOf(form: Part, fields: readonly Part[], buttons: ReadonlySet<Part>): Part | undefined {
  const inside = partsIn(form);
  const last = inside.filter((part) => fields.includes(part)).at(-1);
  const pressed = inside.filter((part) => buttons.has(part));
  return pressed.find((part) => last && comesAfter(part.box, last.box)) ?? pressed.at(-1);
}

/** A box touches another if they are no farther apart than this, px, and about as high. */
const TOUCHING = 6;

/** The small box with an icon, as high as a box, that touches its end: to search, or to subscribe. */
function buttonAtEnd(part: Part, holders: Holders): Part[] {
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

/** Forms lie in no other form. */
function outermost(forms: ReadonlySet<Part>, holders: Holders): Set<Part> {
  return new Set([...forms].filter((form) => !pathTo(form, holders).some((holder) => forms.has(holder))));
}
