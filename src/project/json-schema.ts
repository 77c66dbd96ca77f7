import type Joi from 'joi';

/** A JSON Schema (2020-12), as plain data. */
export type JsonSchema = Readonly<Record<string, unknown>>;

/** The part of `Joi.describe()` that our definitions use. */
interface Described {
  readonly type?: string;
  readonly flags?: Readonly<Record<string, unknown>>;
  readonly rules?: readonly { readonly name: string; readonly args?: Readonly<Record<string, unknown>> }[];
  readonly allow?: readonly unknown[];
  readonly keys?: Readonly<Record<string, Described>>;
  readonly patterns?: readonly { readonly regex: string; readonly rule: Described }[];
  readonly items?: readonly Described[];
  readonly matches?: readonly { readonly schema: Described }[];
  readonly whens?: readonly {
    readonly ref: { readonly path: readonly string[] };
    readonly switch: readonly { readonly is: Described; readonly then: Described }[];
  }[];
  readonly dependencies?: readonly {
    readonly rel: string;
    readonly key?: string;
    readonly peers: readonly string[];
  }[];
}

/**
 * The JSON Schema of what a Joi definition accepts, so that an editor refuses what Tavrik would refuse.
 * @throws Error for a rule that has no counterpart here: a schema that says less than its definition would mislead
 */
export function jsonSchemaOf(definition: Joi.Schema, title: string): JsonSchema {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title,
    ...converted(definition.describe() as unknown as Described),
  };
}

function converted(given: Described): JsonSchema {
  const { flags = {}, allow = [] } = given;
  const told = {
    ...(flags['description'] === undefined ? {} : { description: flags['description'] }),
    ...(flags['default'] === undefined ? {} : { default: flags['default'] }),
  };
  if (flags['only'] === true)
    return { ...told, ...(allow.length === 1 ? { const: allow[0] } : { enum: allow.filter(isPlain) }) };
  switch (given.type) {
    case 'object':
      return { ...told, ...objectSchema(given) };
    case 'array':
      return { ...told, type: 'array', ...arraySchema(given) };
    case 'string':
      return { ...told, type: 'string', ...stringSchema(given) };
    case 'number':
      return { ...told, ...numberSchema(given) };
    case 'boolean':
      return { ...told, type: 'boolean' };
    case 'alternatives':
      return { ...told, anyOf: (given.matches ?? []).map(({ schema }) => converted(schema)) };
    case 'any':
      return told;
    default:
      throw new Error(`Definitions of the type ${given.type} have no JSON Schema.`);
  }
}

/** Values of an enumeration that are written as they are: not what Joi says about how they are compared. */
function isPlain(value: unknown): boolean {
  return typeof value !== 'object' || value === null;
}

function isPresent({ flags }: Described, presence: string): boolean {
  return flags?.['presence'] === presence;
}

function objectSchema({ keys = {}, patterns = [], rules = [], dependencies = [] }: Described): JsonSchema {
  const names = Object.keys(keys);
  const required = names.filter((name) => isPresent(keys[name] as Described, 'required'));
  const rest = Object.entries(keys).filter(([, key]) => !isPresent(key, 'forbidden'));
  const conditions = [
    ...dependencies.flatMap(dependencySchemas),
    ...Object.entries(keys).flatMap(([name, key]) => whenSchemas(name, key)),
  ];
  return {
    type: 'object',
    ...(rest.length
      ? { properties: Object.fromEntries(rest.map(([name, { whens: _, ...key }]) => [name, converted(key)])) }
      : {}),
    ...(patterns.length
      ? { patternProperties: Object.fromEntries(patterns.map(({ regex, rule }) => [sourceOf(regex), converted(rule)])) }
      : {}),
    additionalProperties: false,
    ...(required.length ? { required } : {}),
    ...(conditions.length ? { allOf: conditions } : {}),
    ...ruled(rules, { min: 'minProperties', max: 'maxProperties' }),
  };
}

