import type { OpenBrowser } from './browser/launch.js';
import { defined } from './core/data/defined.js';
import type { PackageForm } from './core/sites/manifest.js';
import { EMPTY_READING, type Reading } from './core/source/reading.js';
import { runWith, type CallOptions } from './flow/call.js';
import type { ConvertOptions as ConvertFlow, Converted } from './flow/convert/convert.js';
import type { TriedPage } from './core/edit-test/apply-fixes.js';
import type { Packed } from './flow/package/pack.js';
import type { ProjectProof } from './flow/proof/prove.js';
import type { ProveOptions } from './flow/proof/proof-options.js';
import type { TunedPage, TuneOptions as TuneFlow } from './flow/proof/tune.js';
import type { FieldConflict, Form, Placement } from './flow/publish/publisher.js';
import { PUBLISHERS, type PublisherName } from './flow/publish/publishers.js';
import type { Rendered, RenderAs } from './flow/render/render.js';
import type { Revised, ReviseOptions as ReviseFlow } from './flow/revise/revise.js';
import type { Survey, SurveyOptions as SurveyFlow } from './flow/survey/survey.js';
import type { TrialOptions as TrialFlow } from './flow/edit-test/edit-test.js';

/**
 * The public API: what the commands do, as functions. Nothing is printed and the process is never ended. Every function
 * rejects with a `TavrikError` for what a person can fix, with a stable `code`; anything else is a bug.
 */
export { TavrikError, type ErrorCode } from './core/errors/tavrik-error.js';
export type {
  CallOptions,
  Converted,
  FieldConflict,
  Packed,
  ProjectProof,
  Rendered,
  Revised,
  Survey,
  TriedPage,
  TunedPage,
};
export type { OpenBrowser as Browser };

/** Options of each flow that a caller gives: the rest is filled in here. */
type Given<Options, Filled extends keyof Options = never> = Omit<
  Partial<Options>,
  'progress' | 'browser' | 'open' | Filled
> &
  CallOptions;

/** Viewport widths at which a page is compared if none are given, CSS px. */
const WIDTHS = [1440, 820, 390];

/**
 * Starts a Chromium that several calls can share as `browser`. Close it at the end.
 * @param options `path` of the program; `online` if pages at an address are to be opened with it
 */
export async function openBrowser(
  options: { readonly path?: string; readonly online?: boolean } = {},
): Promise<OpenBrowser> {
  const { openBrowser: launch } = await import('./browser/launch.js');
  return launch(options.path, options.online === true, true);
}

export type SurveyOptions = Given<SurveyFlow, 'reading'> & { readonly reading?: Partial<Reading> };

/** Inspects sources before they are converted. With `out`, a report is written to that folder. */
export function survey(sources: string | readonly string[], options: SurveyOptions = {}): Promise<Survey> {
  return runWith(options, async (call, rest) => {
    const { survey: run } = await import('./flow/survey/survey.js');
    return run([sources].flat(), { widths: WIDTHS, ...rest, reading: readingOf(options.reading), ...call });
  });
}

export type ConvertOptions = Given<ConvertFlow, 'reading' | 'out'> & {
  /** Folder of the project. */
  readonly out: string;
  readonly reading?: Partial<Reading>;
};

/** Converts an HTML page, an address or artboards to a project. The result is compared with the source and tuned. */
export function convert(sources: string | readonly string[], options: ConvertOptions): Promise<Converted> {
  return runWith(options, async (call, rest) => {
    const { convert: run } = await import('./flow/convert/convert.js');
    const reading = readingOf(options.reading);
    return run([sources].flat(), { widths: WIDTHS, proof: true, ...rest, reading, ...call });
  });
}

/** Renders a project: the site, a fragment, or templates. */
export function render(project: string, options: Partial<RenderAs> = {}): Promise<Rendered> {
  return runWith({}, async () => {
    const { render: run } = await import('./flow/render/render.js');
    return run(project, { as: 'site', ...options });
  });
}

export type ProofOptions = Given<ProveOptions>;

/** Compares the site of a project with its source, and writes the report to `proof/`. */
export function proof(project: string, options: ProofOptions = {}): Promise<ProjectProof> {
  return runWith(options, async (call, rest) => {
    const { prove } = await import('./flow/proof/prove.js');
    return prove(project, { thorough: true, ...rest, ...call });
  });
}

export type TuneOptions = Given<TuneFlow>;

