import { existsSync, readFileSync } from 'node:fs';
import { parse, stringify } from 'yaml';

/** What people wrote for fields that are not on the page any more, by the path of the field. */
export type Parked = Readonly<Record<string, string>>;

/** The heading in a content file under which it is kept. Names of sections begin with a letter or a digit. */
export const PARKED = '_parked';

const NOTE =
  ' What was written for fields that the page has no more. It comes back if they do; take out what is not needed.';

/** What a content file keeps for fields that are gone. */
export function parkedIn(file: string): Parked {
  if (!existsSync(file)) return {};
  const read = parse(readFileSync(file, 'utf8'), { schema: 'failsafe' }) as Record<string, unknown> | null;
  const own = read?.[PARKED];
  if (typeof own !== 'object' || own === null) return {};
  return Object.fromEntries(Object.entries(own).filter((one): one is [string, string] => typeof one[1] === 'string'));
}

/** The text of a content file with what is kept for fields that are gone. */
export function withParked(text: string, parked: Parked): string {
  if (Object.keys(parked).length === 0) return text;
  return `${text.trim() === '{}' ? '' : text}#${NOTE}\n${stringify({ [PARKED]: parked }, { lineWidth: 0 })}`;
}
