import { spawn } from 'node:child_process';
import { Command } from 'commander';
import { defined } from '../core/data/defined.js';
import { TavrikError } from '../core/errors/tavrik-error.js';
import type { Scope } from '../host/store/access.js';
import { JSON_OPTION, oneOf, readPort } from './options.js';
import { openTerminal } from './terminal.js';
import { asJsonLine } from './outputs.js';

interface Options {
  readonly data: string;
  readonly port: string;
  readonly listen?: string;
  readonly editor?: string;
  readonly token?: string;
  readonly scopes: string;
  readonly open?: boolean;
  readonly json?: boolean;
}

/** Free for anyone to use (RFC 6335, 6). */
const PORT = '4780';
const SCOPES: readonly Scope[] = ['read', 'write', 'publish', 'access'];

export function hostCommand(): Command {
  return new Command('host')
    .description('run a small site on this machine for editing and publishing pages')
    .requiredOption('--data <folder>', 'data folder of the site')
    .option('--port <number>', 'port to listen on', PORT)
    .option('--listen <address>', 'also be found from elsewhere, as 0.0.0.0; this machine only without it')
    .option('--editor <name>', 'set a new password for an editor, print it, and exit')
    .option('--token <name>', 'create a token for a program, print it, and exit')
    .option('--scopes <list>', 'with --token: its permissions, of read, write, publish, access', 'read,write,publish')
    .option('--open', 'open the editing pages in a browser')
    .option(...JSON_OPTION)
    .addHelpText('after', '\nExamples:\n  tavrik host --data site-data\n  tavrik host --data site-data --token laptop')
    .action(async (options: Options) => {
      const { print, say, paint } = openTerminal(options.json === true);
      const { addEditor, firstAccess, runHost } = await import('../host/run.js');
      if (options.editor !== undefined || options.token !== undefined)
        return print(await makeAccess(options, addEditor));
      const running = await runHost(options.data, {
        port: readPort(options.port),
        log: (line) => say(line.trim()),
        tell: say,
        ...(options.listen === undefined ? {} : { listen: options.listen }),
      });
      const first = firstAccess(running.store, options.data);
      const { address, elsewhere } = running;
      if (options.json) print(asJsonLine('host', { address, elsewhere, ...(first ? { first } : {}) }));
      else {
        print(`The site is at ${paint.bold(address)}, editing at ${paint.bold(`${address}/edit`)}`);
        if (first)
          print(
            `Sign in as ${paint.bold(first.editor)} with the password ${paint.bold(first.password)} (shown only once).\nPrograms send with the token in ${first.tokenFile}: tavrik send PROJECT --to ${address} --token-file ${first.tokenFile}`,
          );
        for (const text of elsewhere) print(`From other devices: ${text}`);
        print('Press Ctrl-C to stop.');
      }
      if (options.open) openPage(`${address}/edit`);
      await new Promise<void>((done) => {
        process.once('SIGINT', done);
        process.once('SIGTERM', done);
      });
      await running.close();
    });
}

/** @throws TavrikError if the host runs: then it has its data for itself */
async function makeAccess(
  { data, editor, token, scopes, json }: Options,
  addEditor: typeof import('../host/run.js').addEditor,
): Promise<string> {
  const { openStore } = await import('../host/store/store.js');
  const { Refusal } = await import('../host/store/refusal.js');
  const asked = scopes.split(',').map((part) => oneOf(part.trim(), SCOPES, '--scopes'));
  const store = openStore(data);
  try {
    const password = editor === undefined ? undefined : addEditor(store, editor);
    const result = token === undefined ? undefined : store.access.addToken(token, asked);
    if (json)
      return asJsonLine('host', {
        ...defined({ editor, password }),
        ...(result ? { token: result } : {}),
      });
    return [password && `Password of ${editor}: ${password}`, result].filter(Boolean).join('\n');
  } catch (error) {
    if (error instanceof Refusal) throw new TavrikError(error.detail, '--token', 'Choose another name.');
    throw error;
  } finally {
    store.close();
  }
}

/** Opens an address in the browser that people use on this machine; nothing happens if there is none. */
function openPage(address: string): void {
  const [program, ...args] =
    process.platform === 'darwin' ? ['open'] : process.platform === 'win32' ? ['cmd', '/c', 'start', ''] : ['xdg-open'];
  spawn(program, [...args, address], { stdio: 'ignore', detached: true })
    .on('error', () => undefined)
    .unref();
}
