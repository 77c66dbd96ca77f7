import { holdsEntries } from '../document/field-types.js';
import { NO, YES } from './looks.js';
import type { Field, Region } from './regions.js';
import { ID } from './values.js';

/** A JSON Schema (2020-12), as plain data. */
export type Schema = Readonly<Record<string, unknown>>;

/** The content of a page as JSON Schema, with what a form needs: labels, help, examples, order and, as `x-field`, the type of each. */
export function contentSchema(page: string, regions: readonly Region[]): Schema {
  return schemaOfRegions(`Content of ${page}`, regions, COMPLETE);
}

/**
 * A content file as JSON Schema, for editors: it may lack fields, which then have the text of the source, and a value may
 * stand there as a number.
 * @param parked the key under which a file keeps what was written for fields that are gone
 */
export function contentFileSchema(title: string, regions: readonly Region[], parked: string): Schema {
  const schema = schemaOfRegions(title, regions, EDITED);
  const kept = { type: 'object', description: 'Values of fields that the page no longer has.' };
  return { ...schema, properties: { ...(schema['properties'] as object), [parked]: kept } };
}

interface Strictness {
  /** Types of a value in JSON Schema. */
  readonly value: string | readonly string[];
  /** Fields and entries must be there. */
  readonly complete: boolean;
}

const COMPLETE: Strictness = { value: 'string', complete: true };
const EDITED: Strictness = { value: ['string', 'number', 'boolean', 'null'], complete: false };

function schemaOfRegions(title: string, regions: readonly Region[], strictness: Strictness): Schema {
  const properties = Object.fromEntries(
    regions.map(({ name, label, fields }) => [name, { title: label, ...groupOf(fields, strictness) }]),
  );
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title,
    type: 'object',
    properties,
    additionalProperties: false,
  };
}

function groupOf(fields: readonly Field[], strictness: Strictness): Schema {
  const required = strictness.complete ? fields.filter((field) => field.required).map(({ name }) => name) : [];
  return {
    type: 'object',
    properties: Object.fromEntries(fields.map((field) => [field.name, schemaOf(field, strictness)])),
    ...(required.length ? { required } : {}),
    additionalProperties: false,
  };
}

function schemaOf(field: Field, strictness: Strictness): Schema {
  const { label, type, help, fields = [], locked, fewest, most } = field;
  const told = {
    title: label,
    'x-field': type,
    ...(help ? { description: help } : {}),
    ...(locked ? { readOnly: true } : {}),
    ...(fewest === undefined ? {} : { minItems: fewest }),
    ...(most === undefined ? {} : { maxItems: most }),
  };
  if (holdsEntries(field)) return { ...told, type: 'array', items: entrySchema(fields, strictness) };
  return fields.length ? { ...told, ...groupOf(fields, strictness) } : { ...told, ...valueSchema(field, strictness) };
}

function entrySchema(fields: readonly Field[], strictness: Strictness): Schema {
  const [only] = fields;
  if (only?.path.endsWith('.*'))
    return { type: strictness.value, ...(only.longest ? { maxLength: only.longest } : {}) };
  const group = groupOf(fields, strictness) as { properties: Record<string, unknown>; required?: string[] };
  const id = { type: 'string', title: 'Id', pattern: '^[^.\\s]+$' };
  return {
    ...group,
    properties: { [ID]: id, ...group.properties },
    ...(strictness.complete ? { required: [ID, ...(group.required ?? [])] } : {}),
  };
}

function valueSchema({ type, choices, longest, example }: Field, strictness: Strictness): Schema {
  return {
    type: strictness.value,
    ...(choices ? { enum: choices } : type === 'yes-no' ? { enum: [YES, NO] } : {}),
    ...(longest === undefined ? {} : { maxLength: longest }),
    ...(example ? { examples: [example] } : {}),
    ...(type === 'address' ? { format: 'uri-reference' } : {}),
  };
}
