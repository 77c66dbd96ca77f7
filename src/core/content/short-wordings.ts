import { originalValues } from './source-values.js';
import type { FlatContent } from './values.js';
import type { PageDocument } from '../document/types.js';

/* Another wording of a text for narrow screens: an optional second value, under the name of the first one. */

const SHORT = '-short';

/** The path of the shorter wording of a text. */
export function shortPath(path: string): string {
  return `${path}${SHORT}`;
}

/** The path of the whole wording that a field is a shorter one of; undefined if it is none. */
export function wholePath(path: string, has: (path: string) => boolean): string | undefined {
  const whole = path.endsWith(SHORT) ? path.slice(0, -SHORT.length) : undefined;
  return whole !== undefined && has(whole) ? whole : undefined;
}

/**
 * Content in which no shorter wording says something old: where it is empty, or a new whole one has no shorter one beside it,
 * narrow screens show the whole one.
 */
export function withShortWordings(document: PageDocument, content: FlatContent): FlatContent {
  const source = originalValues(document).values;
  const values = new Map(content.values);
  for (const path of source.keys()) {
    const whole = wholePath(path, (other) => source.has(other));
    if (whole === undefined) continue;
    const [own, now] = [content.values.get(path), content.values.get(whole)];
    const isOld = own === undefined && now !== undefined && now !== source.get(whole);
    if (own === '' || isOld) values.set(path, now ?? source.get(whole) ?? '');
  }
  return { ...content, values };
}
