import type { StyleVariant } from '../../document/types.js';
import { px } from '../../geometry/box.js';
import type { Part } from '../model/part.js';
import { linesIn } from './inside.js';

/** What a field asks for, by words of its label in the languages that most sites are in. */
const TYPES = [
  ['email', /e-?mail|courriel|correo|почта|メール|邮箱|電子郵件|بريد/iu],
  ['tel', /phone|telef|t[ée]l[ée]phone|\btel\b|mobil|handy|cellulare|movil|móvil|телефон|τηλέφωνο|電話|电话|هاتف/iu],
  ['password', /passwor[dt]|kennwort|contrase[ñn]a|mot de passe|\bsenha\b|hasło|пароль|κωδικός|パスワード|密码|كلمة/iu],
  ['search', /\bsearch\b|\bsuche?n?\b|buscar|rechercher?|\bcerca\b|procurar|szukaj|поиск|αναζήτηση|検索|搜索|بحث/iu],
  ['date', /\bdate\b|\bdatum\b|\bfecha\b|\bdata\b|дата|ημερομηνία|日付|日期|تاريخ/iu],
  ['url', /\bwebsite\b|\burl\b|web ?page|webseite|site web|sitio web/iu],
] as const;

/** Words that name a field without saying of which type it is. */
const NAMES =
  /\bname\b|nombre|\bnom\b|prénom|vorname|nachname|имя|名前|姓名|الاسم|question|\bfrage\b|pregunta|domanda|вопрос|message|nachricht|mensaje|messaggio|mensagem|comment|kommentar|subject|betreff|asunto|objet|address|adresse|dirección|\bcity\b|\bzip\b|postcode|\bplz\b|country|company|firma|user ?name|card number|\bcvv?\b|coupon|promo code|amount|quantity|\bqty\b/iu;

/** Whether words are those that name fields of forms. */
export function asksFor(words: string): boolean {
  return NAMES.test(words) || inputType(words) !== 'text';
}

/** How an example or a request inside a field begins, in the same languages, or ends. */
const PROMPTS =
  /^(?:your|enter|type|write|e\.g\.|ihre?n?|geben sie|bitte|z\. ?b\.|su|tu|escrib[ea]|introduzca|p\. ?ej\.|votre|saisi(?:r|ssez)|entrez|il tuo|la tua|inserisci|seu|sua|digite|twój|twoja|wpisz|ваше?|введите)(?=\s)|(?:…|\.{3})$/iu;

/** Whether words are those that stand in a field until something is written there. */
export function isPrompt(words: string): boolean {
  return PROMPTS.test(words);
}

export type InputType = (typeof TYPES)[number][0] | 'text';

/** What is asked for, as far as the name of a place to write in says it. */
export function inputType(name: string): InputType {
  return TYPES.find(([, words]) => words.test(name))?.[0] ?? 'text';
}

/** Whether a label marks its field as required: by an asterisk at its end. */
export function isRequired(name: string): boolean {
  return /\*\s*:?$/.test(name);
}

/** What a field is for: a line, several lines, a number, or a choice of a list. */
export type FieldKind = 'line' | 'area' | 'number' | 'list';

/** The look of what is written in a field, over what is drawn in its box, and how that changes once something is. */
export function fieldLooks(
  part: Part,
  kind: FieldKind,
): { readonly writing: Readonly<Record<string, string>>; readonly variants: readonly StyleVariant[] } {
  const [text] = linesIn(part);
  const { piece, box } = part;
  const ground = (piece?.type === 'box' ? piece.look['background-color'] : undefined) ?? 'rgb(255, 255, 255)';
  const start = text ? text.box[0] - box[0] : ROOM;
  const above = kind === 'area' ? (text ? text.box[1] - box[1] : ROOM) : 0;
  const writing = {
    position: 'absolute',
    inset: '0',
    width: '100%',
    height: '100%',
    padding: above > 0 ? `${px(above)} ${px(start)}` : `0 ${px(start)}`,
    border: 'none',
    'border-radius': 'inherit',
    'background-color': 'transparent',
    ...(kind === 'list' ? { appearance: 'none' } : {}),
    ...(kind === 'area' ? { resize: 'none' } : {}),
    'font-family': text?.look.family ?? 'inherit',
    'font-size': text ? px(text.look.size) : 'inherit',
    /* The words that are drawn are often paler than what is written over them. */
    color: kind === 'list' ? 'transparent' : 'inherit',
  };
  if (kind === 'number') return { writing, variants: [] };
  if (kind === 'list') {
    const set = { 'background-color': ground, color: 'inherit' };
    return { writing, variants: [{ state: ':has(option:checked:not([value=""]))', set }] };
  }
  return { writing, variants: [{ state: ':not(:placeholder-shown)', set: { 'background-color': ground } }] };
}

/** Room beside what is written in an empty box, px. */
const ROOM = 12;

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
