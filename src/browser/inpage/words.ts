import type { MeasuredPage, MeasuredWord } from '../../core/proof/measured.js';

const SILENT = new Set(['SCRIPT', 'STYLE', 'NOSCRIPT', 'TEMPLATE', 'OPTION', 'TITLE', 'DESC']);

/**
 * Where every visible word and picture stands, CSS px from the top left corner of the page.
 * @param sections names and CSS paths of the sections; without it, what is marked with `data-section`
 */
export function measureNow(sections?: readonly { readonly name: string; readonly path: string }[]): MeasuredPage {
  const marked = [...document.querySelectorAll('[data-section]')].map((element) => ({
    name: element.getAttribute('data-section') ?? '',
    element,
  }));
  const found = sections?.map(({ name, path }) => ({ name, element: elementAtPath(path) })) ?? marked;
  return {
    words: measureWords(),
    sections: found.flatMap(({ name, element }) =>
      element ? [{ name, ...place(element.getBoundingClientRect()) }] : [],
    ),
    pictures: [...document.querySelectorAll('img, video, svg')]
      .filter((element) => element.checkVisibility() && !element.parentElement?.closest('svg'))
      .map((element) => place(element.getBoundingClientRect())),
    height: Math.ceil(Math.max(document.documentElement.scrollHeight, document.body?.scrollHeight ?? 0)),
    overflow: Math.max(0, document.documentElement.scrollWidth - innerWidth),
    elements: document.body?.querySelectorAll('*').length ?? 0,
  };
}

function elementAtPath(path: string): Element | null {
  try {
    return document.querySelector(path);
  } catch {
    return null;
  }
}

function measureWords(): MeasuredWord[] {
  const words: MeasuredWord[] = [];
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  const range = document.createRange();
  for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
    const parent = node.parentElement;
    if (!node.data.trim() || !parent || SILENT.has(parent.tagName.toUpperCase())) continue;
    if (!parent.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
    for (const match of node.data.matchAll(/\S+/g)) {
      range.setStart(node, match.index);
      range.setEnd(node, match.index + match[0].length);
      const rect = range.getBoundingClientRect();
      if (rect.width < 1 || rect.height < 1) continue;
      words.push({ text: match[0], ...place(rect) });
    }
  }
  return words;
}

function place(rect: DOMRect): { x: number; y: number; width: number; height: number } {
  const round = (value: number): number => Math.round(value * 10) / 10;
  return {
    x: round(rect.left + scrollX),
    y: round(rect.top + scrollY),
    width: round(rect.width),
    height: round(rect.height),
  };
}
