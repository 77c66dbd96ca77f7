import { fieldsByPath } from '../core/content/check.js';
import type { ContentChange } from '../core/content/edits.js';
import type { Region } from '../core/content/regions.js';
import { titleOf } from '../core/content/titles.js';
import { flatten, type FlatContent } from '../core/content/values.js';
import type { Context } from './context.js';
import type { ItemRecord } from './store/item-records.js';

/** A change as people read it. */
export interface ToldChange extends ContentChange {
  /** What the field is called, with its region. */
  readonly label: string;
}

export interface ToldChanges {
  readonly settings: readonly string[];
  readonly fields: readonly ToldChange[];
}

/** What changed since an item was published, in the order of the page. An entry more or less is one change, by its title. */
export function changesOf({ store, shower }: Context, item: ItemRecord): ToldChanges {
  const { settings, fields } = store.items.changes(item);
  const [before, now] = [store.items.state(item, 'published'), store.items.draft(item)].map((state) =>
    flatten(state?.content ?? {}),
  ) as [FlatContent, FlatContent];
  const regions = shower.regions(item, store.items.draft(item));
  const isInside = insideOf(before, now);
  const told = fields
    .filter(({ path }) => !isInside(path))
    .map((change): ToldChange => ({ ...asTitles(change, before, now), label: labelOf(regions, change.path) }));
  const order = [...now.values.keys(), ...before.values.keys()];
  const place = ({ path }: ContentChange): number =>
    order.findIndex((text) => text === path || text.startsWith(`${path}.`));
  return { settings, fields: told.sort((a, b) => place(a) - place(b)) };
}

/** Tells of a path whether it is in an entry that only one of two contents has. */
function insideOf(before: FlatContent, now: FlatContent): (path: string) => boolean {
  const paths = [...new Set([...before.lists.keys(), ...now.lists.keys()])].flatMap((list) => {
    const [a, b] = [before.lists.get(list) ?? [], now.lists.get(list) ?? []];
    return [...a.filter((id) => !b.includes(id)), ...b.filter((id) => !a.includes(id))].map((id) => `${list}.${id}`);
  });
  return (path) => paths.some((entry) => path === entry || path.startsWith(`${entry}.`));
}

/** A list is told by the titles of its entries. */
function asTitles(change: ContentChange, before: FlatContent, now: FlatContent): ContentChange {
  const { path } = change;
  const say = (content: FlatContent): string | undefined =>
    content.lists
      .get(path)
      ?.map((id) => titleOf(`${path}.${id}`, content) || id)
      .join('\n');
  const [a, b] = [say(before), say(now)];
  if (a === undefined && b === undefined) return change;
  return { path, ...(a === undefined ? {} : { before: a }), ...(b === undefined ? {} : { now: b }) };
}

function labelOf(regions: readonly Region[], path: string): string {
  const region = regions.find(({ name }) => name === path.split('.')[0]);
  const own = fieldsByPath(regions)(path)?.label;
  return [region?.label, own].filter(Boolean).join(': ') || path;
}
