import type { Store } from '../store/store.js';
import { html, type Markup } from './markup.js';
import type { ItemState, ItemRecord } from '../store/item-records.js';

/* What is said of a page besides its fields: its address, its frame, the sections at its end. */

/** Names of inputs: `s:` and the setting. */
const SETTING = 's:';
const PATH = `${SETTING}path`;
const FRAMED = `${SETTING}framed`;
const SECTION = `${SETTING}section`;

/** What a form says of the settings, by the name of the input; several values where several were chosen. */
export type SentSettings = ReadonlyMap<string, readonly string[]>;

export function isSetting(name: string): boolean {
  return name.startsWith(SETTING);
}

/** The settings of a page, as a form shows them; of other items nothing. */
export function settingsFields(
  store: Store,
  item: ItemRecord,
  problem: string | undefined,
  state = store.items.draft(item),
): Markup | undefined {
  if (item.kind !== 'page') return undefined;
  const { framed = false, path = '', sections = [] } = state;
  const all = store.items.list({ kind: 'section', limit: 200 });
  const ordered = [
    ...sections.flatMap((id) => all.find((itemRecord) => itemRecord.id === id) ?? []),
    ...all.filter(({ id }) => !sections.includes(id)),
  ];
  return html`<section class="region" aria-labelledby="r-settings"><details${problem && html` open`}><summary><h2 id="r-settings">Address and frame</h2></summary>
    <div class="field"><label for="${PATH}">Address</label><input id="${PATH}" name="${PATH}" value="${path}" spellcheck="false" autocapitalize="none"${problem && html` aria-invalid="true" aria-describedby="${PATH}-wrong"`}>${problem && html`<span class="wrong" id="${PATH}-wrong">${problem}</span>`}<span class="help">As about.html; index.html is what the site shows by itself.</span></div>
    <div class="check"><input type="checkbox" id="${FRAMED}" name="${FRAMED}" value="yes"${framed && html` checked`}> <label for="${FRAMED}">Between the header and footer of the site</label></div>
    ${ordered.length > 0 && html`<fieldset class="group"><legend>Sections at its end</legend>${ordered.map(({ id, name }) => html`<div class="check"><input type="checkbox" id="${SECTION}-${id}" name="${SECTION}" value="${id}"${sections.includes(id) && html` checked`}> <label for="${SECTION}-${id}">${name}</label></div>`)}</fieldset>`}
  </details></section>`;
}

const PATHS = /^[A-Za-z0-9][A-Za-z0-9._-]{0,120}\.html$/;

/** A page with other settings; as it was if the form says none. */
export function withSettings(state: ItemState, sent: SentSettings): ItemState {
  const [path] = sent.get(PATH) ?? [];
  if (path === undefined) return state;
  const sections = sent.get(SECTION) ?? [];
  const { sections: _, ...rest } = state;
  return { ...rest, path: path.trim(), framed: sent.has(FRAMED), ...(sections.length ? { sections } : {}) };
}

/** What is wrong with the settings of a form, if something is. */
export function settingsFault(store: Store, item: ItemRecord, { path, sections = [] }: ItemState): string | undefined {
  if (path === undefined) return undefined;
  if (!PATHS.test(path)) return 'Write it as about.html: letters, digits, hyphens, and .html at its end.';
  const other = store.items.byPath(path);
  if (other && other.id !== item.id) return `“${other.name}” already has this address.`;
  return sections.every((id) => store.items.find(id)?.kind === 'section')
    ? undefined
    : 'A section no longer exists: open the page again.';
}

/** Whether two states have the same settings. */
export function sameSettings(itemState: ItemState, other: ItemState): boolean {
  const settingsOf = ({ path, framed = false, sections = [] }: ItemState): string =>
    JSON.stringify([path, framed, sections]);
  return settingsOf(itemState) === settingsOf(other);
}
