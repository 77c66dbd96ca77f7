import { cssOf, parseColour } from '../css/colours.js';
import { shadowOf, type Layer } from './shadows.js';
import type { Token, TokenType, Typography } from './token.js';

/* Values of tokens by their type in the Design Tokens Format Module: how each is read, and its JSON Schema. */

type Json = Readonly<Record<string, unknown>>;

interface ValueTypeRules {
  /** The value as CSS; undefined if it is not of this type. */
  readonly read: (value: unknown) => Token['value'] | undefined;
  /** A value as it is written, for messages. */
  readonly example: string;
  /** JSON Schema of a value. */
  readonly schema: Json;
}

const LENGTH_TEXT = /^-?[\d.]+(px|rem|em|%|vw)$/;

const length = {
  anyOf: [
    { type: 'string', pattern: LENGTH_TEXT.source },
    {
      type: 'object',
      required: ['value', 'unit'],
      properties: {
        value: { type: 'number', description: 'The number.' },
        unit: { enum: ['px', 'rem'], description: 'The unit.' },
      },
    },
  ],
};

const colour = {
  anyOf: [
    { type: 'string', description: 'A colour of CSS.' },
    {
      type: 'object',
      required: ['colorSpace'],
      properties: {
        colorSpace: { type: 'string', description: 'The colour space, for example srgb.' },
        components: {
          type: 'array',
          items: { type: ['number', 'string'] },
          description: 'The components in that space.',
        },
        alpha: { type: 'number', minimum: 0, maximum: 1, description: 'The opacity.' },
        hex: { type: 'string', description: 'The nearest colour of sRGB, as #rrggbb.' },
      },
    },
  ],
};

const families = {
  anyOf: [{ type: 'string' }, { type: 'array', items: { type: 'string', pattern: '^[^"\\\\;{}]*$' } }],
};

const shadowLayer = {
  type: 'object',
  required: ['color', 'offsetX', 'offsetY'],
  properties: {
    color: { ...colour, description: 'The colour.' },
    offsetX: { ...length, description: 'To the right.' },
    offsetY: { ...length, description: 'Down.' },
    blur: { ...length, description: 'The blur radius.' },
    spread: { ...length, description: 'How much larger than the box.' },
    inset: { type: 'boolean', description: 'Whether it lies inside the box.' },
  },
};

/** Every value type: the one place to add one. */
export const VALUE_TYPES: Readonly<Record<TokenType, ValueTypeRules>> = {
  color: {
    read: colourFrom,
    example: '{"colorSpace": "srgb", "components": [0.7, 0.33, 0.12]} or "#b3541e"',
    schema: colour,
  },
  fontFamily: { read: familiesFrom, example: 'a list of names, as ["Figtree", "sans-serif"]', schema: families },
  typography: {
    read: typographyFrom,
    example: '{"fontFamily": […], "fontSize": {"value": 17, "unit": "px"}, "fontWeight": 400, "lineHeight": 1.6}',
    schema: {
      type: 'object',
      required: ['fontSize'],
      properties: {
        fontFamily: { ...families, description: 'The font families.' },
        fontSize: { ...length, description: 'The type size, in px.' },
        fontWeight: { type: ['number', 'string'], description: 'The font weight, 1 to 1000.' },
        lineHeight: { anyOf: [{ type: ['number', 'string'] }, length], description: 'The line height.' },
        letterSpacing: { anyOf: [{ type: ['number', 'string'] }, length], description: 'The letter spacing.' },
      },
    },
  },
  dimension: { read: lengthFrom, example: '{"value": 16, "unit": "px"}', schema: length },
  shadow: {
    read: shadowFrom,
    example: '{"color": "#14243a29", "offsetX": {"value": 0, "unit": "px"}, "offsetY": …, "blur": …, "spread": …}',
    schema: {
      anyOf: [
        { type: 'string', pattern: '^[^;{}]*$' },
        shadowLayer,
        { type: 'array', items: shadowLayer, minItems: 1 },
      ],
    },
  },
};

function isObject(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function familiesFrom(value: unknown): string | undefined {
  const names = typeof value === 'string' ? [value] : value;
  if (
    !Array.isArray(names) ||
    names.length === 0 ||
    !names.every((entry) => typeof entry === 'string' && !/["\\;{}]/.test(entry))
  )
    return undefined;
  return (names as string[]).map((text) => (/^[\w-]+$/.test(text) ? text : `"${text}"`)).join(', ');
}

function colourFrom(value: unknown): string | undefined {
  if (typeof value === 'string') return parseColour(value);
  if (!isObject(value)) return undefined;
  const { components, alpha = 1, colorSpace, hex } = value;
  if (colorSpace !== 'srgb') return typeof hex === 'string' ? parseColour(hex) : undefined;
  if (
    !Array.isArray(components) ||
    components.length !== 3 ||
    !components.every((component) => typeof component === 'number' && component >= 0 && component <= 1)
  )
    return undefined;
  const [red, green, blue] = (components as number[]).map((component) => Math.round(component * 255)) as [
    number,
    number,
    number,
  ];
  if (typeof alpha !== 'number' || alpha < 0 || alpha > 1) return undefined;
  return cssOf([red, green, blue, alpha]);
}

function shadowFrom(value: unknown): string | undefined {
  if (typeof value === 'string') return /[;{}]/.test(value) ? undefined : value;
  const layers = (Array.isArray(value) ? value : [value]).map((entry: unknown): Layer | undefined => {
    if (!isObject(entry)) return undefined;
    const color = colourFrom(entry['color']);
    const lengths = [entry['offsetX'], entry['offsetY'], entry['blur'] ?? '0px', entry['spread'] ?? '0px'].map(
      lengthFrom,
    );
    return color === undefined || lengths.some((length) => length === undefined)
      ? undefined
      : { color, lengths: lengths as unknown as Layer['lengths'], inset: entry['inset'] === true };
  });
  return layers.length && layers.every((layer) => layer !== undefined) ? shadowOf(layers) : undefined;
}

function lengthFrom(value: unknown): string | undefined {
  if (typeof value === 'string') return LENGTH_TEXT.test(value) ? value : undefined;
  if (!isObject(value) || typeof value['value'] !== 'number' || !/^(px|rem)$/.test(String(value['unit'])))
    return undefined;
  return `${value['value']}${String(value['unit'])}`;
}

function typographyFrom(value: unknown): Typography | undefined {
  if (!isObject(value)) return undefined;
  const size = lengthFrom(value['fontSize']);
  const family =
    value['fontFamily'] === undefined || (Array.isArray(value['fontFamily']) && value['fontFamily'].length === 0)
      ? ''
      : familiesFrom(value['fontFamily']);
  const weight = Number(value['fontWeight'] ?? 400);
  if (!size?.endsWith('px') || family === undefined || !(weight >= 1 && weight <= 1000)) return undefined;
  const plain = (entry: unknown): string =>
    typeof entry === 'number' ? String(entry) : typeof entry === 'string' ? entry : (lengthFrom(entry) ?? 'normal');
  return {
    fontFamily: family,
    fontSize: parseFloat(size),
    fontWeight: weight,
    lineHeight: plain(value['lineHeight']),
    letterSpacing: plain(value['letterSpacing']),
  };
}
