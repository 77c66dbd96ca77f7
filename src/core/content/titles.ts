import type { FlatContent } from './values.js';

/** Letters of a title at most. */
const LONGEST = 60;

/** Fields by which an entry is known, the best one first. */
export const NAMING = ['heading', 'label', 'name', 'title', 'question', 'text'];

/** What an entry of a list is known by: its heading or, without one, the first words that it has. */
export function titleOf(path: string, { values }: FlatContent): string {
  const own = values.get(path);
  if (own !== undefined) return own.slice(0, LONGEST);
  const named = NAMING.map((name) => values.get(`${path}.${name}`)).find(Boolean);
  const found =
    named ?? [...values].find(([text, value]) => text.startsWith(`${path}.`) && /\s|^\p{Lu}/u.test(value))?.[1];
  return (found ?? '').replace(/[*_`]/g, '').slice(0, LONGEST);
}
