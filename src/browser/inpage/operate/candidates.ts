import type { Candidate, Manner } from '../../../core/behaviours/tried.js';
import { numberedElements } from '../tree/numbering.js';
import { visitElements } from '../tree/children.js';

/** What a visitor takes for something to operate: native controls, widget roles (WAI-ARIA 1.2, 5.3.2), states that only such have. */
const OPERABLE = [
  'button',
  'a[href^="#"]',
  'a:not([href])',
  'input[type="button"]',
  'input[type="checkbox"]',
  'input[type="radio"]',
  ...['button', 'tab', 'menuitem', 'menuitemcheckbox', 'menuitemradio', 'switch', 'option', 'treeitem', 'combobox'].map(
    (role) => `[role="${role}"]`,
  ),
  '[aria-expanded]',
  '[aria-haspopup]',
  '[aria-pressed]',
  '[onclick]',
].join(', ');
/** What sends, empties or chooses files is left alone, and so is what cannot be used now. */
const NEVER =
  'form button:not([type="button"]), input[type="submit"], input[type="reset"], input[type="image"], input[type="file"], :disabled, [aria-disabled="true"]';
const PRESSED = /^(click|dblclick|mouse(down|up)|pointer(down|up)|touch(start|end)|key(down|up|press)|change)$/;
const POINTED = /^((mouse|pointer)(enter|over)|focus(in)?)$/;
/** Native elements that open something by themselves (HTML, 4.11.1, 6.12; `command`). */
const NATIVE = 'summary, [popovertarget], [commandfor]';

/**
 * What in the page may be operated, in the order of the document: what a script listens to, and where it listens to a box
 * or to the whole page, what in it can be operated.
 * @param heard elements by their numbers in the last snapshot, with the events that scripts listen to
 * @param whole events of the whole page that scripts listen to
 */
export function listCandidates(
  heard: readonly { readonly element: number; readonly events: readonly string[] }[],
  whole: readonly string[],
): Candidate[] {
  const numbered = numberedElements();
  const pressed = new Set<Element>();
  const pointed = new Set<Element>();
  const add = (box: Element, events: readonly string[]): void => {
    const inside = [...box.querySelectorAll(OPERABLE)];
    const isBox = inside.length > 0 && !box.matches(OPERABLE);
    if (events.some((name) => PRESSED.test(name)))
      for (const element of isBox ? inside : [box])
        if (!element.matches(NEVER) && (!isBox || !element.querySelector(OPERABLE))) pressed.add(element);
    if (events.some((name) => POINTED.test(name)) && !box.matches('input, select, textarea'))
      for (const element of isBox ? inside : [box]) pointed.add(element);
  };
  for (const { element, events } of heard) {
    const found = numbered[element];
    if (found && found !== document.body && found !== document.documentElement) add(found, events);
  }
  if (whole.some((name) => PRESSED.test(name)))
    add(
      document.body,
      whole.filter((name) => PRESSED.test(name)),
    );
  const found: Candidate[] = [];
  visitElements(document.documentElement, 'html', (element, path) => {
    const by: Manner[] = [];
    if (pressed.has(element) || element.matches(NATIVE)) by.push('press');
    if (pointed.has(element)) by.push('point');
    for (const each of by) found.push({ path, by: each });
  });
  return found;
}
