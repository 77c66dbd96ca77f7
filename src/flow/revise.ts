import { cpSync, existsSync, readFileSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { basename, dirname, join, resolve, sep } from 'node:path';
import { openBrowser } from '../browser/launch.js';
import { adjust } from '../core/adjust/apply.js';
import { EMPTY_BRIEF } from '../core/brief/brief.js';
import { covers, partContent } from '../core/content/common.js';
import { originalValues } from '../core/content/content.js';
import { wholeFlat } from '../core/content/edits.js';
import { ENTRY, threeWay, type Conflict, type Side } from '../core/content/three-way.js';
import { flatten, nest, type FlatContent } from '../core/content/values.js';
import { Problem } from '../core/page/problem.js';
import type { ElementNode, PageDocument } from '../core/page/types.js';
import { elements } from '../core/page/walk.js';
import { carryNames, type Carried } from '../core/revise/carry.js';
import { changesOf, type Change } from '../core/revise/changes.js';
import { matchPages, type Matched, type Settled } from '../core/revise/match.js';
import { elementsAt } from '../core/passes/elements-at.js';
import { keepTokens } from '../core/tokens/change.js';
import { collectTokens } from '../core/tokens/collect.js';
import { writeTokens } from '../core/tokens/format.js';
import { paletteOf } from '../core/tokens/palette.js';
import { ADJUST_FILE, readAdjustments } from '../project/adjust-file.js';
import { BRIEF_FILE, readBrief } from '../project/brief-file.js';
import { readContentText, writeContent } from '../project/content-file.js';
import { filesBelow, openProject, replaceFolder } from '../project/folder.js';
import { contentFileOf, readSiteContent, siteFileOf } from '../project/page-content.js';
import { pageText } from '../project/page-file.js';
import { parkedIn, withParked, type Parked } from '../project/parked.js';
import { refuseEdited } from '../project/rendered.js';
import { readSettings, SETTINGS_FILE, writeSettings, type PageSettings } from '../project/settings.js';
import { TOKENS_FILE, tokensOf } from '../project/tokens-file.js';
import { againOptions } from './convert-again.js';
import { convert } from './convert.js';
import { readPage } from './read-page.js';
import { render } from './render.js';
import { reviseReport } from './revise-report.js';
import type { Progress } from './report-progress.js';

/** Where the page of changes lies. */
const CHANGES = 'changes';

/** The project as it was before its last revision. */
export const BEFORE = 'before';

export interface ReviseOptions {
  readonly browser?: string;
  readonly dryRun: boolean;
  /** Goes on although little of the old version was found. */
  readonly anyway: boolean;
  /** Fields, as `page:field`, that are as the new version has them although somebody wrote something else. */
  readonly take: ReadonlySet<string>;
  readonly progress: Progress;
}

/** What became of one page. */
export interface RevisedPage {
  readonly page: string;
  /** Share of the elements of the old version that were found again, 0 to 1. */
  readonly found: number;
  readonly elements: { readonly old: number; readonly now: number; readonly matched: number };
  readonly changes: readonly Change[];
  /** Sections that were found again, by their names then and now. */
  readonly sections: readonly { readonly old: string; readonly now: string }[];
  /** What people wrote and the new version says otherwise too: theirs stays. */
  readonly conflicts: readonly Conflict[];
  /** What people wrote for fields that are gone: it is kept, and comes back if they do. */
  readonly parked: Parked;
  readonly returned: readonly string[];
  readonly newFields: readonly string[];
  /** Elements of which it is not sure that they are the same. */
  readonly doubts: readonly { readonly old: string; readonly now: string; readonly or: string }[];
  /** Corrections to the look that mean nothing any more; they stay in their file. */
  readonly adjustments: number;
}

export interface Revised {
  readonly project: string;
  readonly pages: readonly RevisedPage[];
  readonly addedPages: readonly string[];
  readonly removedPages: readonly string[];
  /** Nothing is otherwise: no file was touched. */
  readonly same: boolean;
  readonly notes: readonly string[];
  /** The page of changes, as it lies from the working folder. */
  readonly report?: string;
}

/** Of less than this share of the old version is the new one another page. */
const SAME_PAGE = 0.4;

/** Takes a new version of the sources in. What people decided, wrote and adjusted stays. @throws Problem; the project stays as it was then */
export async function revise(project: string, sources: readonly string[], options: ReviseOptions): Promise<Revised> {
  const settings = openProject(project);
  refuseEdited(project);
  refuseFewer(settings.pages, sources, options);
  const target = resolve(project);
  const staged = join(dirname(target), `.${basename(target)}.revising-${process.pid}`);
  rmSync(staged, { recursive: true, force: true });
  try {
    const notes = await convertNew(project, staged, sources, options);
    return await finish(project, staged, notes, options);
  } finally {
    rmSync(staged, { recursive: true, force: true });
  }
}

/** Converts the new version beside the project, read as the project is. @returns what the brief asks for and is not there */
async function convertNew(
  project: string,
  staged: string,
  sources: readonly string[],
  { browser, progress }: ReviseOptions,
): Promise<readonly string[]> {
  // prettier-ignore
  const open = await openBrowser(browser, /^https?:/.test(sources[0] ?? ''));
  try {
    const brief = join(project, BRIEF_FILE);
    const [only, more] = openProject(project).pages;
    const again = againOptions(project, { open, progress });
    const { notes } = await convert(sources, { ...again, root: rootFor(again.root, sources), out: staged, ...(only && !more ? { called: only.name } : {}), ...(existsSync(brief) ? { brief } : {}) }); // prettier-ignore
    return notes;
  } finally {
    await open.close();
  }
}

/** The folder that pages are served from: as it was, if the new version lies in it. */
function rootFor(root: string | undefined, sources: readonly string[]): string | undefined {
  if (root === undefined) return undefined;
  return sources.every((one) => resolve(one).startsWith(`${resolve(root)}${sep}`)) ? root : undefined;
}

/** @throws Problem if artboards are missing that the old version had */
function refuseFewer(pages: readonly PageSettings[], sources: readonly string[], { anyway }: ReviseOptions): void {
  const before = pages.filter(({ kind }) => kind === 'svg').flatMap((one) => one.sources);
  if (anyway || before.length === 0 || sources.length >= before.length || !sources.every((one) => one.endsWith('.svg'))) return; // prettier-ignore
  throw new Problem(`The project is made from ${before.length} artboards; ${sources.length === 1 ? 'one is' : `${sources.length} are`} given now. What only the others say would be made up.`, sources[0], `Name them all (${before.map((one) => basename(one)).join(', ')}), or add --anyway.`); // prettier-ignore
}

interface PagePair {
  readonly old: PageDocument;
  readonly now: PageDocument;
  readonly matched: Matched;
  readonly carried: Carried;
}

async function finish(
  project: string,
  staged: string,
  notes: readonly string[],
  options: ReviseOptions,
): Promise<Revised> {
  // prettier-ignore
  const [oldNames, newNames] = [project, staged].map((one) => openProject(one).pages.map(({ name }) => name)) as [string[], string[]]; // prettier-ignore
  const names = pairNames(oldNames, newNames);
  const pairs = [...names].map(([old, now]) => pairOf(project, staged, old, now));
  const found = share(pairs);
  if (found < SAME_PAGE && !options.anyway) throw new Problem(`This is hardly the same page: ${Math.round(found * 100)} % of its elements were found again. Nothing was changed.`, project, 'Check the source, or add --anyway.'); // prettier-ignore
  const made = pairs.map((pair) => ({ pair, ...mergedContent(project, pair, options) }));
  const pages = made.map(({ pair, told }) => ({
    ...told,
    adjustments: lostAdjustments(project, pair.carried.document),
  }));
  const addedPages = newNames.filter((name) => ![...names.values()].includes(name));
  const removedPages = oldNames.filter((name) => !names.has(name));
  const tokens = keepTokens(tokensOf(project), collectTokens(pairs.map(({ carried }) => carried.document)));
  write(project, staged, names, made, writeTokens(tokens));
  render(staged, { as: 'site', anew: true });
  const same = isSame(project, staged) && addedPages.length + removedPages.length === 0;
  if (same) return { project, pages, addedPages, removedPages, same, notes };
  const report = await reviseReport(project, staged, pages);
  if (!options.dryRun) exchange(project, staged);
  replaceFolder(project, CHANGES, report);
  return { project, pages, addedPages, removedPages, same, notes, report: join(project, CHANGES, 'index.html') };
}

/** Pages by their names; one that has another name now is the one that is left. */
function pairNames(old: readonly string[], now: readonly string[]): Map<string, string> {
  const pairs = new Map(old.filter((name) => now.includes(name)).map((name) => [name, name]));
  const [left, right] = [old.filter((name) => !pairs.has(name)), now.filter((name) => !pairs.has(name))];
  if (left.length === 1 && right.length === 1) pairs.set(left[0] as string, right[0] as string);
  return pairs;
}

function pairOf(project: string, staged: string, oldName: string, newName: string): PagePair {
  const [old, now] = [readPage(project, oldName).document, readPage(staged, newName).document];
  const matched = matchPages(old, now, settledBy(project, old, now));
  return { old, now, matched, carried: carryNames(old, now, matched) };
}

/** Pairs that the brief settles. An address that one of the versions does not have settles nothing. */
function settledBy(project: string, old: PageDocument, now: PageDocument): Settled {
  const file = join(project, BRIEF_FILE);
  const { same = [] } = existsSync(file) ? readBrief(readFileSync(file, 'utf8'), file) : EMPTY_BRIEF;
  const meant = (page: PageDocument, at: string): ElementNode[] => {
    const ids = elementsAt(page, at);
    return [...elements(page.body)].filter(({ id }) => ids.has(id));
  };
  /* An address may mean a box and what is in it: what is of the same kind is meant. */
  return new Map(
    same.flatMap(({ was, is }): [string, string][] => {
      const [olds, news] = [meant(old, was), meant(now, is)];
      const pairs = olds.flatMap((a) =>
        news.filter((b) => b.kind === a.kind).map((b): [string, string] => [a.id, b.id]),
      );
      return pairs.slice(0, 1);
    }),
  );
}

function share(pairs: readonly PagePair[]): number {
  const all = pairs.reduce((sum, { matched }) => sum + matched.old.length, 0);
  return all === 0 ? 0 : pairs.reduce((sum, { matched }) => sum + matched.matches.length, 0) / all;
}

interface MadePage {
  readonly pair: PagePair;
  readonly content: FlatContent;
  readonly parked: Parked;
  readonly told: Omit<RevisedPage, 'adjustments'>;
}

/** The content of a page: what people wrote, what the new version says, and what was kept for fields that are back. */
function mergedContent(project: string, pair: PagePair, { take }: ReviseOptions): Omit<MadePage, 'pair'> {
  const { old, matched, carried } = pair;
  const palette = paletteOf(tokensOf(project));
  const document: PageDocument = { ...carried.document, palette };
  const { content } = readPage(project, old.name);
  const moved = ({ values, lists }: FlatContent): FlatContent => ({ lists, values: new Map([...values].map(([path, value]) => [carried.moved.get(path) ?? path, value])) }); // prettier-ignore
  const [before, ours, theirs] = [moved(originalValues(old)), originalValues(document), moved(wholeFlat(old, content))]; // prettier-ignore
  const decided = new Map<string, Side>([...take].flatMap((one) => (one.startsWith(`${old.name}:`) ? [[one.slice(old.name.length + 1), 'ours'] as const] : []))); // prettier-ignore
  /* An entry that the new version has no more is gone, whatever was written in it: that is kept aside. */
  const gone = threeWay(before, ours, theirs, decided).conflicts.filter((one) => one.before === ENTRY && one.ours === undefined); // prettier-ignore
  const settled = new Map<string, Side>([...decided, ...gone.map(({ path }) => [path, 'ours'] as const)]);
  const { content: merged, conflicts } = threeWay(before, ours, theirs, settled);
  const isThere = (path: string): boolean => ours.values.has(path) || ours.lists.has(path) || isInEntry(merged, path);
  const keptBefore = parkedIn(contentFileOf(project, old.name));
  const returned = Object.keys(keptBefore).filter(isThere);
  const lost = [...theirs.values].filter(([path, value]) => !isThere(path) && before.values.get(path) !== value);
  const parked = Object.fromEntries([...Object.entries(keptBefore).filter(([path]) => !isThere(path)), ...lost]);
  const values = new Map([...merged.values].filter(([path]) => isThere(path)));
  for (const path of returned) values.set(path, keptBefore[path] as string);
  const lists = new Map([...merged.lists].filter(([path]) => isThere(path)));
  const changes = changesOf(old, carried.document, matched, carried.ids);
  const doubts = matched.matches.flatMap((one) => (one.doubt ? [{ old: one.old.node.name, now: one.now.node.name, or: one.doubt.node.name }] : [])); // prettier-ignore
  const told = {
    page: old.name,
    found: matched.matches.length / Math.max(1, matched.old.length),
    elements: { old: matched.old.length, now: matched.now.length, matched: matched.matches.length },
    changes,
    sections: matched.matches.filter((one) => one.now.node.kind === 'section').map((one) => ({ old: one.old.node.name, now: one.now.node.name })), // prettier-ignore
    conflicts: conflicts.filter(({ path }) => !settled.has(path)),
    parked,
    returned,
    newFields: [...ours.values.keys()].filter((path) => !before.values.has(path)),
    doubts,
  };
  return { content: inOrder({ values, lists }, ours), parked, told };
}

/** Whether a path is in an entry that a list has. */
function isInEntry({ lists }: FlatContent, path: string): boolean {
  return [...lists].some(([list, ids]) =>
    ids.some((id) => path === `${list}.${id}` || path.startsWith(`${list}.${id}.`)),
  );
}

/** Content in the order of the page. */
function inOrder({ values, lists }: FlatContent, page: FlatContent): FlatContent {
  const first = [...page.values.keys()].filter((path) => values.has(path));
  const ordered = [...new Set([...first, ...values.keys()])];
  return { values: new Map(ordered.map((path) => [path, values.get(path) as string])), lists };
}

function lostAdjustments(project: string, document: PageDocument): number {
  return adjust(document, readAdjustments(project)).lost.length;
}

/** Puts into the new project what is the people's, under the names that everything had. */
function write(
  project: string,
  staged: string,
  names: ReadonlyMap<string, string>,
  made: readonly MadePage[],
  tokens: string,
): void {
  // prettier-ignore
  const site = readSiteContent(project);
  for (const [old, now] of names) if (old !== now) renamePage(staged, now, old);
  rmSync(join(staged, 'content'), { recursive: true, force: true });
  cpSync(join(project, 'content'), join(staged, 'content'), { recursive: true });
  const shared: { values: Map<string, string>; lists: Map<string, readonly string[]> } = { values: new Map(site.values), lists: new Map(site.lists) }; // prettier-ignore
  for (const { pair, content, parked } of made) {
    const { carried, old } = pair;
    writeFileSync(join(staged, 'pages', `${old.name}.json`), pageText(carried.document));
    renameIds(join(staged, 'reference', old.name), carried.ids);
    const parted = partContent(nest(content), (path) => covers(site, path));
    const common = flatten(parted.shared);
    for (const [path, value] of common.values) shared.values.set(path, value);
    for (const [path, ids] of common.lists) shared.lists.set(path, ids);
    keepIfSame(contentFileOf(staged, old.name), withParked(writeContent(parted.own), parked));
  }
  if (existsSync(siteFileOf(project))) keepIfSame(siteFileOf(staged), writeContent(nest(shared)));
  writeFileSync(join(staged, TOKENS_FILE), tokens);
  for (const file of [BRIEF_FILE, ADJUST_FILE]) if (existsSync(join(project, file))) cpSync(join(project, file), join(staged, file)); // prettier-ignore
  const { pages } = readSettings(readFileSync(join(staged, SETTINGS_FILE), 'utf8'), SETTINGS_FILE);
  const { limits, ...rest } = openProject(project);
  const own = new Map([...names].map(([old, now]) => [now, old]));
  keepIfSame(join(staged, SETTINGS_FILE), writeSettings({ ...rest, pages: pages.map((one) => ({ ...one, name: own.get(one.name) ?? one.name })), limits }), join(project, SETTINGS_FILE)); // prettier-ignore
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

function isSame(project: string, staged: string): boolean {
  const own = (folder: string): string[] => filesBelow(folder).filter((path) => !OTHERS.some((one) => path.startsWith(`${one}/`))); // prettier-ignore
  const [a, b] = [own(project), own(staged)];
  return a.join() === b.join() && a.every((path) => readFileSync(join(project, path)).equals(readFileSync(join(staged, path)))); // prettier-ignore
}

/** The new project takes the place of the old one, which stays inside of it until the next revision. */
function exchange(project: string, staged: string): void {
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
