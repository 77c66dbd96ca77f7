import type { SurveyedPage } from './observations.js';
import type { Box } from '../geometry/box.js';

/** `fault` will show in the result, `risk` may, `note` is good to know. */
export type Severity = 'fault' | 'risk' | 'note';

/** A decision that would fix a finding, as the brief writes it. */
export interface Proposal {
  readonly do: string;
  readonly at: string;
  readonly to?: string | number | boolean;
}

/** Something about a source that a person should know before it is converted. */
export interface Finding {
  /** What was found, in one word with hyphens; the file of the check has the same name. */
  readonly code: string;
  readonly severity: Severity;
  /** The element as its makers call it, and where it is in the source. */
  readonly name: string;
  readonly path: string;
  /** Width of the screen that it was seen on, and its place there. */
  readonly screen?: number;
  readonly box?: Box;
  /** What is there, in words. */
  readonly what: string;
  /** Why it matters for the result. */
  readonly why: string;
  readonly proposal?: Proposal;
}

/** A check looks at a page and says what it found. Its `why` is the same for all it finds. */
export interface Check {
  readonly code: string;
  readonly severity: Severity;
  readonly why: string;
  readonly find: (page: SurveyedPage) => readonly CheckResult[];
}

/** What a check says of one element; the rest is the check's own. */
export interface CheckResult {
  readonly name: string;
  readonly path: string;
  readonly what: string;
  readonly screen?: number;
  readonly box?: Box;
  readonly proposal?: Proposal;
  readonly severity?: Severity;
}
