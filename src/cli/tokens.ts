import { required } from '../core/data/required.js';
import { Command } from 'commander';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { colourDistance, readColour, writeColour } from '../core/css/colours.js';
import type { Token } from '../core/tokens/token.js';
import type { Changed, UsedToken } from '../flow/edit/tokens.js';
import { BROWSER_OPTION, JSON_OPTION, oneOf } from './options.js';
import { openTerminal, type Terminal } from './terminal.js';

const ACTIONS = ['list', 'show', 'set', 'rename', 'merge', 'split', 'gather', 'match', 'export', 'import'] as const;

interface Options {
  readonly in?: string;
  readonly dark?: boolean;
  readonly near?: string;
  readonly within?: string;
  readonly dryRun?: boolean;
  readonly format?: string;
  readonly browser?: string;
  readonly json?: boolean;
}

export function tokensCommand(): Command {
  return new Command('tokens')
    .description('list, set, rename, merge and match the design tokens of a project')
    .argument('<project>', 'project folder')
    .argument('[action]', ACTIONS.join(', '), 'list')
    .argument('[path]', 'path of a token, as tokens lists it; or a file')
    .argument('[values...]', 'its new value or name; the tokens that go into it')
    .option('--in <places>', 'split: styles or properties that use the new token, e.g. .card,border-color')
    .option('--dark', 'set: its value in the dark scheme')
    .option('--near <distance>', 'gather: largest distance of colours to merge, as far as the proof allows', '2')
    .option('--within <distance>', 'match: take colours this near; 0 takes the same only', '0')
    .option('--dry-run', 'match: only list near tokens')
    .option('--format <name>', 'export: json or css', 'json')
    .option(...BROWSER_OPTION)
    .option(...JSON_OPTION)
    .addHelpText(
      'after',
      '\nExamples:\n  tavrik tokens project\n  tavrik tokens project set color.accent "#1d5c74"\n  tavrik tokens project split color.line table-line --in .programme-row\n  tavrik tokens project match brand.tokens.json --dry-run',
    )
    .action(async (project: string, given: string, path: string | undefined, values: string[], options: Options) => {
      const terminal = openTerminal(options.json === true);
      const done = await perform(project, oneOf(given, ACTIONS, 'action'), path, values, options, terminal);
      terminal.done();
      if (options.json) terminal.print(JSON.stringify(done.result, null, 2));
      else done.words();
    });
}

interface Done {
  readonly result: unknown;
  readonly words: () => void;
}

async function perform(
  project: string,
  action: (typeof ACTIONS)[number],
  path: string | undefined,
  values: readonly string[],
  options: Options,
  { print, step, paint }: Terminal,
): Promise<Done> {
  const flow = await import('../flow/edit/tokens.js');
  const need = (what: string | undefined, called: string): string => {
    if (what !== undefined) return what;
    throw new TavrikError(`The ${called} is missing.`, action, 'See tavrik tokens --help.');
  };
  const changed = (changed: Changed): Done => ({ result: changed, words: () => showChanged(changed, print) });
  switch (action) {
    case 'list': {
      const tokens = flow
        .listTokens(project)
        .filter((usedToken) => path === undefined || usedToken.path === path || usedToken.path.startsWith(`${path}.`));
      return { result: { tokens: tokens.map(plain) }, words: () => showTokens(tokens, print, paint) };
    }
    case 'show': {
      const file = flow.showTokens(project);
      return { result: { file }, words: () => print(`tokens: ${project}/${file}`) };
    }
    case 'set':
      return changed(flow.set(project, need(path, 'token'), need(values[0], 'value'), options.dark === true));
    case 'rename':
      return changed(flow.rename(project, need(path, 'token'), need(values[0], 'name')));
    case 'merge':
      need(values[0], 'other token');
      return changed(flow.merge(project, need(path, 'token'), values));
    case 'split':
      return changed(
        flow.split(project, need(path, 'token'), need(values[0], 'name'), need(options.in, 'place (--in)').split(',')),
      );
    case 'gather': {
      const near = distance(options.near, '--near');
      const gathered = await flow.gather(project, near, {
        ...(options.browser === undefined ? {} : { browser: options.browser }),
        progress: step,
      });
      const share = (value: number): string => `${(value * 100).toFixed(2)} %`;
      const words = (): void =>
        print(
          `${gathered.before} tokens → ${gathered.after}, with colours within ${near} of each other merged; visible difference ${share(gathered.seen[0])} → ${share(gathered.seen[1])}: ${gathered.kept ? 'kept' : 'undone'}`,
        );
      return { result: gathered, words };
    }
    case 'match': {
      const matched = flow.match(
        project,
        need(path, 'file'),
        distance(options.within, '--within'),
        options.dryRun === true,
      );
      const words = (): void => {
        for (const proposal of matched.proposals)
          print(
            `${proposal.path.padEnd(26)} ${proposal.value.padEnd(10)} ${proposal.nearest.padEnd(26)} ${proposal.nearestValue.padEnd(10)} ${proposal.distance.toFixed(proposal.distance ? 1 : 0).padStart(5)}${proposal.taken ? paint.green('  taken') : ''}`,
          );
      };
      return { result: matched, words };
    }
    case 'export': {
      const text = flow.exportTokens(project, oneOf(options.format ?? 'json', ['json', 'css'] as const, '--format'));
      return { result: { text }, words: () => print(text.replace(/\n$/, '')) };
    }
    case 'import':
      return changed(flow.importTokens(project, need(path, 'file')));
  }
}

