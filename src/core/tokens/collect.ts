import { required } from '../data/required.js';
import type { PageDocument } from '../document/types.js';
import { NameGiver } from '../text/words.js';
import { colourTokens } from './colours.js';
import { layersOf, shadowOf } from './shadows.js';
import { textTokens } from './text-styles.js';
import type { Group, Token } from './token.js';
import { screenBelow } from './typography.js';
import { declarationsIn, type ValueUse } from './uses.js';

/** A distance that stands fewer times is no step of a scale. */
const FEWEST = 3;
/** Most steps of a scale. */
const MOST_STEPS = 8;

/** What pages have of their own: colours, fonts, text styles, distances, roundings, shadows and breakpoints as tokens. @param near colours this near are one */
export function collectTokens(documents: readonly PageDocument[], near?: number): Token[] {
  const all = declarationsIn(documents).filter(
    ({ value }) => !/^(inherit|initial|unset|revert|revert-layer)$/.test(value),
  );
  return [
    ...colourTokens(documents, near),
    ...fontTokens(all),
    ...textTokens(documents),
    ...scaleTokens(
      'space',
      all.filter(({ property }) => SPACES.test(property)),
    ),
    ...scaleTokens(
      'radius',
      all.filter(({ property }) => /^border-.*-radius$/.test(property)),
    ),
    ...shadowTokens(all),
    ...breakpointTokens(documents),
  ];
}

/** Distances inside of boxes and between them. */
export const SPACES = /^(padding-(top|right|bottom|left)|(column|row)-gap|margin-(top|bottom))$/;

function tally(uses: readonly ValueUse[]): [value: string, uses: ValueUse[]][] {
  const found = new Map<string, ValueUse[]>();
  for (const use of uses) found.set(use.value, [...(found.get(use.value) ?? []), use]);
  return [...found].sort(([a, valueUses], [b, other]) => other.length - valueUses.length || (a < b ? -1 : 1));
}

function fontTokens(all: readonly ValueUse[]): Token[] {
  const giver = new NameGiver();
  const families = tally(all.filter(({ property }) => property === 'font-family'));
  const letters = (uses: readonly ValueUse[]): number =>
    uses.reduce((sum, use) => sum + (use.root ? 1e6 : use.letters), 0);
  const sorted = families.sort(([, valueUses], [, other]) => letters(other) - letters(valueUses));
  return sorted.map(([value, uses], at) => {
    const heads = uses.filter(({ kinds }) => kinds.has('heading')).length;
    const name =
      at === 0 ? 'body' : /mono|courier|consol/i.test(value) ? 'code' : heads * 2 >= uses.length ? 'heading' : 'other';
    return { group: 'font', name: giver.give(name), value, from: [value] };
  });
}

/** Steps of a scale from the smallest to the largest. */
const STEPS = ['2xs', 'xs', 's', 'm', 'l', 'xl', '2xl', '3xl'];

function scaleTokens(group: Group, uses: readonly ValueUse[]): Token[] {
  const few = group === 'space' ? FEWEST : 1;
  const known = tally(uses.filter(({ value }) => /^[\d.]+(px|%)$/.test(value) && parseFloat(value) > 0)).filter(
    ([, own]) => own.length >= few,
  );
  const values = known
    .slice(0, MOST_STEPS)
    .map(([value]) => value)
    .sort((a, b) => parseFloat(a) - parseFloat(b));
  const from = Math.max(0, Math.floor((STEPS.length - values.length) / 2));
  return values.map((value, at) => ({ group, name: required(STEPS[from + at]), value, from: [value] }));
}

function shadowTokens(all: readonly ValueUse[]): Token[] {
  const giver = new NameGiver();
  const shadows = tally(all.filter(({ property, value }) => property === 'box-shadow' && value !== 'none'));
  return shadows.map(([value, [first]]) => {
    const kind = [...(first?.kinds ?? [])].find((kind) => kind === 'card' || kind === 'button' || kind === 'section');
    return {
      group: 'shadow',
      name: giver.give(kind ?? 'box'),
      value: shadowOf(layersOf(value) ?? []) || value,
      from: [value],
    };
  });
}

function breakpointTokens(documents: readonly PageDocument[]): Token[] {
  const all = [...new Set(documents.flatMap(({ breakpoints }) => breakpoints.map(({ below }) => below)))].sort(
    (a, b) => b - a,
  );
  const giver = new NameGiver();
  return all.map((px) => ({
    group: 'breakpoint',
    name: giver.give(screenBelow(px)),
    value: `${px}px`,
    from: [`${px}px`],
  }));
}
