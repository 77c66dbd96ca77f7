import type { FastifyInstance, FastifyReply } from 'fastify';
import { createReadStream } from 'node:fs';
import { mediaTypeOf } from '../core/html-elements/media-types.js';
import type { Context } from './context.js';
import { lostPage } from './edit/lost.js';
import type { ItemRecord } from './store/item-records.js';

/** A page of the site runs no script, and is shown inside of nothing but our own pages. */
export const SITE_POLICY =
  "default-src 'self' data: https:; script-src 'none'; object-src 'none'; base-uri 'none'; frame-ancestors 'self'; style-src 'self' 'unsafe-inline'";
/** Files by themselves do nothing at all, drawings too. */
const FILE_POLICY = "default-src 'none'; style-src 'unsafe-inline'; sandbox";

const HOME = 'index.html';
const A_YEAR = 'public, max-age=31536000, immutable';

/** What everybody sees: pages, their style sheets and files. */
export function siteRoutes(app: FastifyInstance, { store, shower }: Context): void {
  app.get<{ Params: { name: string } }>('/-/sheets/:name', (request, reply) => {
    const css = shower.sheet(request.params.name.replace(/\.css$/, ''));
    if (css === undefined) return lost(reply);
    return reply.header('cache-control', A_YEAR).type('text/css; charset=utf-8').send(css);
  });

  app.get<{ Params: { name: string } }>('/assets/:name', (request, reply) => {
    const record = store.media.find(request.params.name);
    if (!record) return lost(reply);
    const etag = `"${record.hash.slice(0, 24)}"`;
    reply.headers({ 'cache-control': A_YEAR, etag, 'content-security-policy': FILE_POLICY });
    if (request.headers['if-none-match'] === etag) return reply.code(304).send();
    return reply
      .type(record.type)
      .header('content-length', record.bytes)
      .send(createReadStream(store.media.fileOf(record)));
  });

  app.get<{ Params: { link: string } }>('/preview/:link', (request, reply) => {
    const id = store.access.previewOf(request.params.link);
    const item = id === undefined ? undefined : store.items.find(id);
    const shown = item && shower.show(item, { which: 'draft' });
    if (!shown) return lost(reply, 'This link has expired. Ask for a new one.');
    reply.headers({
      'content-security-policy': SITE_POLICY,
      'cache-control': 'no-store',
      'referrer-policy': 'no-referrer',
      'x-robots-tag': 'noindex',
    });
    return reply.type('text/html; charset=utf-8').send(shown.html);
  });

  app.get('/', (request, reply) => page(HOME, request.headers['if-none-match'], reply));
  app.get<{ Params: { '*': string } }>('/*', (request, reply) =>
    page(request.params['*'], request.headers['if-none-match'], reply),
  );

  const page = (path: string, seen: string | undefined, reply: FastifyReply): FastifyReply => {
    const item = store.items.byPath(path) ?? store.items.byPath(`${path}.html`);
    if (item && item.published !== null) return show(item, seen, reply);
    const plain = store.settings.plain(path) ?? shower.indexFile(path);
    if (plain !== undefined)
      return reply
        .header('content-security-policy', SITE_POLICY)
        .type(`${mediaTypeOf(path)}; charset=utf-8`)
        .send(plain);
    return lost(reply);
  };

  const show = (item: ItemRecord, seen: string | undefined, reply: FastifyReply): FastifyReply => {
    const shown = shower.show(item, { which: 'published' });
    if (!shown) return lost(reply);
    reply.headers({ 'content-security-policy': SITE_POLICY, 'cache-control': 'no-cache', etag: shown.etag });
    if (seen === shown.etag) return reply.code(304).send();
    return reply.type('text/html; charset=utf-8').send(shown.html);
  };
}

function lost(reply: FastifyReply, why?: string): FastifyReply {
  return reply.code(404).type('text/html; charset=utf-8').send(lostPage(why));
}
