import { nearestWords } from '../../core/text/nearest.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { OpenedPage } from './content.js';

/* What a page does not have, in words. */

/** A field that a page does not have, with those that are called nearly so. */
export function noField(path: string, { source, written, contentFile }: OpenedPage): TavrikError {
  const known = [...new Set([...source.values.keys(), ...source.lists.keys(), ...written.values.keys()])];
  const near = nearestWords(path, known);
  return new TavrikError(
    `The page has no field "${path}".`,
    contentFile,
    near.length ? `Did you mean ${near.join(', ')}?` : 'See tavrik content PROJECT.',
    'not-found',
  );
}

/** An entry that a list does not have. */
export function noEntry(list: string, id: string, ids: readonly string[]): TavrikError {
  return new TavrikError(
    `"${list}" has no entry "${id}".`,
    list,
    ids.length ? `It has ${ids.join(', ')}.` : 'It has none.',
    'not-found',
  );
}

/** @throws TavrikError if a path goes through an entry that its list does not have */
export function refuseMissingEntry({ source, written }: OpenedPage, path: string): void {
  for (const list of new Set([...source.lists.keys(), ...written.lists.keys()])) {
    const ids = written.lists.get(list) ?? source.lists.get(list) ?? [];
    const [id] = path.startsWith(`${list}.`) ? path.slice(list.length + 1).split('.') : [];
    if (id !== undefined && !ids.includes(id)) throw noEntry(list, id, ids);
  }
}
