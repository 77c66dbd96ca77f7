import { html } from './markup.js';

/** What is shown where there is nothing. */
export function lostPage(why = 'Nothing is published at this address.'): string {
  return `<!doctype html>\n${html`<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Not here</title></head><body><main><h1>Not here</h1><p>${why}</p></main></body></html>`}\n`;
}
