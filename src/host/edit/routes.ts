import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { required } from '../../core/data/required.js';
import { changesOf } from '../changes.js';
import type { Context } from '../context.js';
import { Refusal } from '../store/refusal.js';
import { PAGE_SIZE, refuseForged, sendPage } from './answer.js';
import { fileRoutes } from './file-routes.js';
import { readForm } from './form.js';
import { itemPage, type PreviewLink } from './item-page.js';
import { asJson, linkTo, pageOf, shownAs } from './item-state.js';
import { changesPage, historyPage, itemsPage } from './pages.js';
import { contentNow, formContent, work, type Worked } from './work.js';

/** What is told after a page was opened again. */
const TOLD: Readonly<Record<string, string>> = { back: 'The version is now the draft.' };

/** Pages on which people edit. All need somebody who signed in. */
export function editRoutes(app: FastifyInstance, context: Context): void {
  listRoutes(app, context);
  itemRoutes(app, context);
  previewRoutes(app, context);
  historyRoutes(app, context);
  fileRoutes(app, context);
}

function listRoutes(app: FastifyInstance, context: Context): void {
  const { items } = context.store;

  app.get<{ Querystring: { words?: string; after?: string } }>('/edit', (request, reply) => {
    const { words = '', after = '' } = request.query;
    const found = items.list({ words, after, limit: PAGE_SIZE + 1 });
    const next = found.length > PAGE_SIZE ? { next: required(found[PAGE_SIZE - 1]).id } : {};
    return sendPage(context, request, reply, 'Pages', itemsPage(found.slice(0, PAGE_SIZE), { words, ...next }), {
      here: 'pages',
    });
  });
}

function itemRoutes(app: FastifyInstance, context: Context): void {
  const { store } = context;
  const { items } = store;

  const form = (request: FastifyRequest, reply: FastifyReply, worked: Worked, link?: PreviewLink): FastifyReply => {
    const { item, content, told } = worked;
    const page = pageOf(context, item, content, worked);
    const main = itemPage({
      ...page,
      guard: required(request.session).guard,
      ...(link === undefined ? {} : { preview: link }),
    });
    if (worked.problems.size || worked.others.size) reply.code(worked.others.size ? 409 : 422);
    return sendPage(context, request, reply, item.name, main, { here: 'pages', told });
  };

  app.get<{ Params: { id: string }; Querystring: { told?: string } }>('/edit/items/:id', (request, reply) => {
    const item = items.get(request.params.id);
    const { flat } = contentNow(context, items.draft(item));
    return form(request, reply, {
      item,
      content: flat,
      problems: new Map(),
      others: new Map(),
      told: TOLD[request.query.told ?? ''] ?? '',
    });
  });

  app.post<{ Params: { id: string } }>('/edit/items/:id', async (request, reply) => {
    const session = required(request.session);
    const sent = await readForm(request, store, session.guard);
    refuseForged(sent.guard, session);
    const worked = store.records.together(() => work(context, items.get(request.params.id), sent, session.editor));
    if (request.headers['x-answer'] === 'json') return asJson(context, worked, reply);
    return form(
      request,
      reply,
      worked,
      sent.action[0] === 'preview' ? linkTo(context, request, worked.item) : undefined,
    );
  });
}

/** An item as it would look, beside its form. */
function previewRoutes(app: FastifyInstance, context: Context): void {
  const { store } = context;
  const { items } = store;

  app.get<{ Params: { id: string } }>('/edit/items/:id/shown', (request, reply) =>
    shownAs(reply, context, items.get(request.params.id)),
  );

  app.post<{ Params: { id: string } }>('/edit/items/:id/shown', async (request, reply) => {
    const session = required(request.session);
    const item = items.get(request.params.id);
    const sent = await readForm(request, store, session.guard);
    refuseForged(sent.guard, session);
    return shownAs(reply, context, item, formContent(context, item, sent));
  });
}

function historyRoutes(app: FastifyInstance, context: Context): void {
  const { items } = context.store;

  app.get<{ Params: { id: string } }>('/edit/items/:id/changes', (request, reply) => {
    const item = items.get(request.params.id);
    const { settings, fields } = changesOf(context, item);
    return sendPage(context, request, reply, 'Changes', changesPage(item, fields, settings), { here: 'pages' });
  });

  app.get<{ Params: { id: string } }>('/edit/items/:id/history', (request, reply) => {
    const item = items.get(request.params.id);
    return sendPage(
      context,
      request,
      reply,
      'History',
      historyPage(item, items.versions(item.id), required(request.session).guard),
      { here: 'history' },
    );
  });

  app.post<{ Params: { id: string }; Body: { guard?: string; version?: string } }>(
    '/edit/items/:id/history',
    (request, reply) => {
      const session = required(request.session);
      refuseForged(request.body.guard ?? '', session);
      const item = items.get(request.params.id);
      const state = items.version(item.id, Number(request.body.version));
      if (!state) throw new Refusal(404, 'Version not found.', 'It has been deleted.');
      items.save(item, state, { author: session.editor, note: `as version ${request.body.version}` });
      return reply.redirect(`/edit/items/${item.id}?told=back`, 303);
    },
  );
}
