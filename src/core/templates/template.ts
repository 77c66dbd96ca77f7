import { required } from '../data/required.js';
import { entriesIn, idsOf, refer } from '../content/entries.js';
import { BACKGROUND } from '../content/backgrounds.js';
import { FOCUS, focusStyle } from '../content/focus.js';
import { ICON } from '../content/icons.js';
import { isSwitch, switchedOn } from '../content/parts.js';
import { marksOf } from '../content/marks.js';
import type { ElementNode, PageDocument, PageNode, WordsNode } from '../document/types.js';
import { elements, isElement, isWords } from '../document/walk.js';
import { slug } from '../text/slug.js';
import { renderHtml } from '../render/html.js';
import type { Alternate } from '../render/head.js';
import { pageIn, type LanguagePlaces } from '../render/site.js';
import { AT, modelKeys, nameIn, isUnwritten, needsFlag, OWN, previewWords, TO } from './shape.js';
import { asTemplates, begin, beginPart, end, endPart, markup, value, type Templates } from './tags.js';

/** Where the page of a template lies in its site. */
export interface TemplatePlace {
  /** Address of its style sheet. */
  readonly sheet: string;
  readonly file?: string;
  /** If it is one page in several languages: these, and which languages the pages of the site have, by their files. */
  readonly languages?: { readonly alternates: readonly Alternate[]; readonly translated: LanguagePlaces['translated'] };
}

/** The page as templates: filled with the data of `templateData`, they are the page, in each of its languages. */
export function renderTemplates(document: PageDocument, { sheet, file, languages }: TemplatePlace): Templates {
  const translated = new Set([...(languages?.translated ?? [])].flatMap(([text, tags]) => (tags.length ? [text] : [])));
  const context = { prefix: '', own: new Set<string>(), translated };
  const body = { ...document.body, children: childrenOf(document.body, context) };
  const description = document.description === undefined ? {} : { description: value('page.description') };
  const preview = document.head?.preview && {
    ...document.head.preview,
    ...previewWords(document, (name) => value(`page.preview.${name}`)),
  };
  const head = document.head && { head: { ...document.head, ...(preview ? { preview } : {}) } };
  const result = { ...document, title: value('page.title'), ...description, ...head, body };
  const facts = (document.head?.facts ?? []).map((_, at) => markup(`page.facts.f${at}`));
  if (!languages) return asTemplates(renderHtml(result, sheet, { facts, ...(file === undefined ? {} : { file }) }));
  const { alternates } = languages;
  /* What a tag stands for is of the right kind once it is filled. */
  const spoken = { ...result, language: value('page.language'), direction: value('page.direction') as 'ltr' };
  const html = renderHtml(spoken, sheet, { file: value('page.file'), alternates, locale: value('page.locale'), facts });
  const some = (part: string, name: string): string => `${begin(name)}${part}${end(name)}`;
  return asTemplates(
    html
      .replace(LOCALE_LINE, (line) => some(line, 'page.locale'))
      .replace(DIRECTION, (part) => some(part, 'page.direction')),
  );
}

/** Only some languages have these. */
const LOCALE_LINE = /<meta property="og:locale"[^>]*>/;
const DIRECTION = / dir="[^"]*"/;

