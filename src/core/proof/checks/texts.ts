import { required } from '../../data/required.js';
import { over, readColour, type Rgba } from '../../css/colours.js';
import { px, right } from '../../geometry/box.js';
import { about, linesOf, lookOfWord, shownBox, type Compared, type ComparedPage } from '../compare-page.js';
import type { Difference, SuggestedFix } from '../difference.js';
import type { MeasuredTextStyle, MeasuredWord } from '../measurement.js';

/** Colours this much alike are the same to the eye, of 441 (distance in sRGB). */
const SAME_COLOUR = 12;
/** Sizes and line steps this near are the same, px. */
const SAME_SIZE = 0.25;
const SAME_STEP = 0.4;
/** Letters this much wider or narrower show, as a share; in texts of at least so many letters. */
const WIDER = 0.012;
const FEWEST_LETTERS = 6;

/** Texts that are set otherwise: font, size, weight, colour, spacing, lines and breaks. */
export function textDifferences(page: ComparedPage): Difference[] {
  return page.all.flatMap((compared) => {
    if (compared.words.length === 0 || (compared.node.inline && compared.parent?.words.length)) return [];
    const text = textOf(compared, page);
    const set = text ? [...letters(text, page), ...gaps(text)] : [];
    return [...set, ...(text && !set.length ? drift(text) : []), ...lines(compared), ...alignment(compared)];
  });
}

interface Both {
  readonly wanted: MeasuredWord;
  readonly is: MeasuredWord;
}

function bothOf({ words }: Compared): Both[] {
  return words.flatMap(({ wanted, is }) => (wanted && is ? [{ wanted, is }] : []));
}

/** A text with its words in the source and in the result, how its letters are set, and where it is. */
interface Text {
  readonly one: Compared;
  readonly pairs: readonly Both[];
  readonly own: MeasuredTextStyle;
  readonly place: Omit<Difference, 'fault' | 'what' | 'by'>;
}

function textOf(compared: Compared, page: ComparedPage): Text | undefined {
  const pairs = bothOf(compared);
  const [first] = pairs;
  const own = first && lookOfWord(page.result, first.is);
  return (
    own && {
      one: compared,
      pairs,
      own,
      place: { ...about(compared), wanted: boxOf(first.wanted), box: boxOf(first.is) },
    }
  );
}

function letters({ one, pairs, own, place }: Text, page: ComparedPage): Difference[] {
  const asked = lookOfWord(page.source, required(pairs[0]).wanted);
  if (!asked) return [];
  const id = one.node.id;
  const found: Difference[] = [];
  if (own.family.toLowerCase() !== asked.family.toLowerCase())
    found.push({
      ...place,
      fault: 'font',
      what: `Font: “${own.family}”, “${asked.family}” in the source`,
      by: 1,
      remedy: {
        id,
        property: 'font-family',
        value: `"${asked.family}", ${one.look.get('font-family') ?? 'sans-serif'}`,
      },
    });
  if (Math.abs(own.size - asked.size) > SAME_SIZE)
    found.push({
      ...place,
      fault: 'letters',
      what: `Font size: ${own.size} px, ${asked.size} px in the source`,
      by: Math.abs(own.size - asked.size),
      remedy: { id, property: 'font-size', value: px(asked.size) },
    });
  for (const [property, name] of [
    ['font-weight', 'weight'],
    ['font-style', 'style'],
  ] as const)
    if (own[name] !== asked[name])
      found.push({
        ...place,
        fault: 'letters',
        what: `Font ${name}: ${own[name]}, ${asked[name]} in the source`,
        by: 1,
        remedy: { id, property, value: asked[name] },
      });
  const apart = colourDistance(own.color, asked.color);
  if (apart > SAME_COLOUR)
    found.push({
      ...place,
      fault: 'colour',
      what: `Text colour: ${own.color}, ${asked.color} in the source`,
      by: Math.round(apart),
      remedy: { id, property: 'color', value: asked.color },
    });
  if (found.some(({ fault }) => fault === 'letters' || fault === 'font')) return found;
  return [...found, ...spacing({ one, pairs, own, place })];
}

function spacing({ one, pairs, own, place }: Text): Difference[] {
  const whole = pairs.filter(({ wanted, is }) => Math.abs(wanted.height - is.height) < own.size / 2);
  const count = whole.reduce((sum, { is }) => sum + is.text.length, 0);
  const sum = (side: 'wanted' | 'is'): number => whole.reduce((total, pair) => total + pair[side].width, 0);
  const [wanted, is] = [sum('wanted'), sum('is')];
  if (count < FEWEST_LETTERS || wanted === 0 || Math.abs(is / wanted - 1) <= WIDER) return [];
  const percent = Math.round(Math.abs(is / wanted - 1) * 1000) / 10;
  const room = linesOf(whole.map((pair) => pair.wanted)).length > 1 ? roomOf(one, whole) : Infinity;
  const value = moreApart(one, 'letter-spacing', Math.min((wanted - is) / count, room), own.size);
  return [
    {
      ...place,
      fault: 'letters',
      what: `Letters ${percent} % ${is > wanted ? 'wider' : 'narrower'} than in the source`,
      by: percent,
      remedy: { id: one.node.id, property: 'letter-spacing', value },
    },
  ];
}

