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
    else for (const [name, one] of Object.entries(value as Group)) visit(`${path}.${name}`, one);
  };
  const visitEntry = (path: string, entry: string | Group, at: number): string => {
    if (typeof entry === 'string') {
      values.set(`${path}.${at + 1}`, entry);
      return String(at + 1);
    }
    const given = entry[ID];
    const id = typeof given === 'string' && given ? given : String(at + 1);
    for (const [name, one] of Object.entries(entry)) if (name !== ID) visit(`${path}.${id}.${name}`, one);
    return id;
  };
  for (const [section, fields] of Object.entries(content))
    for (const [name, value] of Object.entries(fields ?? {})) visit(`${section}.${name}`, value);
  return { values, lists };
}

/** Content by sections again; the order is that of the paths. */
export function nest({ values, lists }: FlatContent): Content {
  const made: Record<string, Record<string, Value>> = {};
  const paths = new Set([...values.keys(), ...lists.keys()]);
  const below = (path: string): string[] => {
    const names = new Set<string>();
    for (const one of paths)
      if (one.startsWith(`${path}.`)) names.add(one.slice(path.length + 1).split('.')[0] as string);
    return [...names];
  };
  const build = (path: string): Value => {
    const ids = lists.get(path);
    if (ids) return ids.map((id) => buildEntry(`${path}.${id}`, id));
    const value = values.get(path);
    if (value !== undefined) return value;
    return Object.fromEntries(below(path).map((name) => [name, build(`${path}.${name}`)]));
  };
  const buildEntry = (path: string, id: string): string | Group =>
    values.get(path) ?? {
      [ID]: id,
      ...(Object.fromEntries(below(path).map((name) => [name, build(`${path}.${name}`)])) as Group),
    };
  for (const path of paths) {
    const [section, name] = path.split('.') as [string, string];
    (made[section] ??= {})[name] ??= build(`${section}.${name}`);
  }
  return made;
}
