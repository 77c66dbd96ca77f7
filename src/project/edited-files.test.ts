import Ajv2020 from 'ajv/dist/2020.js';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Joi from 'joi';
import { parse } from 'yaml';
import { element, page, words } from '../core/document/sample.js';
import { FILE_SCHEMAS, pageContentText, schemaFiles, siteContentText } from './edited-files.js';
import { jsonSchemaOf, type JsonSchema } from './json-schema.js';
import { withSchemaLine } from './schema-line.js';

const accepts = (schema: JsonSchema, value: unknown): boolean => new Ajv2020({ strict: false }).compile(schema)(value);

describe('the JSON Schema of a definition', () => {
  const name = Joi.string().trim().min(1);
  it.each<[string, Joi.Schema, readonly unknown[], readonly unknown[]]>([
    ['a text', name, ['x'], ['', ' ', 1]],
    ['a text that may be empty', Joi.string().allow(''), ['', 'x'], [1]],
    ['a pattern', Joi.string().pattern(/^a+$/), ['aa'], ['ab']],
    ['a number', Joi.number().min(0).max(1), [0, 0.5], [-1, 2, 'x']],
    ['a whole number', Joi.number().integer(), [3], [0.5]],
    ['fixed values', Joi.valid('a', 'b'), ['a'], ['c']],
    ['one value', Joi.valid(true), [true], [false]],
    ['a list', Joi.array().items(name).min(1).unique(), [['a']], [[], ['a', 'a'], [1]]],
    ['alternatives', Joi.alternatives(name, Joi.number()), ['a', 1], [true]],
    ['keys', Joi.object({ a: name.required(), b: name }), [{ a: 'x' }], [{}, { a: 'x', c: 'y' }]],
    ['names', Joi.object().pattern(/^[a-z]+$/, Joi.number()), [{ a: 1 }, {}], [{ A: 1 }, { a: 'x' }]],
    ['one of two keys', Joi.object({ a: name, b: name }).xor('a', 'b'), [{ a: 'x' }], [{}, { a: 'x', b: 'y' }]],
    ['any of two keys', Joi.object({ a: name, b: name }).or('a', 'b'), [{ a: 'x', b: 'y' }], [{}]],
    ['not both keys', Joi.object({ a: name, b: name }).oxor('a', 'b'), [{}, { a: 'x' }], [{ a: 'x', b: 'y' }]],
    ['a key with another', Joi.object({ a: name, b: name }).with('a', 'b'), [{ b: 'x' }], [{ a: 'x' }]],
    [
      'a key by the value of another',
      Joi.object({
        a: name,
        b: Joi.when('a', {
          switch: [
            { is: 'x', then: Joi.number().required() },
            { is: 'y', then: Joi.forbidden() },
          ],
        }),
      }),
      [{ a: 'x', b: 1 }, { a: 'y' }],
      [{ a: 'x' }, { a: 'x', b: 'z' }, { a: 'y', b: 1 }],
    ],
  ])('accepts %s as the definition does', (_, definition, right, wrong) => {
    const schema = jsonSchemaOf(definition, 't');
    for (const value of [...right, ...wrong]) {
      const isRight = definition.validate(value, { convert: false }).error === undefined;
      expect([value, accepts(schema, value)]).toEqual([value, right.includes(value)]);
      /* A text of spaces is trimmed before it is checked. */
      if (value !== ' ') expect([value, isRight]).toEqual([value, right.includes(value)]);
    }
  });

  it.each([
    ['a rule', Joi.number().multiple(3), /rule multiple/],
    ['a type', Joi.date(), /type date/],
    ['a relation', Joi.object({ a: name, b: name }).nand('a', 'b'), /relation nand/],
    ['a pattern with flags', Joi.string().pattern(/a/i), /without flags/],
  ])('is refused for %s that it cannot say', (_, definition, message) => {
    expect(() => jsonSchemaOf(definition as Joi.Schema, 't')).toThrow(message);
  });
});

