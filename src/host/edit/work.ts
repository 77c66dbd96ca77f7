import { changesBetween, edited, wholeFlat, type Edit } from '../../core/content/edits.js';
import { threeWay } from '../../core/content/three-way.js';
import { flatten, nest, type FlatContent } from '../../core/content/values.js';
import type { PageDocument } from '../../core/document/types.js';
import { differs, faultsOf } from '../content.js';
import type { Context } from '../context.js';
import { Refusal } from '../store/refusal.js';
import type { SentForm } from './form.js';
import { sameSettings, settingsFault, withSettings } from './settings.js';
import type { ItemState, ItemRecord } from '../store/item-records.js';

/** Where in problems the settings of a page are told. */
export const SETTINGS = 'settings';

/** What became of a form. */
export interface Worked {
  readonly item: ItemRecord;
  /** Values as they are to be shown in the form. */
  readonly content: FlatContent;
  readonly problems: ReadonlyMap<string, string>;
  readonly others: ReadonlyMap<string, string>;
  readonly told: string;
  /** Settings as the form said them, where they could not be kept. */
  readonly asked?: ItemState;
}

/** An item with all that it says now. */
export function contentNow(
  context: Context,
  state: ItemState,
): { readonly document?: PageDocument; readonly flat: FlatContent } {
  const document = context.shower.document(state);
  return document ? { document, flat: wholeFlat(document, state.content) } : { flat: flatten(state.content) };
}

/** What a form would make of an item, nothing of which is kept. */
export function formContent(context: Context, item: ItemRecord, form: SentForm): FlatContent {
  const { flat } = contentNow(context, baseOf(context, item, form));
  return withValues(flat, form.values);
}

/**
 * Does what a form asks for. What somebody else changed since the person saw the page stays; where both changed the same
 * field nothing is kept, and both are shown.
 */
export function work(context: Context, item: ItemRecord, form: SentForm, author: string): Worked {
  const { items } = context.store;
  const [what = 'save', list = '', id = ''] = form.action;
  if (what === 'undo' || what === 'redo')
    return stepped(context, items.step(item, what === 'undo' ? 'back' : 'forward'), what);
  if (what === 'discard') return discarded(context, item, author);
  const current = contentNow(context, items.draft(item));
  const base = contentNow(context, baseOf(context, item, form)).flat;
  const { content: merged, conflicts } = threeWay(base, withValues(base, form.values), current.flat);
  const asked = withValues(
    merged,
    new Map(conflicts.flatMap(({ path, ours }) => (ours === undefined ? [] : [[path, ours] as const]))),
  );
  if (conflicts.length) {
    const others = new Map(conflicts.map(({ path, theirs }) => [path, theirs ?? '']));
    return { item, content: asked, problems: form.problems, others, told: '' };
  }
  const edit = editOf(what, list, id, merged);
  const document = current.document ?? context.shower.documentWith(list, items.draft(item));
  const now = edit && document ? edited(document, merged, edit) : merged;
  const before = items.draft(item);
  const after = withSettings(before, form.settings);
  const fault = settingsFault(context.store, item, after);
  const problems = new Map([
    ...(fault === undefined ? [] : [[SETTINGS, fault] as const]),
    ...problemsOf(context, current.document, now, current.flat, what === 'publish'),
    ...form.problems,
  ]);
  if (problems.size) return { item, content: now, problems, others: new Map(), told: '', asked: after };
  const isSame = changesBetween(current.flat, now).length === 0 && sameSettings(before, after);
  const saved = isSame
    ? item
    : items.save(item, { ...after, content: nest(now) }, { author, note: edit ? 'entries changed' : 'edited' });
  const done = what === 'publish' ? items.publish(saved) : saved;
  return {
    item: done,
    content: now,
    problems,
    others: new Map(),
    told: what === 'publish' ? 'Published.' : isSame ? 'No changes.' : 'Saved as a draft.',
  };
}

function baseOf({ store }: Context, item: ItemRecord, { base }: SentForm): ItemState {
  const state = store.items.version(item.id, base);
  if (!state) throw new Refusal(409, 'This page was open for too long.', 'Open it again, and repeat your change.');
  return state;
}

/** Fields that are there, with what the form says; what it makes up is left out. */
function withValues(content: FlatContent, values: ReadonlyMap<string, string>): FlatContent {
  return { ...content, values: new Map([...content.values].map(([path, value]) => [path, values.get(path) ?? value])) };
}

function stepped(context: Context, item: ItemRecord, what: 'undo' | 'redo'): Worked {
  const { flat } = contentNow(context, context.store.items.draft(item));
  return {
    item,
    content: flat,
    problems: new Map(),
    others: new Map(),
    told: what === 'undo' ? 'The last step is undone.' : 'Done again.',
  };
}

function discarded(context: Context, item: ItemRecord, author: string): Worked {
  const { items } = context.store;
  const published = items.state(item, 'published');
  if (!published) throw new Refusal(409, 'It was never published.', 'It cannot be reverted.');
  const itemRecord = items.save(item, published, { author, note: 'discarded' });
  return {
    item: items.publish(itemRecord),
    content: contentNow(context, published).flat,
    problems: new Map(),
    others: new Map(),
    told: 'Your changes were discarded. Undo restores them.',
  };
}

function editOf(what: string, list: string, id: string, { lists }: FlatContent): Edit | undefined {
  const ids = lists.get(list) ?? [];
  const at = ids.indexOf(id);
  switch (what) {
    case 'add':
      return { do: 'add', list };
    case 'copy':
      return { do: 'add', list, like: id, at: at + 1 };
    case 'remove':
      return { do: 'remove', list, id };
    case 'up':
      return { do: 'move', list, id, to: at - 1 };
    case 'down':
      return { do: 'move', list, id, to: at + 1 };
    default: {
      const [, place] = /^to-(\d{1,4})$/.exec(what) ?? [];
      return place === undefined ? undefined : { do: 'move', list, id, to: Number(place) };
    }
  }
}

/** What cannot be kept, by field. Of what was so before only what stops publishing is told. */
function problemsOf(
  context: Context,
  document: PageDocument | undefined,
  content: FlatContent,
  before: FlatContent,
  isPublishing: boolean,
): Map<string, string> {
  if (!document) return new Map();
  const found = faultsOf(context, document, content).filter(({ path, wrong, what }) =>
    wrong ? differs(path, content, before) : isPublishing && EMPTY.test(what),
  );
  return new Map(found.map(({ path, what }) => [path, `${what}.`]));
}

/** What is needed and empty stops publishing. */
const EMPTY = /^It is empty/;
