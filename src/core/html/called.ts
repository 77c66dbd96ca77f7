/** Elements that show a drawing by a class of theirs. */
const DRAWN = new Set(['i', 'span', 'em', 'b', 'svg']);

/**
 * What the classes of an element call the drawing that it shows: where several of them begin alike, or one begins with another
 * one, the rest of the one that says most. `set set-money-coins` and `icon-money-coins` both say `money-coins`.
 */
export function calledBy(tag: string | undefined, classes: string | undefined): string | undefined {
  if (tag === undefined || !DRAWN.has(tag) || !classes) return undefined;
  const tokens = classes.split(/\s+/).filter(Boolean);
  const rests = tokens.flatMap((token) => {
    const [, start = '', rest = ''] = /^([a-z]+)[-_]([a-z][a-z_-]*)$/i.exec(token) ?? [];
    const isKnown =
      /^(icon|icons|ico|glyph)$/i.test(start) ||
      tokens.some((other) => other !== token && other.startsWith(start) && other.length <= start.length + 1);
    return isKnown && rest.length > 2 ? [rest] : [];
  });
  return rests.reduce<string | undefined>(
    (best, rest) => (best && best.length >= rest.length ? best : rest),
    undefined,
  );
}

/** The language of code, as its classes say it (HTML, 4.5.15: `language-…`), or the attributes that highlighters read. */
export function languageBy(
  tag: string | undefined,
  attributes: Readonly<Record<string, string>> | undefined,
): string | undefined {
  if (!attributes || !/^(pre|code|samp)$/.test(tag ?? '')) return undefined;
  const [, named] = /(?:^|\s)lang(?:uage)?-([\w#+.-]+)/.exec(attributes['class'] ?? '') ?? [];
  const language = named ?? attributes['data-language'] ?? attributes['data-lang'];
  return language && /^[\w#+.-]{1,30}$/.test(language) ? language.toLowerCase() : undefined;
}
