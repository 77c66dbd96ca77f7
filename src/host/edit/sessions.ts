import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import type { Context } from '../context.js';
import { Refusal } from '../store/refusal.js';
import type { Session } from '../store/access.js';
import { signInPage } from './pages.js';
import { shell } from './shell.js';

declare module 'fastify' {
  interface FastifyRequest {
    /** Who is signed in. */
    session?: Session;
  }
}

const COOKIE = 'tavrik_session';
const COOKIE_OPTIONS = { path: '/edit', httpOnly: true, sameSite: 'strict' } as const;

/** Tries to sign in, in a minute and from one address. */
const MOST_TRIES = 8;

/** A route that nobody may try more often than so in a minute, from one address. */
export function limited(max: number): { readonly config: object } {
  return {
    config: {
      rateLimit: {
        max,
        timeWindow: 60_000,
        errorResponseBuilder: () => new Refusal(429, 'Too many attempts.', 'Wait a minute, and try again.'),
      },
    },
  };
}

/** Signing in and out. A session begins anew with each: one that somebody planted before is worth nothing. */
export function sessionRoutes(app: FastifyInstance, { store }: Context): void {
  const page = (reply: FastifyReply, problem?: string): FastifyReply =>
    reply
      .type('text/html; charset=utf-8')
      .send(shell('Sign in', { site: store.settings.site().state.name }, signInPage(problem)));

  app.get('/edit/sign-in', (_, reply) => page(reply));

  app.post<{ Body: { name?: string; password?: string } }>('/edit/sign-in', limited(MOST_TRIES), (request, reply) => {
    refuseOtherSites(request);
    const { name = '', password = '' } = request.body;
    const session = store.access.signIn(String(name), String(password));
    if (session === undefined) return page(reply.code(401), 'Wrong name or password.');
    return reply
      .setCookie(COOKIE, session, { ...COOKIE_OPTIONS, secure: request.protocol === 'https' })
      .redirect('/edit', 303);
  });

  app.post<{ Body: { guard?: string } }>('/edit/sign-out', (request, reply) => {
    const session = sessionOf(request, store);
    if (session && request.body.guard === session.guard) store.access.signOut(request.cookies[COOKIE] ?? '');
    return reply.clearCookie(COOKIE, COOKIE_OPTIONS).redirect('/edit/sign-in', 303);
  });
}

/** Lets only those on who signed in. */
export function sessionGuard({ store }: Context): (request: FastifyRequest, reply: FastifyReply) => Promise<void> {
  return async (request, reply) => {
    const session = sessionOf(request, store);
    if (!session) return reply.redirect('/edit/sign-in', 303);
    if (request.method !== 'GET') refuseOtherSites(request);
    request.session = session;
    return undefined;
  };
}

function sessionOf({ cookies }: FastifyRequest, { access }: Context['store']): Session | undefined {
  return access.session(cookies[COOKIE]);
}

/** Forms are sent by our own pages only (Fetch Metadata, 2.2). @throws Refusal */
export function refuseOtherSites({ headers }: FastifyRequest): void {
  const site = headers['sec-fetch-site'];
  const origin = headers.origin;
  const isOther =
    (site !== undefined && site !== 'same-origin' && site !== 'none') ||
    (origin !== undefined && originHost(origin) !== headers.host);
  if (isOther)
    throw new Refusal(403, 'The request came from another site.', 'Forms can be sent from their own pages only.');
}

function originHost(origin: string): string {
  return URL.canParse(origin) ? new URL(origin).host : '';
}
