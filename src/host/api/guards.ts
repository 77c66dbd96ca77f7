import type { FastifyReply, FastifyRequest } from 'fastify';
import type { Scope } from '../store/access.js';
import { Refusal } from '../store/refusal.js';
import type { Store } from '../store/store.js';
import type { ItemRecord } from '../store/item-records.js';

declare module 'fastify' {
  interface FastifyContextConfig {
    /** What a program has to be allowed; anybody may without it. */
    scope?: Scope;
  }
  interface FastifyRequest {
    /** Name of the token that asks. */
    caller: string;
  }
}

/** Lets nobody in whose token does not allow it (RFC 6750). */
export function bearerGuard({ access }: Store): (request: FastifyRequest, reply: FastifyReply) => Promise<void> {
  return async (request, reply) => {
    const { scope } = request.routeOptions.config;
    if (scope === undefined) return;
    const [, token] = /^Bearer ([\w.~+/-]+=*)$/i.exec(request.headers.authorization ?? '') ?? [];
    const known = token === undefined ? undefined : access.tokenOf(token);
    if (!known) {
      reply.header('www-authenticate', 'Bearer realm="tavrik"');
      throw new Refusal(401, 'This needs a token.', 'Send it as "Authorization: Bearer …".');
    }
    if (!known.scopes.has(scope)) {
      reply.header('www-authenticate', `Bearer realm="tavrik", error="insufficient_scope", scope="${scope}"`);
      throw new Refusal(
        403,
        'This token does not allow it.',
        `It allows ${[...known.scopes].join(', ')}; this needs ${scope}.`,
      );
    }
    request.caller = known.name;
  };
}

/** The entity tag of an item, and of other things that count their changes (RFC 9110, 8.8.3). */
export function etagOf({ revision }: Pick<ItemRecord, 'revision'>): string {
  return `"${revision}"`;
}

/** @throws Refusal if the request does not say which version it has seen, or that is not the one which is here (RFC 6585, 3) */
export function refuseUnseen(request: FastifyRequest, now: string): void {
  const seen = request.headers['if-match'];
  if (seen === undefined)
    throw new Refusal(428, 'If-Match is missing.', 'Send the ETag of what you change as If-Match.', { etag: now });
  if (
    seen
      .split(',')
      .map((part) => part.trim())
      .includes(now)
  )
    return;
  throw new Refusal(412, 'It has changed since you last read it.', 'Read it again, and merge both changes.', {
    etag: now,
  });
}

/** What a request does, once: the answer to the same one sent again is the one that was given. */
export interface Handled {
  readonly status: number;
  readonly body: unknown;
  readonly etag?: string;
  readonly location?: string;
}

/** Does a thing in one go and, if the request has a key, only once. What fails is not remembered. */
export function answerOnce(
  store: Store,
  request: FastifyRequest,
  reply: FastifyReply,
  work: () => Handled,
): FastifyReply {
  const key = request.headers['idempotency-key'];
  const result = store.records.together((): Handled => {
    if (typeof key !== 'string') return work();
    const own = `${request.caller} ${key}`;
    const text = JSON.stringify([request.method, request.url, request.headers['if-match'] ?? '', request.body ?? null]);
    const known = store.once.answerTo(own, text);
    if (known)
      return {
        status: known.status,
        body: JSON.parse(known.body) as unknown,
        ...(known.etag === null ? {} : { etag: known.etag }),
      };
    const done = work();
    store.once.keep(own, text, {
      status: done.status,
      body: JSON.stringify(done.body ?? null),
      etag: done.etag ?? null,
    });
    return done;
  });
  if (result.etag !== undefined) reply.header('etag', result.etag);
  if (result.location !== undefined) reply.header('location', result.location);
  return reply.code(result.status).send(result.body);
}
