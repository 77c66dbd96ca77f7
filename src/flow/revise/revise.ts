import { defined } from '../../core/data/defined.js';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { basename, dirname, join, resolve, sep } from 'node:path';
import { openBrowser, type OpenBrowser } from '../../browser/launch.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { movedAddresses } from '../../core/passes/brief/moved-addresses.js';
import type { RevisedPage } from '../../core/revise/revised.js';
import { matchPages } from '../../core/revise/match.js';
import { keepTokens } from '../../core/tokens/change.js';
import { collectTokens } from '../../core/tokens/collect.js';
import { withAddresses } from '../../project/brief-addresses.js';
import { BRIEF_FILE, readBrief } from '../../project/brief-file.js';
import { openProject, replaceFolder } from '../../project/folder.js';
import { changedPages } from '../../project/page-file.js';
import { refuseEdited } from '../../project/rendered.js';
import type { PageSettings } from '../../project/settings.js';
import { tokensOf, tokensText } from '../../project/tokens-file.js';
import { againOptions } from '../convert/convert-again.js';
import { convert } from '../convert/convert.js';
import { readPage } from '../render/read-page.js';
import { render } from '../render/render.js';
import type { Progress } from '../progress.js';
import { reviseReport } from './report.js';
import { CHANGES, exchange, isSame, writeRevision } from './write.js';
import { pageNames, pairedNames, pairOf, settledBy, share, mergedContent, lostAdjustments } from './page-pairs.js';

