import type { Page } from 'playwright-core';
import type { CapturedDeclaration, CapturedPage, CapturedSheets } from '../core/html/captured.js';
import { inside } from './inpage-script.js';

/** What is read of an HTML page before its styles are resolved. */
export interface HtmlCapture {
  readonly page: CapturedPage;
  readonly sheets: CapturedSheets;
  readonly inline: ReadonlyMap<number, readonly CapturedDeclaration[]>;
}

/** Reads elements, texts and style rules of a page that is at rest. */
export async function captureHtml(page: Page): Promise<HtmlCapture> {
  const captured = await inside(page, 'snapshot');
  const sheets = await inside(page, 'collectSheets');
  const inline = new Map(await inside(page, 'inlineStyles'));
  return { page: captured, sheets, inline };
}