/** Where a template is: in the page, or in an entry of a list, whose fields are told from there on. */
interface Context {
  /** Path of the entry of the source that it is made from, with a dot; empty in the page. */
  readonly prefix: string;
  /** Ids of elements in it that every entry has for itself. */
  readonly own: ReadonlySet<string>;
  /** Files of the site that there are in other languages too. */
  readonly translated: ReadonlySet<string>;
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

/** Nodes that are there if the data says so, or once for each entry. */
function within(name: string, nodes: readonly PageNode[]): PageNode[] {
  return [words(begin(name)), ...nodes, words(end(name))];
}

function childrenOf(node: ElementNode, context: Context): PageNode[] {
  const children = node.children ?? [];
  const image = node.element === 'picture' ? [...elements(node)].find(({ element }) => element === 'img') : undefined;
  const lists = [...entriesIn(node)].map(([list, entries]) => {
    const places = entries.map((entry) => children.indexOf(entry));
    return { list, entries, first: required(places[0]), second: places[1], last: required(places.at(-1)) };
  });
  return children.flatMap((child, at): PageNode[] => {
    const found = lists.find(({ first, last }) => at >= first && at <= last);
    if (found)
      return at === found.first
        ? listOf(found.list, found.entries, children.slice(at + 1, found.second ?? at + 1), context)
        : [];
    const nodes = templateOf(child, context);
    /* Other files of a picture show the one that was there before. */
    return image && isElement(child) && child.element === 'source' ? within(`same.${image.id}`, nodes) : nodes;
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
  const nodes = models.flatMap((key): PageNode[] => {
    const entry = required(entries.find((entry) => entry.entry?.id === key));
    const part = `${list.replace(/\./g, '-')}${models.length > 1 ? `-${key}` : ''}`;
    const inner = asPart(part, templateOf(entry, { ...context, prefix: `${list}.${key}.`, own: idsOf(entry) }));
    return models.length > 1 ? within(`as.${key}`, inner) : inner;
  });
  const gap = between.length ? within('next', between) : [];
  return within(nameIn(list, context.prefix), [...gap, ...nodes]);
}

/** Nodes as a template of their own. */
function asPart(name: string, nodes: readonly PageNode[]): PageNode[] {
  return [words(beginPart(name)), ...nodes, words(endPart)];
}

function templateOf(node: PageNode, context: Context): PageNode[] {
  if (isWords(node))
    return [node.field ? words(keepEdges(node.text, value(nameIn(node.field, context.prefix)))) : node];
  const element = elementOf(node, context);
  if (node.kind === 'section') return asPart(`section-${slug(node.name, 40) || node.id}`, [element]);
  return needsFlag(node) ? within(`any.${node.id}`, [element]) : [element];
}

/** Attributes that offer a picture in other files (HTML, 4.8.3). */
const OTHER_FILES: ReadonlySet<string> = new Set(['srcset', 'sizes']);

function elementOf(node: ElementNode, context: Context): ElementNode {
  const { fields = {}, entry: _, rich, ...rest } = node;
  const given = Object.entries(node.attributes ?? {});
  const others = node.element === 'img' && fields['src'] ? given.filter(([name]) => OTHER_FILES.has(name)) : [];
  const switches = Object.entries(fields).filter(([name]) => isSwitch(name));
  const filled = given
    .filter(([name]) => !switches.some(([other]) => other === name))
    .map(([name, text]): [string, string] => {
      const path = fields[name];
      if (path !== undefined) return [name, value(nameIn(path, context.prefix))];
      if (name === 'href' && context.translated.has(pageIn(text))) return [name, value(`${TO}.${node.id}`)];
      return [name, refer(name, text, context.own, value(OWN))];
    });
  const attributes = {
    ...Object.fromEntries(filled.filter(([name]) => !others.some(([other]) => other === name))),
    ...(others.length
      ? { [begin(`same.${node.id}`)]: '', ...Object.fromEntries(others), [end(`same.${node.id}`)]: '' }
      : {}),
    ...(fields[BACKGROUND] ? styled(node.id, BACKGROUND, value(nameIn(fields[BACKGROUND], context.prefix))) : {}),
    ...(fields[FOCUS] ? focused(node.id, value(nameIn(fields[FOCUS], context.prefix))) : {}),
    ...Object.assign(
      {},
      ...switches.map(([name, path]) => switched(name, nameIn(path, context.prefix), switchedOn(name))),
    ),
    ...(fields['href'] && isUnwritten(node, 'href')
      ? switched('href', nameIn(fields['href'], context.prefix), value(nameIn(fields['href'], context.prefix)))
      : {}),
    ...marksOf(node, (path) => placed(path, context)),
  };
  const drawing = fields[ICON] === undefined ? {} : { markup: `<svg${markup(nameIn(fields[ICON], context.prefix))}` };
  const result = { ...rest, ...drawing, ...(Object.keys(attributes).length ? { attributes } : {}) };
  if (rich !== undefined) return { ...result, children: [words(markup(nameIn(rich, context.prefix)))] };
  return node.children ? { ...result, children: childrenOf(node, context) } : result;
}

/** A declaration of its own is there only if somebody gave one. */
function styled(id: string, property: string, text: string): Record<string, string> {
  return { [begin(`moved.${id}`)]: '', style: `${property}: ${text}`, [end(`moved.${id}`)]: '' };
}

/** A focal point of its own is there only if somebody gave one. */
function focused(id: string, focus: string): Record<string, string> {
  return { [begin(`moved.${id}`)]: '', style: focusStyle(focus), [end(`moved.${id}`)]: '' };
}

/** What is there or not. */
function switched(attribute: string, name: string, says = ''): Record<string, string> {
  return { [begin(name)]: '', [attribute]: says, [end(name)]: '' };
}

function keepEdges(source: string, tag: string): string {
  return `${/^\s*/.exec(source)?.[0] ?? ''}${tag}${/\s*$/.exec(source)?.[0] ?? ''}`;
}
