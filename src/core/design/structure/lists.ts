import { required } from '../../data/required.js';
import type { StyleVariant } from '../../document/types.js';
import { markKind } from '../../text/words.js';
import { around, px } from '../../geometry/box.js';
import { wordsOf } from '../text/paragraphs.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';
import type { Mark } from '../model/list-marker.js';

/** Largest drawing that stands before an item of a list, px. */
const MARK_SIZE = 28;

/** What stands before an item, as one word: equal for items of one list. Undefined for what is no item. */
function markOf(part: Part): string | undefined {
  const { piece } = part;
  if (piece?.type === 'text')
    return piece.text.mark && (piece.text.mark.kind === 'number' ? 'number' : piece.text.mark.text);
  const [first, second, ...more] = part.parts;
  if (piece || part.direction !== 'row' || !first?.piece || !second || more.length || part.over.length)
    return undefined;
  return holdsText(second) ? drawnMark(first.piece) : undefined;
}

function drawnMark(piece: Piece): string | undefined {
  if (piece.inside.length) return undefined;
  if (piece.type === 'text') {
    const words = wordsOf(piece.text);
    const kind = markKind(words);
    return kind === 'bullet' ? words : kind;
  }
  const [, , width, height] = piece.box;
  if (Math.max(width, height) > MARK_SIZE || piece.type === 'picture') return undefined;
  return `${piece.type} ${Math.round(width)} ${Math.round(height)}`;
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
  const part = withMarksInRows({ ...whole, parts: whole.parts.map(withLists) });
  const { parts } = part;
  const over = part.over.map(withLists);
  if (part.direction !== 'stack' || parts.length < 2 || part.list) return { ...part, parts, over };
  const groups: Part[][] = [];
  for (const part of parts) {
    const [before] = groups.at(-1) ?? [];
    const mark = markOf(part);
    if (before && mark !== undefined && markOf(before) === mark) required(groups.at(-1)).push(part);
    else groups.push([part]);
  }
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
