import type { PageMarkup } from '../../../core/proof/section-parts.js';

/** The HTML of a page of ours: each section, and what is around them. */
export function markupNow(): PageMarkup {
  const sections = [...document.querySelectorAll('[data-section]')].filter(
    (one) => !one.parentElement?.closest('[data-section]'),
  );
  const shell = document.body.cloneNode(true) as HTMLElement;
  for (const one of shell.querySelectorAll('[data-section]')) one.replaceChildren();
  return {
    shell: `${document.head.innerHTML}${shell.outerHTML}`,
    sections: sections.map((one) => ({ name: one.getAttribute('data-section') ?? '', markup: one.outerHTML })),
  };
}
