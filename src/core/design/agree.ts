import { around, bottom } from '../page/geometry.js';
import { alignmentOf, leadingOf, mainLook, wordsOf, wouldFit, type Line, type Paragraph } from './paragraphs.js';

/**
 * Artboards of one page say of each other what is one text: what one board has in one piece and another in several below
 * each other, with the same words, is one text on both. Where its lines would not break by themselves as they were
 * drawn, a break is set.
 * @param texts by board, widest first
 */
export function agreeOnTexts(texts: readonly (readonly Paragraph[])[], widths: readonly number[]): Paragraph[][] {
  const lists = texts.map((one) => [...one]);
  lists.forEach((one, at) => {
    for (const other of lists) if (other !== one) joinLike(one, other, widths[at] as number);
  });
  return lists;
}

/** Joins those texts of a list that another list has as one. */
function joinLike(list: Paragraph[], other: readonly Paragraph[], width: number): void {
  const known = new Set(list.map(keyOf));
  for (const whole of other) {
    const key = keyOf(whole);
    if (known.has(key)) continue;
    const found = stretchOf(list, key);
    if (found) list.splice(found.at, found.parts.length, joined(found.parts, width));
  }
}

function keyOf(text: Paragraph): string {
  return wordsOf(text).toLowerCase();
}

/** Texts one after the other that say the same together, and stand below each other in one look. */
function stretchOf(
  list: readonly Paragraph[],
  key: string,
): { readonly at: number; readonly parts: Paragraph[] } | undefined {
  for (const [at, first] of list.entries()) {
    let said = keyOf(first);
    if (!key.startsWith(`${said} `)) continue;
    const parts = [first];
    for (const next of list.slice(at + 1)) {
      if (!goesOn(parts.at(-1) as Paragraph, next)) break;
      parts.push(next);
      said = `${said} ${keyOf(next)}`;
      if (said === key) return { at, parts };
      if (!key.startsWith(said)) break;
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

function joined(parts: readonly Paragraph[], boardWidth: number): Paragraph {
  const first = parts[0] as Paragraph;
  const lines = parts.flatMap((part) => part.lines);
  const widest = Math.max(...lines.map(({ box }) => box[2]));
  const broken = lines.map((line, at): Line => {
    const before = lines[at - 1];
    return before && wouldFit(before, line, widest, first.look.size) ? { ...line, broken: true } : line;
  });
  const { href, ...rest } = first;
  return {
    ...rest,
    lines: broken,
    box: around(lines.map(({ box }) => box)),
    look: mainLook(lines),
    leading: leadingOf(lines, first.look.size),
    align: alignmentOf(lines, boardWidth),
    ...(href && parts.every((part) => part.href === href) ? { href } : {}),
  };
}
