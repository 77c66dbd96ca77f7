import { spokenName } from '../document/accessible-name.js';
import type { PageDocument } from '../document/types.js';
import { elements } from '../document/walk.js';

export const LINK_KINDS = ['page', 'section', 'address', 'mail', 'telephone', 'file', 'nowhere'] as const;
export type LinkKind = (typeof LINK_KINDS)[number];

/** A link of a page as it is shown. */
export interface FoundLink {
  readonly id: string;
  /** Path of the field that says where it leads; none if no field does. */
  readonly field?: string;
  readonly words: string;
  readonly address: string;
  readonly kind: LinkKind;
  readonly newTab: boolean;
  /** What is wrong with it, in words. */
  readonly fault?: string;
}

/** A page of a site with what there is to be led to. */
export interface LinkedSite {
  /** Anchors of each page, by its file. */
  readonly anchors: ReadonlyMap<string, ReadonlySet<string>>;
  /** Other files of the site, by path. */
  readonly files: ReadonlySet<string>;
}

/** Anchors of a page (filled). */
export function anchorsIn(document: PageDocument): ReadonlySet<string> {
  return new Set(
    [...elements(document.body)].flatMap(({ attributes }) =>
      [attributes?.['id'], attributes?.['name']].filter((text): text is string => !!text),
    ),
  );
}

/** The links of a page (filled), with what is wrong with them. @param file of the page in its site */
export function linksIn(document: PageDocument, file: string, site: LinkedSite): FoundLink[] {
  return [...elements(document.body)].flatMap((node): FoundLink[] => {
    const address = node.attributes?.['href'];
    if ((node.element !== 'a' && node.element !== 'area') || address === undefined) return [];
    const kind = kindOf(address, site);
    const words = spokenName(node);
    const fault =
      faultOf(address, kind, file, site) ?? (words ? undefined : 'It has no text that says where it leads.');
    const field = node.fields?.['href'];
    return [
      {
        id: node.id,
        ...(field === undefined ? {} : { field }),
        words,
        address,
        kind,
        newTab: node.attributes?.['target'] === '_blank',
        ...(fault ? { fault } : {}),
      },
    ];
  });
}

function kindOf(address: string, { anchors }: LinkedSite): LinkKind {
  if (address === '' || address === '#') return 'nowhere';
  if (/^mailto:/i.test(address)) return 'mail';
  if (/^(tel|sms):/i.test(address)) return 'telephone';
  if (/^([a-z][a-z0-9+.-]*:|\/\/)/i.test(address)) return 'address';
  const [path = ''] = address.split(/[?#]/);
  if (address.startsWith('#')) return 'section';
  return anchors.has(path) || /(^|\/)$|\.html?$/.test(path) ? 'page' : 'file';
}

function faultOf(address: string, kind: LinkKind, own: string, { anchors, files }: LinkedSite): string | undefined {
  switch (kind) {
    case 'nowhere':
      return 'It has no target.';
    case 'mail':
      return /^mailto:([^\s@?]+@[^\s@?]+)?(\?|$)/i.test(address) ? undefined : 'Invalid mail address.';
    case 'telephone':
      return (address.match(/\d/g) ?? []).length >= 3 ? undefined : 'Invalid telephone number.';
    case 'address':
      return URL.canParse(address, 'https://x.example/') ? undefined : 'Invalid address.';
    case 'section':
    case 'page': {
      const [path, anchor] = [address.split(/[?#]/)[0] || own, decoded(/#(.*)$/.exec(address)?.[1] ?? '')];
      const there = anchors.get(path);
      if (!there) return `The site has no page ${path}.`;
      /* `#top` is the beginning of any page (HTML, 7.4.6.3). */
      return anchor === '' || /^top$/i.test(anchor) || there.has(anchor)
        ? undefined
        : `${path === own ? 'The page' : path} has no anchor "${anchor}".`;
    }
    case 'file':
      return files.has(decoded(address.split(/[?#]/)[0] ?? '')) ? undefined : 'File not found in the site.';
  }
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