/** Colours farther apart than this are not near by any measure. */
const FARTHEST = 20;

/** @throws Problem for a distance that is none */
function distance(text: string | undefined, option: string): number {
  const value = Number(text);
  if (text !== undefined && text.trim() !== '' && value >= 0 && value <= FARTHEST) return value;
  throw new TavrikError(
    `"${text ?? ''}" is not a colour distance.`,
    option,
    `Give a number from 0 to ${FARTHEST}; about 2 is just visible.`,
  );
}

function valueOf({ token }: UsedToken): string {
  if (typeof token.value !== 'string') {
    const { fontSize, lineHeight, fontWeight, letterSpacing } = token.value;
    return `${fontSize}px/${lineHeight} ${fontWeight}${letterSpacing === 'normal' ? '' : ` ${letterSpacing}`}`;
  }
  const shown = (value: string): string => (token.group === 'color' ? writeColour(required(readColour(value))) : value);
  return `${shown(token.value)}${token.dark === undefined ? '' : `, dark ${shown(token.dark)}`}`;
}

function plain(usedToken: UsedToken): unknown {
  const { path, token, places } = usedToken;
  return {
    path,
    value: token.value,
    ...(token.dark === undefined ? {} : { dark: token.dark }),
    from: token.from,
    uses: places.length,
    places,
  };
}

function showTokens(tokens: readonly UsedToken[], print: (line: string) => void, paint: Terminal['paint']): void {
  const width = Math.max(0, ...tokens.map(({ path }) => path.length));
  for (const token of tokens) {
    const near = others(token.token).length ? paint.dim(`  also stands for ${others(token.token).join(', ')}`) : '';
    print(
      `${token.path.padEnd(width)}  ${valueOf(token).padEnd(28)} ${String(token.places.length).padStart(4)} ×${near}`,
    );
  }
}

/** What else the source says where a token stands; of colours, with the distance. */
function others({ group, value, from }: Token): string[] {
  if (typeof value !== 'string') return [];
  const own = group === 'color' ? readColour(value) : undefined;
  return from.flatMap((text) => {
    const other = own && readColour(text);
    if (text === value) return [];
    return other ? [`${writeColour(other)} (${colourDistance(own, other).toFixed(1)})`] : [text];
  });
}

function showChanged({ tokens, declarations }: Changed, print: (line: string) => void): void {
  for (const token of tokens) print(`${token.path}  ${valueOf(token)}  ${token.places.length} ×`);
  print(
    declarations
      ? `${declarations} ${declarations === 1 ? 'declaration' : 'declarations'} changed`
      : 'The page looks the same.',
  );
}
