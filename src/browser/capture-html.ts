import type { Page } from 'playwright-core';
import type { CapturedControl, CapturedDeclaration, CapturedPage, CapturedSheets } from '../core/html/captured.js';
import { inside } from './inpage-script.js';

/** What is read of an HTML page before its styles are resolved. */
export interface HtmlCapture {
  readonly page: CapturedPage;
  readonly sheets: CapturedSheets;
  readonly controls: readonly CapturedControl[];
  readonly inline: ReadonlyMap<number, readonly CapturedDeclaration[]>;
}

/** Fetches style sheets from other servers, which a page may show but not read; by address. */
export type FetchSheets = (addresses: readonly string[]) => Promise<Readonly<Record<string, string>>>;

/**
 * Reads elements, texts and style rules of a page that is at rest.
 * @param captured its elements and texts, if they are known
 * @param classes that elements have at other widths: rules for them are read too
 */
export async function captureHtml(
  page: Page,
  fetchSheets: FetchSheets,
  captured: CapturedPage,
  classes: readonly string[] = [],
): Promise<HtmlCapture> {
  const first = await inside(page, 'collectSheets', {}, classes);
  const given = first.unread.length ? await fetchSheets(first.unread) : {};
  const sheets = Object.keys(given).length ? await inside(page, 'collectSheets', given, classes) : first;
  const inline = new Map(await inside(page, 'inlineStyles'));
  const controls = await inside(page, 'findControls');
  return { page: captured, sheets, inline, controls };
}
