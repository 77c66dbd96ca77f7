import type { OpenBrowser } from '../../browser/launch.js';
import type { PageDocument } from '../../core/document/types.js';
import { compareViolations, type Violation } from '../../core/proof/accessibility.js';
import type { Proof } from '../../core/proof/proof.js';
import { sweepFaults } from '../../core/proof/sweep.js';
import type { ProjectFile } from '../../project/folder.js';
import { keptFiles, keyOf, readKept, readKeptAtAll, type SiteParts } from '../../project/proof-cache.js';
import { findViolations, findSourceViolations } from './accessibility.js';
import type { Reference } from '../source/reference.js';
import { serveAgain } from '../source/reopen.js';
import { conditionsOf } from './kept-conditions.js';
import type { ProofImages } from '../../report/crops.js';
import { sweepPage, type SweptWith } from './sweep.js';
import type { ProveOptions, PlacedPage } from './proof-options.js';

/** A page and all that its looks depend on. */
export interface Subject {
  readonly document: PageDocument;
  readonly references: readonly Reference[];
  readonly parts: SiteParts;
  /** A word for the program and the browser. */
  readonly made: string;
}

export interface FurtherChecks {
  readonly further: Pick<Proof, 'sweep' | 'conditions' | 'barriers'>;
  /** What it looked like under each condition, in the order of `further.conditions`. */
  readonly pictures: readonly (ProofImages | undefined)[];
  readonly kept: readonly ProjectFile[];
  /** What a person should know of how it was looked at. */
  readonly notes: readonly string[];
}

interface KeptFurther {
  /** A word for what a sweep is compared with. */
  readonly against: string;
  readonly widths: readonly SweptWith[];
  readonly found?: readonly Violation[];
}

/** What only shows at other widths, and what keeps people out; of both only what has changed since is looked at again. */
export async function runFurtherChecks(
  browser: OpenBrowser,
  placed: PlacedPage,
  { document, references, parts, made }: Subject,
  options: ProveOptions,
): Promise<FurtherChecks> {
  const { project, page, place, site } = placed;
  const widest = Math.max(...references.map(({ width }) => width));
  const against = keyOf([
    made,
    String(widest),
    ...references.flatMap(({ picture: image, measured }) => [image, JSON.stringify(measured)]),
  ]);
  const address = `${site.origin}/${place.html}`;
  const look = async (): Promise<KeptFurther> => {
    const before = readKeptAtAll<KeptFurther>(project, keptName(page.name, 'further'));
    const subject = { address, document, references, sheet: parts.sheet, files: parts.files };
    const tell = (text: string): void => options.progress(`${page.name}: ${text}, and checking accessibility`);
    const swept = sweepPage(browser, subject, tell, before?.against === against ? before.widths : []);
    const [widths, found] = await Promise.all([swept, findViolations(browser, address, widest)]);
    return { against, widths, ...(found ? { found } : {}) };
  };
  const key = keyOf([against, JSON.stringify([document, parts])]);
  const [result, wanted] = await Promise.all([
    keptOr(placed, 'further', key, look),
    page.kind === 'html'
      ? keptOr(placed, 'source', against, () => barriersInSource(browser, placed, widest, options))
      : undefined,
  ]);
  const conditions =
    page.kind === 'html' && !options.withoutConditions
      ? await conditionsOf(browser, placed, { document, references }, key, options)
      : undefined;
  const { widths, found } = result.value;
  const barriers = found && compareViolations(found, wanted?.value?.found);
  return {
    further: {
      sweep: sweepFaults(document, widths),
      ...(conditions?.value ? { conditions: conditions.value.map(({ proof }) => proof) } : {}),
      ...(barriers ? { barriers } : {}),
    },
    pictures: conditions?.value?.map(({ pictures: images }) => images) ?? [],
    kept: [...result.files, ...(wanted?.files ?? []), ...(conditions?.files ?? [])],
    notes: [
      ...(found ? [] : [`${page.name}: accessibility not checked, the page is too large`]),
      ...(conditions && !conditions.value
        ? [`${page.name}: not looked at in dark, print, hovered and under other conditions, the source is missing`]
        : []),
      ...(wanted?.value && !wanted.value.found
        ? [`${page.name}: accessibility of the source not checked, it is too large`]
        : []),
    ],
  };
}

/** Rules that the source breaks, if that can be told; undefined if it is gone. */
async function barriersInSource(
  browser: OpenBrowser,
  { project, page }: PlacedPage,
  width: number,
  options: ProveOptions,
): Promise<{ readonly found?: readonly Violation[] } | undefined> {
  const served = await serveAgain(project, page, options);
  if (!served) return undefined;
  try {
    const found = await findSourceViolations(browser, served.visit, width);
    return found ? { found } : {};
  } finally {
    await served.close();
  }
}

/** A name that something of a page is kept under starts with the page. */
function keptName(page: string, word: string): string {
  return `${page}.${word}`;
}

/** What was kept of a page under a word and the same key, or else what is made now. */
async function keptOr<Value>(
  { project, page }: PlacedPage,
  word: string,
  key: string,
  make: () => Promise<Value>,
): Promise<{ readonly value: Value; readonly files: readonly ProjectFile[] }> {
  const name = keptName(page.name, word);
  const value = readKept<Value>(project, name, key)?.value ?? (await make());
  return { value, files: value === undefined ? [] : keptFiles(name, key, { value, pictures: {} }) };
}
