import type { OperatedControl } from '../../core/behaviours/operated-control.js';
import type { Behaviour } from '../../core/behaviours/report.js';
import type { DesignChoices } from '../../core/design/responsive/screens.js';
import type { Finding } from '../../core/survey/finding.js';
import type { DecisionOutcome } from '../../core/brief/brief.js';
import type { PageDocument } from '../../core/document/types.js';
import type { Trimmed } from '../../core/trim/trim.js';
import type { Reference } from '../source/reference.js';
import type { Source } from '../source/source.js';

/** A source turned into a page, with everything that its project needs to know of it. */
export interface PageBuild {
  readonly document: PageDocument;
  readonly references: readonly Reference[];
  readonly source: Source;
  /** The files (absolute) or addresses that this page was made from. */
  readonly files: readonly string[];
  readonly notes: readonly string[];
  /** What came of the brief, in each place where it was looked for. */
  readonly reached: readonly DecisionOutcome[];
  /** What the brief says of fields that this page does not have: what to say of it, by the line of the brief. */
  readonly lostFields: ReadonlyMap<number, string>;
  /** What was found in the source; only if there is no brief yet. */
  readonly findings?: readonly Finding[];
  /** What has become of controls that scripts of the source answered. */
  readonly behaviours?: readonly Behaviour[];
  /** Controls that a proof can operate. */
  readonly operated?: readonly OperatedControl[];
  readonly sourceElements: number;
  readonly trimmed?: Omit<Trimmed, 'document'>;
  readonly reasons?: readonly SectionReasons[];
  /** Of a design: what a person chose. */
  readonly choices?: DesignChoices;
}

/** Why a section of a design became what it is: lines of words, indented. */
export interface SectionReasons {
  readonly section: string;
  readonly lines: readonly string[];
}
