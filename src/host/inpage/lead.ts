import { NAMING } from '../../core/content/titles.js';
import { textsOf, type Preview } from './preview.js';

/** Rest before a draft is saved while somebody writes, ms. */
const REST = 1500;

type Input = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

interface Answer {
  readonly base: number;
  readonly status: string;
  readonly told: string;
  readonly changes: number;
  readonly problems: Readonly<Record<string, string>>;
  readonly others: Readonly<Record<string, string>>;
}

/** What the form does while somebody writes: the draft is kept, letters are counted, the page follows. */
export function lead(form: HTMLFormElement, shown: Preview): void {
  let timer = 0;
  let saving = Promise.resolve();
  let isOpen = false;

  const save = async (): Promise<void> => {
    clearTimeout(timer);
    if (!isOpen) return;
    isOpen = false;
    const answer = await fetch(form.action, { method: 'POST', body: textsOf(form), headers: { 'x-answer': 'json' } });
    if (answer.status === 409) return form.requestSubmit(form.querySelector<HTMLButtonElement>('.first'));
    if (!answer.headers.get('content-type')?.includes('json'))
      return tell('Not saved. Sign in again in another tab, then continue.');
    const result = (await answer.json()) as Answer;
    const base = form.querySelector<HTMLInputElement>('[name=base]');
    if (base && answer.ok) base.value = String(result.base);
    for (const element of form.querySelectorAll<HTMLElement>('.field'))
      mark(element, result.problems[element.dataset['field'] ?? '']);
    tell(answer.ok ? result.told : 'Not saved yet: a field needs attention.');
    const status = document.querySelector('#status');
    if (status) status.textContent = result.status;
    const undo = form.querySelector<HTMLButtonElement>('[value=undo]');
    if (undo && answer.ok) undo.disabled = false;
  };
  const soon = (): void => {
    isOpen = true;
    clearTimeout(timer);
    timer = window.setTimeout(() => (saving = saving.then(save)), REST);
  };

  form.addEventListener('input', (event) => {
    const input = event.target as Input;
    if (!input.name.startsWith('f:')) return;
    count(input);
    titleEntry(input);
    shown.refresh();
    soon();
  });
  form.addEventListener('focusin', (event) =>
    shown.outline((event.target as Element).closest<HTMLElement>('[data-field], [data-entry]')?.dataset['field']),
  );
  form.addEventListener('change', (event) => {
    const input = event.target as Input;
    if (input instanceof HTMLInputElement && input.type === 'file' && input.files?.length)
      form.requestSubmit(form.querySelector<HTMLButtonElement>('.first'));
  });
  /* A form that is sent whole says all: what was still to be saved is in it. */
  form.addEventListener('submit', () => {
    clearTimeout(timer);
    isOpen = false;
    keepPlace(form);
  });
  window.addEventListener('beforeunload', (event) => {
    if (isOpen) event.preventDefault();
  });

  for (const input of form.querySelectorAll<Input>('[name^="f:"]')) count(input);
  for (const element of form.querySelectorAll<HTMLTextAreaElement>('[data-rich]')) withMarks(element);
  for (const input of form.querySelectorAll<HTMLInputElement>('[data-focus]')) withPoint(input);
  comeBack(form);
}

function tell(text: string): void {
  const told = document.querySelector('#told');
  if (told && text && text !== 'No changes.') told.textContent = text;
}

function mark(field: HTMLElement, problem: string | undefined): void {
  const input = field.querySelector<Input>('[name^="f:"]');
  const note = field.querySelector('.wrong');
  if (problem === undefined) {
    note?.remove();
    input?.removeAttribute('aria-invalid');
    return;
  }
  const own =
    note ??
    field.appendChild(Object.assign(document.createElement('span'), { className: 'wrong', id: `${input?.id}-wrong` }));
  own.textContent = problem;
  input?.setAttribute('aria-invalid', 'true');
  input?.setAttribute('aria-describedby', own.id);
}

/** An entry is called what somebody just called it. */
function titleEntry(input: Input): void {
  const entry = input.closest<HTMLElement>('.entry');
  const title = entry?.querySelector(':scope > details > summary > .title');
  const isTitle = NAMING.some((name) => input.name === `f:${entry?.dataset['entry']}.${name}`);
  if (title && isTitle) title.textContent = input.value || title.textContent;
}

function count(input: Input): void {
  const own = input.closest('.field')?.querySelector<HTMLElement>('.count');
  if (!own) return;
  const most = Number(own.dataset['longest']);
  own.textContent = `${input.value.length} of ${most} letters`;
  own.classList.toggle('over', input.value.length > most);
}

/** Buttons that set words off: strong, emphasis, a link. */
const MARKS = [
  ['Strong', '**', '**'],
  ['Emphasis', '*', '*'],
  ['Link', '[', '](<#>)'],
] as const;

function withMarks(text: HTMLTextAreaElement): void {
  const row = document.createElement('div');
  row.className = 'marks';
  for (const [label, before, after] of MARKS) {
    const button = document.createElement('button');
    Object.assign(button, { type: 'button', className: 'small', textContent: label });
    button.addEventListener('click', () => {
      const { selectionStart: from, selectionEnd: to, value } = text;
      text.setRangeText(before + value.slice(from, to) + after, from, to, 'select');
      text.focus();
      text.dispatchEvent(new Event('input', { bubbles: true }));
    });
    row.append(button);
  }
  text.before(row);
}

/** The point of a picture that always shows, set by a click on it; by the keyboard it is written. */
function withPoint(input: HTMLInputElement): void {
  const image = input.closest('fieldset')?.querySelector<HTMLImageElement>('.thumb');
  if (!image) return;
  const frame = document.createElement('span');
  const dot = document.createElement('span');
  [frame.className, dot.className] = ['point', 'dot'];
  image.replaceWith(frame);
  frame.append(image, dot);
  const place = (): void => {
    const [x = '50%', y = '50%'] = input.value.split(' ');
    [dot.style.left, dot.style.top] = [x, y];
  };
  frame.addEventListener('click', (event) => {
    const box = image.getBoundingClientRect();
    const share = (at: number, from: number, size: number): number =>
      Math.min(100, Math.max(0, Math.round(((at - from) / size) * 100)));
    input.value = `${share(event.clientX, box.left, box.width)}% ${share(event.clientY, box.top, box.height)}%`;
    place();
    input.dispatchEvent(new Event('input', { bubbles: true }));
  });
  input.addEventListener('input', place);
  place();
}

const KEPT = 'tavrik-place';

/** Where somebody was comes back after the form was sent: open entries, and how far they had scrolled. */
function keepPlace(form: HTMLFormElement): void {
  const open = [...form.querySelectorAll<HTMLDetailsElement>('details[open]')].map(({ id }) => id);
  sessionStorage.setItem(KEPT, JSON.stringify({ item: form.dataset['item'], open, at: window.scrollY }));
}

function comeBack(form: HTMLFormElement): void {
  const kept = JSON.parse(sessionStorage.getItem(KEPT) ?? 'null') as {
    item: string;
    open: string[];
    at: number;
  } | null;
  sessionStorage.removeItem(KEPT);
  if (kept?.item !== form.dataset['item']) return;
  for (const id of kept?.open ?? [])
    (document.getElementById(id) as HTMLDetailsElement | null)?.setAttribute('open', '');
  const wrong = form.querySelector<HTMLElement>('[aria-invalid]');
  for (let around: Element | null = wrong; around; around = around.parentElement)
    if (around instanceof HTMLDetailsElement) around.open = true;
  if (wrong) wrong.focus();
  else window.scrollTo({ top: kept?.at ?? 0 });
}
