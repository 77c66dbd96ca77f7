import { required } from '../core/data/required.js';
import { Document, isMap, isSeq, parseDocument, type Scalar } from 'yaml';
import type { MovedAddresses } from '../core/passes/brief/moved-addresses.js';

/** Where a brief says addresses of elements. */
const ADDRESSED = ['decisions', 'links', 'motion'] as const;

/**
 * The brief with other addresses in place of some; the rest of the text stays as it stands. What is said of one address that
 * is several now is said of each.
 */
export function withAddresses(source: string, { elements, sections }: MovedAddresses): string {
  const document = parseDocument(source);
  const changes: { readonly from: number; readonly to: number; readonly text: string }[] = [];
  const written = (node: Scalar, value: string): string => {
    const plain = new Document([value], { version: '1.2' }).toString({ lineWidth: 0 }).trim().replace(/^- /, '');
    const isPlain = node.type === 'PLAIN' && /^[\p{L}\p{N}]/u.test(plain) && !/[,[\]{}#:]/.test(plain);
    return isPlain ? plain : node.type === 'QUOTE_SINGLE' ? `'${value.replaceAll("'", "''")}'` : JSON.stringify(value);
  };
  for (const key of ADDRESSED) {
    const list = document.get(key);
    for (const item of isSeq(list) ? list.items : []) {
      if (!isMap(item) || !item.range) continue;
      const [from, to] = item.range;
      const at = item.get('at', true);
      const section = item.get('section', true);
      const addresses = elements.get(String(at?.value));
      const named = sections.get(String(section?.value));
      if (!addresses && named === undefined) continue;
      const entry = (address: string | undefined): string => {
        const parts = [
          ...(at?.range && address !== undefined ? [[at, address] as const] : []),
          ...(section?.range && named !== undefined ? [[section, named] as const] : []),
        ].sort(([a], [b]) => (b.range?.[0] ?? 0) - (a.range?.[0] ?? 0));
        return parts.reduce((text, [node, value]) => {
          const [start, end] = required(node.range);
          return `${text.slice(0, start - from)}${written(node, value)}${text.slice(end - from)}`;
        }, source.slice(from, to).trimEnd());
      };
      const indent = ' '.repeat(from - source.lastIndexOf('\n', from) - 1).slice(2);
      const text = (addresses ?? [undefined]).map(entry).join(`\n${indent}- `);
      changes.push({ from, to: from + source.slice(from, to).trimEnd().length, text });
    }
  }
  return changes
    .sort((a, b) => b.from - a.from)
    .reduce((text, change) => `${text.slice(0, change.from)}${change.text}${text.slice(change.to)}`, source);
}
