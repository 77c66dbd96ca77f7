import { required } from '../../core/data/required.js';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { elements } from '../../core/document/walk.js';
import { addresses } from '../addresses.js';
import { changesOf } from '../changes.js';
import type { Context } from '../context.js';
import { detailsOf } from '../problem-details.js';
import { SITE_POLICY } from '../site.js';
import type { Session } from '../store/access.js';
import type { FlatContent } from '../../core/content/values.js';
import { nest } from '../../core/content/values.js';
import type { ItemRecord } from '../store/items.js';
import { Refusal } from '../store/refusal.js';
import { keepChosen, LARGEST_CHOSEN, readForm } from './form.js';
import { itemPage, statusOf, type PreviewLink } from './item-page.js';
import { html, type Markup } from './markup.js';
import { changesPage, filesPage, historyPage, itemsPage } from './pages.js';
import { settingsFields } from './settings.js';
import { shell, type Frame } from './shell.js';
import { contentNow, formContent, SETTINGS, work, type Worked } from './work.js';

const PAGE_SIZE = 100;

/** Pages on which people edit. All need somebody who signed in. */
export function editRoutes(app: FastifyInstance, context: Context): void {
  const { store } = context;
  const { items, media } = store;

  const send = (
    request: FastifyRequest,
    reply: FastifyReply,
    title: string,
    main: Markup,
    more: Partial<Frame> = {},
  ): FastifyReply => {
    const { editor, guard } = required(request.session);
    const frame: Frame = { site: store.settings.site().state.name, editor, guard, ...more };
    return reply.type('text/html; charset=utf-8').send(shell(title, frame, main));
  };

  app.get<{ Querystring: { words?: string; after?: string } }>('/edit', (request, reply) => {
    const { words = '', after = '' } = request.query;
    const found = items.list({ words, after, limit: PAGE_SIZE + 1 });
    const next = found.length > PAGE_SIZE ? { next: required(found[PAGE_SIZE - 1]).id } : {};
    return send(request, reply, 'Pages', itemsPage(found.slice(0, PAGE_SIZE), { words, ...next }), { here: 'pages' });
  });

  const form = (request: FastifyRequest, reply: FastifyReply, worked: Worked, link?: PreviewLink): FastifyReply => {
    const { item, content, told } = worked;
    const page = pageOf(context, item, content, worked);
    const main = itemPage({
      ...page,
      guard: required(request.session).guard,
      ...(link === undefined ? {} : { preview: link }),
    });
    if (worked.problems.size || worked.others.size) reply.code(worked.others.size ? 409 : 422);
    return send(request, reply, item.name, main, { here: 'pages', told });
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

  app.get<{ Params: { id: string } }>('/edit/items/:id/changes', (request, reply) => {
    const item = items.get(request.params.id);
    const { settings, fields } = changesOf(context, item);
    return send(request, reply, 'Changes', changesPage(item, fields, settings), { here: 'pages' });
  });

  app.get<{ Params: { id: string } }>('/edit/items/:id/history', (request, reply) => {
    const item = items.get(request.params.id);
    return send(
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

  app.get<{ Querystring: { words?: string; after?: string } }>('/edit/files', (request, reply) =>
    files(request, reply),
  );

  const files = (
    request: FastifyRequest<{ Querystring: { words?: string; after?: string } }>,
    reply: FastifyReply,
    told = '',
  ): FastifyReply => {
    const { words = '', after = '' } = request.query;
    const found = media.list({ words, after, limit: PAGE_SIZE + 1 });
    const next = found.length > PAGE_SIZE ? { next: found[PAGE_SIZE - 1]?.name ?? '' } : {};
    return send(
      request,
      reply,
      'Images and files',
      filesPage(found.slice(0, PAGE_SIZE), required(request.session).guard, { words, ...next }),
      { here: 'files', told },
    );
  };

  app.post<{ Querystring: { words?: string; after?: string } }>('/edit/files', async (request, reply) => {
    const session = required(request.session);
    let isOurs = false;
    let told = 'Choose a file first.';
    for await (const part of request.parts({ limits: { fileSize: LARGEST_CHOSEN } })) {
      if (part.type === 'field') isOurs ||= part.fieldname === 'guard' && part.value === session.guard;
      else {
        const bytes = await part.toBuffer();
        if (!isOurs) refuseForged('', session);
        if (bytes.length === 0) continue;
        const kept = await keepChosen(store, part.filename, bytes);
        told = typeof kept === 'string' ? kept : `${kept.name} was uploaded.`;
      }
    }
    return files(request, reply, told);
  });
}

/** What is told after a page was opened again. */
const TOLD: Readonly<Record<string, string>> = { back: 'The version is now the draft.' };

/** @throws Refusal for a form that was not made for this session */
function refuseForged(guard: string, session: Session): void {
  if (guard !== session.guard)
    throw new Refusal(403, 'This form has expired.', 'Open the page again, and repeat your change.');
}

function pageOf(
  context: Context,
  item: ItemRecord,
  content: FlatContent,
  { problems, others, asked }: Pick<Worked, 'problems' | 'others' | 'asked'>,
): Omit<Parameters<typeof itemPage>[0], 'guard'> {
  const { store, shower } = context;
  const state = store.items.draft(item);
  const versions = store.items.versions(item.id);
  const changes = store.items.changes(item);
  return {
    item,
    form: { regions: shower.regions(item, state), content, problems, others },
    places: placesOf(context, item),
    files: store.media.list({ limit: 200 }).map(({ name }) => name),
    settings: settingsFields(store, item, problems.get(SETTINGS), asked),
    changes: changes.fields.length + changes.settings.length,
    canUndo: versions.some(({ number }) => number < item.draft),
    canRedo: versions.some(({ number }) => number > item.draft),
  };
}

/** Where links can lead: the places of this page, and the other pages. */
function placesOf({ store, shower }: Context, item: ItemRecord): (readonly [string, string])[] {
  const document = shower.document(store.items.draft(item));
  const anchors = document
    ? [...elements(document.body)].flatMap(({ attributes, name }): (readonly [string, string])[] =>
        attributes?.['id'] ? [[`#${attributes['id']}`, name]] : [],
      )
    : [];
  const pages = store.items
    .list({ kind: 'page', limit: 200 })
    .flatMap(({ path, name }): (readonly [string, string])[] => (path === null ? [] : [[path, name]]));
  return [...anchors, ...pages];
}

function asJson(context: Context, { item, problems, others, told }: Worked, reply: FastifyReply): FastifyReply {
  const { fields, settings } = context.store.items.changes(item);
  const isKept = problems.size === 0 && others.size === 0;
  return reply.code(isKept ? 200 : others.size ? 409 : 422).send({
    base: item.draft,
    status: statusOf(item),
    told,
    changes: fields.length + settings.length,
    problems: Object.fromEntries(problems),
    others: Object.fromEntries(others),
  });
}

/** The page as it would look, with marks that say which field is where. */
function shownAs(reply: FastifyReply, { shower }: Context, item: ItemRecord, instead?: FlatContent): FastifyReply {
  const shown = shower.show(item, { which: 'draft', marked: true, ...(instead ? { instead: nest(instead) } : {}) });
  reply
    .headers({ 'content-security-policy': SITE_POLICY, 'cache-control': 'no-store' })
    .type('text/html; charset=utf-8');
  return reply.send(
    shown?.html ??
      '<!doctype html><title>Nothing to see</title><p>This item has no preview: it is used on other pages.</p>',
  );
}

/** A link by which anybody sees the draft and, where phones reach us, a code for it. */
function linkTo({ store, codes }: Context, request: FastifyRequest, { id, name }: ItemRecord): PreviewLink {
  const path = `/preview/${store.access.addPreview(id)}`;
  const [elsewhere] = addresses();
  const isLocal = /^(127\.|localhost$|\[::1\])/.test(request.hostname);
  const host = codes && isLocal && elsewhere !== undefined ? `${elsewhere}:${request.port}` : request.host;
  const origin = `${request.protocol}://${host}`;
  return { address: origin + path, ...(codes ? { code: codes.add(path, name), phone: `${origin}/phone` } : {}) };
}

/** What went wrong, as a page. */
export function editProblem(error: unknown, request: FastifyRequest, reply: FastifyReply): void {
  const details = detailsOf(error);
  if (details.status >= 500) request.log.error(error);
  const main = html`<h1>${details.title}</h1>
    <p>${details.detail}</p>
    <p><a href="/edit">All pages</a></p>`;
  void reply
    .code(details.status)
    .type('text/html; charset=utf-8')
    .send(shell('Not possible', { site: 'Editing' }, main));
}
