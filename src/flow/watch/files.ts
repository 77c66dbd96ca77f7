import { watch, type FSWatcher } from 'chokidar';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { ADJUST_FILE } from '../../project/adjust-file.js';
import { BRIEF_FILE } from '../../project/brief-file.js';
import { SETTINGS_FILE } from '../../project/settings.js';

/** What has to be done over when a person's file changes: the first that applies includes those after it. */
const STEPS = ['convert', 'render', 'prove'] as const;
export type WatchStep = (typeof STEPS)[number];

/** Files of people, and what a change of them needs. What is in `content/` needs rendering. */
const NEEDS: Readonly<Record<string, WatchStep>> = {
  [BRIEF_FILE]: 'convert',
  [ADJUST_FILE]: 'render',
  [SETTINGS_FILE]: 'prove',
};

/** The texts of the files of people, by their path in the project. */
export type PersonsFiles = ReadonlyMap<string, string>;

/** Reads the files of people in a project. */
export function filesOf(folder: string): PersonsFiles {
  const content = join(folder, 'content');
  const names = [
    ...Object.keys(NEEDS),
    ...(existsSync(content) ? readdirSync(content).map((text) => `content/${text}`) : []),
  ];
  const found = new Map<string, string>();
  for (const name of names) {
    try {
      found.set(name, readFileSync(join(folder, name), 'utf8'));
    } catch {
      /* It is not there, or goes this moment: then it is as if it were not. */
    }
  }
  return found;
}

/** What has to be done since files changed, or was waiting already; undefined for nothing. */
export function stepFor(
  before: PersonsFiles,
  now: PersonsFiles,
  waiting: WatchStep | undefined,
): WatchStep | undefined {
  const changed = [...new Set([...before.keys(), ...now.keys()])].filter((name) => before.get(name) !== now.get(name));
  const steps = [...changed.map((name) => NEEDS[name] ?? 'render'), waiting];
  return STEPS.find((step) => steps.includes(step));
}

/** Hears of every change of the files of people. */
export function listen(folder: string, heard: () => void): FSWatcher {
  const own = new Set([folder, join(folder, 'content'), ...Object.keys(NEEDS).map((name) => join(folder, name))]);
  const ignored = (path: string): boolean => !own.has(path) && !path.startsWith(join(folder, 'content', '/'));
  return watch(folder, { ignored, ignoreInitial: true }).on('all', heard).on('error', heard);
}
