import type { PageDocument } from '../core/page/types.js';

/** A page document as its file has it: without what is known of it only while its project is at work. */
export function pageText({ palette: _, tokens: __, ...document }: PageDocument): string {
  return `${JSON.stringify(document, null, 2)}\n`;
}
