import { required } from '../data/required.js';
import type { ElementNode, PageNode, SharedStyle } from '../document/types.js';
import { elements, isElement, isWords } from '../document/walk.js';
import { askedLook, FLAGS, lookOf, looksIn, type Looks } from './looks.js';
import { bracesIn } from './rich-braces.js';
import { walkFields } from './walk-fields.js';
import { namesUnder, saidIn, saidUnder } from './said-entries.js';
import { LOOK, starred, type FlatContent } from './values.js';

/* Lists of entries: what a client adds, removes and moves. An entry that the source did not have is made like one it had. */

/** The entries of each list right in an element, in the order of the source. */
export function entriesIn({ children = [] }: ElementNode): Map<string, ElementNode[]> {
  const found = new Map<string, ElementNode[]>();
  for (const child of children)
    if (isElement(child) && child.entry) found.set(child.entry.list, [...(found.get(child.entry.list) ?? []), child]);
  return found;
}

type Styles = Readonly<Record<string, SharedStyle>>;

/** The entries of a list as the content asks for them: their ids, and the entry of the source that each is made from. */
export function modelsOf(
  list: string,
  entries: readonly ElementNode[],
  content: FlatContent,
  styles: Styles,
): { readonly id: string; readonly model: ElementNode }[] {
  const ids = content.lists.get(list) ?? entries.map(({ entry }) => entry?.id ?? '');
  const looks = looksIn(entries, styles);
  return ids.map((id, at) => ({
    id,
    model: modelOf(id, entries, {
      look: lookAt(list, id, at, ids.length, entries, looks, content),
      isOfPlace: looks.place !== undefined,
      names: namesUnder(list, id, content),
      said: saidUnder(list, id, content),
      styles,
    }),
  }));
}

/** What an element holds when its lists have the entries that the content asks for. */
export function arrange(node: ElementNode, content: FlatContent, styles: Styles): readonly PageNode[] {
  let children = node.children ?? [];
  for (const [list, entries] of entriesIn(node)) {
    if (!content.lists.has(list)) continue;
    const wanted = modelsOf(list, entries, content, styles).map(({ id, model }) =>
      model.entry?.id === id ? model : renamed(model, list, id),
    );
    if (wanted.length === entries.length && wanted.every((element, at) => element === entries[at])) continue;
    children = replaceEntries(children, list, wanted);
  }
  return children;
}

/** The id of the entry whose look one has: the one that is asked for, its own, or that of its place. */
function lookAt(
  list: string,
  id: string,
  at: number,
  count: number,
  entries: readonly ElementNode[],
  looks: Looks,
  { values }: FlatContent,
): string | undefined {
  const { place } = looks;
  if (place === undefined) return askedLook(looks, `${list}.${id}`, values, id);
  const ids = entries.map(({ entry }) => entry?.id ?? '');
  if (place === 'first') return at === 0 ? ids[0] : ids[1];
  return at === count - 1 ? ids.at(-1) : ids[0];
}

/** What the entry is to be like that one is made from. */
interface Wanted {
  /** The id of an entry with the look. */
  readonly look: string | undefined;
  /** The look goes with the place: nobody asked for it. */
  readonly isOfPlace: boolean;
  /** The fields that the content has. */
  readonly names: ReadonlySet<string>;
  /** What these say, by their names from the entry on; an entry that is no more than a text has an empty name. */
  readonly said: ReadonlyMap<string, string>;
  readonly styles: Styles;
}

/** The entry of the source that one is made from: itself, if it has the look that it should have, else one that has its fields. */
function modelOf(id: string, entries: readonly ElementNode[], wanted: Wanted): ElementNode {
  const { look, isOfPlace, names, said, styles } = wanted;
  if (said.has('')) return likest(entries, said, styles, id);
  const own = entries.find(({ entry }) => entry?.id === id);
  const asked = entries.find(({ entry }) => entry?.id === look);
  /* What one says is not lost for a look: an entry in another place keeps its own where that one has no room for all of it. */
  if (own && asked && lookOf(own) !== lookOf(asked) && hasRoom(asked, own, isOfPlace)) return asked;
  if (own) return roomier(own, entries, names);
  const fitting = asked ? entries.filter((entry) => lookOf(entry) === lookOf(asked)) : entries;
  const fits = fitting.map((entry) => fit(entry, names));
  const most = Math.max(...fits);
  return likest(
    fitting.filter((_, at) => fits[at] === most),
    said,
    styles,
  );
}

/**
 * The entry that says most of what is to be said: only it has what that sets off.
 * @param id of the one that is taken where others say no more of it
 */
function likest(
  entries: readonly ElementNode[],
  said: ReadonlyMap<string, string>,
  styles: Styles,
  id?: string,
): ElementNode {
  const alike = entries.map((entry) => {
    const own = saidIn(entry, styles);
    const same = [...said].filter(([name, text]) => own.get(name) === text).length;
    const marks = [...said].filter(([name, text]) =>
      marksIn(text).every((mark) => marksIn(own.get(name)).includes(mark)),
    );
    return same + marks.length / (said.size + 1) + (entry.entry?.id === id ? 1 / (2 * said.size + 3) : 0);
  });
  return required(entries[alike.indexOf(Math.max(...alike))]);
}

