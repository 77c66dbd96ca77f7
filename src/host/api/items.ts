import { required } from '../../core/data/required.js';
import type { FastifyInstance } from 'fastify';
import { kindOfId, type ItemKind } from '../../core/sites/items.js';
import type { PageDocument } from '../../core/document/types.js';
import { changesOf } from '../changes.js';
import type { Context } from '../context.js';
import { keptContent, patched, readContent, readDocument } from '../content.js';
import { Refusal } from '../store/refusal.js';
import type { By, ItemRecord, ItemState, Which } from '../store/items.js';
import { answerOnce, etagOf, refuseUnseen } from './guards.js';
import { CHANGES, EDITS, ID, ITEM, listOf, NEW_ITEM, PAGING, SENT_ITEM, VERSION } from './shapes.js';

interface SentItem extends Omit<ItemState, 'document'> {
  readonly document?: unknown;
  readonly baseline?: unknown;
  readonly note?: string;
}

const BY_ID = { type: 'object', required: ['id'], properties: { id: ID } };

/** Pages, parts, sections and facts. */
export function itemRoutes(app: FastifyInstance, context: Context): void {
  const { store } = context;
  const { items } = store;

  app.get<{ Querystring: { after?: string; limit: number; words?: string; kind?: string } }>(
    '/items',
    {
      config: { scope: 'read' },
      schema: { summary: 'Items, sorted by id', querystring: PAGING, response: { 200: listOf(ITEM) } },
    },
    (request) => {
      const { limit, ...asked } = request.query;
      const found = items.list({ ...asked, limit: limit + 1 });
      const entries = found.slice(0, limit).map((item) => told(context, item));
      return { entries, ...(found.length > limit ? { next: found[limit - 1]?.id } : {}) };
    },
  );

  app.post<{ Body: SentItem & { id: string; kind: ItemKind } }>(
    '/items',
    {
      config: { scope: 'write' },
      schema: { summary: 'A new item, as a draft', body: NEW_ITEM, response: { 201: ITEM } },
    },
    (request, reply) =>
      answerOnce(store, request, reply, () => {
        const { id, kind, ...sent } = request.body;
        refuseOddId(id, kind);
        const state = stateOf(context, kind, sent);
        const itemRecord = items.add(id, kind, state, { author: request.caller, ...saidOf(sent, 'new') });
        return {
          status: 201,
          body: told(context, itemRecord, { content: true }),
          etag: etagOf(itemRecord),
          location: `/api/v1/items/${id}`,
        };
      }),
  );

  app.get<{ Params: { id: string }; Querystring: { version?: Which; document?: boolean } }>(
    '/items/:id',
    {
      config: { scope: 'read' },
      schema: {
        summary: 'One item',
        params: BY_ID,
        querystring: {
          type: 'object',
          additionalProperties: false,
          properties: {
            version: { enum: ['draft', 'published'], default: 'draft' },
            document: { type: 'boolean', description: 'With its page document.' },
          },
        },
        response: { 200: ITEM },
      },
    },
    (request, reply) => {
      const item = items.get(request.params.id);
      const { version = 'draft', document = false } = request.query;
      if (!items.state(item, version))
        throw new Refusal(404, 'Version not found.', `${item.id} has no ${version} version.`);
      return reply.header('etag', etagOf(item)).send(told(context, item, { content: true, version, document }));
    },
  );

  app.put<{ Params: { id: string }; Body: SentItem }>(
    '/items/:id',
    {
      config: { scope: 'write' },
      schema: {
        summary: 'Replaces the draft',
        params: BY_ID,
        body: SENT_ITEM,
        response: { 200: ITEM },
      },
    },
    (request, reply) =>
      answerOnce(store, request, reply, () => {
        const item = seen(request, items.get(request.params.id));
        const before = items.draft(item);
        const state = stateOf(context, item.kind, request.body, before);
        return changed(
          context,
          items.save(item, state, { author: request.caller, ...saidOf(request.body, 'changed') }),
        );
      }),
  );

  app.patch<{ Params: { id: string }; Body: { values: Record<string, string> } }>(
    '/items/:id/content',
    {
      config: { scope: 'write' },
      schema: { summary: 'Changes the values of some fields', params: BY_ID, body: EDITS, response: { 200: ITEM } },
    },
    (request, reply) =>
      answerOnce(store, request, reply, () => {
        const item = seen(request, items.get(request.params.id));
        const before = items.draft(item);
        const content = patched(context, item, before, request.body.values);
        return changed(context, items.save(item, { ...before, content }, { author: request.caller, note: 'edited' }));
      }),
  );

  app.delete<{ Params: { id: string } }>(
    '/items/:id',
    {
      config: { scope: 'write' },
      schema: {
        summary: 'Deletes an item',
        params: BY_ID,
        response: { 204: { type: 'null', description: 'It is gone.' } },
      },
    },
    (request, reply) =>
      answerOnce(store, request, reply, () => {
        const item = seen(request, items.get(request.params.id));
        items.remove(item);
        return { status: 204, body: undefined };
      }),
  );

  const act = (name: string, summary: string, work: (item: ItemRecord, author: string) => ItemRecord): void => {
    app.post<{ Params: { id: string } }>(
      `/items/:id/${name}`,
      { config: { scope: 'publish' }, schema: { summary, params: BY_ID, response: { 200: ITEM } } },
      (request, reply) =>
        answerOnce(store, request, reply, () =>
          changed(context, work(seen(request, items.get(request.params.id)), request.caller)),
        ),
    );
  };
  act('publish', 'Publishes the draft', (item) => items.publish(item));
  act('withdraw', 'Unpublishes it', (item) => items.unpublish(item));
  act('discard', 'Discards the draft', (item, author) => {
    const published = items.state(item, 'published');
    if (!published) throw new Refusal(409, 'It was never published.', 'It cannot be reverted.');
    return items.save(item, published, { author, note: 'discarded' });
  });

  app.get<{ Params: { id: string } }>(
    '/items/:id/changes',
    {
      config: { scope: 'read' },
      schema: { summary: 'What changed since it was published, by field', params: BY_ID, response: { 200: CHANGES } },
    },
    (request) => changesOf(context, items.get(request.params.id)),
  );

  app.get<{ Params: { id: string } }>(
    '/items/:id/versions',
    {
      config: { scope: 'read' },
      schema: { summary: 'Its versions, latest first', params: BY_ID, response: { 200: listOf(VERSION) } },
    },
    (request) => ({ entries: items.versions(items.get(request.params.id).id) }),
  );

  app.post<{ Params: { id: string }; Body: { version: number } }>(
    '/items/:id/restore',
    {
      config: { scope: 'write' },
      schema: {
        summary: 'Restores a version as the draft',
        params: BY_ID,
        body: {
          type: 'object',
          required: ['version'],
          additionalProperties: false,
          properties: { version: { type: 'integer' } },
        },
        response: { 200: ITEM },
      },
    },
    (request, reply) =>
      answerOnce(store, request, reply, () => {
        const item = seen(request, items.get(request.params.id));
        const { version } = request.body;
        const state = items.version(item.id, version);
        if (!state) throw new Refusal(404, 'Version not found.', `${item.id} no longer has version ${version}.`);
        return changed(context, items.save(item, state, { author: request.caller, note: `as version ${version}` }));
      }),
  );
}

function seen(request: Parameters<typeof refuseUnseen>[0], item: ItemRecord): ItemRecord {
  refuseUnseen(request, etagOf(item));
  return item;
}

function changed(context: Context, item: ItemRecord): { status: number; body: object; etag: string } {
  return { status: 200, body: told(context, item, { content: true }), etag: etagOf(item) };
}

function saidOf({ note, baseline }: SentItem, usual: string): Omit<By, 'author'> {
  return { note: note ?? usual, ...(baseline === undefined ? {} : { baseline: readContent(baseline) }) };
}

/** Parts have ids that say what they are; nothing else has these. */
function refuseOddId(id: string, kind: ItemKind): void {
  const fits = kindOfId(id) === undefined ? kind === 'page' || kind === 'section' : kindOfId(id) === kind;
  if (!fits)
    throw new Refusal(
      422,
      'This id does not match the kind.',
      'The header of a site is "header", its footer "footer", the facts of a project "facts-" and its name.',
    );
}

/** What is sent as a state that can be kept. @throws Refusal */
function stateOf(context: Context, kind: ItemKind, sent: SentItem, before?: ItemState): ItemState {
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
