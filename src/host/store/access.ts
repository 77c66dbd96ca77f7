import { randomBytes, scryptSync, timingSafeEqual } from 'node:crypto';
import { sha256 } from '../../core/text/hash.js';
import type { Records } from './database.js';
import { Refusal } from './refusal.js';

/** What a program may do: each is asked for by itself. */
export const SCOPES = ['read', 'write', 'publish', 'access'] as const;
export type Scope = (typeof SCOPES)[number];

/** How long somebody stays signed in, and how long a link to a preview works; hours. */
const SESSION_HOURS = 12;
const PREVIEW_HOURS = 72;

/** Random bytes of what nobody may guess. */
const SECRET_BYTES = 32;

export interface Session {
  readonly editor: string;
  /** What forms must say, so that no other site can send them. */
  readonly guard: string;
}

/** Who may do what. Only hashes are kept: whoever reads the database can do nothing with them. */
export class Access {
  constructor(private readonly records: Records) {}

  /** A token for a program. @returns the token, which is told once @throws Refusal if the name is taken */
  addToken(name: string, scopes: readonly Scope[]): string {
    if (this.records.one('select name from access where name = ?', name))
      throw new Refusal(409, 'This name is taken.', `The token "${name}" already exists.`);
    const token = `tavrik_${secret()}`;
    this.records.run(
      'insert into access (name, hash, scopes, at) values (?, ?, ?, ?)',
      name,
      sha256(token),
      scopes.join(' '),
      new Date().toISOString(),
    );
    return token;
  }

  removeToken(name: string): void {
    if (this.records.run('delete from access where name = ?', name) === 0)
      throw new Refusal(404, 'Token not found.', `The token "${name}" does not exist.`);
  }

  tokens(): { readonly name: string; readonly scopes: readonly string[]; readonly at: string }[] {
    return this.records
      .all<{ name: string; scopes: string; at: string }>('select name, scopes, at from access order by name')
      .map((entry) => ({ ...entry, scopes: entry.scopes.split(' ') }));
  }

  /** Whose token it is, and what it may. */
  tokenOf(token: string): { readonly name: string; readonly scopes: ReadonlySet<string> } | undefined {
    const row = this.records.one<{ name: string; scopes: string }>(
      'select name, scopes from access where hash = ?',
      sha256(token),
    );
    return row && { name: row.name, scopes: new Set(row.scopes.split(' ')) };
  }

  addEditor(name: string, password: string): void {
    this.records.run(
      'insert into editors (name, hash, at) values (?, ?, ?) on conflict (name) do update set hash = excluded.hash',
      name,
      passwordHash(password),
      new Date().toISOString(),
    );
    this.records.run('delete from sessions where editor = ?', name);
  }

  editors(): string[] {
    return this.records.all<{ name: string }>('select name from editors order by name').map(({ name }) => name);
  }

  /** Signs somebody in, always under a new session. @returns its secret, or nothing if name and password do not fit */
  signIn(name: string, password: string): string | undefined {
    const row = this.records.one<{ hash: string }>('select hash from editors where name = ?', name);
    /* An unknown name takes as long as a wrong password. */
    const fits = isPassword(password, row?.hash ?? NOBODY);
    if (!row || !fits) return undefined;
    const session = secret();
    this.records.run('delete from sessions where ends < ?', new Date().toISOString());
    this.records.run(
      'insert into sessions (hash, editor, guard, ends) values (?, ?, ?, ?)',
      sha256(session),
      name,
      secret(),
      inHours(SESSION_HOURS),
    );
    return session;
  }

  session(session: string | undefined): Session | undefined {
    if (session === undefined) return undefined;
    return this.records.one<Session & Record<string, string>>(
      'select editor, guard from sessions where hash = ? and ends > ?',
      sha256(session),
      new Date().toISOString(),
    );
  }

  signOut(session: string): void {
    this.records.run('delete from sessions where hash = ?', sha256(session));
  }

  /** @returns the secret of a link by which anybody sees the draft of an item */
  addPreview(item: string): string {
    const link = secret();
    this.records.run('delete from previews where ends < ?', new Date().toISOString());
    this.records.run(
      'insert into previews (hash, item, ends) values (?, ?, ?)',
      sha256(link),
      item,
      inHours(PREVIEW_HOURS),
    );
    return link;
  }

  previewOf(link: string): string | undefined {
    return this.records.one<{ item: string }>(
      'select item from previews where hash = ? and ends > ?',
      sha256(link),
      new Date().toISOString(),
    )?.item;
  }
}

/** Something that nobody can guess, in letters, digits, hyphens and underscores. */
export function secret(bytes = SECRET_BYTES): string {
  return randomBytes(bytes).toString('base64url');
}

function passwordHash(password: string): string {
  const salt = randomBytes(16);
  return `${salt.toString('hex')}.${scryptSync(password, salt, 32).toString('hex')}`;
}

/** The hash of a password that nobody has. */
const NOBODY = passwordHash(secret());

function isPassword(password: string, kept: string): boolean {
  const [salt = '', hash = ''] = kept.split('.');
  return timingSafeEqual(scryptSync(password, Buffer.from(salt, 'hex'), 32), Buffer.from(hash, 'hex'));
}

function inHours(hours: number): string {
  return new Date(Date.now() + hours * 3600 * 1000).toISOString();
}
