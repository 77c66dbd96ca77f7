/** Turning words into names. */

/** A short plain-ASCII name: `Star evenings in June` → `star-evenings-in-june`. Empty if there is nothing to name by. */
export function slug(text: string, longest = 32): string {
  const plain = text
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

/** Hands out names that are not yet taken: `name`, `name-2`, `name-3` … */
export class NameGiver {
  private readonly taken = new Map<string, number>();

  has(name: string): boolean {
    return this.taken.has(name);
  }

  give(wanted: string): string {
    const count = (this.taken.get(wanted) ?? 0) + 1;
    this.taken.set(wanted, count);
    if (count === 1) return wanted;
    const next = `${wanted}-${count}`;
    return this.taken.has(next) ? this.give(wanted) : (this.taken.set(next, 1), next);
  }
}

/** How a section is addressed: in the page, in the report and on the command line. */
export function sectionSlug(name: string): string {
  return slug(name, 40) || 'section';
}

/** The first words of a text, for a person to know it by. */
export function firstWords(text: string, most = 5): string {
  const words = text.trim().split(/\s+/);
  return words.length > most ? `${words.slice(0, most).join(' ')} …` : words.join(' ');
}

const BULLET = /^[•◦‣▪■□●○∙–—*+✓✔✗→›»-]$/;
const NUMBER = /^\(?\d{1,2}[.)]$/;

/** What may stand before an item of a list. */
export function markKind(words: string): 'bullet' | 'number' | undefined {
  if (BULLET.test(words)) return 'bullet';
  return NUMBER.test(words) ? 'number' : undefined;
}

/** How large a file is, in words. @param bytes its size */
export function sizeInWords(bytes: number): string {
  return bytes >= 1024 * 1024
    ? `${(bytes / 1024 / 1024).toFixed(1)} MB`
    : `${Math.max(bytes > 0 ? 1 : 0, Math.round(bytes / 1024))} kB`;
}
