import { execFile } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, realpathSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { isAbsolute, join, normalize } from 'node:path';
import { promisify } from 'node:util';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { Publisher } from './publisher.js';

const run = promisify(execFile);

/** Commits the rendered site to a folder of a git repository, and pushes it. */
export const commitPublisher: Publisher = {
  async prepare({ project, to, folder, message, branch }) {
    const options = { folder, message, ...(branch === undefined ? {} : { branch }) };
    const { plan, send: push, close } = await toRepository(project, to, options);
    const { changes } = plan;
    return {
      plan,
      conflicts: [],
      isEmpty: changes.length === 0,
      describe: () =>
        changes.length ? ['To be committed:', ...changes.map((change) => `  ${change}`)] : ['No changes, no commit.'],
      send: async () => {
        const commit = await push();
        return { result: { commit }, describe: () => `Committed as ${commit.slice(0, 10)}` };
      },
      close,
    };
  },
};

interface CommitOptions {
  /** Branch that the commit is put on; the one that the repository shows without it. */
  readonly branch?: string;
  /** Folder of the repository that becomes the site. */
  readonly folder: string;
  readonly message: string;
}

interface CommitPlan {
  /** Files as git tells them: `A`, `M` or `D` and the path. */
  readonly changes: readonly string[];
}

interface PreparedCommit {
  readonly plan: CommitPlan;
  /** @returns the commit */
  readonly send: () => Promise<string>;
  readonly close: () => void;
}

/** A branch may move while a commit is made: so often it is tried anew. */
const TRIES = 3;

/** Makes a commit of the site of a project, in a copy of a repository of its own. Nothing is pushed yet. @throws TavrikError */
async function toRepository(project: string, address: string, options: CommitOptions): Promise<PreparedCommit> {
  const site = join(project, 'site');
  if (!existsSync(join(site, 'index.html')))
    throw new TavrikError('The project has no site yet.', project, 'Run tavrik render first.');
  const inside = normalize(options.folder);
  if (isAbsolute(inside) || inside.split(/[\\/]/).includes('..') || inside.split(/[\\/]/).includes('.git'))
    throw new TavrikError('This folder is not in the repository.', '--folder', 'Give a folder below its top, as docs.');
  if (address.startsWith('-'))
    throw new TavrikError('This is not the address of a repository.', '--to', 'Give its address or its folder.');
  if (options.branch !== undefined && !/^[\w][\w./-]*$/.test(options.branch))
    throw new TavrikError(`"${options.branch}" is not a valid branch name.`, '--branch', 'Use a name such as site.');
  const copy = realpathSync(mkdtempSync(join(tmpdir(), 'tavrik-git-')));
  const close = (): void => rmSync(copy, { recursive: true, force: true });
  try {
    const make = (): Promise<string[]> => prepare(copy, site, address, options, inside);
    const changes = await make();
    return { plan: { changes }, close, send: () => push(copy, options, make) };
  } catch (error) {
    close();
    throw error;
  }
}

async function prepare(
  copy: string,
  site: string,
  address: string,
  { branch, message }: CommitOptions,
  inside: string,
): Promise<string[]> {
  rmSync(copy, { recursive: true, force: true });
  await git(
    tmpdir(),
    address,
    'clone',
    '--quiet',
    '--depth',
    '1',
    '--no-tags',
    ...(branch === undefined ? [] : ['--branch', branch]),
    '--',
    address,
    copy,
  );
  const target = join(copy, inside);
  if (existsSync(target) && !realpathSync(target).startsWith(copy))
    throw new TavrikError('This folder is outside the repository.', '--folder', 'Choose another.');
  mkdirSync(target, { recursive: true });
  /* What the repository knows in that folder goes; what it does not know is not there in a fresh copy. */
  await git(copy, address, 'rm', '-r', '--quiet', '--ignore-unmatch', '--', inside);
  mkdirSync(target, { recursive: true });
  cpSync(site, target, { recursive: true });
  await git(copy, address, 'add', '--all', '--force', '--', inside);
  const changes = (await git(copy, address, 'diff', '--cached', '--name-status', '--no-renames'))
    .split('\n')
    .filter(Boolean)
    .map((line) => line.replace('\t', ' '));
  if (changes.length)
    await git(copy, address, ...(await asSomebody(copy, address)), 'commit', '--quiet', '--message', message);
  return changes;
}

/** A commit needs an author; where git knows none it is the program. */
async function asSomebody(copy: string, address: string): Promise<string[]> {
  const known = await git(copy, address, 'config', '--default', '', '--get', 'user.email');
  return known.trim() ? [] : ['-c', 'user.name=Tavrik', '-c', 'user.email=tavrik@localhost'];
}

async function push(copy: string, { branch }: CommitOptions, again: () => Promise<string[]>): Promise<string> {
  for (let tries = 1; ; tries += 1) {
    try {
      await git(copy, 'the repository', 'push', '--quiet', 'origin', branch === undefined ? 'HEAD' : `HEAD:${branch}`);
      return (await git(copy, 'the repository', 'rev-parse', 'HEAD')).trim();
    } catch (error) {
      if (tries >= TRIES || !/fetch first|non-fast-forward|rejected/.test((error as Error).message)) throw error;
      await again();
    }
  }
}

async function git(folder: string, address: string, ...args: string[]): Promise<string> {
  try {
    const { stdout } = await run('git', args, {
      cwd: folder,
      maxBuffer: 64 * 1024 * 1024,
      env: { ...process.env, GIT_TERMINAL_PROMPT: '0', LC_ALL: 'C' },
    });
    return stdout;
  } catch (error) {
    const { code, stderr = '' } = error as { readonly code?: string | number; readonly stderr?: string };
    if (code === 'ENOENT')
      throw new TavrikError('git is not installed.', address, 'Install it, or send to a site or a server.');
    const text =
      stderr.split('\n').find((line) => /^(fatal|error|remote|!| !)/.test(line)) ?? stderr.split('\n')[0] ?? '';
    if (/not found in upstream|Remote branch/.test(stderr))
      throw new TavrikError(
        'Branch not found in the repository.',
        '--branch',
        'Create it there first, or leave the option out.',
        'not-found',
      );
    throw new TavrikError(
      `The repository rejected the commit (${text.trim()}).`,
      address,
      'Check its address and your permission to write. Nothing was changed.',
      'unreachable',
    );
  }
}
