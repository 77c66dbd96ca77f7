import { required } from '../../data/required.js';
import { around, bottom } from '../../geometry/box.js';
import { alignmentOf, leadingOf, mainLook, saidBy, wordsOf, wouldFit } from './paragraphs.js';
import type { Line } from '../model/text-line.js';
import type { Paragraph } from '../model/paragraph.js';

/**
 * Artboards of one page say of each other what is one text: what some boards have in one piece and others in several below
 * each other, with the same words, is one text on all of them if it reads on as one, or if the lines of one of them begin
 * elsewhere; else it is several. Where the lines of a text would not break by themselves as they were drawn, a break is set.
 * @param texts by board, widest first
 */
export function agreeOnTexts(texts: readonly (readonly Paragraph[])[], widths: readonly number[]): Paragraph[][] {
  const lists = texts.map((text) => [...text]);
  for (const list of texts)
    for (const whole of list) {
      const key = saidBy(whole);
      const stretches = lists.map((paragraphs) =>
        hasSpare(paragraphs, key, list) ? stretchOf(paragraphs, key) : undefined,
      );
      const parts = stretches.find((stretch) => stretch !== undefined)?.parts;
      if (!parts) continue;
      const parted = lists.map((paragraphs, at) =>
        stretches[at] ? [] : partedLike(paragraphs, key, parts, required(widths[at])),
      );
      const together = readsOn(parts) || parted.includes(undefined);
      lists.forEach((own, at) => {
        const [stretch, apart] = [stretches[at], parted[at]];
        if (together && stretch)
          own.splice(stretch.at, stretch.parts.length, joined(stretch.parts, required(widths[at])));
        if (!together && apart?.length)
          own.splice(
            own.findIndex((text) => saidBy(text) === key),
            1,
            ...apart,
          );
      });
    }
  return lists;
}

/** Whether a list has a text less often than another one. */
function hasSpare(list: readonly Paragraph[], key: string, other: readonly Paragraph[]): boolean {
  const count = (paragraphs: readonly Paragraph[]): number => paragraphs.filter((text) => saidBy(text) === key).length;
  return list !== other && count(list) < count(other);
}

/** Size of type from which on lines are broken by hand, px. */
const TITLE_SIZE = 24;

/** Whether texts read on as one: in the middle of a sentence, or as the lines of a title. */
function readsOn(parts: readonly Paragraph[]): boolean {
  return parts.slice(1).every((part, at) => {
    const before = wordsOf(required(parts[at]));
    const title = part.look.size >= TITLE_SIZE;
    return !/[.!?:]$/.test(before) && (title || /^[\p{Ll}(–—-]/u.test(wordsOf(part)));
  });
}

/**
 * A text of a list in parts, as another board has it; none if the list does not have it, undefined if its lines begin
 * elsewhere.
 */
function partedLike(
  list: readonly Paragraph[],
  key: string,
  parts: readonly Paragraph[],
  width: number,
): readonly Paragraph[] | undefined {
  const whole = list.find((text) => saidBy(text) === key);
  if (!whole) return [];
  const paragraphs: Paragraph[] = [];
  let next = 0;
  for (const part of parts) {
    const from = next;
    let text = '';
    while (next < whole.lines.length && text.length < saidBy(part).length) {
      next += 1;
      text = saidBy({ ...whole, lines: whole.lines.slice(from, next) });
    }
    if (text !== saidBy(part)) return undefined;
    paragraphs.push(withLines(whole, whole.lines.slice(from, next), width));
  }
  return paragraphs;
}

/** Texts one after the other that say the same together, and stand below each other in one look. */
function stretchOf(
  list: readonly Paragraph[],
  key: string,
): { readonly at: number; readonly parts: Paragraph[] } | undefined {
  for (const [at, first] of list.entries()) {
    let text = saidBy(first);
    if (!key.startsWith(`${text} `)) continue;
    const parts = [first];
    for (const next of list.slice(at + 1)) {
      if (!goesOn(required(parts.at(-1)), next)) break;
      parts.push(next);
      text = `${text} ${saidBy(next)}`;
      if (text === key) return { at, parts };
      if (!key.startsWith(text)) break;
    }
  }
  return undefined;
}

/** Farthest from the end of a text to the next line of the same one, in leadings. */
const FARTHEST = 1.5;

function goesOn(above: Paragraph, below: Paragraph): boolean {
  const gap = below.box[1] - bottom(above.box);
  const alike = above.look.family === below.look.family && Math.abs(above.look.size - below.look.size) <= 0.5;
  return alike && !above.mark && !below.mark && gap > -0.5 * below.look.size && gap < FARTHEST * below.leading;
}

function joined(parts: readonly Paragraph[], artboardWidth: number): Paragraph {
  const first = required(parts[0]);
  const lines = parts.flatMap((part) => part.lines);
  const widest = Math.max(...lines.map(({ box }) => box[2]));
  const broken = lines.map((line, at): Line => {
    const before = lines[at - 1];
    return before && wouldFit(before, line, widest, first.look.size) ? { ...line, broken: true } : line;
  });
  const { href, ...rest } = first;
  return {
    ...withLines(rest, broken, artboardWidth),
    ...(href && parts.every((part) => part.href === href) ? { href } : {}),
  };
}

/** A text with other lines. */
function withLines(text: Paragraph, lines: readonly Line[], artboardWidth: number): Paragraph {
  return {
    ...text,
    lines,
    box: around(lines.map(({ box }) => box)),
    look: mainLook(lines),
    leading: leadingOf(lines, text.look.size),
    align: alignmentOf(lines, artboardWidth),
  };
}
