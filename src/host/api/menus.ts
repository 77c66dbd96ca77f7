import type { FastifyInstance } from 'fastify';
import { flatten, ID, type Entries } from '../../core/content/values.js';
import { keptContent, readContent } from '../content.js';
import type { Context } from '../context.js';
import { Refusal } from '../store/refusal.js';
import { answerOnce, etagOf, refuseUnseen } from './guards.js';
import { told } from './item-state.js';
import { ITEM, listOf, MENU } from './shapes.js';

/** The menus of all items. */
export function menuRoutes(app: FastifyInstance, context: Context): void {
  const { store } = context;

  app.get(
    '/menus',
    { config: { scope: 'read' }, schema: { summary: 'The menus of all items', response: { 200: listOf(MENU) } } },
    () => ({ entries: menusOf(context) }),
  );

  app.put<{ Params: { id: string; field: string }; Body: { entries: object[] } }>(
    '/menus/:id/:field',
    {
      config: { scope: 'write' },
      schema: {
        summary: 'Changes the entries of a menu',
        params: {
          type: 'object',
          required: ['id', 'field'],
          properties: { id: { type: 'string' }, field: { type: 'string' } },
        },
        body: {
          type: 'object',
          required: ['entries'],
          additionalProperties: false,
          properties: {
            entries: {
              type: 'array',
              maxItems: 500,
              items: { type: 'object', additionalProperties: { type: 'string' } },
            },
          },
        },
        response: { 200: ITEM },
      },
    },
    (request, reply) =>
      answerOnce(store, request, reply, () => {
        const item = store.items.get(request.params.id);
        refuseUnseen(request, etagOf(item));
        const { field } = request.params;
        if (!menusOf(context).some((menu) => menu.item === item.id && menu.field === field))
          throw new Refusal(404, 'Menu not found.', `${item.id} has no menu "${field}".`);
        const state = store.items.draft(item);
        const content = keptContent(
          context,
          state,
          readContent(withEntries(state.content, field.split('.'), request.body.entries)),
        );
        const itemRecord = store.items.save(item, { ...state, content }, { author: request.caller, note: 'menu' });
        return { status: 200, body: told(context, itemRecord, { content: true }), etag: etagOf(itemRecord) };
      }),
  );
}

export interface Menu {
  readonly id: string;
  readonly item: string;
  readonly field: string;
  readonly entries: readonly Readonly<Record<string, string>>[];
}

/** Lists that are menus, of all items. */
export function menusOf({ store, shower }: Context): Menu[] {
  return store.items.list({ limit: 10000 }).flatMap((item) => {
    const state = store.items.draft(item);
    const { values, lists } = flatten(state.content);
    return shower.menus(item, state).flatMap((field): Menu[] => {
      const ids = lists.get(field);
      if (!ids) return [];
      const own = (id: string): [string, string][] =>
        [...values]
          .filter(([path]) => path.startsWith(`${field}.${id}.`))
          .map(([path, value]) => [path.slice(field.length + id.length + 2), value]);
      return [
        {
          id: `${item.id}:${field}`,
          item: item.id,
          field,
          entries: ids.map((id) => ({ [ID]: id, ...Object.fromEntries(own(id)) })),
        },
      ];
    });
  });
}

function withEntries(content: unknown, path: readonly string[], entries: readonly object[]): unknown {
  const [name = '', ...rest] = path;
  const group = (typeof content === 'object' && content !== null ? content : {}) as Record<string, unknown>;
  return { ...group, [name]: rest.length ? withEntries(group[name], rest, entries) : (entries as unknown as Entries) };
}
