import type { Control } from '../../../core/proof/conditions.js';
import { CONTROLS } from '../../../core/html-elements/controls.js';
import { firstWords } from '../../../core/text/words.js';

/** Every control that shows, in the order of the document. CSS px from the top left corner of the page. */
export function listControls(): Control[] {
  return [...document.querySelectorAll<HTMLElement>(CONTROLS)].flatMap((element): Control[] => {
    if (!element.checkVisibility({ opacityProperty: true, visibilityProperty: true })) return [];
    const rect = element.getBoundingClientRect();
    if (rect.width < 2 || rect.height < 2) return [];
    return [
      {
        name: nameOf(element),
        x: rect.left + scrollX,
        y: rect.top + scrollY,
        width: rect.width,
        height: rect.height,
      },
    ];
  });
}

function nameOf(element: HTMLElement): string {
  const said = element.getAttribute('aria-label') ?? element.innerText;
  const shown = said.trim() || (element.getAttribute('placeholder') ?? element.title);
  return firstWords(shown.trim()) || element.tagName.toLowerCase();
}