/** What Joi says of several keys together. */
function dependencySchemas({ rel, key, peers }: NonNullable<Described['dependencies']>[number]): JsonSchema[] {
  const have = (names: readonly string[]): JsonSchema => ({ required: names });
  const pairs = peers.flatMap((first, at) => peers.slice(at + 1).map((second) => ({ not: have([first, second]) })));
  switch (rel) {
    case 'or':
      return [{ anyOf: peers.map((name) => have([name])) }];
    case 'xor':
      return [{ oneOf: peers.map((name) => have([name])) }];
    case 'oxor':
      return pairs;
    case 'with':
      return [{ dependentRequired: { [key ?? '']: peers } }];
    default:
      throw new Error(`The relation ${rel} of keys has no JSON Schema.`);
  }
}

/** A key that depends on the value of another: each case as a condition. */
function whenSchemas(name: string, { whens = [] }: Described): JsonSchema[] {
  return whens.flatMap(({ ref, switch: cases }) =>
    cases.map(({ is, then }) => {
      const on = ref.path[0] ?? '';
      const isSo = { properties: { [on]: converted({ ...is, flags: { only: true } }) }, required: [on] };
      if (isPresent(then, 'forbidden')) return { if: isSo, then: { properties: { [name]: false } } };
      return {
        if: isSo,
        then: {
          properties: { [name]: converted(then) },
          ...(isPresent(then, 'required') ? { required: [name] } : {}),
        },
      };
    }),
  );
}

function arraySchema({ items = [], rules = [] }: Described): JsonSchema {
  const [item] = items;
  return {
    ...(item ? { items: items.length === 1 ? converted(item) : { anyOf: items.map(converted) } } : {}),
    ...ruled(rules, { min: 'minItems', max: 'maxItems', unique: 'uniqueItems' }),
  };
}

function stringSchema({ rules = [], allow = [] }: Described): JsonSchema {
  const trims = rules.some(({ name }) => name === 'trim');
  const patterns = rules.flatMap(({ name, args }): string[] => {
    if (name === 'pattern') return [sourceOf(String(args?.['regex']))];
    if (name === 'email') return ['^[^\\s@]+@[^\\s@]+\\.[^\\s@]+$'];
    if (name === 'uri') return [`^(${(args?.['options'] as { scheme: string[] }).scheme.join('|')})://[^\\s/]+`];
    /* A text that is trimmed and not empty. */
    return name === 'min' && trims ? ['\\S'] : [];
  });
  const limits = ruled(
    rules.filter(({ name }) => !['pattern', 'email', 'uri', 'trim'].includes(name)),
    { min: 'minLength', max: 'maxLength' },
  );
  if (patterns.length > 1) throw new Error('A text with two patterns has no JSON Schema.');
  return {
    ...(patterns[0] === undefined ? {} : { pattern: patterns[0] }),
    ...(allow.includes('') || patterns.length ? {} : { minLength: 1 }),
    ...(trims ? {} : limits),
  };
}

function numberSchema({ rules = [] }: Described): JsonSchema {
  const isInteger = rules.some(({ name }) => name === 'integer');
  return {
    type: isInteger ? 'integer' : 'number',
    ...ruled(
      rules.filter(({ name }) => name !== 'integer'),
      { min: 'minimum', max: 'maximum' },
    ),
  };
}

/** Rules by the keyword that each is in JSON Schema; a limit that another key sets has none. */
function ruled(
  rules: NonNullable<Described['rules']>,
  keywords: Readonly<Record<string, string>>,
): Record<string, unknown> {
  return Object.fromEntries(
    rules.flatMap(({ name, args }): [string, unknown][] => {
      const keyword = keywords[name];
      if (keyword === undefined) throw new Error(`The rule ${name} has no JSON Schema.`);
      const limit = args?.['limit'];
      if (typeof limit === 'object') return [];
      return [[keyword, name === 'unique' ? true : limit]];
    }),
  );
}

/** The source of a regular expression as Joi describes it, `/…/`. JSON Schema knows no flags. */
function sourceOf(regex: string): string {
  const [, source, flags] = /^\/(.*)\/([a-z]*)$/s.exec(regex) ?? [];
  if (source === undefined || flags)
    throw new Error(`The pattern ${regex} has no JSON Schema: write it without flags.`);
  return source;
}