export interface ReviseOptions {
  readonly browser?: string;
  /** A browser that is open already. */
  readonly open?: OpenBrowser;
  readonly dryRun: boolean;
  /** Goes on although little of the old version was found. */
  readonly anyway: boolean;
  /** Fields, as `page:field`, that are as the new version has them although somebody wrote something else. */
  readonly take: ReadonlySet<string>;
  readonly progress: Progress;
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

/** Takes a new version of the sources in. What people decided, wrote and adjusted stays. @throws TavrikError; the project stays as it was then */
export async function revise(project: string, sources: readonly string[], options: ReviseOptions): Promise<Revised> {
  const settings = openProject(project);
  refuseEdited(project);
  refuseChanged(project, settings.pages, options);
  refuseFewer(settings.pages, sources, options);
  const target = resolve(project);
  const staged = join(dirname(target), `.${basename(target)}.revising-${process.pid}`);
  rmSync(staged, { recursive: true, force: true });
  try {
    const notes = await convertNew(project, staged, sources, options);
    return await finish(project, staged, notes, options);
  } finally {
    for (const text of [staged, briefBeside(staged)]) rmSync(text, { recursive: true, force: true });
  }
}

/** The brief with addresses of the new version, while that is made. */
function briefBeside(staged: string): string {
  return `${staged}.${BRIEF_FILE}`;
}

/**
 * Converts the new version beside the project, read as the project is. Where the brief calls elements as they were called, it
 * is brought up to date, and the new version is read once more with it.
 * @returns what a person should know of the brief
 */
async function convertNew(
  project: string,
  staged: string,
  sources: readonly string[],
  { browser, open: given, progress }: ReviseOptions,
): Promise<readonly string[]> {
  const open = given ?? (await openBrowser(browser, /^https?:/.test(sources[0] ?? '')));
  try {
    const [only, more] = openProject(project).pages;
    const { root, ...again } = againOptions(project, { open, progress });
    const called = only && !more ? { called: only.name } : {};
    const read = async (brief: string): Promise<readonly string[]> =>
      (
        await convert(sources, {
          ...again,
          ...defined({ root: rootFor(root, sources) }),
          out: staged,
          ...called,
          ...(existsSync(brief) ? { brief } : {}),
        })
      ).notes;
    const notes = await read(join(project, BRIEF_FILE));
    const followed = followedBrief(project, staged);
    if (!followed) return notes;
    writeFileSync(briefBeside(staged), followed.text);
    rmSync(staged, { recursive: true, force: true });
    return [...followed.notes, ...(await read(briefBeside(staged)))];
  } finally {
    if (!given) await open.close();
  }
}

/** The brief with the addresses that elements have in the new version; undefined if none is another. */
function followedBrief(
  project: string,
  staged: string,
): { readonly text: string; readonly notes: readonly string[] } | undefined {
  const file = join(project, BRIEF_FILE);
  if (!existsSync(file)) return undefined;
  const before = readFileSync(file, 'utf8');
  const moved = movedAddresses(
    readBrief(before, file),
    [...pairedNames(project, staged)].map(([oldName, newName]) => {
      const [old, now] = [readPage(project, oldName).document, readPage(staged, newName).document];
      let ids: ReadonlyMap<string, string> | undefined;
      const found = (): ReadonlyMap<string, string> =>
        (ids ??= new Map(
          matchPages(old, now, settledBy(project, old, now)).matches.map((match) => [
            match.old.node.id,
            match.now.node.id,
          ]),
        ));
      return { old, now, found };
    }),
  );
  const text = withAddresses(before, moved);
  const notes = [...moved.elements, ...moved.sections].map(([was, is]) => {
    const all = [is].flat();
    const others = all.filter((text) => text !== was).map((text) => `"${text}"`);
    return `${BRIEF_FILE}: "${was}" is ${all.length > others.length ? 'also ' : ''}${others.join(' and ')} now; what is decided of it goes along.`;
  });
  return text === before ? undefined : { text, notes };
}

/** The folder that pages are served from: as it was, if the new version lies in it. */
function rootFor(root: string | undefined, sources: readonly string[]): string | undefined {
  if (root === undefined) return undefined;
  return sources.every((source) => resolve(source).startsWith(`${resolve(root)}${sep}`)) ? root : undefined;
}

/** A page document that somebody changed by hand would be made anew. @throws TavrikError */
function refuseChanged(project: string, pages: readonly PageSettings[], { anyway }: ReviseOptions): void {
  const changed = anyway ? [] : changedPages(project, pages);
  if (changed.length)
    throw new TavrikError(
      `${changed.join(', ')} ${changed.length > 1 ? 'were' : 'was'} edited by hand: a new version would discard the edits. Nothing was changed.`,
      project,
      'Move the edits to brief.yaml, adjust.yaml or content/, or add --anyway.',
      'conflict',
    );
}

/** @throws TavrikError if artboards are missing that the old version had */
function refuseFewer(pages: readonly PageSettings[], sources: readonly string[], { anyway }: ReviseOptions): void {
  const before = pages.filter(({ kind }) => kind === 'design').flatMap((page) => page.sources);
  if (
    anyway ||
    before.length === 0 ||
    sources.length >= before.length ||
    !sources.every((source) => source.endsWith('.svg'))
  )
    return;
  throw new TavrikError(
    `The project is made from ${before.length} artboards; ${sources.length === 1 ? 'one is' : `${sources.length} are`} given now. What only the others say would be made up.`,
    sources[0],
    `Name them all (${before.map((text) => basename(text)).join(', ')}), or add --anyway.`,
  );
}

async function finish(
  project: string,
  staged: string,
  notes: readonly string[],
  options: ReviseOptions,
): Promise<Revised> {
  const names = pairedNames(project, staged);
  const [oldNames, newNames] = [project, staged].map(pageNames) as [string[], string[]];
  const pairs = [...names].map(([old, now]) => pairOf(project, staged, old, now));
  const found = share(pairs);
  if (found < SAME_PAGE && !options.anyway)
    throw new TavrikError(
      `This seems to be another page: only ${Math.round(found * 100)} % of the elements were found again. Nothing was changed.`,
      project,
      'Check the source, or add --anyway.',
    );
  const result = pairs.map((pair) => ({ pair, ...mergedContent(project, pair, options) }));
  const pages = result.map(({ pair, told }) => ({
    ...told,
    adjustments: lostAdjustments(project, pair.carried.document),
  }));
  const addedPages = newNames.filter((name) => ![...names.values()].includes(name));
  const removedPages = oldNames.filter((name) => !names.has(name));
  const tokens = keepTokens(tokensOf(project), collectTokens(pairs.map(({ carried }) => carried.document)));
  writeRevision(
    project,
    staged,
    names,
    result.map((entry) => ({ ...entry, old: entry.pair.old.name, carried: entry.pair.carried })),
    tokensText(tokens),
  );
  render(staged, { as: 'site', anew: true });
  const same = isSame(project, staged) && addedPages.length + removedPages.length === 0;
  if (same) return { project, pages, addedPages, removedPages, same, notes };
  const report = await reviseReport(project, staged, pages);
  if (!options.dryRun) exchange(project, staged);
  replaceFolder(project, CHANGES, report);
  return { project, pages, addedPages, removedPages, same, notes, report: join(project, CHANGES, 'index.html') };
}
