import type { PageMarkup } from '../../../core/proof/section-parts.js';

/** The HTML of a page of ours: each section, and what is around them. */
export function readSectionMarkup(): PageMarkup {
  const sections = [...document.querySelectorAll('[data-section]')].filter(
    (element) => !element.parentElement?.closest('[data-section]'),
  );
  const shell = document.body.cloneNode(true) as HTMLElement;
  for (const element of shell.querySelectorAll('[data-section]')) element.replaceChildren();
  return {
    shell: `${document.head.innerHTML}${shell.outerHTML}`,
    sections: sections.map((section) => ({
      name: section.getAttribute('data-section') ?? '',
      markup: section.outerHTML,
    })),
  };
}
