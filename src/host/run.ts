import { existsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { addresses } from './addresses.js';
import { buildHost, type HostOptions } from './server.js';
import { secret, type Scope } from './store/access.js';
import { openStore, type Store } from './store/store.js';

/** A host that runs. */
export interface Running {
  readonly address: string;
  /** Where others in the same network find it; only if it listens beyond this machine. */
  readonly elsewhere: readonly string[];
  readonly store: Store;
  readonly close: () => Promise<void>;
}

export interface RunOptions extends Pick<HostOptions, 'log' | 'tell' | 'patience'> {
  /** A free one without it. */
  readonly port?: number;
  /** Address that it listens on; this machine only without it. */
  readonly listen?: string;
}

const LOCAL = '127.0.0.1';
/** What this machine calls itself. */
const LOCAL_NAMES = ['127.0.0.1', 'localhost', '[::1]'];

/** Starts a host on a folder. @throws TavrikError if another one has the folder, or the port is taken */
export async function runHost(
  data: string,
  { port = 0, listen = LOCAL, ...options }: RunOptions = {},
): Promise<Running> {
  const store = openStore(data);
  try {
    const isLocal = [...LOCAL_NAMES, '::1'].includes(listen);
    const app = await buildHost(store, { ...options, ...(isLocal ? { names: LOCAL_NAMES } : {}) });
    await app.listen({ port, host: listen });
    const at = app.server.address();
    const own = typeof at === 'object' && at ? at.port : port;
    return {
      address: `http://${isLocal ? LOCAL : 'localhost'}:${own}`,
      elsewhere: isLocal ? [] : addresses().map((address) => `http://${address}:${own}`),
      store,
      close: async () => {
        await app.close();
        store.close();
      },
    };
  } catch (error) {
    store.close();
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'EADDRINUSE')
      throw new TavrikError(`Port ${port} is taken.`, '--port', 'Choose another, or stop the program that uses it.');
    if (code === 'EADDRNOTAVAIL' || code === 'EACCES' || code === 'ENOTFOUND')
      throw new TavrikError(
        `Cannot listen on ${listen}:${port}.`,
        '--listen',
        'Give an address of this machine, e.g. 0.0.0.0.',
      );
    throw error;
  }
}

/** Where the first token of a host lies, for programs on this machine. */
export const TOKEN_FILE = 'token.txt';
const FIRST_EDITOR = 'editor';

export interface FirstAccess {
  readonly editor: string;
  readonly password: string;
  readonly tokenFile: string;
}

/** Lets somebody in at a host that nobody can get into yet. @returns nothing if somebody can */
export function firstAccess(store: Store, data: string): FirstAccess | undefined {
  if (store.access.editors().length > 0) return undefined;
  const password = addEditor(store, FIRST_EDITOR);
  const tokenFile = join(data, TOKEN_FILE);
  const all: readonly Scope[] = ['read', 'write', 'publish', 'access'];
  if (!store.access.tokens().some(({ name }) => name === 'first') || !existsSync(tokenFile)) {
    if (store.access.tokens().some(({ name }) => name === 'first')) store.access.removeToken('first');
    writeFileSync(tokenFile, `${store.access.addToken('first', all)}\n`, { mode: 0o600 });
  }
  return { editor: FIRST_EDITOR, password, tokenFile };
}

/** A person who edits, with a new password. @returns the password, which is told once */
export function addEditor(store: Store, name: string): string {
  const password = secret(9);
  store.access.addEditor(name, password);
  return password;
}
