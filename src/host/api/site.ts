import { required } from '../../core/data/required.js';
import type { FastifyInstance } from 'fastify';
import { flatten, ID, type Entries } from '../../core/content/values.js';
import type { Context } from '../context.js';
import { readContent } from '../content.js';
import type { Scope } from '../store/access.js';
import { Refusal } from '../store/refusal.js';
import { keptContent } from '../content.js';
import { answerOnce, etagOf, refuseUnseen } from './guards.js';
import { told } from './items.js';
import { ACCESS, ITEM, listOf, MENU, PLAIN_FILES, SITE } from './shapes.js';

const NAMED = {
  type: 'object',
  required: ['name'],
  properties: { name: { type: 'string', minLength: 1, maxLength: 100 } },
};
const GONE = { type: 'null', description: 'It is gone.' };

/** The site itself, its tokens, menus and plain files, and who may do what. */
export function siteRoutes(app: FastifyInstance, context: Context): void {
  const { store } = context;
  const { settings, access } = store;

  app.get(
    '/site',
    { config: { scope: 'read' }, schema: { summary: 'The site', response: { 200: SITE } } },
    (_, reply) => {
      const { state, revision } = settings.site();
      return reply.header('etag', etagOf({ revision })).send(state);
    },
  );

  app.put<{ Body: { name: string; language: string } }>(
    '/site',
    { config: { scope: 'write' }, schema: { summary: 'Names the site', body: SITE, response: { 200: SITE } } },
    (request, reply) =>
      answerOnce(store, request, reply, () => {
        refuseUnseen(request, etagOf(settings.site()));
        settings.setSite(request.body);
        return { status: 200, body: request.body, etag: etagOf(settings.site()) };
      }),
  );

  app.get(
    '/tokens',
    {
      config: { scope: 'read' },
      schema: {
        summary: 'Sets of design tokens',
        response: {
          200: listOf({ type: 'object', properties: { name: { type: 'string' }, revision: { type: 'integer' } } }),
        },
      },
    },
    () => ({ entries: settings.tokenSets() }),
  );

  app.get<{ Params: { name: string } }>(
    '/tokens/:name',
    {
      config: { scope: 'read' },
      schema: {
        summary: 'A set of design tokens, as its file has it',
        params: NAMED,
        response: { 200: { type: 'object', additionalProperties: true } },
      },
    },
    (request, reply) => {
      const found = settings.tokenText(request.params.name);
      if (!found)
        throw new Refusal(404, 'Token set not found.', `The token set "${request.params.name}" does not exist.`);
      return reply.header('etag', etagOf(found)).type('application/json').send(found.json);
    },
  );

  app.put<{ Params: { name: string }; Body: object }>(
    '/tokens/:name',
    {
      config: { scope: 'write' },
      schema: {
        summary: 'Puts a set of design tokens in; a new one has the entity tag "0"',
        params: NAMED,
        body: { type: 'object', additionalProperties: true },
        response: { 200: { type: 'object', properties: { name: { type: 'string' }, revision: { type: 'integer' } } } },
      },
    },
    (request, reply) =>
      answerOnce(store, request, reply, () => {
        const { name } = request.params;
        refuseUnseen(request, etagOf(settings.tokenText(name) ?? { revision: 0 }));
        settings.setTokens(name, JSON.stringify(request.body));
        const { revision } = required(settings.tokenText(name));
        return { status: 200, body: { name, revision }, etag: etagOf({ revision }) };
      }),
  );

  app.get(
    '/menus',
    { config: { scope: 'read' }, schema: { summary: 'The menus of all items', response: { 200: listOf(MENU) } } },
    () => ({ entries: menusOf(context) }),
  );

  app.put<{ Params: { id: string; field: string }; Body: { entries: object[] } }>(
    '/menus/:id/:field',
    {
      config: { scope: 'write' },
      schema: {
        summary: 'Changes the entries of a menu',
        params: {
          type: 'object',
          required: ['id', 'field'],
          properties: { id: { type: 'string' }, field: { type: 'string' } },
        },
        body: {
          type: 'object',
          required: ['entries'],
          additionalProperties: false,
          properties: {
            entries: {
              type: 'array',
              maxItems: 500,
              items: { type: 'object', additionalProperties: { type: 'string' } },
            },
          },
        },
        response: { 200: ITEM },
      },
    },
    (request, reply) =>
      answerOnce(store, request, reply, () => {
        const item = store.items.get(request.params.id);
        refuseUnseen(request, etagOf(item));
        const { field } = request.params;
        if (!menusOf(context).some((menu) => menu.item === item.id && menu.field === field))
          throw new Refusal(404, 'Menu not found.', `${item.id} has no menu "${field}".`);
        const state = store.items.draft(item);
        const content = keptContent(
          context,
          state,
          readContent(withEntries(state.content, field.split('.'), request.body.entries)),
        );
        const itemRecord = store.items.save(item, { ...state, content }, { author: request.caller, note: 'menu' });
        return { status: 200, body: told(context, itemRecord, { content: true }), etag: etagOf(itemRecord) };
      }),
  );

  app.get(
    '/plain',
    {
      config: { scope: 'read' },
      schema: { summary: 'Paths of static files', response: { 200: listOf({ type: 'string' }) } },
    },
    (_, reply) =>
      reply.header('etag', etagOf({ revision: settings.plainRevision() })).send({ entries: settings.plainPaths() }),
  );

  app.put<{ Body: { files: Record<string, string> } }>(
    '/plain',
    {
      config: { scope: 'publish' },
      schema: {
        summary: 'Replaces all static files',
        body: PLAIN_FILES,
        response: { 200: { type: 'object', properties: { files: { type: 'integer' } } } },
      },
    },
    (request, reply) =>
      answerOnce(store, request, reply, () => {
        refuseUnseen(request, etagOf({ revision: settings.plainRevision() }));
        const files = Object.entries(request.body.files);
        const odd = files.find(([path]) => !PLAIN_PATH.test(path));
        if (odd) throw new Refusal(422, 'Invalid path.', `"${odd[0].slice(0, 80)}" is not served.`);
        settings.setPlain(files);
        return { status: 200, body: { files: files.length }, etag: etagOf({ revision: settings.plainRevision() }) };
      }),
  );

  app.get(
    '/access',
    {
      config: { scope: 'access' },
      schema: { summary: 'Tokens of programs; never the tokens themselves', response: { 200: listOf(ACCESS) } },
    },
    () => ({ entries: access.tokens() }),
  );

  app.post<{ Body: { name: string; scopes: Scope[] } }>(
    '/access',
    {
      config: { scope: 'access' },
      schema: { summary: 'Creates a token, shown once', body: ACCESS, response: { 201: ACCESS } },
    },
    (request, reply) => {
      const { name, scopes } = request.body;
      return reply.code(201).send({ name, scopes, token: access.addToken(name, scopes) });
    },
  );

  app.delete<{ Params: { name: string } }>(
    '/access/:name',
    { config: { scope: 'access' }, schema: { summary: 'Deletes a token', params: NAMED, response: { 204: GONE } } },
    (request, reply) => {
      access.removeToken(request.params.name);
      return reply.code(204).send();
    },
  );
}

