import { required } from '../core/data/required.js';
import { colourDistance, readColour, writeColour } from '../core/css/colours.js';
import { TavrikError } from '../core/errors/tavrik-error.js';
import type { Token } from '../core/tokens/token.js';
import type { Changed, UsedToken } from '../flow/edit/tokens.js';
import { oneOf } from './options.js';
import type { TokensOutput, ListedToken } from './outputs.js';
import type { Terminal } from './terminal.js';

/** The actions of `tavrik tokens`. */

export interface TokenOptions {
  readonly in?: string;
  readonly dark?: boolean;
  readonly near?: string;
  readonly within?: string;
  readonly dryRun?: boolean;
  readonly format?: string;
  readonly browser?: string;
  readonly json?: boolean;
}

/** What an action is given. */
export interface TokenCall extends Pick<Terminal, 'print' | 'step' | 'paint'> {
  readonly project: string;
  readonly path: string | undefined;
  readonly values: readonly string[];
  readonly options: TokenOptions;
  readonly flow: typeof import('../flow/edit/tokens.js');
  /** An argument that the action needs. @throws TavrikError if it is missing */
  readonly need: (what: string | undefined, called: string) => string;
}

/** What an action did: as data, and as words to print. */
export interface TokenResult {
  readonly result: TokensOutput;
  readonly words: () => void;
}

/** Every action by its name: the one place to add one. */
export const TOKEN_ACTIONS = {
  list({ project, path, flow, print, paint }) {
    const tokens = flow
      .listTokens(project)
      .filter((usedToken) => path === undefined || usedToken.path === path || usedToken.path.startsWith(`${path}.`));
    return { result: { tokens: tokens.map(plain) }, words: () => showTokens(tokens, print, paint) };
  },
  show({ project, flow, print }) {
    const file = flow.showTokens(project);
    return { result: { file }, words: () => print(`tokens: ${project}/${file}`) };
  },
  set({ project, path, values, options, need, flow, print }) {
    return changed(print, flow.set(project, need(path, 'token'), need(values[0], 'value'), options.dark === true));
  },
  rename({ project, path, values, need, flow, print }) {
    return changed(print, flow.rename(project, need(path, 'token'), need(values[0], 'name')));
  },
  merge({ project, path, values, need, flow, print }) {
    need(values[0], 'other token');
    return changed(print, flow.merge(project, need(path, 'token'), values));
  },
  split({ project, path, values, options, need, flow, print }) {
    return changed(
      print,
      flow.split(project, need(path, 'token'), need(values[0], 'name'), need(options.in, 'place (--in)').split(',')),
    );
  },
  async gather({ project, options, flow, print, step }) {
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
  },
  match({ project, path, options, need, flow, print, paint }) {
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
  },
  export({ project, options, flow, print }) {
    const text = flow.exportTokens(project, oneOf(options.format ?? 'json', ['json', 'css'] as const, '--format'));
    return { result: { text }, words: () => print(text.replace(/\n$/, '')) };
  },
  import({ project, path, need, flow, print }) {
    return changed(print, flow.importTokens(project, need(path, 'file')));
  },
} satisfies Readonly<Record<string, (call: TokenCall) => TokenResult | Promise<TokenResult>>>;

function changed(print: Terminal['print'], result: Changed): TokenResult {
  return { result, words: () => showChanged(result, print) };
}

/** Colours farther apart than this are not near by any measure. */
const FARTHEST = 20;

/** @throws TavrikError for a distance that is none */
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

function plain(usedToken: UsedToken): ListedToken {
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
