import { isMap, type Document } from 'yaml';

/** What people wrote for fields that are not on the page any more, by the path of the field. */
export type ParkedContent = Readonly<Record<string, string>>;

/** The heading in a content file under which it is kept. Names of sections begin with a letter or a digit. */
export const PARKED = '_parked';

const NOTE =
  ' What was written for fields that the page has no more. It comes back if they do; take out what is not needed.';

/** What a content file keeps for fields that are gone. */
export function parkedIn(file: Document): ParkedContent {
  const own = (file.toJS() as Record<string, unknown> | null)?.[PARKED];
  if (typeof own !== 'object' || own === null) return {};
  return Object.fromEntries(
    Object.entries(own).filter((entry): entry is [string, string] => typeof entry[1] === 'string'),
  );
}

/** Has a content file keep something for fields that are gone, and nothing else. */
export function park(file: Document, parked: ParkedContent): void {
  if (JSON.stringify(parkedIn(file)) === JSON.stringify(parked)) return;
  if (isMap(file.contents)) file.delete(PARKED);
  if (Object.keys(parked).length === 0) return;
  const key = file.createNode(PARKED);
  key.commentBefore = NOTE;
  file.set(key, file.createNode(parked));
}
