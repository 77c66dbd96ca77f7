import { required } from '../../core/data/required.js';
import { sha256 } from '../../core/text/hash.js';
import { assetName, assetsIn, type ItemKind } from '../../core/sites/items.js';
import { changesBetween } from '../../core/content/edits.js';
import { flatten, type Content } from '../../core/content/values.js';
import type { PageDocument } from '../../core/document/types.js';
import type { Records } from './database.js';
import { Refusal } from './refusal.js';
import type { ItemState, ItemRecord, VersionRecord, Which, By } from './item-records.js';

/** Steps of work on a draft that are kept, so that they can be taken back. */
const KEPT_STEPS = 200;

const COLUMNS = 'id, kind, name, path, revision, draft, published, changed';

/** Pages, parts, sections and facts, with all their versions. */
export class Items {
  constructor(private readonly records: Records) {}

  find(id: string): ItemRecord | undefined {
    return this.records.one<ItemRecord>(`select ${COLUMNS} from items where id = ?`, id);
  }

  /** @throws Refusal if there is none */
  get(id: string): ItemRecord {
    const found = this.find(id);
    if (!found) throw new Refusal(404, 'Item not found.', `The item "${id}" does not exist.`);
    return found;
  }

  byPath(path: string): ItemRecord | undefined {
    return this.records.one<ItemRecord>(`select ${COLUMNS} from items where path = ?`, path);
  }

  /** Items in the order of their ids. @param after id after which they begin @param words in their name or address */
  list(asked: {
    readonly kind?: string;
    readonly words?: string;
    readonly after?: string;
    readonly limit: number;
  }): ItemRecord[] {
    const like = `%${(asked.words ?? '').replace(/[%_\\]/g, (sign) => `\\${sign}`)}%`;
    return this.records.all<ItemRecord>(
      `select ${COLUMNS} from items where id > ? and (? = '' or kind = ?) and (name like ? escape '\\' or path like ? escape '\\') order by id limit ?`,
      asked.after ?? '',
      asked.kind ?? '',
      asked.kind ?? '',
      like,
      like,
      asked.limit,
    );
  }

  state(item: ItemRecord, which: Which = 'draft'): ItemState | undefined {
    const number = item[which];
    return number === null ? undefined : this.version(item.id, number);
  }

  /** What the project said when the item was sent last; nothing if it was made here. */
  baseline(id: string): Content | undefined {
    const row = this.records.one<{ baseline: string | null }>('select baseline from items where id = ?', id);
    return row?.baseline ? (JSON.parse(row.baseline) as Content) : undefined;
  }

  /** The draft: every item has one. */
  draft(item: ItemRecord): ItemState {
    return required(this.state(item));
  }

  version(id: string, number: number): ItemState | undefined {
    const row = this.records.one<{ state: string }>(
      'select state from versions where item = ? and number = ?',
      id,
      number,
    );
    return row && (JSON.parse(row.state) as ItemState);
  }

  versions(id: string, limit = 100): VersionRecord[] {
    return this.records.all<VersionRecord>(
      'select number, author, at, note from versions where item = ? order by number desc limit ?',
      id,
      limit,
    );
  }

  /** Puts a new item in. @throws Refusal if its id or its address is taken */
  add(id: string, kind: ItemKind, state: ItemState, by: By): ItemRecord {
    return this.records.together(() => {
      if (this.find(id)) throw new Refusal(409, 'This id is taken.', `The item "${id}" already exists.`);
      this.refuseTaken(id, state.path);
      const at = new Date().toISOString();
      this.records.run(
        'insert into items (id, kind, name, path, revision, draft, published, baseline, changed) values (?, ?, ?, ?, 1, 1, null, ?, ?)',
        id,
        kind,
        state.name,
        state.path ?? null,
        by.baseline ? JSON.stringify(by.baseline) : null,
        at,
      );
      this.write(id, 1, state, by, at);
      return this.get(id);
    });
  }

  /** A new draft. @throws Refusal if its address is taken */
  save(item: ItemRecord, state: ItemState, by: By): ItemRecord {
    return this.records.together(() => {
      this.refuseTaken(item.id, state.path);
      const at = new Date().toISOString();
      /* What was taken back is not come back to any more, once something else was done. */
      this.records.run(
        'delete from versions where item = ?1 and number > ?2 and number not in (select coalesce(published, 0) from items where id = ?1)',
        item.id,
        item.draft,
      );
      const number = this.last(item.id) + 1;
      this.write(item.id, number, state, by, at);
      this.records.run(
        'update items set name = ?, path = ?, revision = revision + 1, draft = ?, baseline = coalesce(?, baseline), changed = ? where id = ?',
        state.name,
        state.path ?? null,
        number,
        by.baseline ? JSON.stringify(by.baseline) : null,
        at,
        item.id,
      );
      this.forgetOld(item.id);
      return this.get(item.id);
    });
  }

