import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { Page } from 'playwright-core';
import type * as pdf from './inpage/pdf/index.js';
import type { OpenBrowser } from './launch.js';
import { serveFolder, type Served } from './serve.js';

type InPdf = typeof pdf;

/** A page of a PDF file as a drawing. */
export interface PdfDrawing {
  readonly svg: string;
  readonly notes: readonly string[];
}

/** A PDF file that is open in a page of the browser. */
export interface PdfFile {
  readonly pages: readonly { readonly name: string; readonly width: number; readonly height: number }[];
  /** Size of most letters, points. @param number the first page is 1 */
  readonly textSize: (number: number) => Promise<number>;
  /** @param unit px of a point */
  readonly draw: (number: number, unit: number) => Promise<PdfDrawing>;
  readonly close: () => Promise<void>;
}

export type PdfFault = Extract<Awaited<ReturnType<InPdf['openPdf']>>, { readonly fault: string }>;

/** Opens a PDF file. @param address path at which its bytes are served */
export async function openPdfFile(
  browser: OpenBrowser,
  served: Served,
  address: string,
  password: string,
): Promise<PdfFile | PdfFault> {
  const reader = await serveFolder(dirname(require.resolve('pdfjs-dist/package.json')));
  const page = await browser.newPage(1440);
  const close = async (): Promise<void> => {
    await page.close();
    await reader.close();
  };
  served.hold('/-pdf/blank', 'text/html; charset=utf-8', '<!doctype html><meta charset="utf-8"><body></body>');
  await page.goto(`${served.origin}/-pdf/blank`);
  await page.evaluate(
    `${readFileSync(join(__dirname, 'pdf.js'), 'utf8')}; globalThis.tavrikPdf = tavrikPdf; undefined`,
  );
  const opened = await call(page, 'openPdf', `${served.origin}${address}`, `${reader.origin}/`, password);
  if ('fault' in opened) {
    await close();
    return opened;
  }
  return {
    pages: opened.pages,
    textSize: (number) => call(page, 'pdfTextSize', number),
    draw: (number, unit) => call(page, 'writePdfPage', number, unit),
    close,
  };
}

function call<Name extends keyof InPdf>(
  page: Page,
  name: Name,
  ...args: Parameters<InPdf[Name]>
): Promise<Awaited<ReturnType<InPdf[Name]>>> {
  return page.evaluate(
    ([called, given]) =>
      (globalThis as unknown as { tavrikPdf: Record<string, (...list: unknown[]) => unknown> }).tavrikPdf[called]?.(
        ...given,
      ),
    [name, args] as const,
  ) as Promise<Awaited<ReturnType<InPdf[Name]>>>;
}
