import type { FontUse } from '../../../core/fonts/font-faces.js';

/** A way in which words of the drawing are set, and the element (a number among `text, tspan`) to see it at. */
export interface FontUseAt {
  readonly use: Omit<FontUse, 'families'> & { readonly list: string };
  readonly index: number;
}

/** Each different way in which words of the drawing in the page are set. */
export function fontUses(): FontUseAt[] {
  const found = new Map<string, FontUseAt>();
  const usual = getComputedStyle(document.documentElement).fontFamily;
  [...document.querySelectorAll('text, tspan')].forEach((element, index) => {
    const words = [...element.childNodes].some(
      (child) => child.nodeType === Node.TEXT_NODE && child.textContent?.trim(),
    );
    if (!words || !element.checkVisibility()) return;
    const style = getComputedStyle(element);
    /* Where the drawing names no font it wants none. */
    if (style.fontFamily === usual) return;
    const use = { list: style.fontFamily, weight: Number(style.fontWeight), italic: style.fontStyle !== 'normal' };
    const key = JSON.stringify(use);
    if (!found.has(key)) found.set(key, { use, index });
  });
  return [...found.values()];
}

/** Lets the page use font faces. */
export function addFaces(css: string): void {
  const sheet = document.createElement('style');
  sheet.textContent = css;
  document.head.append(sheet);
}
