import { freeName } from '../text/free-name.js';
import { TavrikError } from '../errors/tavrik-error.js';
import type { PageDocument } from '../document/types.js';
import { slug } from '../text/slug.js';
import { wholeContent } from './content.js';
import { originalValues } from './source-values.js';
import { flatten, type Content, type FlatContent } from './values.js';

/** One change that a person makes to the content of a page. Places in lists are counted from 0. */
export type Edit =
  | { readonly do: 'set'; readonly path: string; readonly value: string }
  | { readonly do: 'add'; readonly list: string; readonly like?: string; readonly at?: number; readonly name?: string }
  | { readonly do: 'remove'; readonly list: string; readonly id: string }
  | { readonly do: 'move'; readonly list: string; readonly id: string; readonly to: number };

/** Everything that a page says now, by paths. */
export function wholeFlat(document: PageDocument, content: Content): FlatContent {
  return flatten(wholeContent(document, content));
}

/**
 * Content after a change. An entry more is a copy of another one, with an id of its own.
 * @param content all that the page says
 * @throws TavrikError for a list or an entry that is not there
 */
export function edited(document: PageDocument, content: FlatContent, edit: Edit): FlatContent {
  if (edit.do === 'set') return { ...content, values: new Map([...content.values, [edit.path, edit.value]]) };
  const ids = content.lists.get(edit.list);
  if (!ids)
    throw new TavrikError('List not found.', edit.list, 'Open the page again: it may have changed.', 'not-found');
  const isPlain = ids.length > 0 ? content.values.has(`${edit.list}.${ids[0]}`) : isPlainList(document, edit.list);
  if (edit.do === 'add') return added(document, content, edit, ids, isPlain);
  if (!ids.includes(edit.id))
    throw new TavrikError(
      'Entry not found.',
      `${edit.list}.${edit.id}`,
      'Open the page again: it may have changed.',
      'not-found',
    );
  const others = ids.filter((id) => id !== edit.id);
  if (edit.do === 'move') {
    const to = Math.min(Math.max(0, edit.to), others.length);
    return ordered(content, edit.list, [...others.slice(0, to), edit.id, ...others.slice(to)], isPlain);
  }
  return ordered(content, edit.list, others, isPlain);
}

function isPlainList(document: PageDocument, list: string): boolean {
  const source = originalValues(document);
  return (source.lists.get(list) ?? []).some((id) => source.values.has(`${list}.${id}`));
}

function added(
  document: PageDocument,
  content: FlatContent,
  { list, like, at, name }: Extract<Edit, { do: 'add' }>,
  ids: readonly string[],
  isPlain: boolean,
): FlatContent {
  const source = originalValues(document);
  const model = like ?? ids.at(-1) ?? source.lists.get(list)?.[0];
  if (model === undefined)
    throw new TavrikError('This list has no entry to copy.', list, 'Add it in the project.', 'not-found');
  const from = ids.includes(model) ? content : source;
  const place = Math.min(Math.max(0, at ?? ids.length), ids.length);
  const id = freeName(slug(name ?? '', 24) || 'entry', (text) => ids.includes(text));
  const [old, own] = [`${list}.${model}`, `${list}.${id}`];
  const copied = <Value>(map: ReadonlyMap<string, Value>): [string, Value][] =>
    [...map]
      .filter(([path]) => path === old || path.startsWith(`${old}.`))
      .map(([path, value]) => [own + path.slice(old.length), value]);
  const grown = {
    values: new Map([...content.values, ...copied(from.values)]),
    lists: new Map([...content.lists, ...copied(from.lists)]),
  };
  return ordered(grown, list, [...ids.slice(0, place), id, ...ids.slice(place)], isPlain);
}

/** A list with other entries, or the same in another order; what is of none any more goes. Plain texts are known by their number. */
function ordered(content: FlatContent, list: string, ids: readonly string[], isPlain: boolean): FlatContent {
  const inList = (path: string): boolean => path.startsWith(`${list}.`);
  const isKept = (path: string): boolean =>
    !inList(path) || ids.some((id) => path === `${list}.${id}` || path.startsWith(`${list}.${id}.`));
  const lists = new Map([...content.lists].filter(([path]) => isKept(path)));
  if (!isPlain) {
    lists.set(list, ids);
    return { values: new Map([...content.values].filter(([path]) => isKept(path))), lists };
  }
  const texts = ids.map((id, at): [string, string] => [`${list}.${at + 1}`, content.values.get(`${list}.${id}`) ?? '']);
  lists.set(
    list,
    ids.map((_, at) => String(at + 1)),
  );
  return { values: new Map([...[...content.values].filter(([path]) => !inList(path)), ...texts]), lists };
}

/** What two contents say otherwise: fields, and lists whose entries are others or stand in another order. */
export interface ContentChange {
  readonly path: string;
  /** Of a list the ids of its entries, with commas; undefined where it says nothing. */
  readonly before?: string;
  readonly now?: string;
}

export function changesBetween(before: FlatContent, now: FlatContent): ContentChange[] {
  const say = (value: string | undefined, name: 'before' | 'now'): object =>
    value === undefined ? {} : { [name]: value };
  const between = (a: ReadonlyMap<string, string>, b: ReadonlyMap<string, string>): ContentChange[] =>
    [...new Set([...a.keys(), ...b.keys()])]
      .filter((path) => a.get(path) !== b.get(path))
      .map((path) => ({ path, ...say(a.get(path), 'before'), ...say(b.get(path), 'now') }));
  const told = (lists: FlatContent['lists']): Map<string, string> =>
    new Map([...lists].map(([path, ids]) => [path, ids.join(', ')]));
  return [...between(told(before.lists), told(now.lists)), ...between(before.values, now.values)];
}
