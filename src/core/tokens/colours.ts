import { required } from '../data/required.js';
import { colourDistance, contrast, over, readColour, type Rgba } from '../css/colours.js';
import type { PageDocument } from '../document/types.js';
import { shadeWords, TellingGiver } from './tell-apart.js';
import type { Token } from './token.js';
import { coloursIn, type ValueUse } from './uses.js';

/** Colours nearer than this are one: nobody sees them apart side by side, and no proof does (distance in Oklab, times 100). More only if a proof allows it. */
export const NEAR_COLOURS = 1;

/**
 * Of two areas people see more: unless more is asked for, they are one only where they differ by rounding, a step of eight
 * bits of lightness.
 */
const NEAR_AREAS = 0.4;

/** Colours that are as good as the same, with where they stand. */
interface Shade {
  readonly value: string;
  readonly rgba: Rgba;
  readonly from: string[];
  readonly uses: ValueUse[];
}

/** Roles in the order in which a person looks for them. */
const ROLES = ['page', 'text', 'heading', 'text-muted', 'link', 'accent', 'on-accent'];

/** The colours of pages as tokens, named by what they are for: those of a role first, then the most used. @param near colours this near are one */
export function colourTokens(documents: readonly PageDocument[], near = NEAR_COLOURS): Token[] {
  const shades = shadesOf(coloursIn(documents), near);
  const names = namesOf(shades);
  const rank = (shade: Shade): number =>
    (ROLES.indexOf(required(names.get(shade))) + ROLES.length + 1) % (ROLES.length + 1);
  const sorted = [...shades].sort((a, b) => rank(a) - rank(b));
  return sorted.map((shade) => ({
    group: 'color',
    name: required(names.get(shade)),
    value: shade.value,
    from: [...shade.from].sort(),
  }));
}

function weightOf({ count }: ValueUse): number {
  return Math.max(1, count);
}

function shadesOf(uses: readonly ValueUse[], near: number): Shade[] {
  const byValue = new Map<string, ValueUse[]>();
  for (const use of uses) byValue.set(use.value, [...(byValue.get(use.value) ?? []), use]);
  const weight = (list: readonly ValueUse[]): number => list.reduce((sum, valueUse) => sum + weightOf(valueUse), 0);
  const fills = (list: readonly ValueUse[]): number => (list.some((use) => roleOf(use) === 'fill') ? 1 : 0);
  /* The colour of an area stays what it is: what is near it, of letters or lines, takes its value. */
  const sorted = [...byValue].sort(
    ([a, own], [b, other]) => fills(other) - fills(own) || weight(other) - weight(own) || (a < b ? -1 : 1),
  );
  const shades: Shade[] = [];
  for (const [value, own] of sorted) {
    const rgba = readColour(value);
    if (!rgba || rgba[3] === 0) continue;
    const same = shades.find((shade) => {
      const areas = near <= NEAR_COLOURS && fills(own) && fills(shade.uses);
      const limit = areas ? Math.min(near, NEAR_AREAS) : near;
      return colourDistance(shade.rgba, rgba) <= limit && shade.rgba[3] < 1 === rgba[3] < 1;
    });
    if (same) {
      same.from.push(value);
      same.uses.push(...own);
    } else shades.push({ value, rgba, from: [value], uses: [...own] });
  }
  return shades.sort((a, b) => weight(b.uses) - weight(a.uses) || (a.value < b.value ? -1 : 1));
}

type Role = 'letters' | 'fill' | 'line' | 'other';

function roleOf({ property }: ValueUse): Role {
  if (property === 'color') return 'letters';
  if (property === 'background-color') return 'fill';
  return /^(border|outline|column-rule|text-decoration)/.test(property) ? 'line' : 'other';
}

