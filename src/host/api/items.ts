import type { FastifyInstance } from 'fastify';
import type { ItemKind } from '../../core/sites/items.js';
import { patched } from '../content.js';
import type { Context } from '../context.js';
import { Refusal } from '../store/refusal.js';
import { answerOnce, etagOf } from './guards.js';
import { changed, refuseOddId, saidOf, seen, stateOf, told, type SentItem } from './item-state.js';
import { BY_ID, EDITS, GONE, ITEM, listOf, NEW_ITEM, PAGING, SENT_ITEM } from './shapes.js';
import type { Which } from '../store/item-records.js';

/** Pages, parts, sections and facts: reading them. */
export function itemRoutes(app: FastifyInstance, context: Context): void {
  const { items } = context.store;

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
}

/** Adding, changing and deleting items; what is written is a draft. */
export function itemChangeRoutes(app: FastifyInstance, context: Context): void {
  addItems(app, context);
  changeItems(app, context);
}

function addItems(app: FastifyInstance, context: Context): void {
  const { store } = context;

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
        const itemRecord = store.items.add(id, kind, state, { author: request.caller, ...saidOf(sent, 'new') });
        return {
          status: 201,
          body: told(context, itemRecord, { content: true }),
          etag: etagOf(itemRecord),
          location: `/api/v1/items/${id}`,
        };
      }),
  );
}

function changeItems(app: FastifyInstance, context: Context): void {
  const { store } = context;
  const { items } = store;

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
        response: { 204: GONE },
      },
    },
    (request, reply) =>
      answerOnce(store, request, reply, () => {
        const item = seen(request, items.get(request.params.id));
        items.remove(item);
        return { status: 204, body: undefined };
      }),
  );
}
