import type { Adjustment } from '../core/adjust/adjustment.js';
import type { Decision } from '../core/brief/brief.js';
import type { ContentFault } from '../core/content/check.js';
import type { Region } from '../core/content/regions.js';
import type { ScreenName, Shares } from '../core/design/responsive/screens.js';
import type { TriedPage } from '../core/edit-test/apply-fixes.js';
import type { ErrorCode } from '../core/errors/tavrik-error.js';
import type { Component } from '../core/sites/components.js';
import type { PageFacts } from '../core/sites/page-facts.js';
import type { PageSurvey } from '../core/survey/summary.js';
import type { Token } from '../core/tokens/token.js';
import type { Converted } from '../flow/convert/convert.js';
import type { DefinedElement } from '../flow/edit/components.js';
import type { FilledField } from '../flow/edit/content.js';
import type { Imported } from '../flow/edit/content-files.js';
import type { PageLinks } from '../flow/edit/links.js';
import type { Changed, Gathered, Matched, UsedToken } from '../flow/edit/tokens.js';
import type { Packed } from '../flow/package/pack.js';
import type { ProjectProof } from '../flow/proof/prove.js';
import type { TunedPage } from '../flow/proof/tune.js';
import type { FieldConflict } from '../flow/publish/publisher.js';
import type { Rendered } from '../flow/render/render.js';
import type { Revised } from '../flow/revise/revise.js';
import type { FirstAccess } from '../host/run.js';
import type { WatchState } from '../report/watch-state.js';

/*
 * What each command prints with `--json`. The schemas in `schema/output` are made from these types by
 * `scripts/output-schemas.mjs`: the comments are what they say.
 */

/** What the pages of a project say of themselves. */
interface AboutOutput {
  readonly pages: readonly PageFacts[];
}

/** The corrections of a project, and how it compares to its source with them. */
interface AdjustOutput {
  readonly adjustments: readonly Adjustment[];
  /** Left out with `--no-proof`, and where corrections are listed. */
  readonly proof?: ProjectProof;
}

/** The decisions of a brief, or the scale of screens that nobody drew. */
type BriefOutput =
  | {
      readonly decisions: readonly Decision[];
      /** How many were accepted or declined. */
      readonly turned?: number;
    }
  | { readonly scale: Readonly<Record<ScreenName, Shares>> };

/** What an action on the content of a page did. */
export type ContentOutput =
  | { readonly fields: readonly FilledField[] }
  | { readonly regions: readonly Region[] }
  | { readonly field: FilledField }
  | { readonly path: string }
  | { readonly list: string; readonly id: string; readonly to?: number }
  | { readonly list: string; readonly entries: number }
  | { readonly faults: readonly ContentFault[] }
  | { readonly format: string; readonly text: string }
  | Imported;

/** The components of a site, or one of them. */
type ElementsOutput = { readonly elements: readonly Component[] } | { readonly element: DefinedElement };

/** A running site, or what lets somebody in. */
type HostOutput =
  | {
      readonly address: string;
      /** Addresses for other devices. */
      readonly elsewhere: readonly string[];
      readonly first?: FirstAccess;
    }
  | {
      readonly editor?: string;
      /** It is not shown again. */
      readonly password?: string;
      readonly token?: string;
    };

/** The links of pages, or one that was set. */
type LinksOutput = { readonly pages: readonly PageLinks[] } | { readonly link: string; readonly address: string };

/** What a new version of a source changes, or that the last one was undone. */
type ReviseOutput = Revised | { readonly undone: true };

/** What is to be sent, and what was. */
interface SendOutput {
  /** What changes there: items, files and tokens of a site, files of a folder, or changes of a repository. */
  readonly plan: object;
  /** Left out if nothing was sent. */
  readonly sent?: object;
  readonly conflicts?: readonly FieldConflict[];
  /** Why nothing can be sent as things are. */
  readonly blocked?: string;
}

/** What was found in designs or pages before they are converted. */
interface SurveyOutput {
  readonly pages: readonly PageSurvey[];
}

/** A token of a project as it is used. */
export interface ListedToken extends Pick<Token, 'value' | 'dark' | 'from'> {
  readonly path: string;
  readonly uses: number;
  readonly places: UsedToken['places'];
}

/** What an action on the tokens of a project did. */
export type TokensOutput =
  | { readonly tokens: readonly ListedToken[] }
  /** Their file in the project. */
  | { readonly file: string }
  | { readonly text: string }
  | Changed
  | Gathered
  | Matched;

/** What breaks when a client edits a page. */
interface TrialOutput {
  readonly pages: readonly TriedPage[];
}

/** What tuning changed, or which step was undone. */
type TuneOutput = { readonly pages: readonly TunedPage[] } | { readonly undone: number };

/** A line for each state of a watched project; the first line says where it is shown. */
type WatchOutput = WatchState | { readonly address: string };

/** What went wrong, in place of the result. */
export interface ErrorOutput {
  readonly error: {
    readonly code: ErrorCode | 'unexpected';
    readonly what: string;
    /** File and line, option or address. */
    readonly where?: string;
    /** What helps. */
    readonly todo?: string;
  };
}

/** What each command prints, by its name. */
export interface Outputs {
  readonly about: AboutOutput;
  readonly adjust: AdjustOutput;
  readonly brief: BriefOutput;
  readonly content: ContentOutput;
  readonly convert: Converted;
  readonly elements: ElementsOutput;
  readonly error: ErrorOutput;
  readonly host: HostOutput;
  readonly links: LinksOutput;
  readonly pack: Packed;
  readonly proof: ProjectProof;
  readonly render: Rendered;
  readonly revise: ReviseOutput;
  readonly send: SendOutput;
  readonly survey: SurveyOutput;
  readonly tokens: TokensOutput;
  readonly trial: TrialOutput;
  readonly tune: TuneOutput;
  readonly watch: WatchOutput;
}

/** A result as JSON, in several lines. */
export function asJson<Command extends keyof Outputs>(_: Command, result: Outputs[Command]): string {
  return JSON.stringify(result, null, 2);
}

/** One of several results as JSON, in a line of its own. */
export function asJsonLine<Command extends keyof Outputs>(_: Command, result: Outputs[Command]): string {
  return JSON.stringify(result);
}
