import { fieldsByPath } from '../content/check.js';
import { wholeContent } from '../content/content.js';
import type { Region } from '../content/regions.js';
import { flatten, type Content } from '../content/values.js';
import type { PageDocument } from '../document/types.js';
import type { TrialFault } from './faults.js';

/** A field whose texts should be no longer than so many letters, and how many faults longer ones make. */
export interface Limit {
  /** With stars for the ids of entries, as a brief has it. */
  readonly path: string;
  readonly longest: number;
  readonly faults: number;
}

/** Limits are in steps: nobody counts letters one by one. */
const STEP = 5;
/** Edits that make texts longer. */
const LONGER = ['long-titles', 'long-word', 'markup'];
/** Faults of a text that is too long. */
const BY_LENGTH: ReadonlySet<string> = new Set(['scrolls', 'overlap', 'cut-off', 'beyond', 'covered']);

/**
 * Where no style fixes it that longer texts break the page, a limit does: what the page has there now fits.
 * @param broken faults by the names of the edits, as the fixes have left them
 * @param of whether the text at fault is limited, or that which lies over it
 */
export function limitsFor(
  document: PageDocument,
  regions: readonly Region[],
  written: Content,
  broken: ReadonlyMap<string, readonly TrialFault[]>,
  of: 'path' | 'over' = 'path',
): Limit[] {
  const find = fieldsByPath(regions);
  const count = new Map<string, number>();
  for (const fault of LONGER.flatMap((name) => broken.get(name) ?? [])) {
    const path = fault[of];
    const field = path !== undefined && BY_LENGTH.has(fault.kind) ? find(path) : undefined;
    if (field?.type === 'text') count.set(field.path, (count.get(field.path) ?? 0) + 1);
  }
  const now = [...flatten(wholeContent(document, written)).values];
  return [...count].flatMap(([path, faults]): Limit[] => {
    const lengths = now.filter(([text]) => find(text)?.path === path).map(([, value]) => value.length);
    const longest = Math.ceil(Math.max(1, ...lengths) / STEP) * STEP;
    return document.fieldRules?.[path]?.longest === undefined ? [{ path, longest, faults }] : [];
  });
}

/** The page with limits: no edit of a client goes beyond them. */
export function withLimits(document: PageDocument, limits: readonly Limit[]): PageDocument {
  if (limits.length === 0) return document;
  const rules = Object.fromEntries(
    limits.map(({ path, longest }) => [path, { ...document.fieldRules?.[path], longest }]),
  );
  return { ...document, fieldRules: { ...document.fieldRules, ...rules } };
}
