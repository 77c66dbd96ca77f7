import { required } from '../../core/data/required.js';
import type { PageDocument } from '../../core/document/types.js';
import { kindOfId, type ItemKind } from '../../core/sites/items.js';
import { keptContent, readContent, readDocument } from '../content.js';
import type { Context } from '../context.js';
import { Refusal } from '../store/refusal.js';
import { etagOf, refuseUnseen } from './guards.js';
import type { ItemState, ItemRecord, Which, By } from '../store/item-records.js';

/** An item as it is sent. */
export interface SentItem extends Omit<ItemState, 'document'> {
  readonly document?: unknown;
  readonly baseline?: unknown;
  readonly note?: string;
}

/** An item whose version the caller has seen. @throws Refusal */
export function seen(request: Parameters<typeof refuseUnseen>[0], item: ItemRecord): ItemRecord {
  refuseUnseen(request, etagOf(item));
  return item;
}

/** The answer to a change. */
export function changed(context: Context, item: ItemRecord): { status: number; body: object; etag: string } {
  return { status: 200, body: told(context, item, { content: true }), etag: etagOf(item) };
}

export function saidOf({ note, baseline }: SentItem, usual: string): Omit<By, 'author'> {
  return { note: note ?? usual, ...(baseline === undefined ? {} : { baseline: readContent(baseline) }) };
}

/** Parts have ids that say what they are; nothing else has these. */
export function refuseOddId(id: string, kind: ItemKind): void {
  const fits = kindOfId(id) === undefined ? kind === 'page' || kind === 'section' : kindOfId(id) === kind;
  if (!fits)
    throw new Refusal(
      422,
      'This id does not match the kind.',
      'The header of a site is "header", its footer "footer", the facts of a project "facts-" and its name.',
    );
}

/** What is sent as a state that can be kept. @throws Refusal */
export function stateOf(context: Context, kind: ItemKind, sent: SentItem, before?: ItemState): ItemState {
  const { document: given, baseline: _, note: __, content, ...rest } = sent;
  if (kind === 'page' && rest.path === undefined)
    throw new Refusal(422, 'A page needs a path.', 'Give its file name in the site, as about.html.');
  for (const id of rest.sections ?? [])
    if (context.store.items.find(id)?.kind !== 'section')
      throw new Refusal(422, 'Section not found.', `The site has no section "${id}".`);
  const document: PageDocument | undefined = given === undefined ? undefined : readDocument(given);
  const hash = document ? context.store.items.keepDocument(document) : before?.document;
  if (kind !== 'facts' && hash === undefined)
    throw new Refusal(422, 'A page document is missing.', 'Send it as "document".');
  const bare: ItemState = { ...rest, ...(hash === undefined ? {} : { document: hash }), content: {} };
  return { ...bare, content: keptContent(context, bare, content) };
}

interface ItemAnswer {
  readonly content?: boolean;
  readonly document?: boolean;
  readonly version?: Which;
}

/** An item as it is told. */
export function told(
  { store }: Context,
  item: ItemRecord,
  { content = false, document = false, version = 'draft' }: ItemAnswer = {},
): object {
  const { id, kind, revision, changed: at } = item;
  const state = required(store.items.state(item, version));
  const { document: hash, content: values, ...rest } = state;
  const status = item.published === null ? 'draft' : item.published === item.draft ? 'published' : 'changed';
  return {
    id,
    kind,
    ...rest,
    revision,
    status,
    changed: at,
    ...(hash === undefined ? {} : { documentHash: hash }),
    ...(content ? { content: values } : {}),
    ...(document && hash !== undefined ? { document: store.items.document(hash) } : {}),
    ...(content && store.items.baseline(id) ? { baseline: store.items.baseline(id) } : {}),
  };
}
