/** A quick look whether everything a selector names is in the page at all. */
export function mayMatch(selector: string, names: ReadonlySet<string>): boolean {
  const plain = selector.replace(/:[\w-]+\((?:[^()]|\([^()]*\))*\)/g, '').replace(/\[[^\]]*\]/g, '');
  if (plain.includes('\\')) return true;
  return (plain.match(/[.#][\w\u0080-\uffff-]+/g) ?? []).every((name) => names.has(name));
}

/** Which names occur in a page. */
export function namesIn(nodes: readonly { readonly attributes?: Readonly<Record<string, string>> }[]): Set<string> {
  const names = new Set<string>();
  for (const { attributes } of nodes) {
    for (const name of (attributes?.['class'] ?? '').split(/\s+/)) if (name) names.add(`.${name}`);
    if (attributes?.['id']) names.add(`#${attributes['id']}`);
  }
  return names;
}

/** The same for a whole selector list as it is written. */
export function anyMayMatch(list: string, names: ReadonlySet<string>): boolean {
  if (/[\\&("']/.test(list)) return true;
  return list.split(',').some((part) => mayMatch(part, names));
}
