import type { FastifyInstance, FastifyReply } from 'fastify';
import type { Context } from '../context.js';
import type { PhoneCodes } from '../phone-codes.js';
import { html } from './markup.js';
import { limited, refuseOtherSites } from './sessions.js';
import { shell } from './shell.js';

/** Tries to type a code, in a minute and from one address. */
const MOST_TRIES = 6;

/** Where a code is typed in. */
export function phoneRoutes(app: FastifyInstance, { store }: Context, codes: PhoneCodes): void {
  const page = (reply: FastifyReply, problem?: string): FastifyReply => {
    const form = html`<form method="post" action="/phone" class="sign-in">
      <h1>Look at a page</h1>
      ${problem && html`<p class="wrong" role="alert">${problem}</p>`}
      <div class="field"><label for="code">Code</label><input id="code" name="code" inputmode="numeric" autocomplete="one-time-code" required></div>
      <button class="main">Look</button>
    </form>`;
    return reply
      .type('text/html; charset=utf-8')
      .send(shell('View a page', { site: store.settings.site().state.name }, form));
  };

  app.get('/phone', (_, reply) => page(reply));

  app.post<{ Body: { code?: string } }>('/phone', limited(MOST_TRIES), (request, reply) => {
    refuseOtherSites(request);
    const path = codes.pathOf(String(request.body.code ?? ''));
    return path === undefined ? page(reply.code(404), 'This code is wrong or has expired.') : reply.redirect(path, 303);
  });
}
