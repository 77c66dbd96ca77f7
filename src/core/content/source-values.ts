import { matchStart } from '../document/field-rules.js';
import type { ElementNode, PageDocument, PageNode } from '../document/types.js';
import { isWords } from '../document/walk.js';
import { entriesIn } from './entries.js';
import { saidLooks } from './looks.js';
import { partOf } from './parts.js';
import { wholeText } from './whole-text.js';
import { walkFields } from './walk-fields.js';
import { nest, type Content, type FlatContent } from './values.js';

/* What the source of a page says, by the paths of its fields. */

/** A page is asked again and again what it says, and never changes. */
const KNOWN = new WeakMap<PageDocument, FlatContent>();

/** The values that the source had, by their paths, in the order of the page. */
export function originalValues(document: PageDocument): FlatContent {
  const known = KNOWN.get(document) ?? valuesIn(document);
  KNOWN.set(document, known);
  return known;
}

function valuesIn(document: PageDocument): FlatContent {
  const values = new Map<string, string>();
  const lists = new Map<string, string[]>();
  const put = (path: string, value: string | undefined): void => {
    if (value !== undefined && !values.has(path) && !isHidden(document, path)) values.set(path, value);
  };
  put('page.title', document.title);
  if (document.description) put('page.description', document.description);
  const visit = (node: PageNode): void => {
    if (isWords(node)) {
      if (node.field) put(node.field, node.text.trim());
      return;
    }
    for (const [attribute, path] of Object.entries(node.fields ?? {})) put(path, partOf(node, attribute, document));
    if (node.rich) put(node.rich, wholeText(node, document.styles));
    for (const [list, entries] of entriesIn(node)) {
      lists.set(
        list,
        entries.map(({ entry }) => entry?.id ?? ''),
      );
      if (entries.some(isGroupEntry))
        for (const [id, [name, value]] of saidLooks(entries, document.styles)) put(`${list}.${id}.${name}`, value);
    }
    node.children?.forEach(visit);
  };
  visit(document.body);
  return { values, lists };
}

/** Whether an entry has fields of its own, rather than being no more than a text. */
function isGroupEntry(node: ElementNode): boolean {
  const own = `${node.entry?.list}.${node.entry?.id}`;
  const paths = [...walkFields(node)];
  return paths.some((path) => path.startsWith(`${own}.`));
}

/** The values that the source had, as people write them. */
export function originalContent(document: PageDocument): Content {
  return nest(originalValues(document));
}

/** Whether the brief hides a field. */
export function isHidden({ fieldRules = {} }: PageDocument, path: string): boolean {
  return Object.entries(fieldRules).some(([rule, { hidden }]) => hidden && matchStart(rule, path));
}
