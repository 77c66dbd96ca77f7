import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.js';
import type { MediaRecord } from '../store/media.js';
import type { Store } from '../store/store.js';
import { refuseUnseen } from './guards.js';
import { BY_FILE, FILES, listOf, MEDIA, PAGING } from './shapes.js';

/** Files of a site. */
export function mediaRoutes(app: FastifyInstance, { store }: Context): void {
  const { media } = store;
  const told = (record: MediaRecord): object => toldFile(store, record);

  app.get<{ Querystring: { after?: string; limit: number; words?: string } }>(
    '/media',
    {
      config: { scope: 'read' },
      schema: { summary: 'Files, sorted by name', querystring: PAGING, response: { 200: listOf(MEDIA) } },
    },
    (request) => {
      const { limit } = request.query;
      const found = media.list({ ...request.query, limit: limit + 1 });
      return {
        entries: found.slice(0, limit).map(told),
        ...(found.length > limit ? { next: found[limit - 1]?.name } : {}),
      };
    },
  );

  app.get<{ Params: { name: string } }>(
    '/media/:name',
    {
      config: { scope: 'read' },
      schema: { summary: 'A file and its uses', params: BY_FILE, response: { 200: MEDIA } },
    },
    (request, reply) => {
      const found = media.get(request.params.name);
      return reply.header('etag', fileTag(found)).send(told(found));
    },
  );

  app.post<{ Body: { files: { name: string; hash: string }[] } }>(
    '/media/missing',
    {
      config: { scope: 'read' },
      schema: { summary: 'Which of these files are missing', body: FILES, response: { 200: FILES } },
    },
    (request) => ({ files: request.body.files.filter(({ name, hash }) => !media.has(name, hash)) }),
  );

  app.delete<{ Params: { name: string } }>(
    '/media/:name',
    {
      config: { scope: 'write' },
      schema: {
        summary: 'Deletes an unused file',
        params: BY_FILE,
        response: { 204: { type: 'null', description: 'It is gone.' } },
      },
    },
    (request, reply) => {
      refuseUnseen(request, fileTag(media.get(request.params.name)));
      media.remove(request.params.name);
      return reply.code(204).send();
    },
  );
}

/** The entity tag of a file: equal files have equal ones. */
function fileTag({ hash }: MediaRecord): string {
  return `"${hash.slice(0, 24)}"`;
}

/** A file with its uses. */
export function toldFile({ media }: Store, record: MediaRecord): object {
  return { ...record, uses: media.usesOf(record.name) };
}
