import { required } from '../../data/required.js';
import { distanceOnWhite } from '../../css/colours.js';
import { px, right } from '../../geometry/box.js';
import { about, linesOf, lookOfWord, type Compared, type ComparedPage } from '../compare-page.js';
import type { Difference } from '../difference.js';
import type { MeasuredTextStyle } from '../measurement.js';
import { roomOf, lines, alignment } from './lines.js';
import { type Both, bothOf, round } from './word-pairs.js';
import { SAME_COLOUR, SAME_SIZE, WIDER, FEWEST_LETTERS, DRIFT, EVENLY, WIDER_GAP, FEWEST_GAPS } from './tolerances.js';
import { moreApart, boxOf } from './text-boxes.js';

/** Texts that are set otherwise: font, size, weight, colour, spacing, lines and breaks. */
export function textDifferences(page: ComparedPage): Difference[] {
  return page.all.flatMap((compared) => {
    if (compared.words.length === 0 || (compared.node.inline && compared.parent?.words.length)) return [];
    const text = textOf(compared, page);
    const set = text ? [...letters(text, page), ...gaps(text)] : [];
    return [...set, ...(text && !set.length ? drift(text) : []), ...lines(compared), ...alignment(compared)];
  });
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
        value: familyFirst(asked.family, one.look.get('font-family') ?? 'sans-serif'),
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
  const apart = distanceOnWhite(own.color, asked.color);
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

/** Families that are no fonts but what a browser has for them (CSS Fonts 4, 2.1.1): they are written without quotes. */
const GENERIC = /^(serif|sans-serif|monospace|cursive|fantasy|system-ui|math|ui-[a-z]+)$/i;

/** A list of families with another one at its beginning. */
function familyFirst(family: string, list: string): string {
  if (GENERIC.test(family)) return family.toLowerCase();
  return `"${family}", ${list}`;
}
