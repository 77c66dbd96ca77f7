import { required } from '../data/required.js';
import { originalValues } from '../content/source-values.js';
import { richFields } from './rich-fields.js';
import { ENTRY, threeWay, type Conflict, type Side } from '../content/three-way.js';
import type { FlatContent } from '../content/values.js';
import type { PageDocument } from '../document/types.js';
import type { Carried } from './carry.js';

/** What people wrote, brought together with what the new version says. */
export interface RevisedContent {
  readonly content: FlatContent;
  /** What both changed, and nobody decided: what people wrote stays. */
  readonly conflicts: readonly Conflict[];
  /** What was written for fields that are gone, by their path. */
  readonly parked: Readonly<Record<string, string>>;
  /** Fields that are back, with what was kept for them. */
  readonly returned: readonly string[];
  readonly newFields: readonly string[];
}

/**
 * @param old the page as it was @param carried the new version, with the names of the old one
 * @param written all that the old page said, with what people wrote
 * @param kept what was kept aside before @param decided by the path of a field, where both changed it
 */
export function reviseContent(
  old: PageDocument,
  carried: Pick<Carried, 'document' | 'moved'>,
  written: FlatContent,
  kept: Readonly<Record<string, string>>,
  decided: ReadonlyMap<string, Side>,
): RevisedContent {
  const moved = ({ values, lists }: FlatContent): FlatContent => ({
    lists,
    values: new Map([...values].map(([path, value]) => [carried.moved.get(path) ?? path, value])),
  });
  const rich = richFields(old, carried.document, written);
  const also = ({ values, lists }: FlatContent, more: ReadonlyMap<string, string>): FlatContent => ({
    lists,
    values: new Map([...values, ...more]),
  });
  const [before, ours, theirs] = [
    also(moved(originalValues(old)), rich.before),
    originalValues(carried.document),
    also(moved(written), rich.theirs),
  ];
  /* An entry that the new version has no more is gone, whatever was written in it: that is kept aside. */
  const gone = threeWay(before, ours, theirs, decided).conflicts.filter(
    (conflict) => conflict.before === ENTRY && conflict.ours === undefined,
  );
  const settled = new Map<string, Side>([...decided, ...gone.map(({ path }) => [path, 'ours'] as const)]);
  const { content: merged, conflicts } = threeWay(before, ours, theirs, settled);
  const isThere = (path: string): boolean => ours.values.has(path) || ours.lists.has(path) || isInEntry(merged, path);
  const returned = Object.keys(kept).filter(isThere);
  const lost = [...theirs.values].filter(
    ([path, value]) => !isThere(path) && !rich.covered.has(path) && before.values.get(path) !== value,
  );
  const values = new Map([...merged.values].filter(([path]) => isThere(path)));
  for (const path of returned) values.set(path, required(kept[path]));
  return {
    content: inOrder({ values, lists: new Map([...merged.lists].filter(([path]) => isThere(path))) }, ours),
    conflicts: conflicts.filter(({ path }) => !settled.has(path)),
    parked: Object.fromEntries([...Object.entries(kept).filter(([path]) => !isThere(path)), ...lost]),
    returned,
    newFields: [...ours.values.keys()].filter((path) => !before.values.has(path)),
  };
}

/** Whether a path is in an entry that a list has. */
function isInEntry({ lists }: FlatContent, path: string): boolean {
  return [...lists].some(([list, ids]) =>
    ids.some((id) => path === `${list}.${id}` || path.startsWith(`${list}.${id}.`)),
  );
}

/** Content in the order of the page. */
function inOrder({ values, lists }: FlatContent, page: FlatContent): FlatContent {
  const first = [...page.values.keys()].filter((path) => values.has(path));
  const ordered = [...new Set([...first, ...values.keys()])];
  return { values: new Map(ordered.map((path) => [path, required(values.get(path))])), lists };
}
