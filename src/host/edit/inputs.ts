import type { Field } from '../../core/content/regions.js';
import type { FieldType } from '../../core/document/field-types.js';
import { html, type Markup } from './markup.js';

/** A text longer than this gets several lines, in letters. */
const ONE_LINE = 70;

/** Writes the input of a field with its value. @param common the attributes that every input has */
type Input = (value: string, common: Markup, field: Field) => Markup;

/** How a value of each field type is filled in; types that hold fields or entries have inputs for these. */
const INPUTS: Readonly<Record<FieldType, Input>> = {
  text: lines,
  rich: (value, common) => html`<textarea${common} rows="${rowsFor(value)}" data-rich>${leading(value)}</textarea>`,
  article: (value, common) => html`<textarea${common} rows="${rowsFor(value)}">${leading(value)}</textarea>`,
  code: (value, common) =>
    html`<textarea${common} rows="${rowsFor(value)}" spellcheck="false">${leading(value)}</textarea>`,
  number: (value, common) => html`<input${common} value="${value}" inputmode="decimal">`,
  date: lines,
  time: lines,
  price: lines,
  telephone: (value, common) => html`<input${common} value="${value}" inputmode="tel">`,
  email: (value, common) => html`<input${common} value="${value}" inputmode="email" autocapitalize="none">`,
  position: (value, common) => html`<input${common} value="${value}" spellcheck="false">`,
  'yes-no': lines,
  choice: lines,
  colour: lines,
  address: (value, common) => suggesting(value, common, 'places'),
  file: (value, common) => suggesting(value, common, 'files'),
  focus: (value, common) => html`<input${common} value="${value}" data-focus spellcheck="false">`,
  icon: lines,
  link: lines,
  picture: lines,
  video: lines,
  embed: lines,
  form: lines,
  group: lines,
  list: lines,
  menu: lines,
};

/** The input of a field: a choice where it has few values, else what its type asks for. */
export function inputFor(field: Field, value: string, common: Markup): Markup {
  const choices = field.type === 'yes-no' ? ['yes', 'no'] : field.locked ? undefined : field.choices;
  if (!choices || choices.length === 0) return INPUTS[field.type](value, common, field);
  const all = choices.includes(value) ? choices : [value, ...choices];
  return html`<select${common}>${all.map((text) => html`<option${text === value && html` selected`}>${text}</option>`)}</select>`;
}

function lines(value: string, common: Markup): Markup {
  return value.length > ONE_LINE || value.includes('\n')
    ? html`<textarea${common} rows="${rowsFor(value)}">${leading(value)}</textarea>`
    : html`<input${common} value="${value}">`;
}

/** @param list the id of the list of suggestions */
function suggesting(value: string, common: Markup, list: string): Markup {
  return html`<input${common} value="${value}" list="${list}" spellcheck="false" autocapitalize="none">`;
}

/** A line break right at the beginning of a text area is dropped (HTML, 13.1.2.5). */
function leading(value: string): string {
  return value.startsWith('\n') ? `\n${value}` : value;
}

function rowsFor(value: string): number {
  return Math.min(12, Math.max(2, Math.ceil(value.length / ONE_LINE) + value.split('\n').length - 1));
}
