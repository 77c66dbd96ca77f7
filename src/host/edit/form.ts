import type { FastifyRequest } from 'fastify';
import { Refusal } from '../store/refusal.js';
import type { MediaRecord } from '../store/media.js';
import type { Store } from '../store/store.js';
import { UPLOAD, VALUE } from './fields.js';
import { isSetting, type SentSettings } from './settings.js';

/** What a form says, once it was read. */
export interface SentForm {
  readonly guard: string;
  /** Number of the version that the person saw. */
  readonly base: number;
  /** What is to be done, as `save` or `up LIST ID`. */
  readonly action: readonly string[];
  readonly values: ReadonlyMap<string, string>;
  readonly settings: SentSettings;
  readonly problems: ReadonlyMap<string, string>;
}

/** Largest file that a person adds with a form, bytes. */
export const LARGEST_CHOSEN = 50 * 1024 * 1024;

/** Reads a form with its files; files take the place of the values of their fields. @throws Refusal for one that is too large */
export async function readForm(request: FastifyRequest, store: Store, guard: string): Promise<SentForm> {
  const fields = new Map<string, string>();
  const problems = new Map<string, string>();
  const settings = new Map<string, readonly string[]>();
  let isOurs = false;
  for await (const part of request.parts()) {
    if (part.type === 'field') {
      if (part.valueTruncated) throw new Refusal(413, 'A text is too long.', part.fieldname);
      /* Browsers send line breaks as CRLF (HTML, 4.10.22.7). */
      fields.set(part.fieldname, String(part.value).replace(/\r\n/g, '\n'));
      if (isSetting(part.fieldname))
        settings.set(part.fieldname, [...(settings.get(part.fieldname) ?? []), String(part.value)]);
      if (part.fieldname === 'guard') isOurs = part.value === guard;
      continue;
    }
    const bytes = await part.toBuffer();
    if (bytes.length === 0 || !part.fieldname.startsWith(UPLOAD)) continue;
    if (!isOurs) throw new Refusal(403, 'This form has expired.', 'Open the page again.');
    const path = part.fieldname.slice(UPLOAD.length);
    const kept = await keepChosen(store, part.filename, bytes);
    if (typeof kept === 'string') problems.set(path, kept);
    else fields.set(VALUE + path, `assets/${kept.name}`);
  }
  const values = [...fields]
    .filter(([name]) => name.startsWith(VALUE))
    .map(([name, value]): [string, string] => [name.slice(VALUE.length), value]);
  return {
    guard: fields.get('guard') ?? '',
    base: Number(fields.get('base')),
    action: (fields.get('do') ?? 'save').split(' '),
    values: new Map(values),
    settings,
    problems,
  };
}

/** @returns what is wrong with a file, if something is */
export async function keepChosen({ media }: Store, filename: string, bytes: Buffer): Promise<MediaRecord | string> {
  try {
    return await media.addChosen(filename, bytes);
  } catch (error) {
    if (error instanceof Refusal) return `${error.title} ${error.detail}`;
    throw error;
  }
}
