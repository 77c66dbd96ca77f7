import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.js';
import { ID } from './shapes.js';

/** Links by which anybody sees a draft. */
export function previewRoutes(app: FastifyInstance, { store }: Context): void {
  const schema = {
    summary: 'A temporary link to the draft, valid for three days',
    params: { type: 'object', required: ['id'], properties: { id: ID } },
    response: {
      201: {
        type: 'object',
        required: ['path'],
        additionalProperties: false,
        properties: { path: { type: 'string' } },
      },
    },
  };
  app.post<{ Params: { id: string } }>(
    '/items/:id/previews',
    { config: { scope: 'read' }, schema },
    (request, reply) => {
      const item = store.items.get(request.params.id);
      return reply.code(201).send({ path: `/preview/${store.access.addPreview(item.id)}` });
    },
  );
}