/** Reduces the differences from the source by measured corrections, written to `adjust.yaml`. */
export function tune(project: string, options: TuneOptions = {}): Promise<TunedPage[]> {
  return runWith(options, async (call, rest) => {
    const { tuneProject } = await import('./flow/proof/tune.js');
    return tuneProject(project, { ...rest, ...call });
  });
}

export type TrialOptions = Given<TrialFlow>;

/** Runs the edit test. With `fix`, fixes that leave the page unchanged are written to `adjust.yaml`. */
export function trial(project: string, options: TrialOptions = {}): Promise<TriedPage[]> {
  return runWith(options, async (call, rest) => {
    const { runEditTest } = await import('./flow/edit-test/edit-test.js');
    return runEditTest(project, { ...rest, ...call });
  });
}

export type ReviseOptions = Given<ReviseFlow, 'take'> & { readonly take?: Iterable<string> };

/** Takes in a new version of the sources of a project, keeping decisions, content and corrections. */
export function revise(
  project: string,
  sources: string | readonly string[],
  options: ReviseOptions = {},
): Promise<Revised> {
  return runWith(options, async (call, rest) => {
    const { revise: run } = await import('./flow/revise/revise.js');
    const take = new Set(options.take);
    return run(project, [sources].flat(), { dryRun: false, anyway: false, ...rest, take, ...call });
  });
}

export interface PackOptions {
  readonly as: PackageForm;
  /** The package, a file that ends in `.zip`. */
  readonly out: string;
  readonly only?: readonly string[];
}

/** Packs a project into one file, and tests it by installing it into a fresh site. */
export function pack(project: string, options: PackOptions): Promise<Packed> {
  return runWith({}, async () => {
    const { pack: run } = await import('./flow/package/pack.js');
    return run(project, { only: [], ...options });
  });
}

export interface SendOptions extends Pick<CallOptions, 'onProgress' | 'signal'> {
  /** Address of the site, of a WebDAV folder, or of a repository. */
  readonly to: string;
  readonly by?: PublisherName;
  /** The token of the site, or `NAME:PASSWORD`; or the file that holds it. */
  readonly token?: string;
  readonly tokenFile?: string;
  readonly as?: Form;
  readonly only?: readonly string[];
  readonly place?: Placement;
  readonly onto?: string;
  readonly publish?: boolean;
  /** Fields changed on both sides, as `home:membership.heading`, that take the value of the project, or of the site. */
  readonly ours?: readonly string[];
  readonly theirs?: readonly string[];
  readonly branch?: string;
  readonly folder?: string;
  readonly message?: string;
  /** Only find out what would be sent. */
  readonly dryRun?: boolean;
}

export interface SendOutcome {
  readonly plan: object;
  /** Nothing was sent without it: see `blocked`, or nothing had to be. */
  readonly sent?: object;
  readonly conflicts: readonly FieldConflict[];
  readonly blocked?: string;
}

/** Sends a project to a site, a web server or a repository. Fields that both sides changed are kept as they are there. */
export function send(project: string, options: SendOptions): Promise<SendOutcome> {
  const { by = 'api', token, tokenFile, ours = [], theirs = [], dryRun = false, onto, branch } = options;
  return runWith(options, async ({ progress }) => {
    const publisher = await PUBLISHERS[by]();
    const prepared = await publisher.prepare({
      project,
      to: options.to,
      secret: defined({ environment: token, file: tokenFile }),
      as: options.as ?? 'site',
      only: options.only ?? [],
      place: options.place ?? 'new',
      publish: options.publish === true,
      decided: new Map([
        ...ours.map((field) => [field, 'ours'] as const),
        ...theirs.map((field) => [field, 'theirs'] as const),
      ]),
      folder: options.folder ?? '.',
      message: options.message ?? 'Publish the site',
      ...defined({ onto, branch }),
    });
    try {
      const { plan, conflicts, blocked, isEmpty } = prepared;
      if (blocked !== undefined) return { plan, conflicts, blocked };
      if (dryRun || isEmpty) return { plan, conflicts };
      const { result } = await prepared.send((what, share) => progress(`${Math.round(share * 100)} % ${what}`));
      return { plan, conflicts, sent: result };
    } finally {
      prepared.close?.();
    }
  });
}

function readingOf(reading: Partial<Reading> = {}): Reading {
  return { ...EMPTY_READING, ...reading };
}
