/** Boxes that scroll up and down by themselves, the page itself not among them. */
function scrollers(): Element[] {
  return [...document.querySelectorAll('body *')].filter((element) => {
    if (element.scrollHeight <= element.clientHeight + 1 || element.clientHeight === 0) return false;
    return /^(auto|scroll|overlay)$/.test(getComputedStyle(element).overflowY);
  });
}

/** By how much the tallest of them is cut off, CSS px; 0 if nothing scrolls. */
export function hiddenInBoxes(): number {
  return Math.max(0, ...scrollers().map((element) => element.scrollHeight - element.clientHeight));
}

/** Scrolls all of them to their end, or back to their start. */
export function scrollBoxes(toEnd: boolean): void {
  for (const element of scrollers()) element.scrollTo({ top: toEnd ? element.scrollHeight : 0, behavior: 'instant' });
}
