import type { Field, Region } from '../content/regions.js';
import { NO, YES } from '../content/looks.js';
import { ID } from '../content/values.js';

/** A JSON Schema (2020-12), as plain data. */
export type Schema = Readonly<Record<string, unknown>>;

/** The content of a page as JSON Schema, with what a form needs: labels, help, examples, order and, as `x-field`, the type of each. */
export function contentSchema(page: string, regions: readonly Region[]): Schema {
  const properties = Object.fromEntries(
    regions.map(({ name, label, fields }) => [name, { title: label, ...groupOf(fields) }]),
  );
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: `Content of ${page}`,
    type: 'object',
    properties,
    additionalProperties: false,
  };
}

function groupOf(fields: readonly Field[]): Schema {
  const required = fields.filter((field) => field.required).map(({ name }) => name);
  return {
    type: 'object',
    properties: Object.fromEntries(fields.map((field) => [field.name, schemaOf(field)])),
    ...(required.length ? { required } : {}),
    additionalProperties: false,
  };
}

function schemaOf(field: Field): Schema {
  const { label, type, help, example, longest, choices, fields = [], locked, fewest, most } = field;
  const told = {
    title: label,
    'x-field': type,
    ...(help ? { description: help } : {}),
    ...(locked ? { readOnly: true } : {}),
    ...(fewest === undefined ? {} : { minItems: fewest }),
    ...(most === undefined ? {} : { maxItems: most }),
  };
  if (type === 'list' || type === 'menu') {
    const [only] = fields;
    if (only?.path.endsWith('.*'))
      return {
        ...told,
        type: 'array',
        items: { type: 'string', ...(only.longest ? { maxLength: only.longest } : {}) },
      };
    const group = groupOf(fields) as { properties: Record<string, unknown>; required?: string[] };
    const id = { type: 'string', title: 'Id', pattern: '^[^.\\s]+$' };
    return {
      ...told,
      type: 'array',
      items: { ...group, properties: { [ID]: id, ...group.properties }, required: [ID, ...(group.required ?? [])] },
    };
  }
  if (fields.length) return { ...told, ...groupOf(fields) };
  return {
    ...told,
    type: 'string',
    ...(choices ? { enum: choices } : type === 'yes-no' ? { enum: [YES, NO] } : {}),
    ...(longest === undefined ? {} : { maxLength: longest }),
    ...(example ? { examples: [example] } : {}),
    ...(type === 'address' ? { format: 'uri-reference' } : {}),
  };
}