/** Paths of keys without a description. */
function undescribed(schema: unknown, path = ''): string[] {
  if (typeof schema !== 'object' || schema === null) return [];
  if (Array.isArray(schema)) return schema.flatMap((entry, at) => undescribed(entry, `${path}/${at}`));
  return Object.entries(schema as JsonSchema).flatMap(([key, value]) => {
    const isKeys = key === 'properties' && !/\/(then|if|allOf)\b/.test(path);
    const bare = isKeys
      ? Object.entries(value as Record<string, JsonSchema>).flatMap(([name, own]) =>
          typeof own['description'] === 'string' ? [] : [`${path}/${name}`],
        )
      : [];
    return [...bare, ...undescribed(value, `${path}/${key}`)];
  });
}

describe('the schemas of files that people edit', () => {
  it.each(Object.entries(FILE_SCHEMAS))('describe every key, and are the published ones: %s', (name, schema) => {
    expect(undescribed(schema())).toEqual([]);
    const published: unknown = JSON.parse(readFileSync(join(__dirname, `../../schema/${name}.schema.json`), 'utf8'));
    expect(published).toEqual(JSON.parse(JSON.stringify(schema())));
  });

  it('know references, groups and values of tokens', () => {
    const tokens = FILE_SCHEMAS.tokens();
    const dark = { $type: 'color', $value: '#123456' };
    expect(accepts(tokens, { color: { dark, on: { $value: '{color.dark}', $type: 'color' } } })).toBe(true);
    expect(accepts(tokens, { brand: { deep: { dark } } })).toBe(true);
    expect(accepts(tokens, { color: { dark: { ...dark, $value: 3 } } })).toBe(false);
    expect(accepts(tokens, { color: { dark: { ...dark, $type: 'paint' } } })).toBe(false);
    expect(accepts(tokens, { color: { dark: '#123456' } })).toBe(false);
  });
});

describe('the schemas of content', () => {
  const heading = element('heading', 'h', { element: 'h2' }, words('Tea', 'tea.heading'));
  const document = { ...page({}, element('section', 'tea', { element: 'section' }, heading)), name: 'home' };
  const other = {
    ...page({}, element('section', 'tea', { element: 'section' }, words('At four', 'tea.text'))),
    name: 'hours',
  };
  const files = new Map(schemaFiles([document, other]));
  const schema = (name: string): JsonSchema =>
    JSON.parse(String(files.get(`schema/content-${name}.schema.json`))) as JsonSchema;

  it('lie in the project, one for each page and one for the site', () => {
    expect([...files.keys()].sort()).toEqual(
      ['adjust', 'brief', 'content-home', 'content-hours', 'content-site', 'project', 'tokens'].map(
        (name) => `schema/${name}.schema.json`,
      ),
    );
  });

  it('accept a part of the fields, numbers and what is kept, and no other fields', () => {
    expect(accepts(schema('home'), { tea: { heading: 4 } })).toBe(true);
    expect(accepts(schema('home'), {})).toBe(true);
    expect(accepts(schema('home'), { _parked: { 'tea.old': 'x' } })).toBe(true);
    expect(accepts(schema('home'), { tea: { text: 'x' } })).toBe(false);
  });

  it('of the site have the fields of all pages', () => {
    expect(accepts(schema('site'), { tea: { heading: 'x', text: 'y' } })).toBe(true);
    expect(accepts(schema('site'), { tea: { other: 'x' } })).toBe(false);
  });

  it('are named in the first line, which is no content', () => {
    const content = { tea: { heading: 'Cocoa' } };
    const text = pageContentText('home', content);
    expect(text.split('\n')[0]).toBe('# yaml-language-server: $schema=../schema/content-home.schema.json');
    expect(parse(text)).toEqual(content);
    expect(siteContentText(content)).toContain('$schema=../schema/content-site.schema.json\n');
    expect(withSchemaLine('a: 1\n', 's')).toBe('# yaml-language-server: $schema=s\na: 1\n');
    expect(withSchemaLine(text, 's')).toBe(text);
  });
});
