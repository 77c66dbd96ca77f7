import { inOrder } from '../measure/elements.js';

/** The style sheet that is tried, in a page of ours. */
let tried: HTMLStyleElement | undefined;

/** Gives a page of ours other styles than those it came with. @param classes of its elements, in the order of the document */
export function replaceSheet(css: string, classes: readonly string[]): void {
  tried ??= document.head.appendChild(document.createElement('style'));
  tried.textContent = css;
  inOrder().forEach((element, at) => {
    const wanted = classes[at] ?? '';
    if ((element.getAttribute('class') ?? '') !== wanted) element.setAttribute('class', wanted);
  });
}
