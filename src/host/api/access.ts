import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.js';
import type { Scope } from '../store/access.js';
import { ACCESS, BY_NAME, GONE, listOf } from './shapes.js';

/** Who may do what. */
export function accessRoutes(app: FastifyInstance, { store }: Context): void {
  const { access } = store;

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
    { config: { scope: 'access' }, schema: { summary: 'Deletes a token', params: BY_NAME, response: { 204: GONE } } },
    (request, reply) => {
      access.removeToken(request.params.name);
      return reply.code(204).send();
    },
  );
}