  /** Goes one step of work back, or forward again. @returns the item; as it was if there is no such step */
  step(item: ItemRecord, to: 'back' | 'forward'): ItemRecord {
    const found = this.records.one<{ n: number | null }>(
      to === 'back'
        ? 'select max(number) as n from versions where item = ? and number < ?'
        : 'select min(number) as n from versions where item = ? and number > ?',
      item.id,
      item.draft,
    )?.n;
    if (!found) return item;
    return this.records.together(() => {
      const state = required(this.version(item.id, found));
      this.refuseTaken(item.id, state.path);
      this.use(item.id, state);
      this.records.run(
        'update items set name = ?, path = ?, revision = revision + 1, draft = ?, changed = ? where id = ?',
        state.name,
        state.path ?? null,
        found,
        new Date().toISOString(),
        item.id,
      );
      return this.get(item.id);
    });
  }

  publish(item: ItemRecord): ItemRecord {
    this.records.run(
      'update items set published = draft, revision = revision + 1, changed = ? where id = ?',
      new Date().toISOString(),
      item.id,
    );
    return this.get(item.id);
  }

  unpublish(item: ItemRecord): ItemRecord {
    this.records.run(
      'update items set published = null, revision = revision + 1, changed = ? where id = ?',
      new Date().toISOString(),
      item.id,
    );
    return this.get(item.id);
  }

  remove(item: ItemRecord): void {
    const users = this.records.all<{ item: string }>(
      "select i.id as item from items i join versions v on v.item = i.id and v.number = i.draft, json_each(v.state, '$.sections') s where s.value = ?",
      item.id,
    );
    if (users.length)
      throw new Refusal(409, 'It is still in use.', `It is used on ${users.map((user) => user.item).join(', ')}.`);
    this.records.run('delete from items where id = ?', item.id);
  }

  /** What the draft has otherwise than what everybody sees: names of settings, and paths of fields. */
  changes(item: ItemRecord): {
    readonly settings: readonly string[];
    readonly fields: ReturnType<typeof changesBetween>;
  } {
    const [draft, published] = [this.draft(item), this.state(item, 'published')];
    if (item.published === item.draft) return { settings: [], fields: [] };
    const before: Partial<ItemState> = published ?? {};
    const settings = (['name', 'path', 'framed', 'document', 'source', 'sections'] as const).filter(
      (key) => JSON.stringify(draft[key] ?? null) !== JSON.stringify(before[key] ?? null),
    );
    return { settings, fields: changesBetween(flatten(before.content ?? {}), flatten(draft.content)) };
  }

  document(hash: string | undefined): PageDocument | undefined {
    if (hash === undefined) return undefined;
    const row = this.records.one<{ json: string }>('select json from documents where hash = ?', hash);
    return row && (JSON.parse(row.json) as PageDocument);
  }

  /** Keeps a page document, once for all that have it. @returns its hash */
  keepDocument(document: PageDocument): string {
    const json = JSON.stringify(document);
    const hash = sha256(json);
    this.records.run('insert into documents (hash, json) values (?, ?) on conflict do nothing', hash, json);
    return hash;
  }

  count(kind?: string): number {
    const row = this.records.one<{ n: number }>(
      "select count(*) as n from items where ? = '' or kind = ?",
      kind ?? '',
      kind ?? '',
    );
    return row?.n ?? 0;
  }

  private last(id: string): number {
    return this.records.one<{ n: number }>('select max(number) as n from versions where item = ?', id)?.n ?? 0;
  }

  private write(
    id: string,
    number: number,
    state: ItemState,
    { author, note }: { author: string; note: string },
    at: string,
  ): void {
    this.records.run(
      'insert into versions (item, number, state, author, at, note) values (?, ?, ?, ?, ?, ?)',
      id,
      number,
      JSON.stringify(state),
      author,
      at,
      note,
    );
    this.use(id, state);
  }

  /** Remembers which files a draft shows. */
  private use(id: string, state: ItemState): void {
    this.records.run('delete from media_uses where item = ?', id);
    for (const asset of assetsIn(state.content, this.document(state.document) ?? {}))
      this.records.run('insert into media_uses (item, media) values (?, ?)', id, assetName(asset));
  }

  private refuseTaken(id: string, path: string | undefined): void {
    const other = path === undefined ? undefined : this.byPath(path);
    if (other && other.id !== id)
      throw new Refusal(409, 'This address is taken.', `The page "${other.name}" is at ${path}.`);
  }

  private forgetOld(id: string): void {
    this.records.run(
      'delete from versions where item = ?1 and number < (select draft from items where id = ?1) - ?2 and number not in (select coalesce(published, 0) from items where id = ?1)',
      id,
      KEPT_STEPS,
    );
  }
}
