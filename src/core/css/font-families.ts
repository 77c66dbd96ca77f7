/** Font families as CSS lists them (CSS Fonts 4, 2.1). */

/** Reads a `font-family` list. */
export function familiesIn(list: string): string[] {
  return [...list.matchAll(/\s*(?:"([^"]*)"|'([^']*)'|([^,]+))/g)]
    .map(([, double, single, bare]) => (double ?? single ?? bare ?? '').trim())
    .filter(Boolean);
}

/** The family that is wanted first; empty if there is none. */
export function firstFamily(list: string): string {
  return familiesIn(list)[0] ?? '';
}

/** Writes a `font-family` list; names of more than one word in quotes. */
export function writeFamilies(families: readonly string[]): string {
  return families.map((family) => (/^[\w-]+$/.test(family) ? family : `"${family.replace(/["\\]/g, '')}"`)).join(', ');
}

/** The list with one family in place of another, whatever their case; the same text if that is not in it. */
export function replaceFamily(list: string, from: string, to: string): string {
  const families = familiesIn(list);
  const is = (text: string): boolean => text.toLowerCase() === from.toLowerCase();
  return families.some(is) ? writeFamilies(families.map((family) => (is(family) ? to : family))) : list;
}
