import { required } from '../../core/data/required.js';
import { defined } from '../../core/data/defined.js';
import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type { OpenBrowser } from '../../browser/launch.js';
import { decided, type Decision } from '../../core/brief/brief.js';
import { readDocument } from '../../core/document/check.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { sectionSlug } from '../../core/text/slug.js';
import { sectionsOf } from '../../core/passes/structure/sections.js';
import type { SignIn } from '../../core/source/reading.js';
import { BRIEF_FILE, briefOf, readBrief } from '../../project/brief-file.js';
import type { PageSettings } from '../../project/settings.js';
import { finishReference, openReference, readReference, elementPlaces, type Reference } from './reference.js';
import type { Progress } from '../progress.js';
import { serveSource, type ServedSource } from './serve-source.js';
import { findSources } from './find-sources.js';

/** What opening a source again needs. */
export interface ReopenOptions {
  /** For a source at an address that asks who one is. */
  readonly signIn?: SignIn;
  readonly progress: Progress;
}

/** The stored references, and for other widths the source opened again. */
export async function referencesAt(
  project: string,
  page: PageSettings,
  widths: readonly number[],
  browser: OpenBrowser,
  options: ReopenOptions,
): Promise<Reference[]> {
  const missing = widths.filter((width) => !existsSync(join(project, 'reference', page.name, `${width}.json`)));
  const fresh = missing.length ? await openAgain(project, page, missing, browser, options) : [];
  return widths.map(
    (width) => fresh.find((reference) => reference.width === width) ?? readReference(project, page.name, width),
  );
}

/** Whether the source of a page is on another machine. */
export function isOnline({ sources }: PageSettings): boolean {
  return /^https?:/.test(sources[0] ?? '');
}

/** What the brief of a project leaves out of its pages. */
function leftOut(project: string): readonly Decision[] {
  const text = briefOf(project);
  return text === undefined ? [] : decided(readBrief(text, join(project, BRIEF_FILE)), 'leave-out');
}

async function openAgain(
  project: string,
  page: PageSettings,
  widths: readonly number[],
  browser: OpenBrowser,
  options: ReopenOptions,
): Promise<Reference[]> {
  if (page.kind === 'design')
    throw new TavrikError(
      `No artboard is ${widths.join(', ')} px wide.`,
      project,
      `The artboards are ${page.widths.join(', ')} px wide.`,
      'not-found',
    );
  const file = join(project, 'pages', `${page.name}.json`);
  const document = readDocument(JSON.parse(readFileSync(file, 'utf8')), file);
  const sections = sectionsOf(document).map(({ name, from }) => ({
    name: sectionSlug(name),
    path: from?.path ?? '',
  }));
  const found = { sections, things: elementPlaces(document) };
  const served = await serveAgain(project, page, options);
  if (!served)
    throw new TavrikError(
      `The source is missing, so it cannot be opened at ${widths.join(', ')} px.`,
      resolve(project, required(page.sources[0])),
      `Compare at ${page.widths.join(', ')} px, or restore it.`,
      'not-found',
    );
  try {
    const references: Reference[] = [];
    for (const width of widths) {
      options.progress(`Opening the source at ${width} px`);
      references.push(await finishReference(await openReference(browser, served.visit, width), found));
    }
    return references;
  } finally {
    await served.close();
  }
}

/** The source of a web page, served again; undefined if it is gone. */
export async function serveAgain(
  project: string,
  page: PageSettings,
  options: ReopenOptions,
): Promise<ServedSource | undefined> {
  const given = required(page.sources[0]);
  const address = isOnline(page);
  const local = resolve(project, given);
  if (!address && !existsSync(local)) return undefined;
  const { root, schemes = 'both', select, move = [] } = page;
  const [source] = findSources([address ? given : local], root === undefined ? undefined : resolve(project, root));
  if (!source || source.kind === 'design')
    throw new TavrikError('The source is no longer a web page.', local, 'Convert it again.');
  return serveSource(source, {
    schemes,
    ...defined({ signIn: options.signIn }),
    leaveOut: leftOut(project),
    anyway: true,
    ...(select ? { choice: { selectors: select, moves: move } } : {}),
  });
}
