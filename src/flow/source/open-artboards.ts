import { readFileSync, statSync } from 'node:fs';
import { basename, extname } from 'node:path';
import type { Page } from 'playwright-core';
import { inside, putIntoPage } from '../../browser/inpage-script.js';
import type { OpenBrowser } from '../../browser/launch.js';
import { screenshot } from '../../browser/result-page.js';
import type { Served } from '../../browser/serve.js';
import { shownFonts, usedFonts } from '../../browser/shown-fonts.js';
import { decided, EMPTY_BRIEF, type Brief, type DecisionOutcome } from '../../core/brief/brief.js';
import type { NamedArtboard } from '../../core/source/artboards.js';
import type { DrawnArtboard } from '../../core/drawing/drawing.js';
import type { DrawingChoices } from '../../core/source/reading.js';
import type { DrawnState } from '../../core/passes/states/drawn-states.js';
import { chooseFaces, missingFonts } from '../../core/fonts/font-faces.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { FontFace } from '../../core/document/types.js';
import { renderFaces } from '../../core/render/css.js';
import type { FontsAtHand } from './fonts-at-hand.js';
import { checkReading } from './check-reading.js';
import { readLetters, type LettersRead, type PrintLine } from './read-letters.js';
import { readPdf } from './read-pdf.js';
import { isPdf } from './source-formats.js';
import type { OpenReference } from './reference.js';

/** Largest drawing that is read, bytes. */
const LARGEST = 64 * 1024 * 1024;
/** Most elements that a drawing may be written with, and most that are drawn when it is plain. */
const MOST_ELEMENTS = 500000;
const MOST_DRAWN = 30000;
const SETTLE_LIMIT = 5000;

/** An artboard that lies in a page of the browser, not read yet. */
export interface PlacedArtboard extends NamedArtboard {
  readonly file: string;
  readonly page: Page;
  /** What could not be read of the file, in words. */
  readonly notes?: readonly string[];
}

/** An artboard as it was drawn. */
export interface OpenedArtboard {
  readonly file: string;
  readonly board: DrawnArtboard;
  readonly reference: OpenReference;
  readonly fonts: readonly FontFace[];
  readonly notes: readonly string[];
  /** Layers that show others in a state. */
  readonly states: readonly DrawnState[];
  /** What the brief's decisions on layers found. */
  readonly reached: DecisionOutcome;
  /** Lines of outlined text that were read from an image of them. */
  readonly lines: readonly PrintLine[];
}

/** Places the artboards of files in pages of the browser: a file holds one, or several beside each other. @throws TavrikError */
export async function placeArtboards(
  browser: OpenBrowser,
  served: Served,
  files: readonly string[],
  choices: DrawingChoices = {},
): Promise<PlacedArtboard[]> {
  const artboards = await Promise.all(files.map((file, index) => placeFile(browser, served, { file, index, choices })));
  return Promise.all(artboards.flat().map((artboard) => (choices.unit === undefined ? scaled(artboard) : artboard)));
}

/** An artboard that is drawn two or three times as large as its page, in the size of the page. */
async function scaled(artboard: PlacedArtboard): Promise<PlacedArtboard> {
  const { page, notes = [] } = artboard;
  const { scale, width } = await inside(page, 'scaleToPage');
  if (scale === 1) return artboard;
  await page.setViewportSize({ width, height: 900 });
  const note = `Drawn at ${scale}x: read at ${width} px instead of ${width * scale} px; --unit 1 keeps its size`;
  return { ...artboard, width, notes: [...notes, note] };
}

interface FileToPlace {
  readonly file: string;
  readonly index: number;
  readonly choices: DrawingChoices;
}

async function placeFile(
  browser: OpenBrowser,
  served: Served,
  { file, index, choices }: FileToPlace,
): Promise<PlacedArtboard[]> {
  if (statSync(file).size > LARGEST)
    throw new TavrikError(
      `This artboard is larger than ${LARGEST / 1024 / 1024} MB.`,
      file,
      'Link its images instead of embedding them, or split it.',
      'too-large',
    );
  const address = `/-board-${index}`;
  served.hold(address, 'text/html; charset=utf-8', '<!doctype html><meta charset="utf-8"><body></body>');
  if (isPdf(file)) {
    const artboards = await readPdf(browser, served, file, choices);
    /* Its pages have the unit that was asked for already. */
    return Promise.all(
      artboards.map(async ({ svg, ...artboard }) => ({
        ...artboard,
        file,
        ...(await place(browser, `${served.origin}${address}`, svg, file)),
      })),
    );
  }
  const text = readFileSync(file, 'utf8');
  const lay = (): ReturnType<typeof place> => place(browser, `${served.origin}${address}`, text, file, choices.unit);
  const first = await lay();
  const frames = await inside(first.page, 'findFrames');
  if (frames.length === 0) return [{ file, name: basename(file, extname(file)), ...first }];
  return Promise.all(
    frames.map(async ({ name }, at): Promise<PlacedArtboard> => {
      const { page } = at === frames.length - 1 ? first : await lay();
      const { width, height } = await inside(page, 'turnToFrame', at);
      await page.setViewportSize({ width, height: Math.min(height, 900) });
      return { file, name: name || `${basename(file, extname(file))} ${width}`, width, page };
    }),
  );
}

