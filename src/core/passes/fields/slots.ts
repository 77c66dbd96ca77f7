import { formatIn } from '../../content/formats.js';
import type { ElementNode, PageNode } from '../../document/types.js';
import { isWords } from '../../document/walk.js';
import type { NameGiver } from '../../text/words.js';
import { saysOf } from './says.js';
import { placesIn } from './tables.js';

/** What stands before a colon in every one of several texts: what they tell. */
const LABELLED = /^\s*(\p{L}[\p{L}\s-]{1,20}):\s/u;

/**
 * The places in the entries of a list: what stands in the same place of two entries has the same name in both, whatever it
 * says there. Two places are the same if the elements on the way to them are, with their styles.
 */
export class Slots {
  private readonly keys = new Map<PageNode, string>();
  private readonly texts = new Map<string, string[]>();
  private readonly inner = new Map<string, Map<string, string>>();

  /** @param names of the places, as far as they are known: lists in the entries of another list share them */
  constructor(
    entries: readonly ElementNode[],
    private readonly names = new Map<string, string>(),
  ) {
    for (const entry of entries) this.read(entry, '');
  }

  private read(node: PageNode, key: string): void {
    this.keys.set(node, key);
    const texts = this.texts.get(key) ?? [];
    texts.push(saysOf(node));
    this.texts.set(key, texts);
    if (isWords(node)) return;
    const seen = new Map<string, number>();
    const columns = node.element === 'tr' ? placesIn(node) : undefined;
    for (const child of node.children ?? []) {
      if (isWords(child) && !child.text.trim()) continue;
      /* A cell is that of its column, however wide and in whatever look. */
      const column = columns?.get(child);
      const own =
        column !== undefined ? `column.${column}` : isWords(child) ? 'words' : `${child.element}.${child.style ?? ''}`;
      const count = seen.get(own) ?? 0;
      seen.set(own, count + 1);
      this.read(child, `${key}/${own}${count ? `#${count}` : ''}`);
    }
  }

  /** What the entries say in the place of a node. */
  textsAt(node: PageNode): readonly string[] {
    return this.texts.get(this.keys.get(node) ?? '') ?? [];
  }

  /** What all entries that have the place of a node say alike there; empty if they differ. */
  private common(node: PageNode): string {
    const [first = '', ...more] = this.textsAt(node);
    return more.every((text) => text === first) ? first : '';
  }

  /**
   * The name of what stands in a place: the one it has in the entries before.
   * @param part what of the node is named
   * @param make gives a new name, from the words that all entries have there
   */
  name(node: PageNode, part: string, giver: NameGiver, make: (words: string) => string): string {
    const key = `${this.keys.get(node) ?? ''} ${part}`;
    const known = this.names.get(key);
    if (known !== undefined && !giver.has(known)) return giver.give(known);
    const made = make(this.common(node));
    if (known === undefined) this.names.set(key, made);
    return made;
  }

  /** The names in the entries of a list in these entries, which begins with a node. */
  namesIn(first: PageNode): Map<string, string> {
    const key = this.keys.get(first) ?? '';
    const names = this.inner.get(key) ?? new Map<string, string>();
    this.inner.set(key, names);
    return names;
  }
}

/** What the texts of one place are: their format, or what they all begin with before a colon. */
export function telling(texts: readonly string[]): string | undefined {
  const format = formatIn(texts);
  if (format !== undefined || texts.length < 2) return format;
  const labels = new Set(texts.map((text) => LABELLED.exec(text)?.[1]?.trim().toLowerCase().replace(/\s+/g, '-')));
  const [label] = labels;
  return labels.size === 1 ? label : undefined;
}
