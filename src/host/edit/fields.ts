import type { Field, Region } from '../../core/content/regions.js';
import { titleOf } from '../../core/content/titles.js';
import type { FlatContent } from '../../core/content/values.js';
import { inputFor } from './inputs.js';
import { html, type Markup } from './markup.js';

/** What a form is made of. */
export interface FormState {
  readonly regions: readonly Region[];
  readonly content: FlatContent;
  /** What is wrong with fields, by their path. */
  readonly problems: ReadonlyMap<string, string>;
  /** What somebody else wrote meanwhile, by the path of the field. */
  readonly others: ReadonlyMap<string, string>;
}

/** Names of inputs: `f:` and the path of the field; a file that replaces the one there, `u:` and its path. */
export const VALUE = 'f:';
export const UPLOAD = 'u:';

/** The fields of all regions, each as a person fills it in. */
export function formFields(state: FormState): Markup {
  return html`${state.regions.map(
    (region) => html`<section class="region" aria-labelledby="${`r-${region.name}`}">
    <h2 id="${`r-${region.name}`}">${region.label.charAt(0).toUpperCase()}${region.label.slice(1)}</h2>
    ${region.fields.map((field) => fieldAt(field, `${region.name}.${field.name}`, state))}
  </section>`,
  )}`;
}

function fieldAt(field: Field, path: string, state: FormState): Markup {
  const { values, lists } = state.content;
  if (lists.has(path)) return listAt(field, path, state);
  if (values.has(path)) return leafAt(field, path, state);
  const below = (field.fields ?? []).filter((field) => isThere(`${path}.${field.name}`, state.content));
  if (below.length === 0) return html``;
  const kind = field.type === 'picture' ? ' picture' : '';
  return html`<fieldset class="group${kind}"><legend>${field.label}</legend>${below.map((field) => fieldAt(field, `${path}.${field.name}`, state))}</fieldset>`;
}

function isThere(path: string, { values, lists }: FlatContent): boolean {
  if (values.has(path) || lists.has(path)) return true;
  const start = `${path}.`;
  return [...values.keys(), ...lists.keys()].some((text) => text.startsWith(start));
}

function listAt(field: Field, path: string, state: FormState): Markup {
  const ids = state.content.lists.get(path) ?? [];
  const can = !field.locked;
  const most = field.most ?? Infinity;
  const problem = state.problems.get(path);
  return html`<fieldset class="list" data-list="${path}"><legend>${field.label} <small>${ids.length}</small></legend>
    ${problem && html`<p class="wrong">${problem}</p>`}${otherAt(path, state)}
    <ol>${ids.map((id, at) => entryAt(field, path, { id, at, count: ids.length, can }, state))}</ol>
    ${can && html`<button name="do" value="add ${path}" class="quiet"${ids.length >= most && html` disabled`}>Add one to “${field.label}”</button>`}
  </fieldset>`;
}

interface FieldPlace {
  readonly id: string;
  readonly at: number;
  readonly count: number;
  readonly can: boolean;
}

function entryAt(field: Field, list: string, { id, at, count, can }: FieldPlace, state: FormState): Markup {
  const path = `${list}.${id}`;
  const title = titleOf(path, state.content) || `Entry ${at + 1}`;
  const few = count <= (field.fewest ?? 0);
  const isPlain = state.content.values.has(path);
  const inside = isPlain
    ? leafAt({ ...(field.fields?.[0] ?? field), label: `${at + 1}` }, path, state)
    : html`${(field.fields ?? []).filter((field) => isThere(`${path}.${field.name}`, state.content)).map((field) => fieldAt(field, `${path}.${field.name}`, state))}`;
  const act = (what: string, label: string, sign: string, off = false): Markup =>
    html`<button name="do" value="${what} ${list} ${id}" class="small" aria-label="${label}: ${title}" title="${label}"${off && html` disabled`}>${sign}</button>`;
  const tools =
    can &&
    html`<span class="tools">${act('up', 'Move up', '↑', at === 0)}${act('down', 'Move down', '↓', at === count - 1)}${act('copy', 'Duplicate', '+')}${act('remove', 'Remove', '×', few)}</span>`;
  if (isPlain) return html`<li class="entry plain" data-entry="${path}" data-id="${id}">${inside}${tools}</li>`;
  return html`<li class="entry" data-entry="${path}" data-id="${id}"><details id="${`e-${path}`}"><summary><span class="title">${title}</span></summary>${inside}</details>${tools}</li>`;
}

function leafAt(field: Field, path: string, state: FormState): Markup {
  const value = state.content.values.get(path) ?? '';
  const id = `f-${path}`;
  const problem = state.problems.get(path);
  const notes = [
    field.help && html`<span id="${`${id}-help`}" class="help">${field.help}</span>`,
    problem && html`<span id="${`${id}-wrong`}" class="wrong">${problem}</span>`,
  ];
  const described = [field.help ? `${id}-help` : '', problem ? `${id}-wrong` : ''].filter(Boolean).join(' ');
  const common = html` id="${id}" name="${VALUE}${path}"${described !== '' && html` aria-describedby="${described}"`}${problem && html` aria-invalid="true"`}${field.required && html` aria-required="true"`}${field.locked && html` readonly`}`;
  return html`<div class="field ${field.type}" data-field="${path}">
    <label for="${id}">${field.label}${field.required && html` <span class="needed">needed</span>`}${field.locked && html` <span class="needed">cannot be changed</span>`}</label>
    ${field.type === 'file' && isImage(value) && html`<img class="thumb" src="/${value}" alt="">`}
    ${inputFor(field, value, common)}
    ${field.type === 'file' && !field.locked && html`<label class="upload" for="${`u-${path}`}">Put another file in its place</label><input type="file" id="${`u-${path}`}" name="${UPLOAD}${path}" accept="image/*,video/mp4,video/webm,application/pdf">`}
    ${notes}${field.longest !== undefined && html`<span class="count" data-longest="${field.longest}">At most ${field.longest} letters</span>`}${otherAt(path, state)}
  </div>`;
}

function isImage(value: string): boolean {
  return /^assets\/[\w.-]+\.(jpe?g|png|webp|avif|gif|svg)$/.test(value);
}

function otherAt(path: string, { others }: FormState): Markup | undefined {
  const other = others.get(path);
  return other === undefined
    ? undefined
    : html`<p class="other">Somebody else has changed this to “${other}”. Your version is shown here: save again to keep it.</p>`;
}
