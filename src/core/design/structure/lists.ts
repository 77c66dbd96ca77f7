import { required } from '../../data/required.js';
import type { StyleVariant } from '../../document/types.js';
import { markKind } from '../../text/words.js';
import { around, px } from '../../geometry/box.js';
import { isSetInIcons } from '../model/icon-font.js';
import { wordsOf } from '../text/paragraphs.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';
import { goesOnInSteps, lineOfPart } from './line-entries.js';
import { isPager } from './pagers.js';
import { withRuledEntries } from './ruled-entries.js';
import { columnsOf } from './tables.js';
import type { Mark } from '../model/list-marker.js';

/** Largest drawing that stands before an item of a list, and largest portrait, or switch with something in it, px. */
const MARK_SIZE = 28;
const SIGN_SIZE = 64;
/** Most letters in a sign. */
const SIGN_WORDS = 3;

/** What stands before an item, as one word: equal for items of one list. Undefined for what is no item. */
function markOf(part: Part): string | undefined {
  const { piece } = part;
  if (piece?.type === 'text')
    return piece.text.mark && (piece.text.mark.kind === 'number' ? 'number' : piece.text.mark.text);
  const [first, second] = part.parts;
  if ((piece && piece.type !== 'box') || part.direction !== 'row') return undefined;
  if (!first || !second || part.over.length || !holdsText(second)) return undefined;
  return first.piece ? drawnMark(first.piece) : drawnSigns(first);
}

/** Several small drawings that stand before an item as one. */
function drawnSigns(part: Part): string | undefined {
  const signs = [...part.parts, ...part.over].map(({ piece }) => piece && drawnMark(piece));
  const [, , width, height] = part.box;
  return signs.length && !signs.includes(undefined) && Math.max(width, height) <= SIGN_SIZE
    ? `signs ${Math.round(width)} ${Math.round(height)}`
    : undefined;
}

function drawnMark(piece: Piece): string | undefined {
  if (piece.type === 'text') {
    const words = wordsOf(piece.text);
    const kind = markKind(words);
    return kind === 'bullet' ? words : (kind ?? (isSetInIcons(piece.text) ? 'sign' : undefined));
  }
  const [, , width, height] = piece.box;
  const isPlain = piece.type !== 'picture' && piece.inside.length === 0;
  if (Math.max(width, height) > (isPlain ? MARK_SIZE : SIGN_SIZE) || hasWords(piece)) return undefined;
  return `${piece.type} ${Math.round(width)} ${Math.round(height)}`;
}

/** Whether a drawing holds words; what a switch says of itself, or a letter for a portrait, is none. */
function hasWords(piece: Piece): boolean {
  if (piece.type === 'text') return wordsOf(piece.text).length > SIGN_WORDS;
  return piece.inside.some(hasWords);
}

function holdsText(part: Part): boolean {
  return part.piece?.type === 'text' || part.parts.some(holdsText);
}

/** Marks in a column of their own beside the items they stand before: each goes to its item. */
function withMarksInRows(part: Part): Part {
  if (part.direction !== 'row' || part.piece) return part;
  const parts: Part[] = [];
  for (const entry of part.parts) {
    const rows = rowsOfMarks(parts.at(-1), entry);
    if (rows)
      parts[parts.length - 1] = {
        direction: 'stack',
        parts: rows,
        over: [],
        box: around(rows.map(({ box }) => box)),
        list: listOf(rows),
        reason: `a list of ${rows.length}`,
      };
    else parts.push(entry);
  }
  return parts.length === 1 ? { ...required(parts[0]), over: part.over } : { ...part, parts };
}

function rowsOfMarks(marks: Part | undefined, items: Part): Part[] | undefined {
  if (!marks || marks.piece || items.piece || marks.parts.length < 2 || marks.parts.length !== items.parts.length)
    return undefined;
  if (marks.direction !== 'stack' || items.direction !== 'stack') return undefined;
  const drawn = marks.parts.map(({ piece }) => piece && drawnMark(piece));
  if (drawn[0] === undefined || drawn.some((text) => text !== drawn[0])) return undefined;
  const rows = marks.parts.map((mark, index): Part => {
    const item = required(items.parts[index]);
    return {
      direction: 'row',
      parts: [mark, item],
      over: [],
      box: around([mark.box, item.box]),
      reason: 'a list marker and its item',
    };
  });
  const beside = rows.every(({ parts: [mark, item] }) => {
    const middle = required(mark).box[1] + required(mark).box[3] / 2;
    const [, top, , height] = required(item).box;
    return middle >= top && middle <= top + height && holdsText(required(item));
  });
  return beside ? rows : undefined;
}

