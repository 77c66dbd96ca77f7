import { formFields, type FormState } from './fields.js';
import { html, type Markup } from './markup.js';
import type { ItemRecord } from '../store/item-records.js';

export interface ItemPage {
  readonly item: ItemRecord;
  readonly guard: string;
  readonly form: FormState;
  /** Addresses that a link can lead to, with what they are called. */
  readonly places: readonly (readonly [address: string, name: string])[];
  readonly files: readonly string[];
  readonly settings: Markup | undefined;
  readonly changes: number;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly preview?: PreviewLink;
}

/** How others get to see a draft. */
export interface PreviewLink {
  readonly address: string;
  /** To be typed on a phone, and where. */
  readonly code?: string;
  readonly phone?: string;
}

/** Widths at which a page is looked at, CSS px. */
const SCREENS = [
  ['Phone', 390],
  ['Tablet', 834],
  ['Desktop', 1280],
] as const;

/** How an item stands, in words for people. */
export function statusOf({ published, draft }: Pick<ItemRecord, 'published' | 'draft'>): string {
  if (published === null) return 'Not published yet';
  return published === draft ? 'Published' : 'Changed since it was published';
}

/** One item to edit: its fields, and the page beside them. */
export function itemPage(page: ItemPage): Markup {
  const { item, guard, form, places, files, preview } = page;
  return html`<div class="work">
  <form method="post" action="/edit/items/${item.id}" enctype="multipart/form-data" id="form" data-item="${item.id}" novalidate>
    <input type="hidden" name="guard" value="${guard}">
    <input type="hidden" name="base" value="${item.draft}">
    <button name="do" value="save" class="first" tabindex="-1" aria-hidden="true">Save</button>
    <h1>${item.name}</h1>
    <div class="actions">
      <span class="status" id="status">${statusOf(item)}</span>
      <button name="do" value="save">Save draft</button>
      <button name="do" value="publish" class="main">Publish</button>
      <button name="do" value="undo" class="quiet"${!page.canUndo && html` disabled`}>Undo</button>
      <button name="do" value="redo" class="quiet"${!page.canRedo && html` disabled`}>Redo</button>
      ${item.published !== null && page.changes > 0 && html`<button name="do" value="discard" class="quiet">Discard changes</button>`}
      ${page.changes > 0 && html`<a href="/edit/items/${item.id}/changes">What changed</a>`}
      <a href="/edit/items/${item.id}/history">History</a>
      <button name="do" value="preview" class="quiet">Link for others</button>
    </div>
    ${preview && html`<p class="link">Anybody with this link sees the draft, for three days: <a href="${preview.address}">${preview.address}</a>${preview.code && html`. On a phone: open <b>${preview.phone ?? ''}</b> and type <b>${preview.code}</b>.`}</p>`}
    ${form.problems.size > 0 && html`<p class="wrong" role="alert">${form.problems.size === 1 ? 'One field needs attention.' : `${form.problems.size} fields need attention.`}</p>`}
    ${form.others.size > 0 && html`<p class="wrong" role="alert">Somebody else has changed the same fields. Their changes were kept.</p>`}
    ${formFields(form)}${page.settings}
    <datalist id="places">${places.map(([address, name]) => html`<option value="${address}">${name}</option>`)}</datalist>
    <datalist id="files">${files.map((name) => html`<option value="assets/${name}">${name}</option>`)}</datalist>
  </form>
  <section class="look" aria-label="The page as it will look">
    <div class="screens" role="group" aria-label="Width of the screen">${SCREENS.map(([name, width], at) => html`<button type="button" class="small" data-screen="${width}" aria-pressed="${at === 2 ? 'true' : 'false'}">${name}</button>`)}</div>
    <div class="glass" id="glass" tabindex="0" role="region" aria-label="Preview"><iframe id="shown" src="/edit/items/${item.id}/shown" title="${item.name}, as it will look" sandbox="allow-same-origin" width="1280" tabindex="-1"></iframe></div>
  </section>
</div>`;
}
