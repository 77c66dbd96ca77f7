/** Content as people write it, and as a page asks for it: by the path of each field. */

/** A value: a text, a list of entries, or several fields that belong together. */
export type Value = string | Entries | Group;
export interface Group {
  readonly [name: string]: Value;
}
/** Entries of a list: texts where an entry is no more than that, else groups with an `id` each. */
export type Entries = readonly (string | Group)[];
/** What fills the fields of a page: sections with their fields. */
export type Content = Readonly<Record<string, Group>>;

/** Content by paths: texts by the path of their field, and the ids of the entries of each list in their order. */
export interface FlatContent {
  readonly values: ReadonlyMap<string, string>;
  readonly lists: ReadonlyMap<string, readonly string[]>;
}

/** The field that says who an entry of a list is, and the one that says whose look it has. */
export const ID = 'id';
export const LOOK = 'look';

/** Content by paths. An entry without an id is known by its number. */
export function flatten(content: Content): FlatContent {
  const values = new Map<string, string>();
  const lists = new Map<string, string[]>();
  const visit = (path: string, value: Value | null | undefined): void => {
    if (value === null || value === undefined) values.set(path, '');
    else if (typeof value === 'string') values.set(path, value);
    else if (Array.isArray(value))
      lists.set(
        path,
        (value as Entries).map((entry, at) => visitEntry(path, entry, at)),
      );
    else for (const [name, entry] of Object.entries(value as Group)) visit(`${path}.${name}`, entry);
  };
  const visitEntry = (path: string, entry: string | Group, at: number): string => {
    if (typeof entry === 'string') {
      values.set(`${path}.${at + 1}`, entry);
      return String(at + 1);
    }
    const given = entry[ID];
    const id = typeof given === 'string' && given ? given : String(at + 1);
    for (const [name, value] of Object.entries(entry)) if (name !== ID) visit(`${path}.${id}.${name}`, value);
    return id;
  };
  for (const [section, fields] of Object.entries(content))
    for (const [name, value] of Object.entries(fields ?? {})) visit(`${section}.${name}`, value);
  return { values, lists };
}

/** Names below a path, each with those below it. */
interface Branch {
  readonly below: Map<string, Branch>;
}

/** Content by sections again; the order is that of the paths. */
export function nest({ values, lists }: FlatContent): Content {
  const root: Branch = { below: new Map() };
  for (const path of [...values.keys(), ...lists.keys()]) {
    let here = root;
    for (const part of path.split('.')) {
      const next: Branch = here.below.get(part) ?? { below: new Map() };
      here.below.set(part, next);
      here = next;
    }
  }
  const group = (branch: Branch, path: string): Group =>
    Object.fromEntries([...branch.below].map(([name, below]) => [name, build(below, `${path}.${name}`)]));
  const build = (branch: Branch, path: string): Value => {
    const entry = (id: string): string | Group => {
      const own = `${path}.${id}`;
      return values.get(own) ?? { [ID]: id, ...group(branch.below.get(id) ?? { below: new Map() }, own) };
    };
    return lists.get(path)?.map(entry) ?? values.get(path) ?? group(branch, path);
  };
  return Object.fromEntries([...root.below].map(([section, branch]) => [section, group(branch, section)]));
}

/** The entries of a list in content. */
export function entriesAt(content: Content, list: string): Entries {
  let here: unknown = content;
  for (const part of list.split('.')) {
    if (Array.isArray(here)) here = (here as Group[]).find((group) => group[ID] === part);
    else here = (here as Record<string, unknown> | undefined)?.[part];
  }
  return (here ?? []) as Entries;
}

/**
 * A path with a star in the place of each id of an entry, as the fields of lists are told.
 * @param isList whether a path is that of a list: as it is, and with its stars
 */
export function starred(path: string, isList: (own: string, shown: string) => boolean): string {
  let [own, shown] = ['', ''];
  for (const part of path.split('.')) {
    const next = own && isList(own, shown) ? '*' : part;
    [own, shown] = own ? [`${own}.${part}`, `${shown}.${next}`] : [part, next];
  }
  return shown;
}
