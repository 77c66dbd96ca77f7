import { holds, right } from '../../geometry/box.js';
import type { Part } from '../model/part.js';
import { wordsOf } from '../text/paragraphs.js';
import { isSmallSign, leafPieces, linesIn, overlapsDown, partsIn, type Holders } from './inside.js';

export type Choice = 'checkbox' | 'radio' | 'switch';

/** What can be ticked, and the words beside it. */
export interface ChoiceBox {
  readonly kind: Choice;
  readonly label?: Part;
}

/** Side of a check box, px, and how much width and height may differ, as a share. */
const TICK = [10, 30] as const;
const SQUARE = 0.15;
/** What is ticked stands no farther before its words than this, px. */
const WORDS_GAP = 28;

/** What can be ticked: in a form, several below each other, or switches anywhere. */
export function choicesOf(
  all: readonly Part[],
  holders: Holders,
  inForm: (part: Part) => boolean,
): ReadonlyMap<Part, ChoiceBox> {
  const ticks = all.flatMap((part) => {
    const kind = choiceOf(part, holders);
    return kind ? [[part, kind] as const] : [];
  });
  const found = ticks.filter(
    ([part, kind]) =>
      kind === 'switch' || inForm(part) || (isPlainBox(part) && ticks.some(([other]) => isAbove(other, part))),
  );
  return new Map(
    found.map(([part, kind]) => {
      const label = wordsBeside(part, holders);
      return [part, { kind, ...(label ? { label } : {}) }] as const;
    }),
  );
}

/** The text right of a box in its row, or left of a switch, where a smaller one may stand below it. */
function wordsBeside(part: Part, holders: Holders): Part | undefined {
  const beside = (holders.get(part)?.parts ?? []).filter(
    (other) => other !== part && overlapsDown(other.box, part.box),
  );
  const texts = beside.flatMap((other) => (other.piece ? [other] : other.parts)).filter(isText);
  return texts.find(({ box }) => box[0] >= right(part.box)) ?? texts[0];
}

function isText({ piece }: Part): boolean {
  return piece?.type === 'text';
}

/** Whether one box to tick stands right above or below another. */
function isAbove({ box: a }: Part, { box: b }: Part): boolean {
  const step = Math.abs(a[1] - b[1]);
  return step > 0 && step <= 4 * a[3] && Math.abs(a[0] - b[0]) <= 2 && Math.abs(a[2] - b[2]) <= 2;
}

/** A small square or round box in front of a line of text, or a switch beside it. */
function choiceOf(part: Part, holders: Holders): Choice | undefined {
  const { piece } = part;
  const row = holders.get(part);
  if (piece?.type !== 'box' || row?.direction !== 'row') return undefined;
  const [, , width, height] = piece.box;
  const isSaid = saysState(part);
  const others = row.parts.filter((other) => other !== part);
  const switched = (others.length === 1 || (others.length === 2 && others.every(isText))) && isSwitch(part);
  if (switched && isSaid && wordsBeside(part, holders)) return 'switch';
  const texts = row.parts.flatMap(({ piece: other }) => (other?.type === 'text' ? [other.text] : []));
  const beside = texts.filter(({ box }) => overlapsDown(box, piece.box));
  if (beside.length === 0) return undefined;
  const radius = piece.look['border-radius'] ?? '0';
  const isRound = radius === '50%' || parseFloat(radius) >= height * 0.45;
  if (isRound && switched) return 'switch';
  if (width < TICK[0] || width > TICK[1] || Math.abs(width - height) > SQUARE * width || !canBeTicked(part))
    return undefined;
  const gaps = beside.map(({ box }) => box[0] - right(piece.box));
  if (!gaps.some((gap) => gap >= 0 && gap <= WORDS_GAP)) return undefined;
  return isRound ? 'radio' : 'checkbox';
}

/** An empty box, or a filled one with a mark in it. */
function canBeTicked(part: Part): boolean {
  const { piece } = part;
  if (piece?.type !== 'box' || part.over.length) return false;
  const marks = leafPieces(part);
  return marks.length <= 1 && marks.every((mark) => mark.type !== 'text' && isSmallSign(mark));
}

/** A box without a mark is one to tick by itself only if it is empty to the eye: framed, not filled. */
function isPlainBox({ piece }: Part): boolean {
  const look = piece?.type === 'box' ? piece.look : {};
  return parseFloat(look['border-width'] ?? '0') > 0 || look['box-shadow'] !== undefined;
}

/** What a switch says of itself, in several languages. */
const STATES = /^(on|off|yes|no|an|aus|ein|ja|nein|oui|non|sí|si|sì|sim|não|av|på|aan|uit)$/i;

/** Whether the only words in a box are those that a switch says of itself. */
function saysState(part: Part): boolean {
  const texts = linesIn(part);
  return texts.length > 0 && texts.every((text) => STATES.test(wordsOf(text)));
}

/** Height of a switch, px, and its width in heights; its knob is no wider than its height, or drawn with all of it. */
const SWITCH_HEIGHT = [12, 36] as const;
const SWITCH_WIDTH = [1.5, 2.6] as const;

function isSwitch(part: Part): boolean {
  const [, , width, height] = part.box;
  const drawn = partsIn(part).flatMap(({ piece }) => (piece ? [piece] : []));
  const inside = saysState(part) ? drawn.filter(({ type }) => type !== 'text') : drawn;
  return (
    height >= SWITCH_HEIGHT[0] &&
    height <= SWITCH_HEIGHT[1] &&
    width >= SWITCH_WIDTH[0] * height &&
    width <= SWITCH_WIDTH[1] * height &&
    inside.length <= 1 &&
    inside.every(({ box }) => box[2] <= height || holds(box, part.box, 2))
  );
}
