import { readTokens } from '../../core/tokens/format.js';
import type { Token } from '../../core/tokens/token.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { Records } from './database.js';
import { Refusal } from './refusal.js';

/** What is said of the whole site. */
export interface SiteState {
  readonly name: string;
  /** BCP 47 */
  readonly language: string;
}

const UNNAMED: SiteState = { name: 'A new site', language: 'en' };

/** The site itself, and its sets of tokens: a set comes with each project that was sent. */
export class Settings {
  private readonly read = new Map<string, { readonly revision: number; readonly tokens: readonly Token[] }>();

  constructor(private readonly records: Records) {}

  site(): { readonly state: SiteState; readonly revision: number } {
    const row = this.records.one<{ value: string; revision: number }>(
      "select value, revision from site where key = 'site'",
    );
    return row
      ? { state: JSON.parse(row.value) as SiteState, revision: row.revision }
      : { state: UNNAMED, revision: 0 };
  }

  setSite(state: SiteState): void {
    this.records.run(
      "insert into site (key, value, revision) values ('site', ?, 1) on conflict (key) do update set value = excluded.value, revision = revision + 1",
      JSON.stringify(state),
    );
  }

  tokenSets(): { readonly name: string; readonly revision: number }[] {
    return this.records.all('select name, revision from tokens order by name');
  }

  /** A set of tokens as its file has it. */
  tokenText(name: string): { readonly json: string; readonly revision: number } | undefined {
    return this.records.one('select json, revision from tokens where name = ?', name);
  }

  tokens(name: string | undefined): readonly Token[] {
    const text = name === undefined ? undefined : this.tokenText(name);
    if (name === undefined || !text) return [];
    const known = this.read.get(name);
    if (known?.revision === text.revision) return known.tokens;
    const tokens = readTokens(text.json, name);
    this.read.set(name, { revision: text.revision, tokens });
    return tokens;
  }

  /** @throws Refusal if these are no tokens */
  setTokens(name: string, json: string): void {
    try {
      readTokens(json, name);
    } catch (error) {
      if (error instanceof TavrikError) throw new Refusal(422, 'Invalid design tokens.', error.message);
      throw error;
    }
    this.records.run(
      'insert into tokens (name, json, revision) values (?, ?, 1) on conflict (name) do update set json = excluded.json, revision = revision + 1',
      name,
      json,
    );
  }

  /** A text of the site that is served as it is. */
  plain(path: string): string | undefined {
    return this.records.one<{ body: string }>('select body from plain where path = ?', path)?.body;
  }

  plainPaths(): string[] {
    return this.records.all<{ path: string }>('select path from plain order by path').map(({ path }) => path);
  }

  /** Grows with each change of the plain files. */
  plainRevision(): number {
    return this.records.one<{ revision: number }>("select revision from site where key = 'plain'")?.revision ?? 0;
  }

  setPlain(files: readonly (readonly [path: string, text: string])[]): void {
    this.records.run('delete from plain');
    for (const [path, text] of files) this.records.run('insert into plain (path, body) values (?, ?)', path, text);
    this.records.run(
      "insert into site (key, value, revision) values ('plain', '', 1) on conflict (key) do update set revision = revision + 1",
    );
  }

  /** Changes when any set of tokens changes. */
  tokenRevision(): number {
    return this.records.one<{ n: number }>('select coalesce(sum(revision), 0) as n from tokens')?.n ?? 0;
  }
}
