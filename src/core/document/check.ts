import Ajv2020, { type ValidateFunction } from 'ajv/dist/2020.js';
import { TavrikError } from '../errors/tavrik-error.js';
import { PAGE_SCHEMA } from './schema.js';
import { PAGE_VERSION, type PageDocument } from './types.js';
import { elements } from './walk.js';

let validate: ValidateFunction | undefined;

/** A page document that was read, of this version or an earlier one. @throws TavrikError if it is none */
export function readDocument(value: unknown, file: string): PageDocument {
  const document = upgraded(value);
  checkDocument(document, file);
  return document;
}

/** Documents of version 1, in which designs were of the kind `svg`, as documents of today. */
function upgraded(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  const { version, source } = value as { readonly version?: unknown; readonly source?: { readonly kind?: unknown } };
  if (version !== 1) return value;
  return {
    ...value,
    version: PAGE_VERSION,
    ...(source?.kind === 'svg' ? { source: { ...source, kind: 'design' } } : {}),
  };
}

/** Checks that something is a page document: by its schema, and that the names in it lead somewhere. @throws TavrikError */
export function checkDocument(value: unknown, file: string): asserts value is PageDocument {
  validate ??= new Ajv2020({ allErrors: false }).compile(PAGE_SCHEMA);
  if (!validate(value)) {
    const first = validate.errors?.[0];
    throw new TavrikError(
      `This is not a page document: ${first?.instancePath || '/'} ${first?.message ?? 'is wrong'}.`,
      file,
      'Convert the source again.',
    );
  }
  const document = value as PageDocument;
  const breakpoints = new Set(document.breakpoints.map(({ name }) => name));
  for (const [name, { variants }] of Object.entries(document.styles)) {
    for (const { at, within } of variants ?? []) {
      if (at && !breakpoints.has(at))
        throw new TavrikError(`The style "${name}" uses the breakpoint "${at}", which is not defined.`, file);
      if (within && !document.styles[within.style])
        throw new TavrikError(`The style "${name}" refers to the style "${within.style}", which is not defined.`, file);
    }
  }
  for (const { id, style, difference } of elements(document.body))
    for (const name of [style, difference])
      if (name && !document.styles[name])
        throw new TavrikError(`The element ${id} uses the style "${name}", which is not defined.`, file);
}
