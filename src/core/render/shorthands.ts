import { required } from '../data/required.js';
import type { Declarations } from '../document/types.js';

/** Writes longhands as shorthands where all of them are there, so that the CSS reads as a person would write it. */
export function compact(set: Declarations): [property: string, value: string][] {
  let entries = Object.entries(set);
  for (const fold of FOLDS) entries = fold(entries);
  return entries;
}

type Entries = [string, string][];
type Fold = (entries: Entries) => Entries;

const WIDE = /^(inherit|initial|unset|revert|revert-layer)$/;

function foldFour(shorthand: string, longhands: readonly string[]): Fold {
  return foldAll(shorthand, longhands, (values) => {
    const [top, right, bottom, left] = values as [string, string, string, string];
    if (top === right && top === bottom && top === left) return top;
    if (top === bottom && right === left) return `${top} ${right}`;
    return right === left ? `${top} ${right} ${bottom}` : `${top} ${right} ${bottom} ${left}`;
  });
}

function foldTwo(shorthand: string, longhands: readonly [string, string]): Fold {
  return foldAll(shorthand, longhands, ([first, second]) => (first === second ? first : `${first} ${second}`));
}

/** Opposite sides that are equal are one logical pair: in lines that run across, left and right are its two ends. */
function foldEqual(shorthand: string, longhands: readonly [string, string]): Fold {
  return foldAll(shorthand, longhands, ([first, second]) => (first === second ? first : undefined));
}

const FONT_VARIANTS = ['ligatures', 'caps', 'alternates', 'numeric', 'east-asian', 'position', 'emoji'].map(
  (text) => `font-variant-${text}`,
);

const TRANSITION = ['property', 'duration', 'timing-function', 'delay', 'behavior'].map((text) => `transition-${text}`);

/** One `transition` (CSS Transitions 2): what is as it is by default need not be said. */
function foldTransition(): Fold {
  return (entries) => {
    const list = (name: string, initial: string): string[] => {
      const value = entries.find(([own]) => own === `transition-${name}`)?.[1];
      return value === undefined || value === 'initial' ? [initial] : value.split(/,\s*(?![^(]*\))/);
    };
    const own = entries.filter(([name]) => TRANSITION.includes(name));
    if (!own.some(([name]) => name === 'transition-property') || !own.some(([name]) => name === 'transition-duration'))
      return entries;
    if (own.some(([, value]) => /^(inherit|unset|revert|revert-layer)$/.test(value))) return entries;
    const [properties, durations, timings, delays, behaviours] = [
      list('property', 'all'),
      list('duration', '0s'),
      list('timing-function', 'ease'),
      list('delay', '0s'),
      list('behavior', 'normal'),
    ] as [string[], string[], string[], string[], string[]];
    const at = (values: string[], index: number): string => required(values[index % values.length]);
    const value = properties
      .map((property, index) =>
        [
          property,
          at(durations, index),
          at(timings, index) === 'ease' ? '' : at(timings, index),
          at(delays, index) === '0s' ? '' : at(delays, index),
          at(behaviours, index) === 'normal' ? '' : at(behaviours, index),
        ]
          .filter(Boolean)
          .join(' '),
      )
      .join(', ');
    const last = entries.findLastIndex(([name]) => TRANSITION.includes(name));
    return entries.flatMap((entry, index): Entries =>
      index === last
        ? [['transition', properties.join() === 'none' ? 'none' : value]]
        : TRANSITION.includes(entry[0])
          ? []
          : [entry],
    );
  };
}

const FONT_RESETS = [
  'font-size-adjust',
  'font-kerning',
  'font-optical-sizing',
  'font-feature-settings',
  'font-variation-settings',
  'font-variant',
  'font-stretch',
];

/** `font` where all of it is said (CSS Fonts 4, section 2.7): it also resets what has no place in it. */
function foldFont(): Fold {
  return (entries) => {
    const value = (name: string): string | undefined => entries.find(([own]) => own === name)?.[1];
    const [style, weight, size, height, family] = ['style', 'weight', 'size', 'line-height', 'family'].map((name) =>
      value(name === 'line-height' ? name : `font-${name}`),
    );
    if (!style || !weight || !size || !height || !family) return entries;
    if ([style, weight, size, height, family].some((text) => WIDE.test(text))) return entries;
    if (!FONT_RESETS.every((name) => /^(normal|auto|none|100%)$/.test(value(name) ?? ''))) return entries;
    const text = [style, weight]
      .filter((text) => !/^(normal|400)$/.test(text))
      .concat(`${size} / ${height} ${family}`)
      .join(' ');
    const names = [...FONT_RESETS, 'font-style', 'font-weight', 'font-size', 'line-height', 'font-family'];
    const last = entries.findLastIndex(([name]) => names.includes(name));
    return entries.flatMap((entry, index): Entries =>
      index === last ? [['font', text]] : names.includes(entry[0]) ? [] : [entry],
    );
  };
}

/** Replaces `longhands`, if all are there and can be joined, by the shorthand at the place of the last of them. */
function foldAll(
  shorthand: string,
  longhands: readonly string[],
  join: (values: string[]) => string | undefined,
): Fold {
  return (entries) => {
    const values = longhands.map((name) => entries.find(([own]) => own === name)?.[1]);
    if (values.some((value) => value === undefined)) return entries;
    const known = values as string[];
    const wide = known.some((value) => WIDE.test(value));
    if (wide && new Set(known).size > 1) return entries;
    const value = wide ? required(known[0]) : join(known);
    if (value === undefined) return entries;
    const last = entries.findLastIndex(([name]) => longhands.includes(name));
    return entries.flatMap((entry, index): Entries =>
      index === last ? [[shorthand, value]] : longhands.includes(entry[0]) ? [] : [entry],
    );
  };
}

