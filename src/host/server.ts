import cookie from '@fastify/cookie';
import helmet from '@fastify/helmet';
import multipart from '@fastify/multipart';
import rateLimit from '@fastify/rate-limit';
import Fastify, { type FastifyInstance } from 'fastify';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { api, API } from './api/index.js';
import type { Context } from './context.js';
import { editProblem } from './edit/answer.js';
import { LARGEST_CHOSEN } from './edit/form.js';
import { phoneRoutes } from './edit/phone.js';
import { editRoutes } from './edit/routes.js';
import { sessionGuard, sessionRoutes } from './edit/sessions.js';
import { EDIT_STYLE } from './edit/style.js';
import { PhoneCodes } from './phone-codes.js';
import { answerProblem } from './problem-details.js';
import { Shower } from './shown.js';
import { siteRoutes } from './site.js';
import { Refusal } from './store/refusal.js';
import type { Store } from './store/store.js';

/** Largest request that is not a file, bytes: a page document of a long page has some hundred thousand. */
const LARGEST_REQUEST = 32 * 1024 * 1024;
/** A client has this long for the head of a request, for all of it, and to do nothing; ms. */
const PATIENCE = { head: 10_000, request: 300_000, idle: 30_000 };
/** Fields that a form may have. */
const MOST_FIELDS = 20_000;

/** Editing pages load nothing from elsewhere, and nobody shows them inside of another page. */
const EDIT_POLICY = {
  defaultSrc: ["'none'"],
  scriptSrc: ["'self'"],
  styleSrc: ["'self'"],
  imgSrc: ["'self'", 'data:'],
  frameSrc: ["'self'"],
  connectSrc: ["'self'"],
  formAction: ["'self'"],
  baseUri: ["'none'"],
  frameAncestors: ["'none'"],
};

export interface HostOptions {
  /** Names that it is asked by; any if it listens beyond this machine. */
  readonly names?: readonly string[];
  readonly log?: (message: string) => void;
  /** Says something to who runs it. */
  readonly tell?: (text: string) => void;
  /** How patient it is with slow clients, ms. */
  readonly patience?: Partial<typeof PATIENCE>;
}

/** The host: site, editing pages and API over one store. */
export async function buildHost(
  store: Store,
  { names, log, tell, patience }: HostOptions = {},
): Promise<FastifyInstance> {
  const codes = names ? undefined : new PhoneCodes(tell ?? (() => undefined));
  const context: Context = { store, shower: new Shower(store), ...(codes ? { codes } : {}) };
  const { head, request, idle } = { ...PATIENCE, ...patience };
  const app = Fastify({
    bodyLimit: LARGEST_REQUEST,
    requestTimeout: request,
    connectionTimeout: idle,
    http: { headersTimeout: head, connectionsCheckingInterval: Math.min(5000, head) },
    forceCloseConnections: true,
    routerOptions: { maxParamLength: 300 },
    ajv: { customOptions: { strict: false, coerceTypes: 'array', removeAdditional: false } },
    logger: log ? { level: 'error', stream: { write: (line: string) => log(line) } } : false,
  });
  app.decorateRequest('caller', '');
  app.decorateRequest('session', undefined);
  app.addHook('onRequest', async ({ hostname }) => {
    /* Another name that leads to this machine is a page elsewhere that wants in (DNS rebinding). */
    if (names && !names.includes(hostname)) throw new Refusal(421, 'Unknown host name.', hostname);
  });
  await app.register(helmet, {
    contentSecurityPolicy: { useDefaults: false, directives: EDIT_POLICY },
    crossOriginEmbedderPolicy: false,
    hsts: false,
    xFrameOptions: false,
    referrerPolicy: { policy: 'same-origin' },
  });
  await app.register(cookie);
  app.setErrorHandler(answerProblem);
  await app.register(api, { prefix: API, context });
  await app.register(async (edit) => {
    edit.setErrorHandler(editProblem);
    edit.addContentTypeParser('application/x-www-form-urlencoded', { parseAs: 'string' }, (_, body, done) =>
      done(null, Object.fromEntries(new URLSearchParams(String(body)))),
    );
    await edit.register(rateLimit, { global: false });
    sessionRoutes(edit, context);
    if (codes) phoneRoutes(edit, context, codes);
    await edit.register(async (inside) => {
      await inside.register(multipart, {
        limits: { fileSize: LARGEST_CHOSEN, fields: MOST_FIELDS, fieldSize: 200_000, parts: MOST_FIELDS * 2 },
      });
      inside.addHook('preHandler', sessionGuard(context));
      editRoutes(inside, context);
    });
  });
  const script = readFileSync(join(__dirname, 'edit.js'));
  app.get('/-/edit/edit.js', (_, reply) => reply.type('text/javascript; charset=utf-8').send(script));
  app.get('/-/edit/edit.css', (_, reply) => reply.type('text/css; charset=utf-8').send(EDIT_STYLE));
  siteRoutes(app, context);
  return app;
}
