import type { FastifyInstance } from 'fastify';
import { changesOf } from '../changes.js';
import type { Context } from '../context.js';
import { Refusal } from '../store/refusal.js';
import { answerOnce } from './guards.js';
import { changed, seen } from './item-state.js';
import { BY_ID, CHANGES, ITEM, listOf, VERSION } from './shapes.js';
import type { ItemRecord } from '../store/item-records.js';

/** Publishing an item, and taking that back. */
export function publishRoutes(app: FastifyInstance, context: Context): void {
  const { store } = context;
  const { items } = store;

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
}

/** The versions of an item. */
export function versionRoutes(app: FastifyInstance, context: Context): void {
  const { store } = context;
  const { items } = store;

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
