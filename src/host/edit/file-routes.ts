import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { required } from '../../core/data/required.js';
import type { Context } from '../context.js';
import { PAGE_SIZE, refuseForged, sendPage } from './answer.js';
import { keepChosen, LARGEST_CHOSEN } from './form.js';
import { filesPage } from './pages.js';

/** The page of images and files. */
export function fileRoutes(app: FastifyInstance, context: Context): void {
  const { store } = context;
  const { media } = store;

  app.get<{ Querystring: { words?: string; after?: string } }>('/edit/files', (request, reply) =>
    files(request, reply),
  );

  const files = (
    request: FastifyRequest<{ Querystring: { words?: string; after?: string } }>,
    reply: FastifyReply,
    told = '',
  ): FastifyReply => {
    const { words = '', after = '' } = request.query;
    const found = media.list({ words, after, limit: PAGE_SIZE + 1 });
    const next = found.length > PAGE_SIZE ? { next: found[PAGE_SIZE - 1]?.name ?? '' } : {};
    return sendPage(
      context,
      request,
      reply,
      'Images and files',
      filesPage(found.slice(0, PAGE_SIZE), required(request.session).guard, { words, ...next }),
      { here: 'files', told },
    );
  };

  app.post<{ Querystring: { words?: string; after?: string } }>('/edit/files', async (request, reply) => {
    const session = required(request.session);
    let isOurs = false;
    let told = 'Choose a file first.';
    for await (const part of request.parts({ limits: { fileSize: LARGEST_CHOSEN } })) {
      if (part.type === 'field') isOurs ||= part.fieldname === 'guard' && part.value === session.guard;
      else {
        const bytes = await part.toBuffer();
        if (!isOurs) refuseForged('', session);
        if (bytes.length === 0) continue;
        const kept = await keepChosen(store, part.filename, bytes);
        told = typeof kept === 'string' ? kept : `${kept.name} was uploaded.`;
      }
    }
    return files(request, reply, told);
  });
}
