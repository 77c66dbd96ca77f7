import swagger from '@fastify/swagger';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.js';
import { bearerGuard } from './guards.js';
import { accessRoutes } from './access.js';
import { publishRoutes, versionRoutes } from './item-versions.js';
import { itemChangeRoutes, itemRoutes } from './items.js';
import { mediaRoutes } from './media.js';
import { menuRoutes } from './menus.js';
import { previewRoutes } from './previews.js';
import { PROBLEM, SHAPES } from './shapes.js';
import { siteRoutes, staticFileRoutes } from './site.js';
import { tokenRoutes } from './tokens.js';
import { uploadRoutes } from './uploads.js';

export const API = '/api/v1';
/** Grows with the API, not with the program. */
const API_VERSION = '1.0.0';

/** The parts of the API, in the order of its description. */
const ROUTES: readonly ((app: FastifyInstance, context: Context) => void)[] = [
  itemRoutes,
  itemChangeRoutes,
  publishRoutes,
  versionRoutes,
  mediaRoutes,
  uploadRoutes,
  siteRoutes,
  tokenRoutes,
  menuRoutes,
  staticFileRoutes,
  accessRoutes,
  previewRoutes,
];

/** The API: JSON over HTTP, which describes itself. */
export async function api(app: FastifyInstance, { context }: { readonly context: Context }): Promise<void> {
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: {
        title: 'A small site',
        version: API_VERSION,
        description:
          'Every change names the version that it is based on (If-Match). A POST with an Idempotency-Key is carried out once, however often it is sent. Errors are problem details (RFC 9457).',
      },
      servers: [{ url: '/' }],
      components: { securitySchemes: { token: { type: 'http', scheme: 'bearer' } } },
    },
    /* Shapes are called in the description as they are in the code. */
    refResolver: { buildLocalReference: ({ $id }, _, __, at) => (typeof $id === 'string' ? $id : `shape-${at}`) },
    transform: ({ schema, url, route }) => {
      const scope = route.config?.scope;
      const response = (schema?.response ?? {}) as Record<string, unknown>;
      const problem = { description: 'What is wrong.', content: { 'application/problem+json': { schema: PROBLEM } } };
      return {
        schema: {
          ...schema,
          ...(scope ? { security: [{ token: [scope] }] } : {}),
          response: { ...response, default: problem },
        },
        url,
      };
    },
  });
  for (const shape of SHAPES) app.addSchema(shape);
  app.addHook('onRequest', bearerGuard(context.store));
  app.get('/openapi.json', { schema: { hide: true } }, () => app.swagger());
  for (const routes of ROUTES) routes(app, context);
}
