import type { FastifyReply, FastifyRequest } from 'fastify';
import { required } from '../../core/data/required.js';
import type { Context } from '../context.js';
import { detailsOf } from '../problem-details.js';
import type { Session } from '../store/access.js';
import { Refusal } from '../store/refusal.js';
import { html, type Markup } from './markup.js';
import { shell, type Frame } from './shell.js';

/** How many rows a list on a page for editing has. */
export const PAGE_SIZE = 100;

/** Sends a page for editing, in the frame of the person who signed in. */
export function sendPage(
  { store }: Context,
  request: FastifyRequest,
  reply: FastifyReply,
  title: string,
  main: Markup,
  more: Partial<Frame> = {},
): FastifyReply {
  const { editor, guard } = required(request.session);
  const frame: Frame = { site: store.settings.site().state.name, editor, guard, ...more };
  return reply.type('text/html; charset=utf-8').send(shell(title, frame, main));
}

/** @throws Refusal for a form that was not made for this session */
export function refuseForged(guard: string, session: Session): void {
  if (guard !== session.guard)
    throw new Refusal(403, 'This form has expired.', 'Open the page again, and repeat your change.');
}

/** What went wrong, as a page. */
export function editProblem(error: unknown, request: FastifyRequest, reply: FastifyReply): void {
  const details = detailsOf(error);
  if (details.status >= 500) request.log.error(error);
  const main = html`<h1>${details.title}</h1>
    <p>${details.detail}</p>
    <p><a href="/edit">All pages</a></p>`;
  void reply
    .code(details.status)
    .type('text/html; charset=utf-8')
    .send(shell('Not possible', { site: 'Editing' }, main));
}
