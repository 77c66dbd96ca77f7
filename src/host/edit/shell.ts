import { html, type Markup } from './markup.js';

/** Who looks at a page, and where it stands. */
export interface Frame {
  readonly site: string;
  readonly editor?: string;
  readonly guard?: string;
  readonly here?: 'pages' | 'files' | 'history';
  /** What happened, said once. */
  readonly told?: string;
}

const PLACES: readonly (readonly [here: NonNullable<Frame['here']>, address: string, name: string])[] = [
  ['pages', '/edit', 'Pages'],
  ['files', '/edit/files', 'Images and files'],
];

/** A whole editing page. */
export function shell(title: string, { site, editor, guard, here, told }: Frame, main: Markup): string {
  const bar = html`<header class="bar">
    <a class="site" href="/edit">${site}</a>
    ${
      editor !== undefined &&
      html`<nav aria-label="Editing"><ul>${PLACES.map(([name, address, label]) => html`<li><a href="${address}"${name === here && html` aria-current="page"`}>${label}</a></li>`)}</ul></nav>
    <form method="post" action="/edit/sign-out" class="out"><input type="hidden" name="guard" value="${guard ?? ''}"><span>${editor}</span> <button class="quiet">Sign out</button></form>`
    }
  </header>`;
  return `<!doctype html>\n${html`<html lang="en">
  <head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width">
    <meta name="color-scheme" content="light dark">
    <title>${title} – ${site}</title>
    <link rel="stylesheet" href="/-/edit/edit.css">
    <link rel="icon" href="data:,">
    <script src="/-/edit/edit.js" defer></script>
  </head>
  <body>
    <a class="skip" href="#main">To the page</a>
    ${bar}
    <p class="told" role="status" id="told">${told ?? ''}</p>
    <main id="main">${main}</main>
  </body>
</html>`}\n`;
}
