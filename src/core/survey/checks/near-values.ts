import { required } from '../../data/required.js';
import { colourDistance, readColour, writeColour } from '../../css/colours.js';
import type { Check, CheckResult } from '../finding.js';
import { downGaps } from '../gaps.js';
import type { SurveyedPage, SurveyedTextStyle, SurveyedElement } from '../observations.js';
import { nearlyEqual, tally } from '../tally.js';

/** Colours closer than this cannot be told apart unless they touch; see `colourDistance`. */
const SAME_COLOUR = 1.5;
/** A value that is used this many times less than another one may be that one, missed. */
const RARER = 3;
/** Text sizes this close are one size that was missed, px. */
const SAME_SIZE = 0.8;
/** Distances this close are one distance that was missed, px; the usual one is used at least so often. */
const SAME_GAP = 1;
const USUAL = 4;

export const nearColours: Check = {
  code: 'near-colours',
  severity: 'note',
  why: 'A colour with two values has to be changed twice.',
  find: (page) => {
    const used = page.screens.flatMap(({ width, things }) =>
      things.flatMap((thing) => {
        const colour = thing.text && readColour(thing.text.look.color);
        return colour ? [{ colour, thing, width }] : [];
      }),
    );
    const uses = tally(used, ({ colour }) => writeColour(colour));
    const near = nearlyEqual(uses, (a, b) => colourDistance(a.colour, b.colour) <= SAME_COLOUR);
    return near.filter(isMissed).map(({ rare, usual }) => ({
      ...placeOf(rare.value.thing, rare.value.width),
      what: `The colour ${writeColour(rare.value.colour)} (used ${times(rare.count)}) is nearly ${writeColour(usual.value.colour)} (${times(usual.count)}).`,
      proposal: { do: 'colour', at: writeColour(rare.value.colour), to: writeColour(usual.value.colour) },
    }));
  },
};

export const nearTextStyles: Check = {
  code: 'near-text-styles',
  severity: 'note',
  why: 'Text styles that are nearly equal become two styles of the site instead of one.',
  find: (page) =>
    eachScreen(page, (things, width) => {
      const uses = tally(
        things.filter(({ text }) => text),
        ({ text }) => lookKey(required(text?.look)),
      );
      return nearlyEqual(uses, (a, b) => nearLooks(required(a.text?.look), required(b.text?.look))).map(
        ({ rare, usual }) => ({
          ...placeOf(rare.value, width),
          what: `Its text is ${sayLook(rare.value)} (used ${times(rare.count)}), nearly ${sayLook(usual.value)} (${times(usual.count)}).`,
        }),
      );
    }),
};

export const nearSpacings: Check = {
  code: 'near-spacings',
  severity: 'note',
  why: 'Spacing that is nearly equal looks uneven, and each value becomes one of its own.',
  find: ({ screens, kind }) =>
    screens.flatMap((screen) => {
      const gaps = downGaps(screen, kind).map((downGap) => ({ ...downGap, whole: Math.round(downGap.gap) }));
      const uses = tally(gaps, ({ whole }) => String(whole));
      return nearlyEqual(uses, (a, b) => a.whole !== b.whole && Math.abs(a.whole - b.whole) <= SAME_GAP)
        .filter(({ rare, usual }) => usual.count >= USUAL && rare.count === 1)
        .map(({ rare, usual }) => ({
          ...placeOf(rare.value.below, screen.width),
          what: `It is ${rare.value.whole} px below "${rare.value.above.name}", where ${usual.value.whole} px are usual (${times(usual.count)}).`,
        }));
    }),
};

function isMissed({
  rare,
  usual,
}: {
  readonly rare: { readonly count: number };
  readonly usual: { readonly count: number };
}): boolean {
  return rare.count * RARER <= usual.count;
}

function eachScreen(
  page: SurveyedPage,
  find: (things: readonly SurveyedElement[], width: number) => CheckResult[],
): CheckResult[] {
  return page.screens.flatMap(({ things, width }) => find(things, width));
}

function placeOf({ name, path, box }: SurveyedElement, screen: number): Omit<CheckResult, 'what'> {
  return { name, path, screen, box };
}

function nearLooks(a: SurveyedTextStyle, b: SurveyedTextStyle): boolean {
  const apart = Math.abs(a.size - b.size);
  return a.family === b.family && a.weight === b.weight && apart > 0.05 && apart <= SAME_SIZE;
}

function lookKey({ family, size, weight }: SurveyedTextStyle): string {
  return `${family}|${Math.round(size * 10)}|${weight}`;
}

function sayLook({ text }: SurveyedElement): string {
  const { family, size, weight } = text?.look ?? { family: '', size: 0, weight: 400 };
  return `${family} ${weight}, ${Math.round(size * 10) / 10} px`;
}

function times(count: number): string {
  return count === 1 ? 'once' : `${count} times`;
}
