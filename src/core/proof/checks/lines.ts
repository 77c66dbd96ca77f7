import { type Compared, shownBox, linesOf, about } from '../compare-page.js';
import { boxOf, moreApart } from './text-boxes.js';
import { required } from '../../data/required.js';
import type { MeasuredWord } from '../measurement.js';
import type { Difference, SuggestedFix } from '../difference.js';
import { px, right } from '../../geometry/box.js';
import { type Both, bothOf, round } from './word-pairs.js';
import { SAME_STEP, SPARE, CLOSER, NEAR } from './tolerances.js';

/** By how much letters can be farther apart so that each line of the source still fits on one, px. */
export function roomOf({ is }: Compared, pairs: readonly Both[]): number {
  const box = shownBox(is);
  const lines = linesOf(pairs.map(({ wanted }) => wanted));
  if (!box) return Infinity;
  const own = new Map(pairs.map((pair) => [pair.wanted, pair.is]));
  return lines.reduce((least, line) => {
    const words = line.map((word) => required(own.get(word)));
    const letters = words.reduce((sum, { text }) => sum + text.length + 1, 0);
    const [first, second] = words as [MeasuredWord, ...MeasuredWord[]];
    const space = second && second.y === first.y ? Math.max(0, second.x - first.x - first.width) : first.height / 4;
    const wide = words.reduce((sum, { width }) => sum + width, 0) + space * (words.length - 1);
    return Math.min(least, (box[2] - wide - SPARE) / letters);
  }, Infinity);
}

/** Where lines break, and how far they are apart. */
export function lines(compared: Compared): Difference[] {
  const pairs = bothOf(compared);
  if (pairs.length < compared.words.length) return [];
  const sides = (['wanted', 'is'] as const).map((side) => linesOf(pairs.map((pair) => pair[side])));
  const [source, result] = sides as [MeasuredWord[][], MeasuredWord[][]];
  const ends = (of: MeasuredWord[][]): number[] =>
    of.slice(0, -1).reduce<number[]>((all, line) => [...all, (all.at(-1) ?? 0) + line.length], []);
  const [wanted, is] = [ends(source), ends(result)];
  const at = wanted.findIndex((end, index) => end !== is[index]);
  const off = at >= 0 ? at : is.length > wanted.length ? wanted.length : -1;
  const id = compared.node.id;
  const [first] = pairs;
  const place = { ...about(compared), wanted: boxOf(required(first).wanted), box: boxOf(required(first).is) };
  if (off >= 0) {
    const word = (end: number | undefined): string =>
      end === undefined ? 'nothing' : `“${pairs[end - 1]?.is.text ?? ''}”`;
    const what = `Line breaks after ${word(is[off])}, after ${word(wanted[off])} in the source`;
    return [
      {
        ...place,
        fault: 'line-break',
        what,
        by: Math.abs(is.length - wanted.length) || 1,
        remedy: tooLate(is[off], wanted[off]) ? earlierBreak(compared, pairs, source) : breakRemedy(compared, pairs),
      },
    ];
  }
  if (source.length < 2) return [];
  const step = (of: MeasuredWord[][]): number => ((of.at(-1)?.[0]?.y ?? 0) - (of[0]?.[0]?.y ?? 0)) / (of.length - 1);
  const [asked, own] = [step(source), step(result)];
  if (Math.abs(asked - own) <= SAME_STEP) return [];
  const size = parseFloat(compared.look.get('font-size') ?? '') || 0;
  const value = /px$/.test(compared.look.get('font-size') ?? '')
    ? String(Math.round((asked / size) * 1e4) / 1e4)
    : px(asked);
  return [
    {
      ...place,
      fault: 'leading',
      what: `Line height: ${round(own)} px, ${round(asked)} px in the source`,
      by: round(Math.abs(asked - own)),
      remedy: { id, property: 'line-height', value },
    },
  ];
}

function tooLate(is: number | undefined, wanted: number | undefined): boolean {
  return wanted !== undefined && (is === undefined || is > wanted);
}

