import { Command } from 'commander';
import type { WatchState } from '../report/watch-state.js';
import { BROWSER_OPTION, JSON_OPTION, readPort } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';
import { asJsonLine } from './outputs.js';

interface Options {
  readonly port: string;
  readonly signIn?: string;
  readonly browser?: string;
  readonly json?: boolean;
}

/** Free for anyone to use (RFC 6335, 6), and kept so that a page that is open finds a watch that is started again. */
const PORT = '4690';

export function watchCommand(): Command {
  return new Command('watch')
    .description('show a project beside its source in a browser, updated whenever a file changes')
    .argument('<project>', 'project folder')
    .option('--port <number>', 'port on this machine; another one if it is taken', PORT)
    .option('--sign-in <file>', 'headers and cookies for an address that must be opened again')
    .option(...BROWSER_OPTION)
    .option(...JSON_OPTION)
    .addHelpText('after', '\nExample:\n  tavrik watch project')
    .action(async (project: string, options: Options) => {
      const terminal = openTerminal(options.json === true);
      const port = readPort(options.port);
      const [{ watchProject }, { readSignIn }] = await Promise.all([
        import('../flow/watch/watch.js'),
        import('../flow/source/sign-in.js'),
      ]);
      const watching = await watchProject(project, {
        port,
        ...(options.browser === undefined ? {} : { browser: options.browser }),
        ...(options.signIn === undefined ? {} : { signIn: readSignIn(options.signIn) }),
        tell: options.json ? (state) => terminal.print(asJsonLine('watch', state)) : (state) => tell(state, terminal),
      });
      const { address } = watching;
      terminal.print(
        options.json
          ? asJsonLine('watch', { address })
          : `Watching ${project} at ${terminal.paint.bold(address)} Press Ctrl-C to stop.`,
      );
      await new Promise<void>((done) => {
        process.once('SIGINT', done);
        process.once('SIGTERM', done);
      });
      terminal.done();
      await watching.stop();
    });
}

function tell({ phase, said, pages }: WatchState, { step, print, say, paint }: Terminal): void {
  if (phase === 'working') return step(said.replace(/ …$/, ''));
  if (phase === 'problem') return say(paint.red(said));
  for (const { name, widths } of pages) {
    const figures = widths.map(({ width, differ }) => `${width} px ${(differ * 100).toFixed(2)} %`);
    print(`${pages.length > 1 ? `${name}: ` : ''}${said} Differs at ${figures.join(', ')}`);
  }
}
