import { groupBy } from '../data/group-by.js';
import { required } from '../data/required.js';
import { holdsEntries } from '../document/field-types.js';
import { isScriptAddress } from '../document/addresses.js';
import type { FieldRule } from '../document/field-rules.js';
import type { PageDocument } from '../document/types.js';
import { elements } from '../document/walk.js';
import { fillPage, unknownFields } from './content.js';
import { originalValues } from './source-values.js';
import type { Field, Region } from './regions.js';
import { addressFault, typeFault } from './field-behaviour.js';
import { knownIn, richFaults, type RichKnown } from './rich-faults.js';
import { flatten, type Content } from './values.js';

/** Something about the content of a page that a person should see to. */
export interface ContentFault {
  readonly path: string;
  /** Wrong content does not reach the page as it was meant; of the rest a person should know. */
  readonly wrong: boolean;
  readonly what: string;
}

/**
 * What is wrong with the content of a page, and what may be.
 * @param files what the project has to show, as `assets/NAME`
 */
export function checkContent(
  document: PageDocument,
  regions: readonly Region[],
  content: Content,
  files: ReadonlySet<string>,
): ContentFault[] {
  const { values, lists } = flatten(content);
  const anchors = new Set(
    [...elements(fillPage(document, content).body)].flatMap(({ attributes }) =>
      attributes?.['id'] ? [attributes['id']] : [],
    ),
  );
  const faults: ContentFault[] = unknownFields(document, content).map((path) => ({
    path,
    wrong: true,
    what: 'Field not found',
  }));
  const fields = fieldsByPath(regions);
  const source = originalValues(document);
  const said = new Set([...source.values].map(([path, value]) => `${fields(path)?.type} ${value}`));
  const texts = groupBy([...source.values.keys()], (path) => fields(path)?.path);
  const knownOf = (field: Field): RichKnown =>
    knownIn((texts.get(field.path) ?? []).map((path) => source.values.get(path) ?? ''));
  const entriesAt = (list: string): string[] => [...(lists.get(list) ?? []), ...(source.lists.get(list) ?? [])];
  for (const [path, ids] of lists) {
    const { fewest = 0, most = Infinity, locked } = fields(path) ?? {};
    if (locked && source.lists.has(path) && ids.join() !== source.lists.get(path)?.join())
      faults.push({ path, wrong: true, what: LOCKED });
    if (ids.length < fewest)
      faults.push({ path, wrong: true, what: `It has ${ids.length} entries; ${fewest} are the fewest` });
    if (ids.length > most)
      faults.push({ path, wrong: true, what: `It has ${ids.length} entries; ${most} are the most` });
  }
  for (const [path, value] of values) {
    const field = fields(path);
    if (!field) continue;
    if (field.locked && source.values.has(path) && value !== source.values.get(path))
      faults.push({ path, wrong: true, what: LOCKED });
    const say = (wrong: boolean, what: string | undefined): void => {
      if (what !== undefined) faults.push({ path, wrong, what });
    };
    if (field.required && value.trim() === '') say(false, 'It is empty, so its element is not shown');
    const isSaid = (what: keyof FieldRule): boolean => document.fieldRules?.[field.path]?.[what] !== undefined;
    if (field.longest !== undefined && value.length > field.longest)
      say(
        isSaid('longest'),
        `It has ${value.length} letters; ${field.longest} ${isSaid('longest') ? 'is the maximum' : 'may not fit'}`,
      );
    const fault = typeFault(value, field, { path, isDeclared: isSaid, anchors, files, entriesAt });
    /* What the source leads to or shows in vain can stand in an entry more, too. */
    const isOfSource =
      /^(address|file)$/.test(field.type) && said.has(`${field.type} ${value}`) && !isScriptAddress(value);
    if (fault) say(fault.wrong && !isOfSource, fault.what);
    if (field.type !== 'rich' && field.type !== 'article') continue;
    for (const { wrong, what } of richFaults(value, field, knownOf(field), (href) =>
      addressFault(href, field, { anchors, files }),
    ))
      say(wrong, what);
  }
  return faults;
}

const LOCKED = 'It is locked: the value of the source is kept';

/** Finds the field of a path: stars in it stand for the ids of entries. */
export function fieldsByPath(regions: readonly Region[]): (path: string) => Field | undefined {
  const root = regions.map(({ name, fields }) => ({ name, fields }));
  return (path) => {
    const [section, ...parts] = path.split('.');
    let here: readonly Field[] = root.find(({ name }) => name === section)?.fields ?? [];
    let found: Field | undefined;
    for (let at = 0; at < parts.length; at += 1) {
      const part = required(parts[at]);
      found = here.find(({ name }) => name === part);
      if (!found) return undefined;
      if (holdsEntries(found) && at + 1 < parts.length) {
        const own = found.fields ?? [];
        const plain = own.length === 1 && own[0]?.path.endsWith('.*') ? own[0] : undefined;
        at += 1;
        if (plain) return at + 1 === parts.length ? plain : undefined;
        if (at + 1 === parts.length) return found;
        here = own;
      } else here = found.fields ?? [];
    }
    return found;
  };
}