/** Paths below the top, of texts that browsers show or read; nothing that leads out of the site. */
const PLAIN_PATH =
  /^(?!.*\.\.)(?!api\/|edit\/|-\/|assets\/)[A-Za-z0-9][\w./-]{0,200}\.(html|css|xml|txt|webmanifest|json|svg)$/;

export interface Menu {
  readonly id: string;
  readonly item: string;
  readonly field: string;
  readonly entries: readonly Readonly<Record<string, string>>[];
}

/** Lists that are menus, of all items. */
export function menusOf({ store, shower }: Context): Menu[] {
  return store.items.list({ limit: 10000 }).flatMap((item) => {
    const state = store.items.draft(item);
    const { values, lists } = flatten(state.content);
    return shower.menus(item, state).flatMap((field): Menu[] => {
      const ids = lists.get(field);
      if (!ids) return [];
      const own = (id: string): [string, string][] =>
        [...values]
          .filter(([path]) => path.startsWith(`${field}.${id}.`))
          .map(([path, value]) => [path.slice(field.length + id.length + 2), value]);
      return [
        {
          id: `${item.id}:${field}`,
          item: item.id,
          field,
          entries: ids.map((id) => ({ [ID]: id, ...Object.fromEntries(own(id)) })),
        },
      ];
    });
  });
}

function withEntries(content: unknown, path: readonly string[], entries: readonly object[]): unknown {
  const [name = '', ...rest] = path;
  const group = (typeof content === 'object' && content !== null ? content : {}) as Record<string, unknown>;
  return { ...group, [name]: rest.length ? withEntries(group[name], rest, entries) : (entries as unknown as Entries) };
}
