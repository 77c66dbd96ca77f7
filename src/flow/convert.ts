import type { DesignChoices } from '../core/design/screens.js';
import { openBrowser } from '../browser/launch.js';
import type { Proof } from '../core/proof/proof.js';
import type { Reading } from '../core/source/reading.js';
import type { Trimmed } from '../core/trim/trim.js';
import { findSource } from './source.js';
import type { Progress } from './report-progress.js';
import type { SectionReasons } from './write-project.js';

export interface ConvertOptions {
  readonly out: string;
  readonly root?: string;
  readonly widths: readonly number[];
  readonly browser?: string;
  /** Compare the result with the source at the end. */
  readonly proof: boolean;
  /** How a web page is to be read. */
  readonly reading: Reading;
  /** Folder of font files for a design. */
  readonly fonts?: string;
  /** Name of the page to make, if the artboards of a design are of several. */
  readonly page?: string;
  /** How the screens of a design are made that nobody drew; what is not said stays as it was in the project. */
  readonly design?: DesignChoices;
  /** Take no boxes out. */
  readonly keepBoxes?: boolean;
  readonly progress: Progress;
}

/** What a conversion made, for a person to read. */
export interface Converted {
  readonly project: string;
  readonly page: string;
  readonly widths: readonly number[];
  readonly sections: readonly { readonly name: string; readonly elements: number }[];
  readonly elements: { readonly source: number; readonly result: number };
  /** Boxes that were taken out, and boxes that were tried and turned out to be needed. */
  readonly trimmed?: Omit<Trimmed, 'document'>;
  readonly styles: number;
  readonly cssBytes: number;
  readonly assets: number;
  readonly breakpoints: readonly number[];
  /** What was not understood or could not be had, in words. */
  readonly notes: readonly string[];
  /** Of a design: why each section became what it is, in words. */
  readonly reasons?: readonly SectionReasons[];
  readonly proof?: Proof;
}

/**
 * Converts a source into a project folder. What reads it is loaded while the browser starts.
 * @throws Problem for input that cannot be converted; nothing is written then
 */
export async function convert(given: readonly string[], options: ConvertOptions): Promise<Converted> {
  const source = findSource(given, options.root);
  options.progress('Starting the browser');
  const opening = openBrowser(options.browser, source.kind === 'address');
  opening.catch(() => undefined);
  try {
    const [{ convertSource }, { checkTarget }] = await Promise.all([
      import('./convert-source.js'),
      import('../project/folder.js'),
    ]);
    checkTarget(options.out);
    return await convertSource(source, options, await opening);
  } finally {
    await opening.then(({ close }) => close()).catch(() => undefined);
  }
}
