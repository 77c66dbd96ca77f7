import type { Conflict } from '../content/three-way.js';
import type { Change } from './changes.js';

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
  readonly parked: Readonly<Record<string, string>>;
  readonly returned: readonly string[];
  readonly newFields: readonly string[];
  /** Elements of which it is not sure that they are the same. */
  readonly doubts: readonly { readonly old: string; readonly now: string; readonly or: string }[];
  /** Corrections to the look that mean nothing any more; they stay in their file. */
  readonly adjustments: number;
}

/** What a revision of a page means for what people wrote. */
export type ContentEffect = Pick<RevisedPage, 'page' | 'changes' | 'conflicts' | 'parked' | 'returned' | 'newFields'>;