async function place(
  browser: OpenBrowser,
  address: string,
  text: string,
  file: string,
  unit?: number,
): Promise<{ readonly page: Page; readonly width: number }> {
  const page = await browser.newPage(1440);
  await page.goto(address);
  await putIntoPage(page);
  const placed = await inside(page, 'placeDrawing', text, MOST_ELEMENTS, ...(unit === undefined ? [] : [unit]));
  if (!('fault' in placed)) {
    await page.setViewportSize({ width: placed.width, height: 900 });
    return { page, width: placed.width };
  }
  if (placed.fault === 'no size')
    throw new TavrikError(
      'This SVG has no size: neither width and height nor a viewBox.',
      file,
      'Export it again with the size of the artboard.',
    );
  if (placed.fault === 'too large') throw tooLarge(placed.elements, MOST_ELEMENTS, file);
  throw new TavrikError(`This SVG cannot be read (${placed.detail}).`, file, 'Export it again, or fix it.');
}

function tooLarge(elements: number, most: number, file: string): TavrikError {
  return new TavrikError(
    `This drawing has ${elements} elements; at most ${most} can be read.`,
    file,
    'Place its illustrations as images, or split it.',
    'too-large',
  );
}

/** Reads a placed artboard as the browser draws it. @throws TavrikError if it shows nothing */
export async function openArtboard(
  { file, page, notes: before = [] }: PlacedArtboard,
  fonts: FontsAtHand,
  brief: Brief = EMPTY_BRIEF,
): Promise<OpenedArtboard> {
  const reached = await inside(page, 'decideDrawing', decided(brief, 'leave-out', 'merge', 'font'));
  const states = await inside(page, 'takeStates');
  await inside(page, 'nameFonts');
  await bringFonts(page, fonts);
  const picture = await screenshot(page, await inside(page, 'drawingHeight'));
  const letters = await makePlain(page, fonts, brief);
  const drawn = await inside(page, 'countDrawn');
  if (drawn > MOST_DRAWN) throw tooLarge(drawn, MOST_DRAWN, file);
  const read = await inside(page, 'captureDrawing');
  if (read.items.length === 0)
    throw new TavrikError(
      'This artboard is empty.',
      file,
      'Check that its layers are visible and lie on the artboard.',
    );
  const inNearestFont = letters.lines.map(({ box }) => box);
  const artboard = await checkReading(page, picture, read, inNearestFont);
  const notes = [...missingFonts(await shownFonts(page)), ...before, ...letters.notes];
  const { faces } = await inside(page, 'collectSheets');
  const brought = faces.map(({ family, descriptors }): FontFace => ({ family, descriptors }));
  return {
    file,
    board: artboard,
    fonts: brought,
    notes,
    reached: {
      done: [...reached.done, ...letters.reached.done],
      known: [...reached.known, ...letters.reached.known],
    },
    lines: letters.lines,
    states,
    reference: { width: artboard.width, page, picture: Promise.resolve(picture), notes: [] },
  };
}

/** Lets the drawing in a page have the fonts that it asks for. */
async function bringFonts(page: Page, { files }: FontsAtHand): Promise<void> {
  const chosen = chooseFaces(await usedFonts(page), files);
  if (chosen.length) await inside(page, 'addFaces', renderFaces(chosen));
  await inside(page, 'settle', SETTLE_LIMIT, false);
}

/** Brings the drawing in a page to plain SVG, outlined text to text. */
async function makePlain(page: Page, fonts: FontsAtHand, brief: Brief): Promise<LettersRead> {
  await inside(page, 'unfoldDrawing');
  const read = await readLetters(page, fonts, decided(brief, 'wording'));
  if (read.notes.length) await bringFonts(page, fonts);
  return { ...read, notes: [...read.notes, ...(await inside(page, 'settleDrawing'))] };
}
