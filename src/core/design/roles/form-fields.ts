import type { StyleVariant } from '../../document/types.js';
import { px } from '../../geometry/box.js';
import type { Part } from '../model/part.js';

/** A place to write in that is higher than this takes several lines; px. */
const TALL = 84;

export function isTall({ box }: Part): boolean {
  return box[3] > TALL;
}

/** What a field asks for, by words of its label in the languages that most sites are in. */
const TYPES = [
  ['email', /e-?mail|courriel|correo|почта|メール|邮箱|電子郵件|بريد/iu],
  ['tel', /phone|telef|t[ée]l[ée]phone|\btel\b|mobil|handy|cellulare|movil|móvil|телефон|τηλέφωνο|電話|电话|هاتف/iu],
  ['password', /passwor[dt]|kennwort|contrase[ñn]a|mot de passe|\bsenha\b|hasło|пароль|κωδικός|パスワード|密码|كلمة/iu],
  ['search', /\bsearch\b|\bsuche?n?\b|buscar|rechercher?|\bcerca\b|procurar|szukaj|поиск|αναζήτηση|検索|搜索|بحث/iu],
  ['date', /\bdate\b|\bdatum\b|\bfecha\b|\bdata\b|дата|ημερομηνία|日付|日期|تاريخ/iu],
  ['url', /\bwebsite\b|\burl\b|web ?page|webseite|site web|sitio web/iu],
] as const;

export type InputType = (typeof TYPES)[number][0] | 'text';

/** What is asked for, as far as the name of a place to write in says it. */
export function inputType(name: string): InputType {
  return TYPES.find(([, words]) => words.test(name))?.[0] ?? 'text';
}

/** Whether a label marks its field as required: by an asterisk at its end. */
export function isRequired(name: string): boolean {
  return /\*\s*:?$/.test(name);
}

/** A place to write in, over the words that name it, set as they are. */
export function writingLook(part: Part): Record<string, string> {
  const [text] = part.parts.flatMap(({ piece }) => (piece?.type === 'text' ? [piece.text] : []));
  return {
    position: 'absolute',
    inset: '0',
    width: '100%',
    height: '100%',
    padding: `0 ${px(text ? text.box[0] - part.box[0] : 0)}`,
    border: 'none',
    'border-radius': 'inherit',
    'background-color': 'transparent',
    ...(text ? { 'font-family': text.look.family, 'font-size': px(text.look.size), color: text.look.color } : {}),
  };
}

/** Once something is written, the words that name the place are covered. */
export function writtenVariant({ piece }: Part): StyleVariant {
  const ground = piece?.type === 'box' ? piece.look['background-color'] : undefined;
  return { state: ':not(:placeholder-shown)', set: { 'background-color': ground ?? 'rgb(255, 255, 255)' } };
}

/** A box that is ticked is filled. */
export const TICKED: StyleVariant = { state: ':checked', set: { 'background-color': 'currentcolor' } };

/** Check boxes that are drawn have no look of the browser's own. */
export const DRAWN: Readonly<Record<string, string>> = { appearance: 'none' };

/** What is pressed of a switch: it lies over what was drawn. */
export const OVER: Readonly<Record<string, string>> = {
  position: 'absolute',
  inset: '0',
  width: '100%',
  height: '100%',
  opacity: '0',
  cursor: 'pointer',
};

export const FOCUSED: StyleVariant = { state: ':focus-within', set: { outline: '2px solid currentcolor' } };

/** What browsers give to buttons (HTML, 15.5.2) and a drawn one does not have. */
export const SENDS: Readonly<Record<string, string>> = {
  'background-color': 'transparent',
  'border-width': '0',
  'border-style': 'none',
  'padding-top': '0',
  'padding-right': '0',
  'padding-bottom': '0',
  'padding-left': '0',
  'text-align': 'start',
  cursor: 'pointer',
};
