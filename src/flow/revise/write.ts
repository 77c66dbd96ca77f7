import { readPage } from '../render/read-page.js';
import { SCHEMA_FOLDER, schemaFiles } from '../../project/edited-files.js';
import { required } from '../../core/data/required.js';
import { cpSync, existsSync, readFileSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { basename, dirname, join, resolve } from 'node:path';
import { covers, over, partContent } from '../../core/content/common.js';
import { flatten, nest, type FlatContent } from '../../core/content/values.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { Carried } from '../../core/revise/carry.js';
import { ADJUST_FILE } from '../../project/adjust-file.js';
import { BRIEF_FILE } from '../../project/brief-file.js';
import { bringTo, openContent, saveContent } from '../../project/content-edit.js';
import { readContentFile } from '../../project/content-file.js';
import { filesBelow, openProject, replaceFolder } from '../../project/folder.js';
import { contentFileOf, readSiteContent, siteFileOf } from '../../project/page-content.js';
import { pageText } from '../../project/page-file.js';
import { park, type ParkedContent } from '../../project/parked-content.js';
import { SETTINGS_FILE, writeSettings } from '../../project/settings.js';
import { RENDERED_FILE } from '../../project/rendered.js';
import { TOKENS_FILE } from '../../project/tokens-file.js';

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
  readonly parked: ParkedContent;
}

/** Puts into the new project what is the people's, under the names that everything had. */
export function writeRevision(
  project: string,
  staged: string,
  names: ReadonlyMap<string, string>,
  pages: readonly WrittenPage[],
  tokens: string,
): void {
  const site = readSiteContent(project);
  for (const [old, now] of names) if (old !== now) renamePage(staged, now, old);
  /* Pages that are new bring content of their own. */
  for (const now of names.values()) rmSync(contentFileOf(staged, now), { force: true });
  cpSync(join(project, 'content'), join(staged, 'content'), { recursive: true });
  let shared = site;
  for (const { old, carried, content, parked } of pages) {
    writeFileSync(join(staged, 'pages', `${old}.json`), pageText(carried.document));
    renameIds(join(staged, 'reference', old), carried.ids);
    const parted = partContent(nest(content), (path) => covers(site, path));
    shared = over(shared, flatten(parted.shared));
    bringFile(contentFileOf(staged, old), flatten(parted.own), parked);
  }
  if (existsSync(siteFileOf(project))) bringFile(siteFileOf(staged), shared, {});
  writeFileSync(join(staged, TOKENS_FILE), tokens);
  /* The brief is there already: as it was, or with the addresses that elements have now. */
  if (existsSync(join(project, ADJUST_FILE))) cpSync(join(project, ADJUST_FILE), join(staged, ADJUST_FILE));
  writeSettingsOf(project, staged, names);
  writeSchemas(staged);
}

/** What editors know of the files: pages have the names now that they had. */
function writeSchemas(staged: string): void {
  const documents = openProject(staged).pages.map(({ name }) => readPage(staged, name).document);
  replaceFolder(
    staged,
    SCHEMA_FOLDER,
    schemaFiles(documents).map(([path, text]) => [path.slice(SCHEMA_FOLDER.length + 1), text]),
  );
}

/** Settings say where the new version lies. If nothing of them is otherwise they stay as they stand, with the notes of people. */
function writeSettingsOf(project: string, staged: string, names: ReadonlyMap<string, string>): void {
  const before = openProject(project);
  const own = new Map([...names].map(([old, now]) => [now, old]));
  const pages = openProject(staged).pages.map((page) => ({ ...page, name: own.get(page.name) ?? page.name }));
  const after = { ...before, pages };
  const file = join(staged, SETTINGS_FILE);
  if (JSON.stringify(after) === JSON.stringify(before)) cpSync(join(project, SETTINGS_FILE), file);
  else writeFileSync(file, writeSettings(after));
}

/** A content file says something else, and keeps what was written for fields that are gone. What is the same stays as it stands. */
function bringFile(file: string, content: FlatContent, parked: ParkedContent): void {
  const before = flatten(readContentFile(file));
  const opened = openContent(file);
  const text = opened.toString({ lineWidth: 0 });
  bringTo(opened, before, content);
  park(opened, parked);
  if (opened.toString({ lineWidth: 0 }) !== text) saveContent(file, opened);
}

function renamePage(staged: string, now: string, old: string): void {
  for (const [from, to] of [
    [`pages/${now}.json`, `pages/${old}.json`],
    [`reference/${now}`, `reference/${old}`],
  ] as const)
    if (existsSync(join(staged, from))) renameSync(join(staged, from), join(staged, to));
}

/** Measurements of the source say elements by their ids. */
function renameIds(folder: string, ids: ReadonlyMap<string, string>): void {
  if (!existsSync(folder) || ids.size === 0) return;
  for (const name of readdirSync(folder).filter((text) => text.endsWith('.json'))) {
    const file = join(folder, name);
    writeFileSync(
      file,
      readFileSync(file, 'utf8').replace(/"([^"\\]{1,80})"/g, (whole, id: string) =>
        ids.has(id) ? JSON.stringify(ids.get(id)) : whole,
      ),
    );
  }
}

/** What a conversion makes of a project. */
const MADE = [
  SETTINGS_FILE,
  TOKENS_FILE,
  BRIEF_FILE,
  ADJUST_FILE,
  RENDERED_FILE,
  'content',
  'pages',
  SCHEMA_FOLDER,
  'reference',
  'assets',
  'site',
];
/** What other commands make of it: it is of the version that it was made of. */
const REPORTS = [BEFORE, 'proof', 'templates', 'fragment', 'tokens', 'trial', CHANGES];

/** Whether two projects are the same in all that a conversion makes. */
export function isSame(project: string, staged: string): boolean {
  const own = (folder: string): string[] =>
    filesBelow(folder).filter((path) => MADE.includes(required(path.split('/')[0])));
  const [a, b] = [own(project), own(staged)];
  return (
    a.join() === b.join() &&
    a.every((path) => readFileSync(join(project, path)).equals(readFileSync(join(staged, path))))
  );
}

/** What people keep in the folder of a project besides goes with the version that is there. */
function moveOthers(from: string, to: string): void {
  for (const name of readdirSync(from))
    if (!MADE.includes(name) && !REPORTS.includes(name)) renameSync(join(from, name), join(to, name));
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
  moveOthers(leaving, target);
  renameSync(leaving, join(target, BEFORE));
}

/** Takes the last revision back, whole. @throws TavrikError if there is none */
export function undoRevision(project: string): void {
  openProject(project);
  const target = resolve(project);
  const before = join(target, BEFORE);
  if (!existsSync(before))
    throw new TavrikError(
      'No revision to undo.',
      project,
      'Only the last revision can be undone, and only once.',
      'not-found',
    );
  const [leaving, coming] = ['leaving', 'coming'].map((word) =>
    join(dirname(target), `.${basename(target)}.${word}-${process.pid}`),
  ) as [string, string];
  renameSync(before, coming);
  renameSync(target, leaving);
  renameSync(coming, target);
  moveOthers(leaving, target);
  rmSync(leaving, { recursive: true, force: true });
}
