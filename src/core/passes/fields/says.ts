import { elements, isWords, textOf } from '../../document/walk.js';
import type { ElementNode, PageNode } from '../../document/types.js';

/** What a person calls an element: its words, else what it says of itself in words that do not show. */
export function saysOf(node: PageNode): string {
  if (isWords(node)) return node.text.trim();
  const { alt, placeholder, name, src, title, 'aria-label': label } = node.attributes ?? {};
  const words = textOf(node);
  /* A figure beside an icon says how many there are of what nobody sees. */
  if (/\p{L}/u.test(words)) return words;
  return pressed(node) || label || alt || placeholder || title || name || drawn(node) || words || nameOfFile(src) || '';
}

/** What the source calls the drawing in an element, as words. */
function drawn(node: ElementNode): string | undefined {
  const icon = [...elements(node)].find(({ from }) => from?.called !== undefined);
  return icon?.from?.called?.replace(/[-_]/g, ' ');
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
