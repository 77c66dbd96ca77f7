import { assetName, assetsIn } from '../core/sites/items.js';
import { checkContent, type ContentFault } from '../core/content/check.js';
import { placedContent, wholeContent } from '../core/content/content.js';
import { wholeFlat } from '../core/content/edits.js';
import { regionsOf } from '../core/content/regions.js';
import { flatten, nest, type Content, type FlatContent, type Value } from '../core/content/values.js';
import { readDocument as readPageDocument } from '../core/document/check.js';
import type { PageDocument } from '../core/document/types.js';
import type { Context } from './context.js';
import { Refusal } from './store/refusal.js';
import type { ItemState, ItemRecord } from './store/item-records.js';

/* What comes in as content, made sure of before it is kept. */

/** Groups in groups: deeper is no content of a page. */
const DEEPEST = 12;
const LONGEST = 100_000;
const MOST_VALUES = 50_000;

/** Content as JSON has it, made sure of. @throws Refusal */
export function readContent(given: unknown): Content {
  let count = 0;
  const check = (value: unknown, path: string, depth: number): Value => {
    count += 1;
    if (count > MOST_VALUES) throw new Refusal(422, 'Too many values.', `These are more than ${MOST_VALUES} values.`);
    if (depth > DEEPEST) throw wrong(path, 'is too deep');
    if (typeof value === 'string' && value.length <= LONGEST) return value;
    if (typeof value === 'string') throw wrong(path, `is longer than ${LONGEST} letters`);
    if (Array.isArray(value)) return value.map((entry, at) => check(entry, `${path}.${at + 1}`, depth + 1)) as Value;
    if (typeof value !== 'object' || value === null) throw wrong(path, 'is not a text, list or group');
    return Object.fromEntries(
      Object.entries(value).map(([name, entry]) => {
        if (name === '' || name.includes('.')) throw wrong(`${path}.${name}`, 'is not a valid field name');
        return [name, check(entry, `${path}.${name}`, depth + 1)];
      }),
    );
  };
  if (typeof given !== 'object' || given === null || Array.isArray(given))
    throw wrong('content', 'is not a group of sections');
  const content = check(given, 'content', 0) as Content;
  for (const [name, section] of Object.entries(content))
    if (typeof section !== 'object' || Array.isArray(section)) throw wrong(name, 'is not a section with fields');
  return content;
}

function wrong(path: string, what: string): Refusal {
  return new Refusal(422, 'Invalid content.', `${path} ${what}.`);
}

/** @throws TavrikError if it is no page document */
export function readDocument(given: unknown): PageDocument {
  const { palette: _, tokens: __, sum: ___, ...document } = readPageDocument(given, 'document');
  return document;
}

/**
 * Content as it is kept: all that the item says, and nothing that it has no place for.
 * @throws Refusal naming each field that is wrong
 */
export function keptContent(context: Context, state: ItemState, given: unknown): Content {
  const content = readContent(given);
  const document = context.shower.document(state);
  if (!document) return content;
  return checked(context, document, flatten(placedContent(document, content)));
}

/** Content with other values of some fields. @throws Refusal for a field that is not there */
export function patched(
  context: Context,
  item: ItemRecord,
  state: ItemState,
  edits: Readonly<Record<string, string>>,
): Content {
  const document = context.shower.document(state);
  const now = document ? wholeFlat(document, state.content) : flatten(state.content);
  const strange = Object.keys(edits).filter((path) => !now.values.has(path));
  if (strange.length)
    throw new Refusal(422, 'Field not found.', `${item.id} has no field ${strange.join(', ')}.`, {
      fields: strange,
    });
  const values = new Map([...now.values, ...Object.entries(edits)]);
  return document ? checked(context, document, { ...now, values }, now) : nest({ ...now, values });
}

/**
 * Content that was made sure of. What was wrong before does not stop other changes.
 * @throws Refusal naming each field that is wrong
 */
function checked(
  context: Context,
  document: PageDocument,
  content: FlatContent,
  before: FlatContent = NOTHING,
): Content {
  const faults = faultsOf(context, document, content).filter(
    ({ wrong: isWrong, path }) => isWrong && differs(path, content, before),
  );
  if (faults.length)
    throw new Refusal(422, 'Some fields are invalid.', faults.map(({ path, what }) => `${path}: ${what}.`).join(' '), {
      fields: faults.map(({ path, what }) => ({ path, what })),
    });
  return wholeContent(document, nest(content));
}

const NOTHING: FlatContent = { values: new Map(), lists: new Map() };

/** Whether two contents say something else in a field or a list. */
export function differs(path: string, flatContent: FlatContent, other: FlatContent): boolean {
  return (
    flatContent.values.get(path) !== other.values.get(path) ||
    flatContent.lists.get(path)?.join() !== other.lists.get(path)?.join()
  );
}

/**
 * What is wrong with content, and what may be. Of places of a page nothing is said: they may be in its header, its footer
 * or a section that stands at its end, and no item by itself knows them all.
 */
export function faultsOf({ store }: Context, document: PageDocument, content: FlatContent): ContentFault[] {
  const nested = nest(content);
  const files = new Set(assetsIn(nested).filter((path) => store.media.find(assetName(path))));
  return checkContent(document, regionsOf(document), nested, files).filter(
    ({ path }) => content.values.get(path)?.startsWith('#') !== true,
  );
}
