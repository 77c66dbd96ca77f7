import { slug } from '../../text/slug.js';
import { eachElement } from '../placed-elements.js';
import type { Check } from '../finding.js';

export const deadLink: Check = {
  code: 'dead-link',
  severity: 'risk',
  why: 'A visitor who follows it gets nowhere.',
  find: (page) =>
    eachElement(page, ({ href }) => href !== undefined && leadsNowhere(href, page.anchors)).map(({ thing, place }) => ({
      ...place,
      what: `The link leads nowhere: ${thing.href ? `"${thing.href.slice(0, 80)}"` : 'it has no address'}.`,
      proposal: { do: 'link', at: thing.path, to: '#top' },
    })),
};

function leadsNowhere(href: string, anchors: readonly string[]): boolean {
  const address = href.trim();
  if (address === '' || address === '#' || /^javascript:/i.test(address)) return true;
  if (!address.startsWith('#') || address === '#top') return false;
  const anchor = decoded(address.slice(1));
  return !anchors.some((text) => text === anchor || slug(text) === anchor);
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
