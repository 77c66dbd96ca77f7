import { entriesIn, idsOf, refer } from '../content/entries.js';
import type { ElementNode, PageDocument, PageNode, WordsNode } from '../page/types.js';
import { isWords } from '../page/walk.js';
import { renderHtml } from '../render/html.js';
import { asTemplates, begin, beginPart, end, endPart, markup, value, type Templates } from './tags.js';
import { AT, modelKeys, needsFlag, OWN } from './shape.js';
import { marksOf } from '../content/marks.js';
import { slug } from '../page/words.js';

/** The page as a template: filled with the data of `templateData`, it is the page. @param sheet address of its style sheet */
export function renderTemplates(document: PageDocument, sheet: string): Templates {
  const body = { ...document.body, children: childrenOf(document.body, { prefix: '', own: new Set() }) };
  const description = document.description === undefined ? {} : { description: value('page.description') };
  return asTemplates(renderHtml({ ...document, title: value('page.title'), ...description, body }, sheet));
}

/** Where a template is: in the page, or in an entry of a list, whose fields are told from there on. */
interface Context {
  /** Path of the entry of the source that it is made from, with a dot; empty in the page. */
  readonly prefix: string;
  /** Ids of elements in it that every entry has for itself. */
  readonly own: ReadonlySet<string>;
}

function nameOf(path: string, { prefix }: Context): string {
  if (prefix && `${path}.` === prefix) return 'text';
  return path.startsWith(prefix) ? path.slice(prefix.length) : path;
}

/** A path as the page has it: in an entry it begins with that of the entry. */
function placed(path: string, { prefix }: Context): string {
  if (prefix === '' || !`${path}.`.startsWith(prefix)) return path;
  const rest = `${path}.`.slice(prefix.length, -1);
  return rest ? `${value(AT)}.${rest}` : value(AT);
}

function words(text: string): WordsNode {
  return { kind: 'words', text };
}

function childrenOf(node: ElementNode, context: Context): PageNode[] {
  const lists = new Map([...entriesIn(node)].map(([list, entries]) => [list, { entries, done: false }]));
  const places = new Map<string, readonly number[]>();
  const children = node.children ?? [];
  for (const list of lists.keys()) places.set(list, children.flatMap((child, at) => (!isWords(child) && child.entry?.list === list ? [at] : []))); // prettier-ignore
  return children.flatMap((child, at): PageNode[] => {
    const within = [...places].find(([, own]) => at >= (own[0] ?? Infinity) && at <= (own.at(-1) ?? -1));
    if (!within) return templateOf(child, context);
    const [list, own] = within;
    if (at !== own[0]) return [];
    const between = own.length > 1 ? children.slice(at + 1, own[1]) : [];
    return listOf(list, lists.get(list)?.entries ?? [], between, context);
  });
}

/** A list once, with one template for each kind of entry in it. */
function listOf(
  list: string,
  entries: readonly ElementNode[],
  between: readonly PageNode[],
  context: Context,
): PageNode[] {
  const keys = modelKeys(entries);
  const models = [...new Set(keys.values())];
  const name = nameOf(list, context);
  const made = models.flatMap((key): PageNode[] => {
    const entry = entries.find((one) => one.entry?.id === key) as ElementNode;
    const part = `${list.replace(/\./g, '-')}${models.length > 1 ? `-${key}` : ''}`;
    const inner = [words(beginPart(part)), ...templateOf(entry, { prefix: `${list}.${key}.`, own: idsOf(entry) }), words(endPart)]; // prettier-ignore
    return models.length > 1 ? [words(begin(`as.${key}`)), ...inner, words(end(`as.${key}`))] : inner;
  });
  const gap = between.length ? [words(begin('next')), ...between, words(end('next'))] : [];
  return [words(begin(name)), ...gap, ...made, words(end(name))];
}

function templateOf(node: PageNode, context: Context): PageNode[] {
  if (isWords(node)) return [node.field ? words(keepEdges(node.text, value(nameOf(node.field, context)))) : node];
  const made = elementOf(node, context);
  if (node.kind === 'section')
    return [words(beginPart(`section-${slug(node.name, 40) || node.id}`)), made, words(endPart)];
  return needsFlag(node) ? [words(begin(`any.${node.id}`)), made, words(end(`any.${node.id}`))] : [made];
}

function elementOf(node: ElementNode, context: Context): ElementNode {
  const { fields: own, entry: _, rich, ...rest } = node;
  const attributes: Record<string, string> = {};
  for (const [name, text] of Object.entries(node.attributes ?? {})) {
    const path = own?.[name];
    if (name === 'srcset' && own?.['src']) attributes[begin(`same.${node.id}`)] = '';
    attributes[name] = path === undefined ? refer(name, text, context.own, value(OWN)) : value(nameOf(path, context));
    if (name === 'sizes' && own?.['src']) attributes[end(`same.${node.id}`)] = '';
  }
  Object.assign(
    attributes,
    marksOf(node, (path) => placed(path, context)),
  );
  const made = { ...rest, ...(Object.keys(attributes).length ? { attributes } : {}) };
  if (rich !== undefined) return { ...made, children: [words(markup(nameOf(rich, context)))] };
  return node.children ? { ...made, children: childrenOf(node, context) } : made;
}

function keepEdges(source: string, tag: string): string {
  return `${/^\s*/.exec(source)?.[0] ?? ''}${tag}${/\s*$/.exec(source)?.[0] ?? ''}`;
}