/** Words that drift this far from their place along a line, px, show; at least so much of it must be fixed by even spacing. */
const DRIFT = 3;
const EVENLY = 0.3;

/** Words that stand more and more beside their place along their lines, though letters are about as wide on the whole. */
function drift({ one, pairs, own, place }: Text): Difference[] {
  if (one.look.get('text-align') === 'justify') return [];
  const moved = driftIn(pairs);
  const most = Math.max(0, ...moved.map(({ by }) => Math.abs(by)));
  const letters = moved.reduce((sum, { after }) => sum + after * after, 0);
  if (most <= DRIFT || letters === 0) return [];
  const each = -moved.reduce((sum, { after, by }) => sum + after * by, 0) / letters;
  const left = Math.max(...moved.map(({ after, by }) => Math.abs(by + each * after)));
  if (left > most * (1 - EVENLY)) return [];
  const value = moreApart(one, 'letter-spacing', each, own.size);
  return [
    {
      ...place,
      fault: 'letters',
      what: `Words drift by ${round(most)} px along the line`,
      by: round(most),
      remedy: { id: one.node.id, property: 'letter-spacing', value },
    },
  ];
}

/** How far each word of a line is beside its place against the first of it, px, and after how many letters. */
function driftIn(pairs: readonly Both[]): { readonly after: number; readonly by: number }[] {
  const found: { after: number; by: number }[] = [];
  let [first, after] = [required(pairs[0]), 0];
  for (const pair of pairs) {
    const isNew = Math.abs(pair.wanted.y - first.wanted.y) > pair.wanted.height / 2;
    if (isNew !== Math.abs(pair.is.y - first.is.y) > pair.is.height / 2) return [];
    if (isNew) [first, after] = [pair, 0];
    found.push({ after, by: pair.is.x - pair.wanted.x - (first.is.x - first.wanted.x) });
    after += pair.is.text.length + 1;
  }
  return found;
}

/** Words that stand farther apart than this, or nearer, show in a line, px; told from so many gaps. */
const WIDER_GAP = 0.35;
const FEWEST_GAPS = 3;

/** How far words stand from each other: in another font, spaces are as wide as letters are not. */
function gaps({ one, pairs, own, place }: Text): Difference[] {
  const between = pairs.slice(1).flatMap((pair, at) => {
    const before = required(pairs[at]);
    const gap = (side: 'wanted' | 'is'): number => pair[side].x - right(boxOf(before[side]));
    const inLine = (side: 'wanted' | 'is'): boolean =>
      Math.abs(pair[side].y - before[side].y) < pair[side].height / 2 && gap(side) > 0;
    return inLine('wanted') && inLine('is') ? [{ wanted: gap('wanted'), is: gap('is') }] : [];
  });
  if (between.length < FEWEST_GAPS || one.look.get('text-align') === 'justify') return [];
  const middle = (side: 'wanted' | 'is'): number =>
    between.map((gap) => gap[side]).sort((a, b) => a - b)[between.length >> 1] ?? 0;
  const [wanted, is] = [middle('wanted'), middle('is')];
  if (Math.abs(wanted - is) <= WIDER_GAP) return [];
  const value = moreApart(one, 'word-spacing', wanted - is, own.size);
  return [
    {
      ...place,
      fault: 'letters',
      what: `Word spacing: ${round(is)} px, ${round(wanted)} px in the source`,
      by: round(Math.abs(wanted - is)),
      remedy: { id: one.node.id, property: 'word-spacing', value },
    },
  ];
}

/** A distance between letters or words that is so much larger than it was, as a share of their size. */
function moreApart(
  { look }: Compared,
  property: 'letter-spacing' | 'word-spacing',
  more: number,
  size: number,
): string {
  const declared = look.get(property) ?? '0';
  const before = (parseFloat(declared) || 0) * (/em$/.test(declared) ? size : 1);
  return `${Math.floor(((before + more) / size) * 1e3) / 1e3}em`;
}

/** A line that is to fit has at least this much room left, px: letters are placed in fractions of them. */
const SPARE = 0.5;

/** By how much letters can be farther apart so that each line of the source still fits on one, px. */
function roomOf({ is }: Compared, pairs: readonly Both[]): number {
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
function lines(compared: Compared): Difference[] {
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

/** Letters that are this much nearer each other are hardly seen to be so, in their size. */
const CLOSER = 0.015;

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

/** Words this near are where they were, px; texts this far off their middle are not centred. */
const NEAR = 1;

/** Words that stand elsewhere from left to right in a box that is where it was. */
function alignment(compared: Compared): Difference[] {
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

export function boxOf({ x, y, width, height }: MeasuredWord): readonly [number, number, number, number] {
  return [x, y, width, height];
}

function round(value: number): number {
  return Math.round(value * 10) / 10;
}

const WHITE: Rgba = [255, 255, 255, 1];

/** How far two colours are apart on white, 0 to 441. */
export function colourDistance(a: string, b: string): number {
  const [first, second] = [a, b].map((colour) => {
    const read = readColour(colour);
    return read && over(read, WHITE);
  });
  if (!first || !second) return a === b ? 0 : 441;
  return Math.hypot(first[0] - second[0], first[1] - second[1], first[2] - second[2]);
}