/** A text whose lines hold more words than they should is made as narrow as its lines, if that parts them as they should be. */
function earlierBreak(
  compared: Compared,
  pairs: readonly Both[],
  source: readonly (readonly MeasuredWord[])[],
): SuggestedFix {
  const own = new Map(pairs.map((pair) => [pair.wanted, pair.is]));
  const lines = source.map((line) => line.map((word) => required(own.get(word))));
  const space = spaceIn(pairs);
  const wide = (words: readonly MeasuredWord[]): number =>
    words.reduce((sum, { width }) => sum + width, space * (words.length - 1));
  const least = Math.max(...lines.map(wide));
  const most = Math.min(
    ...lines.slice(0, -1).map((line, at) => wide(line) + space + required(lines[at + 1]?.[0]).width),
  );
  const property = 'max-width';
  return most > least + 2 * SPARE
    ? { id: compared.node.id, property, value: px(Math.min(Math.ceil(least + SPARE), Math.floor(most - SPARE))) }
    : { id: compared.node.id, property };
}

/** How far words of a line are apart, px: the middle of all gaps. */
function spaceIn(pairs: readonly Both[]): number {
  const gaps = pairs.slice(1).flatMap(({ is }, at) => {
    const before = required(pairs[at]).is;
    return Math.abs(before.y - is.y) < is.height / 2 ? [Math.max(0, is.x - before.x - before.width)] : [];
  });
  return gaps.sort((a, b) => a - b)[gaps.length >> 1] ?? required(pairs[0]).is.height / 4;
}

/** What lets lines break where they should: the room that they have, or letters that fit into it. */
function breakRemedy(compared: Compared, pairs: readonly Both[]): SuggestedFix {
  const id = compared.node.id;
  if (compared.look.has('max-width')) return { id, property: 'max-width', value: 'none' };
  const room = roomOf(compared, pairs);
  const size = parseFloat(compared.look.get('font-size') ?? '');
  if (!(size > 0)) return { id, property: 'max-width' };
  /* It breaks though it seems to fit: what no word shows, as the space after the last letter, takes the room. */
  return {
    id,
    property: 'letter-spacing',
    value: moreApart(compared, 'letter-spacing', Math.min(room, -CLOSER * size), size),
  };
}

/** Words that stand elsewhere from left to right in a box that is where it was. */
export function alignment(compared: Compared): Difference[] {
  const pairs = bothOf(compared);
  const [source, result] = [shownBox(compared.wanted), shownBox(compared.is)];
  if (!source || !result || pairs.length < compared.words.length || Math.abs(source[2] - result[2]) > NEAR) return [];
  const lines = { wanted: linesOf(pairs.map(({ wanted }) => wanted)), is: linesOf(pairs.map(({ is }) => is)) };
  if (lines.wanted.some((line, at) => line.length !== lines.is[at]?.length)) return [];
  const left = (side: 'wanted' | 'is', line: number): number =>
    (lines[side][line]?.[0]?.x ?? 0) - (side === 'wanted' ? source : result)[0];
  const free = (side: 'wanted' | 'is', line: number): number => {
    const last = lines[side][line]?.at(-1);
    return last ? (side === 'wanted' ? right(source) : right(result)) - last.x - last.width : 0;
  };
  const at = lines.wanted.findIndex((_, line) => Math.abs(left('wanted', line) - left('is', line)) > NEAR);
  if (at < 0) return [];
  const by = round(Math.abs(left('wanted', at) - left('is', at)));
  const place = { ...about(compared), wanted: source, box: result };
  const centred = lines.wanted.every((_, line) => Math.abs(left('wanted', line) - free('wanted', line)) <= 2 * NEAR);
  const atEnd = lines.wanted.every((_, line) => free('wanted', line) <= 2 * NEAR);
  const remedy = { id: compared.node.id, property: 'text-align', value: centred ? 'center' : atEnd ? 'end' : 'start' };
  if (centred) return [{ ...place, fault: 'off-centre', what: `Text off centre by ${by} px`, by, remedy }];
  return [
    {
      ...place,
      fault: 'place',
      what: `Text ${by} px too far ${left('is', at) > left('wanted', at) ? 'right' : 'left'}`,
      by,
      remedy,
    },
  ];
}
