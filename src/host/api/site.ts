import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.js';
import { Refusal } from '../store/refusal.js';
import { answerOnce, etagOf, refuseUnseen } from './guards.js';
import { listOf, PLAIN_FILES, SITE } from './shapes.js';

/** The site itself, and its static files. */
export function siteRoutes(app: FastifyInstance, { store }: Context): void {
  const { settings } = store;

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
}

/** Files that are served as they are. */
export function staticFileRoutes(app: FastifyInstance, { store }: Context): void {
  const { settings } = store;

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
}

/** Paths below the top, of texts that browsers show or read; nothing that leads out of the site. */
const PLAIN_PATH =
  /^(?!.*\.\.)(?!api\/|edit\/|-\/|assets\/)[A-Za-z0-9][\w./-]{0,200}\.(html|css|xml|txt|webmanifest|json|svg)$/;