/** Ink and page are what most is written in, and on; the rest is named by its use, or by its hue. */
// eslint-disable-next-line max-lines-per-function -- the order of its calls is the order of precedence of the names
function namesOf(shades: readonly Shade[]): ReadonlyMap<Shade, string> {
  const giver = new TellingGiver();
  const names = new Map<Shade, string>();
  const first = new Map<string, Shade>();
  const call = (shade: Shade | undefined, name: string): void => {
    if (!shade || names.has(shade)) return;
    const other = first.get(name);
    names.set(shade, giver.give(name, other ? shadeWords(lightness(other), lightness(shade)) : []));
    if (!other) first.set(name, shade);
  };
  const sum = (
    shade: Shade,
    role: Role,
    fits: (use: ValueUse) => boolean = () => true,
    of: (use: ValueUse) => number = weightOf,
  ): number =>
    shade.uses.reduce((total, use) => total + (roleOf(use) === role && !use.state && fits(use) ? of(use) : 0), 0);
  const most = (measure: (shade: Shade) => number): Shade | undefined => {
    const [best] = shades
      .filter((shade) => !names.has(shade) && measure(shade) > 0)
      .sort((a, b) => measure(b) - measure(a));
    return best;
  };
  const page = shades.find((shade) => sum(shade, 'fill', ({ root }) => root) > 0);
  call(page, 'page');
  const ground = page?.rgba ?? WHITE;
  const isPressed = ({ kinds }: ValueUse): boolean => kinds.has('button');
  const isHeading = ({ kinds }: ValueUse): boolean => kinds.has('heading');
  const letters = ({ letters: count }: ValueUse): number => count;
  const isInk = (shade: Shade): boolean => contrast(solid(shade, ground), ground) >= 3;
  const own = shades.find((shade) => shade !== page && isInk(shade) && sum(shade, 'letters', ({ root }) => root) > 0);
  const text = own ?? most((shade) => (isInk(shade) ? sum(shade, 'letters', undefined, letters) : 0));
  call(text, 'text');
  call(
    most((shade) => (chroma(shade) > GREY ? sum(shade, 'fill', isPressed) : 0)),
    'accent',
  );
  call(
    most((shade) => sum(shade, 'letters', isPressed)),
    'on-accent',
  );
  call(
    most((shade) => (isInk(shade) ? sum(shade, 'letters', isHeading) : 0)),
    'heading',
  );
  call(
    most((shade) =>
      chroma(shade) > GREY ? sum(shade, 'letters', ({ kinds }) => kinds.has('link') || kinds.has('run')) : 0,
    ),
    'link',
  );
  for (const shade of shades) {
    if (names.has(shade)) continue;
    const [as, fill, line] = [sum(shade, 'letters'), sum(shade, 'fill'), sum(shade, 'line')];
    const dark = contrast(solid(shade, ground), WHITE) > 4.5;
    if (as > fill && as > line)
      call(
        shade,
        chroma(shade) > GREY
          ? hueName(shade)
          : contrast(solid(shade, ground), ground) < 2
            ? 'text-on-dark'
            : 'text-muted',
      );
    else if (line > fill) call(shade, chroma(shade) > GREY * 2 ? `line-${hueName(shade)}` : 'line');
    else if (fill > 0)
      call(
        shade,
        shade.rgba[3] < 1 ? 'veil' : chroma(shade) > GREY * 2 ? hueName(shade) : dark ? 'surface-dark' : 'surface',
      );
    else if (shade.uses.every(({ property }) => property.endsWith('shadow'))) call(shade, 'shade');
    else call(shade, hueName(shade));
  }
  return names;
}

const WHITE: Rgba = [255, 255, 255, 1];
/** Colours of less chroma than this are greys: share of the full range of a channel. */
const GREY = 0.16;

function solid({ rgba }: Shade, ground: Rgba): Rgba {
  return over(rgba, ground);
}

function lightness({ rgba: [red, green, blue] }: Shade): number {
  return (0.299 * red + 0.587 * green + 0.114 * blue) / 255;
}

function chroma({ rgba: [red, green, blue] }: Shade): number {
  return (Math.max(red, green, blue) - Math.min(red, green, blue)) / 255;
}

/** Hues by their angle, degrees (CSS Color 4, HSL). */
const HUES: readonly (readonly [until: number, name: string])[] = [
  [15, 'red'],
  [45, 'orange'],
  [70, 'yellow'],
  [160, 'green'],
  [200, 'teal'],
  [255, 'blue'],
  [290, 'violet'],
  [345, 'pink'],
  [360, 'red'],
];

function hueName(shade: Shade): string {
  const [red, green, blue] = shade.rgba;
  if (chroma(shade) <= GREY / 2)
    return red + green + blue > 3 * 200 ? 'white' : red + green + blue < 3 * 60 ? 'black' : 'grey';
  const [most, least] = [Math.max(red, green, blue), Math.min(red, green, blue)];
  const span = most - least;
  const sixth =
    most === red ? (green - blue) / span : most === green ? 2 + (blue - red) / span : 4 + (red - green) / span;
  const angle = (sixth * 60 + 360) % 360;
  const name = HUES.find(([until]) => angle <= until)?.[1] ?? 'grey';
  const light = (most + least) / 510;
  return light > 0.8 ? `${name}-light` : light < 0.3 ? `${name}-dark` : name;
}