function sides(pattern: string): string[] {
  return ['top', 'right', 'bottom', 'left'].map((side) => pattern.replace('*', side));
}

function plainRadius(values: string[]): boolean {
  return values.every((value) => !/\s/.test(value));
}

const BORDER_IMAGE = [
  'border-image-source',
  'border-image-slice',
  'border-image-width',
  'border-image-outset',
  'border-image-repeat',
];
const BORDER_IMAGE_INITIAL = ['none', '100%', '1', '0', 'stretch'];

/** `border: …` also resets the border image; drop the resets that only come from it. */
const dropBorderImage: Fold = (entries) => {
  const plain = BORDER_IMAGE.every((name, index) => {
    const value = entries.find(([own]) => own === name)?.[1];
    return value === undefined || value === BORDER_IMAGE_INITIAL[index] || value === 'initial';
  });
  return plain ? entries.filter(([name]) => !BORDER_IMAGE.includes(name)) : entries;
};

const FOLDS: readonly Fold[] = [
  dropBorderImage,
  foldFour('margin', sides('margin-*')),
  foldFour('padding', sides('padding-*')),
  foldEqual('margin-inline', ['margin-left', 'margin-right']),
  foldEqual('margin-block', ['margin-top', 'margin-bottom']),
  foldEqual('padding-inline', ['padding-left', 'padding-right']),
  foldEqual('padding-block', ['padding-top', 'padding-bottom']),
  foldAll('font-variant', FONT_VARIANTS, (values) =>
    values.every((value) => value === 'normal') ? 'normal' : undefined,
  ),
  foldTransition(),
  foldFont(),
  foldFour('inset', sides('*')),
  foldFour('border-width', sides('border-*-width')),
  foldFour('border-style', sides('border-*-style')),
  foldFour('border-color', sides('border-*-color')),
  foldAll('border', ['border-width', 'border-style', 'border-color'], (values) =>
    plainRadius(values.slice(0, 2)) && !/\s/.test(required(values[2]).replace(/\([^)]*\)/g, ''))
      ? values.join(' ')
      : undefined,
  ),
  ...['top', 'right', 'bottom', 'left'].map((side) =>
    foldAll(`border-${side}`, [`border-${side}-width`, `border-${side}-style`, `border-${side}-color`], (values) =>
      values.join(' '),
    ),
  ),
  (entries) => {
    const corners = ['top-left', 'top-right', 'bottom-right', 'bottom-left'].map((corner) => `border-${corner}-radius`);
    const values = corners.map((name) => entries.find(([own]) => own === name)?.[1] ?? ' ');
    return plainRadius(values) ? foldFour('border-radius', corners)(entries) : entries;
  },
  foldAll('flex', ['flex-grow', 'flex-shrink', 'flex-basis'], (values) => values.join(' ')),
  foldAll('flex-flow', ['flex-direction', 'flex-wrap'], (values) => values.join(' ')),
  foldTwo('gap', ['row-gap', 'column-gap']),
  foldTwo('overflow', ['overflow-x', 'overflow-y']),
  foldAll('outline', ['outline-width', 'outline-style', 'outline-color'], (values) => values.join(' ')),
  foldAll('list-style', ['list-style-position', 'list-style-image', 'list-style-type'], ([position, image, type]) =>
    image === 'none' || image === 'initial'
      ? position === 'outside' || position === 'initial'
        ? type
        : `${type} ${position}`
      : undefined,
  ),
  foldAll(
    'text-decoration',
    ['text-decoration-line', 'text-decoration-thickness', 'text-decoration-style', 'text-decoration-color'],
    ([line, thickness, style, color]) =>
      [line, thickness, style, color]
        .filter((value) => !/^(auto|solid|currentcolor|initial)$/.test(required(value)))
        .join(' ') || 'none',
  ),
  foldAll('white-space', ['white-space-collapse', 'text-wrap-mode'], ([collapse, wrap]) => {
    const known: Readonly<Record<string, string>> = {
      'collapse wrap': 'normal',
      'collapse nowrap': 'nowrap',
      'preserve nowrap': 'pre',
      'preserve wrap': 'pre-wrap',
      'preserve-breaks wrap': 'pre-line',
      'break-spaces wrap': 'break-spaces',
    };
    return known[`${collapse} ${wrap}`];
  }),
  foldBackground(),
];

function foldBackground(): Fold {
  const longhands = [
    'image',
    'position-x',
    'position-y',
    'size',
    'repeat',
    'attachment',
    'origin',
    'clip',
    'color',
  ].map((name) => `background-${name}`);
  const initial = ['none', '0%', '0%', 'auto', 'repeat', 'scroll', 'padding-box', 'border-box', ''];
  return foldAll('background', longhands, (values) => {
    if (values.some((value) => /,(?![^(]*\))/.test(value))) return undefined;
    const [image, x, y, size, repeat, attachment, origin, clip, color] = values.map((value, index) =>
      value === 'initial' ? required(initial[index]) : value,
    );
    if (origin !== 'padding-box' || clip !== 'border-box') return undefined;
    if (image === 'none') return color || 'none';
    const place = x === '0%' && y === '0%' && size === 'auto' ? '' : `${x} ${y}${size === 'auto' ? '' : ` / ${size}`}`;
    return [
      image,
      place,
      repeat === 'repeat' ? '' : repeat,
      attachment === 'scroll' ? '' : attachment,
      color === 'transparent' ? '' : color,
    ]
      .filter(Boolean)
      .join(' ');
  });
}
