import { readFileSync } from 'node:fs';
import { basename, extname } from 'node:path';
import type { OpenBrowser } from '../../browser/launch.js';
import { openPdfFile, type PdfFault, type PdfFile } from '../../browser/pdf-file.js';
import type { Served } from '../../browser/serve.js';
import { required } from '../../core/data/required.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { pageNumbers } from '../../core/source/page-numbers.js';
import { meantWidth, unitOfPoint } from '../../core/source/screen-widths.js';
import type { DrawingChoices } from '../../core/source/reading.js';

/** A page of a PDF file as an artboard. */
export interface PdfArtboard {
  readonly name: string;
  /** The page as SVG. */
  readonly svg: string;
  /** px */
  readonly width: number;
  readonly notes: readonly string[];
}

/** Most pages that are read from a file. */
const MOST_PAGES = 200;

/** Reads the pages of a PDF file as artboards. @throws TavrikError if it cannot be read, or has no such pages */
export async function readPdf(
  browser: OpenBrowser,
  served: Served,
  file: string,
  { pages: wanted, password = '', unit }: DrawingChoices,
): Promise<PdfArtboard[]> {
  const address = `/-pdf/${encodeURIComponent(basename(file))}`;
  served.hold(decodeURIComponent(address), 'application/pdf', readFileSync(file));
  const pdf = await openPdfFile(browser, served, address, password);
  if ('fault' in pdf) throw cannotOpen(pdf, file);
  try {
    const numbers = wanted === undefined ? pdf.pages.map((_, at) => at + 1) : chosen(wanted, pdf.pages.length, file);
    if (numbers.length > MOST_PAGES)
      throw new TavrikError(
        `This PDF has ${numbers.length} pages; at most ${MOST_PAGES} are read.`,
        file,
        'Choose some with --pages, e.g. --pages 1,3-5.',
        'too-large',
      );
    const artboards: PdfArtboard[] = [];
    for (const number of numbers) artboards.push(await readPage(pdf, number, file, unit));
    return artboards;
  } finally {
    await pdf.close();
  }
}

async function readPage(pdf: PdfFile, number: number, file: string, given: number | undefined): Promise<PdfArtboard> {
  const { name, width } = required(pdf.pages[number - 1]);
  const unit = given ?? unitOfPoint(width, await pdf.textSize(number));
  const { svg, notes } = await pdf.draw(number, unit);
  if (/<image\b/.test(svg) && !/<(text|path)\b/.test(svg.replace(/<clipPath[\s\S]*?<\/clipPath>/g, '')))
    throw new TavrikError(
      `Page ${number} of this PDF is only images, such as a scan.`,
      file,
      'Export it again from the program that it was drawn in, or leave the page out with --pages.',
    );
  const px = meantWidth(width * unit);
  const base = basename(file, extname(file));
  return {
    name: name || (pdf.pages.length === 1 ? base : `${base} ${number}`),
    svg,
    width: px,
    notes,
  };
}

function chosen(wanted: string, count: number, file: string): number[] {
  const numbers = pageNumbers(wanted);
  if (!numbers)
    throw new TavrikError(`"${wanted}" is not a list of pages.`, '--pages', 'Give numbers and ranges, e.g. 1,3-5.');
  const missing = numbers.find((number) => number < 1 || number > count);
  if (missing !== undefined)
    throw new TavrikError(
      `There is no page ${missing}.`,
      file,
      `It has ${count === 1 ? 'one page' : `the pages 1 to ${count}`}; choose them with --pages.`,
      'not-found',
    );
  return numbers;
}

function cannotOpen({ fault, detail }: PdfFault, file: string): TavrikError {
  if (fault === 'password')
    return new TavrikError('This PDF is encrypted.', file, 'Give its password with --password.');
  if (fault === 'wrong password')
    return new TavrikError('This is not the password of the PDF.', file, 'Give another one with --password.');
  return new TavrikError(`This PDF cannot be read (${detail.replace(/\.$/, '')}).`, file, 'Export it again.');
}
