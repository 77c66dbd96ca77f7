import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Database } from 'node-sqlite3-wasm';
import { TavrikError } from '../../core/errors/tavrik-error.js';

/*
 * SQLite in one file, compiled to WebAssembly, so that nothing has to be compiled where it is installed. Only one process
 * has it at a time. What is committed is on the disk (synchronous=full): killing the process loses nothing of it.
 */

export const DATABASE_FILE = 'host.db';
/** Who has the database: the number of the process. */
const HOLDER_FILE = 'host.pid';
const SCHEMA_VERSION = 1;

const SCHEMA = `
create table site (key text primary key, value text not null, revision integer not null) strict;
create table documents (hash text primary key, json text not null) strict;
create table items (
  id text primary key, kind text not null, name text not null, path text unique, revision integer not null,
  draft integer not null, published integer, baseline text, changed text not null
) strict;
create index items_by_kind on items (kind, id);
create table versions (
  item text not null references items (id) on delete cascade, number integer not null, state text not null,
  author text not null, at text not null, note text not null, primary key (item, number)
) strict;
create table tokens (name text primary key, json text not null, revision integer not null) strict;
create table media (
  name text primary key, hash text not null, origin text not null, type text not null, bytes integer not null, width integer,
  height integer, at text not null
) strict;
create index media_by_hash on media (hash);
create table media_uses (item text not null references items (id) on delete cascade, media text not null, primary key (item, media)) strict;
create index media_uses_by_media on media_uses (media);
create table editors (name text primary key, hash text not null, at text not null) strict;
create table sessions (hash text primary key, editor text not null references editors (name) on delete cascade, guard text not null, ends text not null) strict;
create table access (name text primary key, hash text not null unique, scopes text not null, at text not null) strict;
create table previews (hash text primary key, item text not null references items (id) on delete cascade, ends text not null) strict;
create table once (key text primary key, request text not null, status integer not null, body text not null, etag text, at text not null) strict;
create table uploads (
  id text primary key, name text not null, hash text not null, bytes integer not null, owner text not null, at text not null
) strict;
create table plain (path text primary key, body text not null) strict;
`;

export type Row = Readonly<Record<string, string | number | null>>;
type Bound = string | number | null;

/** The database of a host. */
export class Records {
  private depth = 0;

  private constructor(
    private readonly database: Database,
    private readonly folder: string,
  ) {}

  /** @throws TavrikError if another process has it, or it is of a newer version of the program */
  static open(folder: string): Records {
    mkdirSync(folder, { recursive: true });
    take(folder);
    const database = new Database(join(folder, DATABASE_FILE));
    for (const pragma of ['locking_mode = exclusive', 'journal_mode = wal', 'synchronous = full', 'foreign_keys = on'])
      database.exec(`pragma ${pragma}`);
    const version = Number(database.get('pragma user_version')?.['user_version'] ?? 0);
    if (version > SCHEMA_VERSION) {
      database.close();
      release(folder);
      throw new TavrikError(
        'This was written by a newer version of the program.',
        folder,
        'Use that version, or another folder with --data.',
      );
    }
    const records = new Records(database, folder);
    if (version === 0)
      records.together(() => {
        database.exec(SCHEMA);
        database.exec(`pragma user_version = ${SCHEMA_VERSION}`);
      });
    return records;
  }

  one<Found = Row>(sql: string, ...values: Bound[]): Found | undefined {
    return (this.database.get(sql, values) ?? undefined) as Found | undefined;
  }

  all<Found = Row>(sql: string, ...values: Bound[]): Found[] {
    return this.database.all(sql, values) as unknown as Found[];
  }

  /** @returns how many rows changed */
  run(sql: string, ...values: Bound[]): number {
    return this.database.run(sql, values).changes;
  }

  /** All of it happens or, if it throws, nothing. */
  together<Made>(work: () => Made): Made {
    if (this.depth > 0) return work();
    this.database.exec('begin immediate');
    this.depth += 1;
    try {
      const result = work();
      this.database.exec('commit');
      return result;
    } catch (error) {
      if (this.database.inTransaction) this.database.exec('rollback');
      throw error;
    } finally {
      this.depth -= 1;
    }
  }

  close(): void {
    this.database.close();
    release(this.folder);
  }
}

/** Makes this process the only one that has the folder. What one that is gone has left behind is taken away. @throws TavrikError */
function take(folder: string): void {
  const file = join(folder, HOLDER_FILE);
  for (;;) {
    try {
      writeFileSync(file, `${process.pid}\n`, { flag: 'wx' });
      rmSync(join(folder, `${DATABASE_FILE}.lock`), { recursive: true, force: true });
      return;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    }
    const holder = Number(readFileSync(file, 'utf8'));
    if (isRunning(holder))
      throw new TavrikError(
        `Another host is running on this folder (process ${holder}).`,
        folder,
        `Stop it first, or use another folder with --data. If that process is something else, delete ${HOLDER_FILE}.`,
      );
    rmSync(file, { force: true });
  }
}

function release(folder: string): void {
  rmSync(join(folder, HOLDER_FILE), { force: true });
}

function isRunning(process_: number): boolean {
  if (!process_) return false;
  try {
    process.kill(process_, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}
