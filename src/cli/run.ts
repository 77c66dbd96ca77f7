import { Command, CommanderError } from 'commander';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { aboutCommand } from './about.js';
import { adjustCommand } from './adjust.js';
import { briefCommand } from './brief.js';
import { contentCommand } from './content.js';
import { convertCommand } from './convert.js';
import { elementsCommand } from './elements.js';
import { EXIT } from './exit.js';
import { hostCommand } from './host.js';
import { linksCommand } from './links.js';
import { packCommand } from './pack.js';
import { proofCommand } from './proof.js';
import { renderCommand } from './render.js';
import { reviseCommand } from './revise.js';
import { sendCommand } from './send.js';
import { startCommand } from './start.js';
import { surveyCommand } from './survey.js';
import { tokensCommand } from './tokens.js';
import { trialCommand } from './trial.js';
import { tuneCommand } from './tune.js';
import { packageVersion } from '../project/installation.js';
import { watchCommand } from './watch.js';
import { asJson, type ErrorOutput } from './outputs.js';

export function buildProgram(setCode: (code: number) => void): Command {
  const program = new Command('tavrik')
    .description('Turns a design or an existing web page into an editable page, and proves that it looks the same.')
    .version(packageVersion(), '--version', 'print the version')
    .helpOption('--help', 'show this help')
    .helpCommand(false)
    .option('--verbose', 'show the stack trace of unexpected errors')
    .exitOverride()
    .configureOutput({ outputError: (text, write) => write(text.replace(/^error: /, '')) });
  program.addCommand(startCommand());
  program.addCommand(surveyCommand());
  program.addCommand(convertCommand());
  program.addCommand(briefCommand());
  program.addCommand(renderCommand());
  program.addCommand(proofCommand(setCode));
  program.addCommand(tuneCommand());
  program.addCommand(adjustCommand());
  program.addCommand(contentCommand(setCode));
  program.addCommand(aboutCommand(setCode));
  program.addCommand(elementsCommand());
  program.addCommand(linksCommand(setCode));
  program.addCommand(tokensCommand());
  program.addCommand(trialCommand(setCode));
  program.addCommand(watchCommand());
  program.addCommand(reviseCommand());
  program.addCommand(packCommand());
  program.addCommand(hostCommand());
  program.addCommand(sendCommand(setCode));
  for (const command of program.commands)
    command
      .exitOverride()
      .helpOption('--help', 'show this help')
      .configureOutput({ outputError: (text, write) => write(text.replace(/^error: /, '')) });
  return program;
}

/** Runs the program and returns its exit code. */
export async function run(argv: readonly string[]): Promise<number> {
  let code: number = EXIT.fine;
  const program = buildProgram((value) => {
    code = value;
  });
  try {
    if (argv.length <= 2) {
      program.outputHelp();
      return EXIT.fine;
    }
    await program.parseAsync([...argv]);
    return code;
  } catch (error) {
    if (error instanceof CommanderError && error.exitCode === 0) return EXIT.fine;
    if (argv.includes('--json')) process.stdout.write(`${asJson('error', { error: asData(error as Error) })}\n`);
    if (error instanceof CommanderError) return EXIT.badInput;
    return complain(error as Error, argv.includes('--verbose'));
  }
}

/** An error for programs: those that a person can fix with their stable code (`core/errors/tavrik-error.ts`). */
function asData(error: Error): ErrorOutput['error'] {
  if (error instanceof CommanderError) return { code: 'invalid-input', what: error.message.replace(/^error: /, '') };
  if (!(error instanceof TavrikError)) return { code: 'unexpected', what: error.message.replace(/\n[\s\S]*/, '') };
  const { code, what, where, todo } = error;
  return { code, what, ...(where === undefined ? {} : { where }), ...(todo === undefined ? {} : { todo }) };
}

function complain(error: Error, verbose: boolean): number {
  if (error instanceof TavrikError) {
    process.stderr.write(
      `${[error.where ? `${error.where}: ${error.what}` : error.what, error.todo].filter(Boolean).join('\n')}\n`,
    );
    return EXIT.badInput;
  }
  if (error.name === 'BrowserGone' || /Target (page|closed)|browser has been closed|crash/i.test(error.message)) {
    process.stderr.write(
      'The browser ended before the work was done.\nRun it again; if it happens again, name another browser with --browser PATH.\n',
    );
    return EXIT.unexpected;
  }
  process.stderr.write(`Unexpected error: ${error.message.split('\n')[0]}\n`);
  process.stderr.write(verbose ? `${error.stack}\n` : 'Run it again with --verbose to see where.\n');
  return EXIT.unexpected;
}
