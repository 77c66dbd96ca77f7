import type { FastifyReply, FastifyRequest } from 'fastify';
import { nest, type FlatContent } from '../../core/content/values.js';
import { elements } from '../../core/document/walk.js';
import { addresses } from '../addresses.js';
import type { Context } from '../context.js';
import { SITE_POLICY } from '../site.js';
import { statusOf, type itemPage, type PreviewLink } from './item-page.js';
import { settingsFields } from './settings.js';
import { SETTINGS, type Worked } from './work.js';
import type { ItemRecord } from '../store/item-records.js';

/** What the page of an item shows. */
export function pageOf(
  context: Context,
  item: ItemRecord,
  content: FlatContent,
  { problems, others, asked }: Pick<Worked, 'problems' | 'others' | 'asked'>,
): Omit<Parameters<typeof itemPage>[0], 'guard'> {
  const { store, shower } = context;
  const state = store.items.draft(item);
  const versions = store.items.versions(item.id);
  const changes = store.items.changes(item);
  return {
    item,
    form: { regions: shower.regions(item, state), content, problems, others },
    places: placesOf(context, item),
    files: store.media.list({ limit: 200 }).map(({ name }) => name),
    settings: settingsFields(store, item, problems.get(SETTINGS), asked),
    changes: changes.fields.length + changes.settings.length,
    canUndo: versions.some(({ number }) => number < item.draft),
    canRedo: versions.some(({ number }) => number > item.draft),
  };
}

/** Where links can lead: the places of this page, and the other pages. */
function placesOf({ store, shower }: Context, item: ItemRecord): (readonly [string, string])[] {
  const document = shower.document(store.items.draft(item));
  const anchors = document
    ? [...elements(document.body)].flatMap(({ attributes, name }): (readonly [string, string])[] =>
        attributes?.['id'] ? [[`#${attributes['id']}`, name]] : [],
      )
    : [];
  const pages = store.items
    .list({ kind: 'page', limit: 200 })
    .flatMap(({ path, name }): (readonly [string, string])[] => (path === null ? [] : [[path, name]]));
  return [...anchors, ...pages];
}

/** The answer to a program on the page. */
export function asJson(context: Context, { item, problems, others, told }: Worked, reply: FastifyReply): FastifyReply {
  const { fields, settings } = context.store.items.changes(item);
  const isKept = problems.size === 0 && others.size === 0;
  return reply.code(isKept ? 200 : others.size ? 409 : 422).send({
    base: item.draft,
    status: statusOf(item),
    told,
    changes: fields.length + settings.length,
    problems: Object.fromEntries(problems),
    others: Object.fromEntries(others),
  });
}

/** The page as it would look, with marks that say which field is where. */
export function shownAs(
  reply: FastifyReply,
  { shower }: Context,
  item: ItemRecord,
  instead?: FlatContent,
): FastifyReply {
  const shown = shower.show(item, { which: 'draft', marked: true, ...(instead ? { instead: nest(instead) } : {}) });
  reply
    .headers({ 'content-security-policy': SITE_POLICY, 'cache-control': 'no-store' })
    .type('text/html; charset=utf-8');
  return reply.send(
    shown?.html ??
      '<!doctype html><title>Nothing to see</title><p>This item has no preview: it is used on other pages.</p>',
  );
}

/** A link by which anybody sees the draft and, where phones reach us, a code for it. */
export function linkTo({ store, codes }: Context, request: FastifyRequest, { id, name }: ItemRecord): PreviewLink {
  const path = `/preview/${store.access.addPreview(id)}`;
  const [elsewhere] = addresses();
  const isLocal = /^(127\.|localhost$|\[::1\])/.test(request.hostname);
  const host = codes && isLocal && elsewhere !== undefined ? `${elsewhere}:${request.port}` : request.host;
  const origin = `${request.protocol}://${host}`;
  return { address: origin + path, ...(codes ? { code: codes.add(path, name), phone: `${origin}/phone` } : {}) };
}
