import type { MediaRecord } from '../store/media.js';
import { statusOf } from './item-page.js';
import { html, type Markup } from './markup.js';
import type { ItemRecord, VersionRecord } from '../store/item-records.js';

/** What kinds of items are called. */
const KINDS: Readonly<Record<string, string>> = {
  page: 'Page',
  header: 'Header',
  footer: 'Footer',
  section: 'Section',
  facts: 'Facts',
};

/** A time as people read it. */
export function timeText(at: string): string {
  return `${at.slice(0, 10)}, ${at.slice(11, 16)}`;
}

export function signInPage(problem?: string): Markup {
  return html`<form method="post" action="/edit/sign-in" class="sign-in">
    <h1>Sign in</h1>
    ${problem && html`<p class="wrong" role="alert">${problem}</p>`}
    <div class="field"><label for="name">Name</label><input id="name" name="name" autocomplete="username" required></div>
    <div class="field"><label for="password">Password</label><input id="password" name="password" type="password" autocomplete="current-password" required></div>
    <button class="main">Sign in</button>
  </form>`;
}

/** Everything that can be edited. */
export function itemsPage(
  items: readonly ItemRecord[],
  asked: { readonly words: string; readonly next?: string },
): Markup {
  return html`<h1>Pages</h1>
  <form method="get" action="/edit" class="find" role="search"><label for="words">Find</label> <input id="words" name="words" value="${asked.words}" type="search"> <button>Find</button></form>
  ${items.length === 0 && html`<p>${asked.words ? 'No item matches.' : 'This site is empty. Send a project to it.'}</p>`}
  ${
    items.length > 0 &&
    html`<div class="scroll" tabindex="0" role="region" aria-label="Pages"><table>
    <thead><tr><th scope="col">Name</th><th scope="col">What it is</th><th scope="col">Address</th><th scope="col">State</th><th scope="col">Last change</th></tr></thead>
    <tbody>${items.map((item) => html`<tr><th scope="row"><a href="/edit/items/${item.id}">${item.name}</a></th><td>${KINDS[item.kind] ?? item.kind}</td><td>${item.path !== null && item.published !== null ? html`<a href="/${item.path}">/${item.path}</a>` : item.path !== null && `/${item.path}`}</td><td>${statusOf(item)}</td><td><time datetime="${item.changed}">${timeText(item.changed)}</time></td></tr>`)}</tbody>
  </table></div>`
  }
  ${asked.next !== undefined && html`<p><a href="/edit?after=${encodeURIComponent(asked.next)}&words=${encodeURIComponent(asked.words)}">More</a></p>`}`;
}

export interface Change {
  readonly label: string;
  readonly path: string;
  readonly before?: string;
  readonly now?: string;
}

/** What changed since an item was published. */
export function changesPage(item: ItemRecord, changes: readonly Change[], settings: readonly string[]): Markup {
  const none = changes.length === 0 && settings.length === 0;
  return html`<h1>Changes of “${item.name}”</h1>
  <p><a href="/edit/items/${item.id}">Back to it</a></p>
  ${none && html`<p>Nothing changed since it was published.</p>`}
  ${settings.length > 0 && html`<p>Also changed: ${settings.map((setting) => SETTINGS[setting] ?? setting).join(', ')}.</p>`}
  ${
    changes.length > 0 &&
    html`<div class="scroll" tabindex="0" role="region" aria-label="Changes"><table class="changes">
    <thead><tr><th scope="col">Field</th><th scope="col">Everybody sees</th><th scope="col">It will say</th></tr></thead>
    <tbody>${changes.map(({ label, path, before, now }) => html`<tr><th scope="row">${label}<br><small>${path}</small></th><td>${before === undefined ? html`<i>nothing</i>` : before}</td><td>${now === undefined ? html`<i>nothing</i>` : now}</td></tr>`)}</tbody>
  </table></div>`
  }`;
}

const SETTINGS: Readonly<Record<string, string>> = {
  name: 'its name',
  path: 'its address',
  framed: 'whether it has the header and footer of the site',
  document: 'its layout',
  source: 'the project that it comes from',
  sections: 'the sections at its end',
};

export function historyPage(item: ItemRecord, versions: readonly VersionRecord[], guard: string): Markup {
  return html`<h1>History of “${item.name}”</h1>
  <p><a href="/edit/items/${item.id}">Back to it</a></p>
  <ol class="history" reversed>${versions.map(
    (
      version,
    ) => html`<li><span><time datetime="${version.at}">${timeText(version.at)}</time> ${version.author}: ${version.note}</span>
    ${version.number === item.published && html`<b>Published</b>`}${version.number === item.draft ? html`<b>The draft</b>` : html`<form method="post" action="/edit/items/${item.id}/history"><input type="hidden" name="guard" value="${guard}"><button name="version" value="${version.number}" class="quiet" aria-label="Restore the version of ${timeText(version.at)}">Restore</button></form>`}</li>`,
  )}</ol>`;
}

export function filesPage(
  files: readonly (MediaRecord & { readonly uses: number })[],
  guard: string,
  asked: { readonly words: string; readonly next?: string },
): Markup {
  return html`<h1>Images and files</h1>
  <form method="get" action="/edit/files" class="find" role="search"><label for="words">Find</label> <input id="words" name="words" value="${asked.words}" type="search"> <button>Find</button></form>
  <form method="post" action="/edit/files" enctype="multipart/form-data" class="find"><input type="hidden" name="guard" value="${guard}"><label for="file">Add a file</label> <input id="file" type="file" name="file"> <button>Add</button></form>
  <ul class="files">${files.map((file) => html`<li>${file.type.startsWith('image/') ? html`<img src="/assets/${file.name}" alt="" loading="lazy">` : html`<span class="type">${file.type}</span>`}<span class="name">${file.name}</span><small>${sizeText(file)}, ${file.uses === 0 ? 'not in use' : file.uses === 1 ? 'in use once' : `in use ${file.uses} times`}</small></li>`)}</ul>
  ${asked.next !== undefined && html`<p><a href="/edit/files?after=${encodeURIComponent(asked.next)}&words=${encodeURIComponent(asked.words)}">More</a></p>`}`;
}

function sizeText({ bytes, width, height }: MediaRecord): string {
  const size = bytes < 1e6 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
  return width === null ? size : `${width} × ${height}, ${size}`;
}
