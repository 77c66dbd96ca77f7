/** Turning words into names. */

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

/** The words for the second to the tenth of a kind. */
export const ORDINALS = ['second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'];

/** A name; where it is taken, with its place among those that are called so: `second-picture`. By number from eleven on. */
export function nth(giver: NameGiver, name: string): string {
  const free = [name, ...ORDINALS.map((word) => `${word}-${name}`)].find((wish) => !giver.has(wish));
  return giver.give(free ?? name);
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