/** The names in the braces of a text. */
function marksIn(text = ''): string[] {
  return bracesIn(text).braces.map(({ name }) => name);
}

/** An entry, or one that also has the fields which are written for it and which it lacks in the source. */
function roomier(own: ElementNode, entries: readonly ElementNode[], names: ReadonlySet<string>): ElementNode {
  const has = namesIn(own);
  const more = [...names].filter((name) => !has.includes(name) && !SAYS_LOOK.has(name));
  if (more.length === 0) return own;
  return (
    entries.find((entry) => hasRoom(entry, own, false) && more.every((name) => namesIn(entry).includes(name))) ?? own
  );
}

/** Fields of an entry that have no element. */
const SAYS_LOOK: ReadonlySet<string> = new Set([LOOK, ...FLAGS]);

/** The fields of an entry, by their names from the entry on. */
function namesIn(entry: ElementNode): string[] {
  const lists = new Set([...elements(entry)].flatMap(({ entry: own }) => (own ? [own.list] : [])));
  const place = (path: string): string => starred(path, (text) => lists.has(text));
  const start = place(`${entry.entry?.list}.${entry.entry?.id}.`);
  const under = [...walkFields(entry), ...lists].map(place).filter((path) => path.startsWith(start));
  return [...new Set(under.map((path) => path.slice(start.length)))];
}

/** Whether an entry has the fields of another one, and none more if it is to have the same. */
function hasRoom(entry: ElementNode, other: ElementNode, isSame: boolean): boolean {
  const [own, wanted] = [namesIn(entry), namesIn(other)];
  return wanted.every((name) => own.includes(name)) && (!isSame || own.length === wanted.length);
}

/** How well the fields of an entry are those that another one has: more that both have, fewer that it alone has. */
function fit(entry: ElementNode, names: ReadonlySet<string>): number {
  const own = namesIn(entry);
  const shared = own.filter((name) => names.has(name)).length;
  return names.size === 0 ? 0 : shared - (own.length - shared) / (own.length + 1);
}

/** The entries in the place of those of the source, with what stood between two of them between each two. */
function replaceEntries(children: readonly PageNode[], list: string, wanted: readonly ElementNode[]): PageNode[] {
  const isEntry = (node: PageNode): boolean => isElement(node) && node.entry?.list === list;
  const places = children.flatMap((child, at) => (isEntry(child) ? [at] : []));
  const [first, second] = places;
  const last = places.at(-1);
  if (first === undefined || last === undefined) return [...children];
  const between = second === undefined ? [] : children.slice(first + 1, second);
  const other = children.slice(first, last + 1).filter((child) => !isEntry(child));
  const lost =
    other.length > between.length * (places.length - 1) ? other.slice(between.length * (places.length - 1)) : [];
  const row = wanted.flatMap((element, at) => (at === 0 ? [element] : [...between, element]));
  return [...children.slice(0, first), ...row, ...lost, ...children.slice(last + 1)];
}

/** Attributes that name another element of the page by its id (HTML, 3.2.6; ARIA). */
const REFERENCES = new Set(['id', 'for', 'aria-controls', 'aria-labelledby', 'aria-describedby', 'list', 'form']);

/** The ids that elements of an entry have of their own. */
export function idsOf(entry: ElementNode): ReadonlySet<string> {
  const own = new Set<string>();
  const collect = (node: PageNode): void => {
    if (isWords(node)) return;
    if (node.attributes?.['id']) own.add(node.attributes['id']);
    node.children?.forEach(collect);
  };
  collect(entry);
  return own;
}

/** The value of an attribute with something put after each of these ids that it names. */
export function refer(name: string, value: string, own: ReadonlySet<string>, suffix: string): string {
  if (REFERENCES.has(name))
    return value
      .split(/\s+/)
      .map((part) => (own.has(part) ? `${part}${suffix}` : part))
      .join(' ');
  return name === 'href' && value.startsWith('#') && own.has(value.slice(1)) ? `${value}${suffix}` : value;
}

/** A copy of an entry as another one: its fields, and every id in it, are the new one's own. */
function renamed(model: ElementNode, list: string, id: string): ElementNode {
  const [from, to] = [`${list}.${model.entry?.id ?? ''}`, `${list}.${id}`];
  const path = (text: string): string =>
    text === from || text.startsWith(`${from}.`) ? `${to}${text.slice(from.length)}` : text;
  const own = idsOf(model);
  const visit = (node: PageNode): PageNode => {
    if (isWords(node)) return node.field ? { ...node, field: path(node.field) } : node;
    return {
      ...node,
      id: `${node.id}-${id}`,
      ...(node.entry
        ? { entry: node === model ? { list, id } : { list: path(node.entry.list), id: node.entry.id } }
        : {}),
      ...(node.attributes
        ? {
            attributes: Object.fromEntries(
              Object.entries(node.attributes).map(([name, value]) => [name, refer(name, value, own, `-${id}`)]),
            ),
          }
        : {}),
      ...(node.fields
        ? { fields: Object.fromEntries(Object.entries(node.fields).map(([name, field]) => [name, path(field)])) }
        : {}),
      ...(node.rich ? { rich: path(node.rich) } : {}),
      ...(node.children ? { children: node.children.map(visit) } : {}),
    };
  };
  return visit(model) as ElementNode;
}
