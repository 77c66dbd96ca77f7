import type { FastifyInstance } from 'fastify';
import type { Readable } from 'node:stream';
import type { Context } from '../context.js';
import type { MediaRecord } from '../store/media.js';
import { refuseUnseen } from './guards.js';
import { FILES, listOf, MEDIA, NEW_UPLOAD, PAGING, UPLOAD } from './shapes.js';

/** Media type of a part of an upload (IETF draft Resumable Uploads for HTTP). */
export const PART_TYPE = 'application/partial-upload';

const BY_NAME = { type: 'object', required: ['name'], properties: { name: { type: 'string', maxLength: 200 } } };
const BY_ID = { type: 'object', required: ['id'], properties: { id: { type: 'string', maxLength: 60 } } };

/** Files of a site, and files on their way in, which come in parts that can be gone on with. */
export function mediaRoutes(app: FastifyInstance, { store }: Context): void {
  const { media, uploads } = store;
  const told = (record: MediaRecord): object => ({ ...record, uses: media.usesOf(record.name) });

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
      schema: { summary: 'A file and its uses', params: BY_NAME, response: { 200: MEDIA } },
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
        params: BY_NAME,
        response: { 204: { type: 'null', description: 'It is gone.' } },
      },
    },
    (request, reply) => {
      refuseUnseen(request, fileTag(media.get(request.params.name)));
      media.remove(request.params.name);
      return reply.code(204).send();
    },
  );

  app.post<{ Body: { name: string; hash: string; bytes: number } }>(
    '/uploads',
    {
      config: { scope: 'write' },
      schema: { summary: 'Starts or resumes an upload', body: NEW_UPLOAD, response: { 201: UPLOAD } },
    },
    (request, reply) => {
      const upload = uploads.begin(request.caller, request.body);
      return reply
        .code(201)
        .headers({ location: `/api/v1/uploads/${upload.id}`, 'upload-offset': upload.offset })
        .send(upload);
    },
  );

  app.get<{ Params: { id: string } }>(
    '/uploads/:id',
    {
      config: { scope: 'write' },
      schema: { summary: 'Progress of an upload', params: BY_ID, response: { 200: UPLOAD } },
    },
    (request, reply) => {
      const upload = uploads.get(request.caller, request.params.id);
      return reply.header('upload-offset', upload.offset).send(upload);
    },
  );

  app.register(async (parts) => {
    /* A part goes to the disk as it comes. */
    parts.removeAllContentTypeParsers();
    parts.addContentTypeParser(PART_TYPE, (_, payload, done) => done(null, payload));
    parts.patch<{ Params: { id: string } }>(
      '/uploads/:id',
      {
        config: { scope: 'write' },
        schema: {
          summary: 'The next part of a file, from upload-offset on',
          consumes: [PART_TYPE],
          params: BY_ID,
          headers: {
            type: 'object',
            required: ['upload-offset'],
            properties: { 'upload-offset': { type: 'integer', minimum: 0 } },
          },
          response: { 200: MEDIA, 204: { type: 'null', description: 'More is expected.' } },
        },
      },
      async (request, reply) => {
        const at = Number(request.headers['upload-offset']);
        const { offset, done } = await uploads.take(request.caller, request.params.id, at, request.body as Readable);
        reply.header('upload-offset', offset);
        return done ? reply.code(200).send(told(done)) : reply.code(204).send();
      },
    );
  });
}

/** The entity tag of a file: equal files have equal ones. */
function fileTag({ hash }: MediaRecord): string {
  return `"${hash.slice(0, 24)}"`;
}
