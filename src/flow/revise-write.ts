import { cpSync, existsSync, readFileSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { basename, dirname, join, resolve } from 'node:path';
import { covers, partContent } from '../core/content/common.js';
import { flatten, nest, type FlatContent } from '../core/content/values.js';
import { Problem } from '../core/page/problem.js';
import type { Carried } from '../core/revise/carry.js';
import { ADJUST_FILE } from '../project/adjust-file.js';
import { BRIEF_FILE } from '../project/brief-file.js';
import { readContentText, writeContent } from '../project/content-file.js';
import { filesBelow, openProject } from '../project/folder.js';
import { contentFileOf, readSiteContent, siteFileOf } from '../project/page-content.js';
import { pageText } from '../project/page-file.js';
import { withParked, type Parked } from '../project/parked.js';
import { readSettings, SETTINGS_FILE, writeSettings } from '../project/settings.js';
import { TOKENS_FILE } from '../project/tokens-file.js';

/** Where the page of changes lies. */
export const CHANGES = 'changes';

/** The project as it was before its last revision. */
const BEFORE = 'before';

/** A page as it is to be written. */
export interface WrittenPage {
  /** What it was called, and is. */
  readonly old: string;
  readonly carried: Carried;
  readonly content: FlatContent;
  readonly parked: Parked;
}

/** Puts into the new project what is the people's, under the names that everything had. */
export function writeRevision(
  project: string,
  staged: string,
  names: ReadonlyMap<string, string>,
  pages: readonly WrittenPage[],
  tokens: string,
): void {
  // prettier-ignore
  const site = readSiteContent(project);
  for (const [old, now] of names) if (old !== now) renamePage(staged, now, old);
  /* Pages that are new bring content of their own. */
  for (const now of names.values()) rmSync(contentFileOf(staged, now), { force: true });
  cpSync(join(project, 'content'), join(staged, 'content'), { recursive: true });
  const shared: { values: Map<string, string>; lists: Map<string, readonly string[]> } = { values: new Map(site.values), lists: new Map(site.lists) }; // prettier-ignore
  for (const { old, carried, content, parked } of pages) {
    writeFileSync(join(staged, 'pages', `${old}.json`), pageText(carried.document));
    renameIds(join(staged, 'reference', old), carried.ids);
    const parted = partContent(nest(content), (path) => covers(site, path));
    const common = flatten(parted.shared);
    for (const [path, value] of common.values) shared.values.set(path, value);
    for (const [path, ids] of common.lists) shared.lists.set(path, ids);
    keepIfSame(contentFileOf(staged, old), withParked(writeContent(parted.own), parked));
  }
  if (existsSync(siteFileOf(project))) keepIfSame(siteFileOf(staged), writeContent(nest(shared)));
  writeFileSync(join(staged, TOKENS_FILE), tokens);
  for (const file of [BRIEF_FILE, ADJUST_FILE]) if (existsSync(join(project, file))) cpSync(join(project, file), join(staged, file)); // prettier-ignore
  const { pages: read } = readSettings(readFileSync(join(staged, SETTINGS_FILE), 'utf8'), SETTINGS_FILE);
  const { limits, ...rest } = openProject(project);
  const own = new Map([...names].map(([old, now]) => [now, old]));
  keepIfSame(join(staged, SETTINGS_FILE), writeSettings({ ...rest, pages: read.map((one) => ({ ...one, name: own.get(one.name) ?? one.name })), limits }), join(project, SETTINGS_FILE)); // prettier-ignore
}

/** A file that says the same stays as it was, notes of people too. */
function keepIfSame(file: string, text: string, before = file): void {
  const said = (one: string): string => JSON.stringify(readContentOr(one, file));
  if (existsSync(before) && said(readFileSync(before, 'utf8')) === said(text)) {
    if (before !== file) cpSync(before, file);
  } else writeFileSync(file, text);
}

function readContentOr(text: string, file: string): unknown {
  try {
    return [flat(readContentText(text, file)), text.includes('_parked:') ? text.slice(text.indexOf('_parked:')) : ''];
  } catch {
    return text;
  }
}

function flat(content: Parameters<typeof flatten>[0]): unknown {
  const { values, lists } = flatten(content);
  return [[...values].sort(), [...lists].sort()];
}

function renamePage(staged: string, now: string, old: string): void {
  for (const [from, to] of [[`pages/${now}.json`, `pages/${old}.json`], [`reference/${now}`, `reference/${old}`]] as const) if (existsSync(join(staged, from))) renameSync(join(staged, from), join(staged, to)); // prettier-ignore
}

/** Measurements of the source say elements by their ids. */
function renameIds(folder: string, ids: ReadonlyMap<string, string>): void {
  if (!existsSync(folder) || ids.size === 0) return;
  for (const name of readdirSync(folder).filter((one) => one.endsWith('.json'))) {
    const file = join(folder, name);
    writeFileSync(file, readFileSync(file, 'utf8').replace(/"([^"\\]{1,80})"/g, (whole, id: string) => (ids.has(id) ? JSON.stringify(ids.get(id)) : whole))); // prettier-ignore
  }
}

/** Folders that a revision does not make. */
const OTHERS = [BEFORE, 'proof', 'templates', 'fragment', 'tokens', 'trial', CHANGES];

export function isSame(project: string, staged: string): boolean {
  const own = (folder: string): string[] => filesBelow(folder).filter((path) => !OTHERS.some((one) => path.startsWith(`${one}/`))); // prettier-ignore
  const [a, b] = [own(project), own(staged)];
  return a.join() === b.join() && a.every((path) => readFileSync(join(project, path)).equals(readFileSync(join(staged, path)))); // prettier-ignore
}

/** The new project takes the place of the old one, which stays inside of it until the next revision. */
export function exchange(project: string, staged: string): void {
  const target = resolve(project);
  const leaving = join(dirname(target), `.${basename(target)}.leaving-${process.pid}`);
  rmSync(join(target, BEFORE), { recursive: true, force: true });
  renameSync(target, leaving);
  try {
    renameSync(staged, target);
  } catch (error) {
    renameSync(leaving, target);
    throw error;
  }
  renameSync(leaving, join(target, BEFORE));
}

/** Takes the last revision back, whole. @throws Problem if there is none */
export function undoRevision(project: string): void {
  openProject(project);
  const target = resolve(project);
  const before = join(target, BEFORE);
  if (!existsSync(before)) throw new Problem('There is no revision to take back.', project, 'Only the last one can be taken back, once.'); // prettier-ignore
  const [leaving, coming] = ['leaving', 'coming'].map((word) => join(dirname(target), `.${basename(target)}.${word}-${process.pid}`)) as [string, string]; // prettier-ignore
  renameSync(before, coming);
  renameSync(target, leaving);
  renameSync(coming, target);
  rmSync(leaving, { recursive: true, force: true });
}
