import type { PageDocument, PageHead } from '../document/types.js';

/** Keys of linked data that say what a thing is, not what it says (JSON-LD 1.1, 1.7). */
const KEYWORD = /^@/;
/** A telephone number as people write it: digits with what groups them, at least six. */
const PHONE = /^\+?(?:[\s().\-/]*\d){6,}$/;

/**
 * What a page tells search engines and previews, with what the client says now: where linked data or a preview said the same
 * as a field does in the source, it says what the field does. Telephone numbers are the same however their digits are grouped.
 * @param original values of the fields in the source, by path @param values the same as they are now
 */
export function headFilled(
  { head }: PageDocument,
  original: ReadonlyMap<string, string>,
  values: ReadonlyMap<string, string>,
): PageHead | undefined {
  if (!head?.facts && !head?.preview) return head;
  const map = new Map<string, Set<string>>();
  for (const [path, before] of original) {
    const now = values.get(path);
    const key = keyOf(before);
    if (now === undefined || now.trim() === '' || !isTelling(key)) continue;
    map.set(key, (map.get(key) ?? new Set()).add(withoutScheme(now)));
  }
  /* Where two fields said the same and no longer do, nobody knows which was meant. */
  const nowOf = (text: string): string => {
    const found = map.get(keyOf(text));
    const [now = text] = found?.size === 1 ? found : [];
    return keyOf(now) === keyOf(text) ? text : now;
  };
  const filled = (value: unknown): unknown => {
    if (typeof value === 'string') return nowOf(value);
    if (Array.isArray(value)) return value.map(filled);
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(
      Object.entries(value).map(([key, entry]) => [key, KEYWORD.test(key) ? entry : filled(entry)]),
    );
  };
  const { title, description, alt } = head.preview ?? {};
  const words = Object.entries({ title, description, alt }).flatMap(([key, text]) =>
    text === undefined ? [] : [[key, nowOf(text)]],
  );
  return {
    ...head,
    ...(head.facts ? { facts: filled(head.facts) as readonly object[] } : {}),
    ...(head.preview ? { preview: { ...head.preview, ...(Object.fromEntries(words) as object) } } : {}),
  };
}

function withoutScheme(text: string): string {
  return text.trim().replace(/^(?:tel|mailto):/i, '');
}

/** Shorter texts, and mere numbers, are said of many things: that a field says the same means nothing. */
const SHORTEST = 4;

function isTelling(key: string): boolean {
  return key.length >= SHORTEST && (/\p{L}/u.test(key) || PHONE.test(key));
}

/** What is the same for two texts that say the same. */
function keyOf(text: string): string {
  const plain = withoutScheme(text).replace(/\s+/g, ' ');
  return PHONE.test(plain) ? plain.replace(/[^\d+]/g, '') : plain;
}
