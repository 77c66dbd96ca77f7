import type { FastifyInstance } from 'fastify';
import type { Readable } from 'node:stream';
import type { Context } from '../context.js';
import { toldFile } from './media.js';
import { MEDIA, NEW_UPLOAD, UPLOAD } from './shapes.js';

/** Media type of a part of an upload (IETF draft Resumable Uploads for HTTP). */
export const PART_TYPE = 'application/partial-upload';

const BY_UPLOAD = { type: 'object', required: ['id'], properties: { id: { type: 'string', maxLength: 60 } } };

/** Files on their way in, which come in parts that can be resumed. */
export function uploadRoutes(app: FastifyInstance, { store }: Context): void {
  const { uploads } = store;

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
      schema: { summary: 'Progress of an upload', params: BY_UPLOAD, response: { 200: UPLOAD } },
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
          params: BY_UPLOAD,
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
        return done ? reply.code(200).send(toldFile(store, done)) : reply.code(204).send();
      },
    );
  });
}
