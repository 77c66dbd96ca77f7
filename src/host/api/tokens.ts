import type { FastifyInstance } from 'fastify';
import { required } from '../../core/data/required.js';
import type { Context } from '../context.js';
import { Refusal } from '../store/refusal.js';
import { answerOnce, etagOf, refuseUnseen } from './guards.js';
import { BY_NAME, listOf } from './shapes.js';

/** Sets of design tokens. */
export function tokenRoutes(app: FastifyInstance, { store }: Context): void {
  const { settings } = store;

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
        params: BY_NAME,
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
        params: BY_NAME,
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
}
