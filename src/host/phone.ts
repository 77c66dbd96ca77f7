import rateLimit from '@fastify/rate-limit';
import type { FastifyInstance, FastifyReply } from 'fastify';
import { randomInt } from 'node:crypto';
import { html } from './edit/markup.js';
import { shell } from './edit/shell.js';
import { refuseOtherSites } from './edit/sessions.js';
import type { Context } from './context.js';
import { Refusal } from './store/refusal.js';

/** How long a code works, minutes, and how often somebody may try one in a minute. */
const CODE_MINUTES = 10;
const MOST_TRIES = 6;
/** Codes that work at the same time, so that guessing stays hopeless: one in ten thousand. */
const MOST_CODES = 20;

/** Short codes for links that are too long to type on a phone. They are only in memory, and only while others can reach us. */
export class PhoneCodes {
  private readonly codes = new Map<string, { readonly path: string; readonly ends: number }>();

  constructor(private readonly tell: (text: string) => void) {}

  /** A code for a path of the site; it is also said on the terminal. */
  add(path: string, name: string): string {
    this.forgetOld();
    if (this.codes.size >= MOST_CODES) this.codes.delete(this.codes.keys().next().value as string);
    const digits = String(randomInt(0, 1_000_000)).padStart(6, '0');
    if (this.codes.has(digits)) return this.add(path, name);
    this.codes.set(digits, { path, ends: Date.now() + CODE_MINUTES * 60_000 });
    const code = `${digits.slice(0, 3)} ${digits.slice(3)}`;
    this.tell(`“${name}” on a phone: open /phone and type ${code} (for ${CODE_MINUTES} minutes)`);
    return code;
  }

  pathOf(code: string): string | undefined {
    this.forgetOld();
    return this.codes.get(code.replace(/\D/g, ''))?.path;
  }

  private forgetOld(): void {
    for (const [code, { ends }] of this.codes) if (ends < Date.now()) this.codes.delete(code);
  }
}

/** Where a code is typed in. */
export async function phoneRoutes(app: FastifyInstance, { store }: Context, codes: PhoneCodes): Promise<void> {
  await app.register(rateLimit, { global: false });

  const page = (reply: FastifyReply, problem?: string): FastifyReply =>
    reply.type('text/html; charset=utf-8').send(shell('Look at a page', { site: store.settings.site().state.name }, html`<form method="post" action="/phone" class="sign-in"><h1>Look at a page</h1>${problem && html`<p class="wrong" role="alert">${problem}</p>`}<div class="field"><label for="code">Code</label><input id="code" name="code" inputmode="numeric" autocomplete="one-time-code" required></div><button class="main">Look</button></form>`)); // prettier-ignore

  app.get('/phone', (_, reply) => page(reply));

  app.post<{ Body: { code?: string } }>(
    '/phone',
    {
      config: {
        rateLimit: {
          max: MOST_TRIES,
          timeWindow: 60_000,
          errorResponseBuilder: () => new Refusal(429, 'Too many tries.', 'Wait a minute, and try again.'),
        },
      },
    },
    (request, reply) => {
      // prettier-ignore
      refuseOtherSites(request);
      const path = codes.pathOf(String(request.body.code ?? ''));
      return path === undefined ? page(reply.code(404), 'This code is over, or was typed wrong.') : reply.redirect(path, 303); // prettier-ignore
    },
  );
}
