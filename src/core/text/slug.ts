import { plainLetters } from './plain-letters.js';

/** A short plain-ASCII name: `Star evenings in June` → `star-evenings-in-june`. Empty if there is nothing to name by. */
export function slug(text: string, longest = 32): string {
  const plain = plainLetters(text)
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/ß/g, 'ss')
    .replace(/[’']/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');
  if (plain.length <= longest) return plain;
  const cut = plain.slice(0, longest + 1);
  const at = cut.lastIndexOf('-');
  return at > longest / 3 ? cut.slice(0, at) : cut.slice(0, longest);
}

/** How a section is addressed: in the page, in the report and on the command line. */
export function sectionSlug(name: string): string {
  return slug(name, 40) || 'section';
}
