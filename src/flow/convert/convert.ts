import type { Behaviour } from '../../core/behaviours/report.js';
import { required } from '../../core/data/required.js';
import { join } from 'node:path';
import { decided, EMPTY_BRIEF, type Brief } from '../../core/brief/brief.js';
import { BRIEF_FILE, briefOf, briefText, readBrief } from '../../project/brief-file.js';
import type { DesignChoices } from '../../core/design/responsive/screens.js';
import { openBrowser, type OpenBrowser } from '../../browser/launch.js';
import type { Proof } from '../../core/proof/proof.js';
import type { DrawingChoices, Reading } from '../../core/source/reading.js';
import type { Trimmed } from '../../core/trim/trim.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { drawingOptions, findSources, refuseForeign } from '../source/find-sources.js';
import type { Source } from '../source/source.js';
import type { Progress } from '../progress.js';
import type { SectionReasons } from './page-build.js';
import type { Savings } from './resize-images.js';
import type { TunedPage } from '../proof/tune.js';

export interface ConvertOptions {
  readonly out: string;
  readonly root?: string;
  readonly widths: readonly number[];
  readonly browser?: string;
  /** A browser that is open already. */
  readonly open?: OpenBrowser;
  /** Compare the result with the source at the end. */
  readonly proof: boolean;
  /** Fix by style what the comparison finds; yes without it. */
  readonly tune?: boolean;
  /** How a web page is to be read. */
  readonly reading: Reading;
  /** Folder of font files for a design. */
  readonly fonts?: string;
  /** How the drawings of a design are to be read. */
  readonly drawing?: DrawingChoices;
  /** Name of the only page to make, if the artboards of a design are of several. */
  readonly page?: string;
  /** How the screens of a design are made that nobody drew; what is not said stays as it was in the project. */
  readonly design?: DesignChoices;
  /** File with decisions; without it, that of the project. */
  readonly brief?: string;
  /** Take no boxes out. */
  readonly keepBoxes?: boolean;
  /** What the only page is called, whatever its file is. */
  readonly called?: string;
  readonly progress: Progress;
}

/** The options with the brief that they name, or that the project has, read. */
export interface ReadOptions extends ConvertOptions {
  readonly decisions: Brief;
  /** The text of the brief; none if there is none yet. */
  readonly briefText?: string;
}

/** What a conversion made, for a person to read. */
export interface Converted {
  readonly project: string;
  readonly pages: readonly ConvertedPage[];
  /** How many files all pages show. */
  readonly assets: number;
  /** What the brief asks for and no page has, in words. */
  readonly notes: readonly string[];
  /** What tuning fixed; only if it fixed something. */
  readonly tuned?: readonly TunedPage[];
  /** What making pictures as large as they are shown has saved; only if the brief asks for it. */
  readonly pictures?: Savings;
}

/** One page that a conversion made. */
export interface ConvertedPage {
  readonly page: string;
  /** Its file in the site. */
  readonly file: string;
  readonly widths: readonly number[];
  readonly sections: readonly { readonly name: string; readonly elements: number }[];
  readonly elements: { readonly source: number; readonly result: number };
  /** Boxes that were taken out, and boxes that were tried and turned out to be needed. */
  readonly trimmed?: Omit<Trimmed, 'document'>;
  readonly styles: number;
  readonly cssBytes: number;
  readonly breakpoints: readonly number[];
  /** What was not understood or could not be had, in words. */
  readonly notes: readonly string[];
  /** What has become of controls that scripts of the source answered. */
  readonly behaviours?: readonly Behaviour[];
  /** Of a design: why each section became what it is, in words. */
  readonly reasons?: readonly SectionReasons[];
  readonly proof?: Proof;
}

/** @throws TavrikError for an option that means nothing for this kind of source */
function checkOptions(
  sources: readonly Source[],
  { reading, keepBoxes, fonts, drawing, page, design }: ConvertOptions,
): void {
  const kind = sources[0]?.kind;
  if (sources.length > 1 && reading.choice)
    throw new TavrikError(
      'Parts can be chosen from one page only.',
      '--select',
      'Name one page, or leave --select out.',
    );
  refuseForeign(kind, {
    ofPages: {
      '--select': reading.choice !== undefined,
      '--scheme': reading.schemes !== 'both',
      '--sign-in': reading.signIn !== undefined,
      '--anyway': reading.anyway === true,
      '--keep-boxes': keepBoxes === true,
    },
    ofDesigns: {
      '--fonts': fonts !== undefined,
      ...drawingOptions(drawing),
      '--page': page !== undefined,
      '--scale': design?.scale !== undefined,
      '--fluid': design?.fluid !== undefined,
      '--language': design?.language !== undefined,
    },
  });
}

/** @throws TavrikError for a brief that cannot be read */
function withBrief(options: ConvertOptions): ReadOptions {
  const text = options.brief === undefined ? briefOf(options.out) : briefText(options.brief);
  if (text === undefined) return { ...options, decisions: EMPTY_BRIEF };
  const decisions = readBrief(text, options.brief ?? join(options.out, BRIEF_FILE));
  return {
    ...options,
    decisions,
    briefText: text,
    reading: { ...options.reading, leaveOut: decided(decisions, 'leave-out') },
    design: {
      ...(decisions.scale === undefined ? {} : { scale: decisions.scale }),
      ...(decisions.fluid === undefined ? {} : { fluid: decisions.fluid }),
      ...options.design,
    },
  };
}

/**
 * Converts a source into a project folder. What reads it is loaded while the browser starts.
 * @throws TavrikError for input that cannot be converted; nothing is written then
 */
export async function convert(given: readonly string[], options: ConvertOptions): Promise<Converted> {
  const found = findSources(given, options.root);
  const sources =
    options.called !== undefined && found.length === 1
      ? found.map((source) => ({ ...source, name: required(options.called) }))
      : found;
  checkOptions(sources, options);
  const read = withBrief(options);
  if (!options.open) options.progress('Starting the browser');
  const opening = options.open
    ? Promise.resolve(options.open)
    : openBrowser(options.browser, sources[0]?.kind === 'address');
  opening.catch(() => undefined);
  try {
    const [{ convertSources }, { checkTarget }] = await Promise.all([
      import('./convert-sources.js'),
      import('../../project/folder.js'),
    ]);
    checkTarget(options.out);
    return await convertSources(sources, read, await opening);
  } finally {
    if (!options.open) await opening.then(({ close }) => close()).catch(() => undefined);
  }
}
