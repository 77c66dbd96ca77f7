import { firstFamily } from '../../../core/css/font-families.js';

/** A way in which words are set, and whether the page brought a face for it that is loaded. */
export interface MarkedFontUse {
  readonly list: string;
  readonly weight: number;
  readonly italic: boolean;
  readonly loaded: boolean;
}

/** Marks one element for each way in which words are set, so that it can be asked which font shows them. */
export function markFontUses(): MarkedFontUse[] {
  const known = new Map<string, MarkedFontUse>();
  const bare = (list: string): string => firstFamily(list).toLowerCase();
  const faces = new Set(
    [...document.fonts].filter(({ status }) => status === 'loaded').map(({ family }) => bare(family)),
  );
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const element = node.parentElement;
    if (
      !element ||
      !node.textContent?.trim() ||
      element.matches('script, style, noscript') ||
      !element.checkVisibility()
    )
      continue;
    const style = getComputedStyle(element);
    const loaded = faces.has(bare(style.fontFamily));
    const use = {
      list: style.fontFamily,
      weight: Number(style.fontWeight),
      italic: style.fontStyle !== 'normal',
      loaded,
    };
    const key = JSON.stringify(use);
    if (known.has(key)) continue;
    element.setAttribute(FONT_MARK, String(known.size));
    known.set(key, use);
  }
  return [...known.values()];
}

const FONT_MARK = 'data-font-use';

export function unmarkFontUses(): void {
  for (const element of document.querySelectorAll(`[${FONT_MARK}]`)) element.removeAttribute(FONT_MARK);
}
