import type { PageDocument } from '../page/types.js';
import { NameGiver } from '../page/words.js';
import { colourTokens } from './colours.js';
import { layersOf, shadowOf } from './shadows.js';
import type { Group, Token, Typography } from './token.js';
import { declarationsIn, type ValueUse } from './uses.js';

/** A distance that stands fewer times is no step of a scale. */
const FEWEST = 3;
/** Most steps of a scale. */
const MOST_STEPS = 8;

/** What pages have of their own: colours, fonts, text styles, distances, roundings, shadows and breakpoints as tokens. @param near colours this near are one */
export function collectTokens(documents: readonly PageDocument[], near?: number): Token[] {
  const all = declarationsIn(documents).filter(({ value }) => !/^(inherit|initial|unset|revert|revert-layer)$/.test(value)); // prettier-ignore
  return [
    ...colourTokens(documents, near),
    ...fontTokens(all),
    ...textTokens(documents),
    ...scaleTokens('space', all.filter(({ property }) => SPACES.test(property))),
    ...scaleTokens('radius', all.filter(({ property }) => /^border-.*-radius$/.test(property))),
    ...shadowTokens(all),
    ...breakpointTokens(documents),
  ]; // prettier-ignore
}

/** Distances inside of boxes and between them. */
export const SPACES = /^(padding-(top|right|bottom|left)|(column|row)-gap|margin-(top|bottom))$/;

function tally(uses: readonly ValueUse[]): [value: string, uses: ValueUse[]][] {
  const found = new Map<string, ValueUse[]>();
  for (const use of uses) found.set(use.value, [...(found.get(use.value) ?? []), use]);
  return [...found].sort(([a, one], [b, other]) => other.length - one.length || (a < b ? -1 : 1));
}

function fontTokens(all: readonly ValueUse[]): Token[] {
  const giver = new NameGiver();
  const families = tally(all.filter(({ property }) => property === 'font-family'));
  const letters = (uses: readonly ValueUse[]): number => uses.reduce((sum, one) => sum + (one.root ? 1e6 : one.letters), 0); // prettier-ignore
  const sorted = families.sort(([, one], [, other]) => letters(other) - letters(one));
  return sorted.map(([value, uses], at) => {
    const heads = uses.filter(({ kinds }) => kinds.has('heading')).length;
    const name = at === 0 ? 'body' : /mono|courier|consol/i.test(value) ? 'code' : heads * 2 >= uses.length ? 'heading' : 'other'; // prettier-ignore
    return { group: 'font', name: giver.give(name), value, from: [value] };
  });
}

/** Weights that have names (CSS Fonts 4, 2.2). */
const WEIGHTS: Readonly<Record<string, number>> = { normal: 400, bold: 700 };

/** What a text style is told by, as it stands at rest on the widest screen. */
export function typographyOf(rest: Readonly<Record<string, string>>): Typography | undefined {
  const size = /^([\d.]+)px$/.exec(rest['font-size'] ?? '')?.[1];
  const said = rest['font-weight'] ?? '400';
  const weight = WEIGHTS[said] ?? Number(said);
  if (size === undefined || Number(size) === 0 || !(weight > 0)) return undefined;
  return {
    fontFamily: rest['font-family'] ?? '',
    fontSize: Number(size),
    fontWeight: weight,
    lineHeight: rest['line-height'] ?? 'normal',
    letterSpacing: rest['letter-spacing'] ?? 'normal',
  };
}

/** What tells text styles apart, as text. */
export function typographyKey(one: Typography): string {
  return [one.fontFamily, one.fontSize, one.fontWeight, one.lineHeight, one.letterSpacing].join(' | ');
}

function textTokens(documents: readonly PageDocument[]): Token[] {
  const found = new Map<string, { value: Typography; uses: ValueUse[] }>();
  for (const document of documents)
    for (const use of declarationsIn([document])) {
      if (use.property !== 'font-size' || use.state) continue;
      const rest = document.styles[use.style]?.rest ?? {};
      const value = typographyOf(rest);
      if (!value || rest['font-size'] !== use.value) continue;
      const key = typographyKey(value);
      const own = found.get(key) ?? { value, uses: [] };
      own.uses.push(use);
      found.set(key, own);
    }
  const all = [...found].map(([key, one]) => ({ key, ...one, letters: one.uses.reduce((sum, use) => sum + use.letters + use.count, 0) })); // prettier-ignore
  const giver = new NameGiver();
  const isHeading = ({ uses }: { uses: ValueUse[] }): boolean => uses.some(({ kinds }) => kinds.has('heading'));
  const isRoot = ({ uses }: { uses: ValueUse[] }): boolean => uses.some(({ root }) => root);
  const body = all.find(isRoot) ?? [...all].filter((one) => !isHeading(one)).sort((a, b) => b.letters - a.letters)[0];
  const sorted = all.sort((a, b) => b.value.fontSize - a.value.fontSize || (a.key < b.key ? -1 : 1));
  return sorted.map(({ key, value, uses }) => {
    const own = uses.some(({ kinds }) => kinds.has('heading'))
      ? 'heading'
      : uses.some(({ kinds }) => kinds.has('button')) ? 'button' : value.fontSize > (body?.value.fontSize ?? 16) ? 'lead' : value.fontSize < (body?.value.fontSize ?? 16) ? 'small' : 'note'; // prettier-ignore
    return { group: 'text', name: giver.give(key === body?.key ? 'body' : own), value, from: [key] };
  });
}

/** Steps of a scale from the smallest to the largest. */
const STEPS = ['2xs', 'xs', 's', 'm', 'l', 'xl', '2xl', '3xl'];

function scaleTokens(group: Group, uses: readonly ValueUse[]): Token[] {
  const few = group === 'space' ? FEWEST : 1;
  const known = tally(uses.filter(({ value }) => /^[\d.]+(px|%)$/.test(value) && parseFloat(value) > 0)).filter(([, own]) => own.length >= few); // prettier-ignore
  const values = known.slice(0, MOST_STEPS).map(([value]) => value).sort((a, b) => parseFloat(a) - parseFloat(b)); // prettier-ignore
  const from = Math.max(0, Math.floor((STEPS.length - values.length) / 2));
  return values.map((value, at) => ({ group, name: STEPS[from + at] as string, value, from: [value] }));
}

function shadowTokens(all: readonly ValueUse[]): Token[] {
  const giver = new NameGiver();
  const shadows = tally(all.filter(({ property, value }) => property === 'box-shadow' && value !== 'none'));
  return shadows.map(([value, [first]]) => {
    const kind = [...(first?.kinds ?? [])].find((one) => one === 'card' || one === 'button' || one === 'section');
    return {
      group: 'shadow',
      name: giver.give(kind ?? 'box'),
      value: shadowOf(layersOf(value) ?? []) || value,
      from: [value],
    };
  });
}

function breakpointTokens(documents: readonly PageDocument[]): Token[] {
  const all = [...new Set(documents.flatMap(({ breakpoints }) => breakpoints.map(({ below }) => below)))].sort((a, b) => b - a); // prettier-ignore
  const giver = new NameGiver();
  const name = (px: number): string => (px > 1100 ? 'wide' : px > 850 ? 'desktop' : px > 600 ? 'tablet' : 'phone');
  return all.map((px) => ({ group: 'breakpoint', name: giver.give(name(px)), value: `${px}px`, from: [`${px}px`] }));
}
