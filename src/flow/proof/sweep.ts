import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import type { OpenBrowser } from '../../browser/launch.js';
import { openResult, setViewport } from '../../browser/result-page.js';
import type { PageDocument } from '../../core/document/types.js';
import { elements } from '../../core/document/walk.js';
import { sectionSlug } from '../../core/text/slug.js';
import type { MeasuredPage, MeasuredWord } from '../../core/proof/measurement.js';
import { PageParts, type PageMarkup } from '../../core/proof/section-parts.js';
import {
  NARROWEST,
  beginsRange,
  meantFaults,
  sweepWidths,
  sweptAnew,
  sweptAt,
  type SweptAt,
} from '../../core/proof/sweep.js';
import { keyOf } from '../../project/proof-cache.js';
import type { Reference } from '../source/reference.js';
import type { Progress } from '../progress.js';

/** A page at one width of a sweep, with what each of its parts depended on. */
export interface SweptWith extends SweptAt {
  readonly shell: string;
  readonly keys: readonly (readonly [section: string, key: string])[];
}

export interface SweepSubject {
  /** Where the page is served. */
  readonly address: string;
  readonly document: PageDocument;
  readonly references: readonly Reference[];
  /** Its style sheet, and names and fingerprints of the files that it may show. */
  readonly sheet: string;
  readonly files: readonly (readonly [name: string, print: string])[];
}

/**
 * Looks at a page of a site at every width from 320 to 1920 px. Sections that depend on nothing that has changed since it
 * was swept before, and have kept their size, are not looked into again.
 */
export async function sweepPage(
  browser: OpenBrowser,
  subject: SweepSubject,
  progress: Progress,
  before: readonly SweptWith[] = [],
): Promise<SweptWith[]> {
  const { address, document, references, sheet, files } = subject;
  const order = [...elements(document.body)].map(({ id }) => id);
  const meant = meantFaults(references);
  const page = await browser.newPage(NARROWEST);
  try {
    await openResult(page, address);
    const markup = await inside(page, 'readSectionMarkup');
    const parts = new PageParts(markup, sheet, files);
    const ids = idsBySection(document);
    const plan = sweepWidths(document).map((width) => planAt(parts, markup, ids, width, before));
    progress(planInWords(plan, markup));
    const widths: SweptWith[] = [];
    let isThrough = false;
    for (const { width, old, stale, ...known } of plan) {
      if (beginsRange(document, width)) isThrough = false;
      if (old && stale?.length === 0) {
        widths.push(old);
        continue;
      }
      /* What loads late is there after the first width of a range: from there to its end the same things show. */
      await setViewport(page, width, !isThrough);
      isThrough = true;
      const swept = await lookAt(page, width, { document, order, meant }, markup, old, stale);
      widths.push({ ...swept, ...known });
    }
    return widths;
  } finally {
    await page.close();
  }
}

/** What is to be looked into at one width. */
interface PlanAt extends Pick<SweptWith, 'width' | 'shell' | 'keys'> {
  /** What was found before, if no more than sections has changed since: these. */
  readonly old?: SweptWith;
  readonly stale?: readonly string[];
}

function planAt(
  parts: PageParts,
  markup: PageMarkup,
  ids: ReadonlyMap<string, string>,
  width: number,
  before: readonly SweptWith[],
): PlanAt {
  const now = parts.at(width);
  const keys = [...now.sections].map(([name, text]) => [name, keyOf([text, ids.get(name) ?? ''])] as const);
  const shell = keyOf([now.shell]);
  const old = before.find((sweptWith) => sweptWith.width === width && sweptWith.shell === shell);
  const stale = old && staleSections(markup, old, keys);
  return { width, shell, keys, ...(old && stale ? { old, stale } : {}) };
}

/** Ids of the elements of each section: what was found names them. */
function idsBySection({ body }: PageDocument): ReadonlyMap<string, string> {
  const sections = [...elements(body)].filter(({ kind }) => kind === 'section');
  return new Map(
    sections.map((section) => [sectionSlug(section.name), [...elements(section)].map(({ id }) => id).join(' ')]),
  );
}

function planInWords(plan: readonly PlanAt[], { sections }: PageMarkup): string {
  const anew = plan.filter(({ stale }) => stale?.length !== 0);
  if (anew.length === 0) return 'No section changed between the widths';
  const changed = new Set(anew.flatMap(({ stale }) => stale ?? sections.map(({ name }) => name)));
  const some = changed.size < sections.length ? `, where ${[...changed].join(', ')} changed` : '';
  return `Sweeping over ${anew.length} widths${some}`;
}

/** Sections that depend on something that has changed; undefined if they cannot be told apart. */
function staleSections(
  markup: PageMarkup,
  old: SweptWith,
  keys: readonly (readonly [string, string])[],
): readonly string[] | undefined {
  const before = new Map(old.keys);
  if (before.size !== markup.sections.length || keys.length !== markup.sections.length) return undefined;
  if (keys.some(([name]) => !before.has(name))) return undefined;
  return keys.filter(([name, key]) => before.get(name) !== key).map(([name]) => name);
}

/** What does not change from width to width. */
interface Known {
  readonly document: PageDocument;
  readonly order: readonly string[];
  readonly meant: ReadonlySet<string>;
}

/** Looks into the sections that have changed and those beside them, and into all if one of the others has another size. */
async function lookAt(
  page: Page,
  width: number,
  { document, order, meant }: Known,
  { sections }: PageMarkup,
  old: SweptAt | undefined,
  stale: readonly string[] | undefined,
): Promise<SweptAt> {
  const measure = async (
    within?: readonly string[],
  ): Promise<{ readonly swept: SweptAt; readonly measured: MeasuredPage }> => {
    const measured = await inside(page, 'measurePage', { order, onlyWords: true, ...(within ? { within } : {}) });
    const targets = await inside(page, 'measureTargets', order, within);
    return { swept: sweptAt(document, { width, measured, targets }, meant), measured };
  };
  if (!old || !stale) return (await measure()).swept;
  const names = sections.map(({ name }) => name);
  const around = (some: readonly string[]): string[] =>
    names.filter((_, at) => [at - 1, at, at + 1].some((value) => some.includes(names[value] ?? '')));
  const beside = around(stale);
  /* One farther, because words of the outermost may lie on words of the next. */
  const { swept, measured } = await measure(around(beside));
  const sizes = new Map(old.sections.map(({ name, extent }) => [name, extent.join(' ')]));
  const isResized = swept.sections.some(
    ({ name, extent }) => !beside.includes(name) && sizes.get(name) !== extent.join(' '),
  );
  const isMixed = measured.words.some((word) => isOutside(word, measured));
  return isResized || isMixed ? (await measure()).swept : sweptAnew(old, swept, new Set(beside));
}

/** Whether a word stands in no section: it may lie on words of any of them. */
function isOutside({ x, y }: MeasuredWord, { sections }: MeasuredPage): boolean {
  return !sections.some(
    (section) =>
      x >= section.x - 1 &&
      x <= section.x + section.width + 1 &&
      y >= section.y - 1 &&
      y <= section.y + section.height + 1,
  );
}
