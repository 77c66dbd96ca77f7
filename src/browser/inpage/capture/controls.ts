import { required } from '../../../core/data/required.js';
import type { CapturedControl } from '../../../core/html/captured.js';
import { numberedElements } from '../tree/numbering.js';

const PRESSED =
  'button, [role="button"], [role="tab"], a[href^="#"], a[aria-expanded], a[aria-haspopup], a:not([href])[data-toggle], [onclick]';

/** What in the page opens, closes or chooses something else when it is pressed, as far as its attributes say so. */
export function findControls(): CapturedControl[] {
  const numberOf = new Map<Element, number>();
  numberedElements().forEach((element, index) => element && numberOf.set(element, index));
  const found: CapturedControl[] = [];
  for (const [element, control] of numberOf) {
    if (!element.matches(PRESSED)) continue;
    for (const target of targetsOf(element)) {
      const other = numberOf.get(target);
      if (other === undefined || target === element || target.contains(document.body)) continue;
      found.push({ control, target: other, kind: kindOf(element, target) });
    }
  }
  return found;
}

function kindOf(element: Element, target: Element): CapturedControl['kind'] {
  if (target.contains(element)) return 'close';
  return element.getAttribute('role') === 'tab' ? 'tab' : 'open';
}

function targetsOf(element: Element): Element[] {
  const ids = new Set<string>();
  for (const id of (element.getAttribute('aria-controls') ?? '').split(/\s+/)) if (id) ids.add(id);
  for (const { name, value } of element.attributes) {
    if (name.startsWith('data-') && /^#[\w-]+$/.test(value)) ids.add(value.slice(1));
    if (name === 'onclick') for (const [, id] of value.matchAll(/["']#?([\w-]+)["']/g)) ids.add(required(id));
  }
  const href = element.getAttribute('href') ?? '';
  if (/^#[\w-]+$/.test(href) && isSwitch(element)) ids.add(href.slice(1));
  const named = [...ids].flatMap((id) => document.getElementById(id) ?? []);
  if (named.length) return named;
  const closes = [...element.attributes].some(({ name }) => /^data-.*(dismiss|close)/.test(name));
  const around = closes ? element.closest('[role="dialog"], dialog, [aria-modal], [aria-hidden]') : null;
  if (around) return [around];
  return isSwitch(element) ? besideOf(element) : [];
}

function isSwitch(element: Element): boolean {
  return (
    element.hasAttribute('aria-expanded') ||
    element.hasAttribute('aria-haspopup') ||
    /^(button|tab)$/.test(element.getAttribute('role') ?? '') ||
    [...element.attributes].some(({ name }) => /^data-.*toggle/.test(name))
  );
}

/** What is not shown right after the control, or right after a heading or a box that holds only the control. */
function besideOf(element: Element): Element[] {
  for (let at: Element | null = element; at && at !== document.body; at = at.parentElement) {
    const next = at.nextElementSibling;
    if (next) return next.checkVisibility() ? [] : [next];
    if (at.parentElement && at.parentElement.children.length > 1) return [];
  }
  return [];
}
