import Ajv2020, { type ValidateFunction } from 'ajv/dist/2020.js';
import { TavrikError } from '../errors/tavrik-error.js';
import { PAGE_SCHEMA } from './schema.js';
import type { PageDocument } from './types.js';
import { elements } from './walk.js';

let validate: ValidateFunction | undefined;

/** Checks that something is a page document: by its schema, and that the names in it lead somewhere. @throws Problem */
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
