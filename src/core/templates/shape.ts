import { required } from '../data/required.js';
import { isBlank, SOMETHING } from '../content/content.js';
import { ICON } from '../content/icons.js';
import { isSwitch } from '../content/parts.js';
import type { ElementNode, PageDocument, PageNode } from '../document/types.js';
import { isWords } from '../document/walk.js';

/** Name under which the data says what an entry's own ids end in. */
export const OWN = 'own';

/** Name under which the data says the path of an entry. */
export const AT = 'at';

/** Name under which the data says where links lead that are no fields, in a language. */
export const TO = 'to';

/** What a preview says in words of its own. */
export function previewWords(
  { head }: PageDocument,
  say: (name: string, words: string) => string,
): Record<string, string> {
  const { title, description, alt } = head?.preview ?? {};
  return Object.fromEntries(
    Object.entries({ title, description, alt }).flatMap(([name, words]) => (words ? [[name, say(name, words)]] : [])),
  );
}

/** The name that a field has in a template: in an entry from there on; an entry that is no more than a text is `text`. */
export function nameIn(path: string, prefix: string): string {
  if (prefix && `${path}.` === prefix) return 'text';
  return path.startsWith(prefix) ? path.slice(prefix.length) : path;
}

/** For each entry of a list, by its id, the first that is the same but for what its fields say. */
export function modelKeys(entries: readonly ElementNode[]): ReadonlyMap<string, string> {
  const first = new Map<string, string>();
  return new Map(
    entries.map((entry) => {
      const id = entry.entry?.id ?? '';
      const shape = JSON.stringify(shapeOf(entry, `${entry.entry?.list}.${id}`));
      if (!first.has(shape)) first.set(shape, id);
      return [id, required(first.get(shape))] as const;
    }),
  );
}

/** An entry without what it says: fields by their names in it. */
function shapeOf(node: PageNode, prefix: string): unknown {
  const relative = (path: string): string => (path.startsWith(prefix) ? path.slice(prefix.length) : path);
  if (isWords(node))
    return node.field ? [relative(node.field), /^\s/.test(node.text), /\s$/.test(node.text)] : node.text;
  const {
    element,
    style,
    difference,
    attributes = {},
    fields = {},
    rich,
    markup,
    children = [],
    kind,
    name,
    inline,
  } = node;
  return [
    element,
    style,
    difference,
    fields[ICON] === undefined ? markup : relative(fields[ICON]),
    inline,
    kind === 'section' ? name : '',
    Object.entries(fields)
      .filter(([key]) => isSwitch(key) || isUnwritten(node, key))
      .map(([key, path]) => [key, relative(path)]),
    Object.entries(attributes)
      .filter(([key]) => !(isSwitch(key) && fields[key] !== undefined))
      .map(([key, text]) => [key, fields[key] === undefined ? text : relative(fields[key])]),
    rich === undefined
      ? children.map((child) => shapeOf(child, prefix))
      : [relative(rich), children.flatMap((child) => (isWords(child) ? [] : [[child.element, child.style]]))],
  ];
}

/** Whether a field is that of a link which leads nowhere in the source: without a value it has no address. */
export function isUnwritten({ attributes, fields }: ElementNode, name: string): boolean {
  return name === 'href' && fields?.[name] !== undefined && attributes?.[name] === undefined;
}

/** Whether a client can take away all that an element says, so that it goes. */
export function needsFlag(node: ElementNode): boolean {
  if (node.element === 'img') return node.fields?.['src'] !== undefined;
  if (node.kind === 'section' || SOMETHING.has(node.element) || node.markup !== undefined) return false;
  return !isBlank(node) && !hasFixed(node);
}

/** Whether an element says or shows something that no field changes. */
function hasFixed(node: ElementNode): boolean {
  if (node.rich !== undefined) return false;
  return (node.children ?? []).some((child) => {
    if (isWords(child)) return !child.field && child.text.trim() !== '';
    if (child.element === 'img') return child.fields?.['src'] === undefined;
    return SOMETHING.has(child.element) || child.markup !== undefined || hasFixed(child);
  });
}
