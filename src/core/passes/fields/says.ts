import { isWords, textOf } from '../../document/walk.js';
import type { ElementNode, PageNode } from '../../document/types.js';

/** What a person calls an element: its words, else what it says of itself in words that do not show. */
export function saysOf(node: PageNode): string {
  if (isWords(node)) return node.text.trim();
  const { alt, placeholder, name, src } = node.attributes ?? {};
  return textOf(node) || pressed(node) || alt || placeholder || name || nameOfFile(src) || '';
}

/** What a button says that is an input. */
export function pressed({ element, attributes = {} }: ElementNode): string {
  const isPressed = element === 'input' && /^(submit|button|reset)$/.test(attributes['type'] ?? '');
  return isPressed ? (attributes['value'] ?? '') : '';
}

/** The name of a file, without what tells its bytes. */
function nameOfFile(address: string | undefined): string | undefined {
  return address === undefined || address.startsWith('data:')
    ? undefined
    : address
        .split('/')
        .at(-1)
        ?.replace(/(-[0-9a-f]{10})?\.\w+$/, '');
}