/** Finds lists: at least two items below each other. Where a list has neighbours it becomes a part of its own. */
export function withLists(whole: Part): Part {
  if (columnsOf(whole.piece)) return { ...whole, parts: whole.parts.map(withLists) };
  const part = withMarksInRows({ ...whole, parts: whole.parts.map(withLists) });
  const { parts } = part;
  const over = part.over.map(withLists);
  if (part.direction === 'row' && isPager(parts)) return { ...part, over, list: 'ul', pager: true };
  if (part.direction !== 'stack' || parts.length < 2 || part.list || part.table) return { ...part, parts, over };
  const groups: Part[][] = [];
  for (const part of withRuledEntries(parts)) {
    const group = groups.at(-1);
    const before = group?.[0];
    const mark = markOf(part);
    const isNext = before && ((mark !== undefined && markOf(before) === mark) || goesOn(group, part));
    if (isNext) group.push(part);
    else groups.push([part]);
  }
  splitShort(groups);
  if (groups.length === 1) return { ...part, parts, over, list: listOf(parts) };
  const result = groups.map((group): Part => {
    if (group.length === 1) return required(group[0]);
    return {
      direction: 'stack',
      parts: group,
      over: [],
      box: around(group.map(({ box }) => box)),
      list: listOf(group),
      reason: `a list of ${group.length}`,
    };
  });
  return { ...part, parts: result, over };
}

/** Fewest brief lines that are a list without a mark. */
const LEAST_LINES = 3;

/** Whether a part goes on with a list without marks: lines of entries in equal steps. */
function goesOn(group: readonly Part[], part: Part): boolean {
  const [line, before] = [lineOfPart(part), lineOfPart(group.at(-1))];
  if (!line || !before) return false;
  const [first, second] = group.slice(-2).map(lineOfPart);
  return goesOnInSteps(before, line, first && second ? second.text.box[1] - first.text.box[1] : undefined);
}

/** A name and two lines below it are no list; more lines may be one though the first is of another colour. */
const LEAST_NAMED = 4;

function isNamed([first, ...rest]: readonly Part[]): boolean {
  const colourOf = (part: Part | undefined): string => (part?.piece?.type === 'text' ? part.piece.text.look.color : '');
  return rest.every((part) => colourOf(part) !== colourOf(first)) && new Set(rest.map(colourOf)).size === 1;
}

/** Two lines without marks are no list, nor are two boxes. */
function splitShort(groups: Part[][]): void {
  for (let at = groups.length - 1; at >= 0; at -= 1) {
    const group = required(groups[at]);
    const isWeak = group.every((part) => part.piece?.type === 'box' || markOf(part) === undefined);
    const least = isWeak && isNamed(group) ? LEAST_NAMED : LEAST_LINES;
    if (group.length < least && group.length > 1 && isWeak) groups.splice(at, 1, ...group.map((part) => [part]));
  }
}

function listOf(items: readonly Part[]): 'ul' | 'ol' {
  return markOf(required(items[0])) === 'number' ? 'ol' : 'ul';
}

/** Look of an item whose mark is taken from its words: set in by the room that the mark has. */
export function itemLook({ inset }: Mark): Record<string, string> {
  return inset === undefined ? {} : { 'padding-left': px(inset) };
}

/** The mark as generated content: a bullet as it was drawn, a number that counts. @param size of the type, px @param counts whether it stands in a list */
export function markVariant({ kind, text, inset }: Mark, size: number, counts: boolean): StyleVariant {
  const [before = '', after = ''] = text.split(/\d+/);
  const space = inset === undefined ? ' ' : '';
  const quoted = (words: string): string => (words ? JSON.stringify(words) : '');
  const content =
    kind === 'bullet' || !counts
      ? quoted(`${text}${space}`)
      : [quoted(before), 'counter(list-item)', quoted(`${after}${space}`)].filter(Boolean).join(' ');
  if (inset === undefined) return { part: '::before', set: { content } };
  const room = Math.round((inset / size) * 1e4) / 1e4;
  const set = { content, display: 'inline-block', width: `${room}em`, 'margin-left': `${-room}em` };
  return { part: '::before', set };
}

/** The number that a list begins with, if it is not 1. */
export function startOf(part: Part): number | undefined {
  const [first] = part.parts;
  const number = first?.piece?.type === 'text' ? Number(/\d+/.exec(first.piece.text.mark?.text ?? '1')?.[0]) : 1;
  return number === 1 ? undefined : number;
}
