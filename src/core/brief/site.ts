import type { PageDocument, PageHead } from '../document/types.js';

/** What a person says of the whole site. */
export interface SiteSettings {
  /** Where it will be found: an absolute address of a folder. */
  readonly address?: string;
  readonly name?: string;
  /** A square drawing or picture, by its address from the source on. */
  readonly mark?: string;
  readonly theme?: string;
  readonly facts?: SiteFacts;
}

/** What search engines are told of who the site is of, in plain words. */
export interface SiteFacts {
  /** A type of schema.org, e.g. `Museum`. */
  readonly type?: string;
  readonly telephone?: string;
  readonly mail?: string;
  readonly street?: string;
  readonly postcode?: string;
  readonly town?: string;
  readonly country?: string;
  /** Days and times as schema.org has them: `Fr,Sa 19:00-23:00`. */
  readonly opens?: readonly string[];
  /** Addresses of the same organisation elsewhere. */
  readonly profiles?: readonly string[];
}

/** What a person says of one page. */
export interface OnePageSettings {
  readonly title?: string;
  readonly description?: string;
  /** BCP 47 */
  readonly language?: string;
  /** What links to the page are shown with, by its address from the source on. */
  readonly picture?: string;
  /** Whether search engines may list it. */
  readonly listed?: boolean;
}

/** The page with what was said of it and of its site; what nobody said stays as the source has it. */
export function withSettings(document: PageDocument, site: SiteSettings, page: OnePageSettings): PageDocument {
  const { unlisted, ...head } = document.head ?? {};
  const isUnlisted = page.listed === undefined ? unlisted === true : !page.listed;
  const facts = [...(head.facts ?? []), ...organisation(site, head.site)];
  const own: PageHead = {
    ...head,
    ...(site.address === undefined ? {} : { root: site.address.replace(/\/*$/, '/') }),
    ...(site.name === undefined ? {} : { site: site.name }),
    ...(site.theme === undefined ? {} : { theme: site.theme }),
    ...(page.picture === undefined ? {} : { preview: { ...head.preview, picture: page.picture } }),
    ...(isUnlisted ? { unlisted: true as const } : {}),
    ...(facts.length ? { facts } : {}),
  };
  return {
    ...document,
    ...(page.title === undefined ? {} : { title: page.title }),
    ...(page.description === undefined ? {} : { description: page.description }),
    ...(page.language === undefined ? {} : { language: page.language }),
    ...(Object.keys(own).length ? { head: own } : {}),
  };
}

/** Facts as linked data in the words of schema.org; none if nothing was said. */
function organisation({ facts, name, address }: SiteSettings, named: string | undefined): object[] {
  if (!facts) return [];
  const { type = 'Organization', telephone, mail, street, postcode, town, country, opens, profiles } = facts;
  const postal = {
    ...(street ? { streetAddress: street } : {}),
    ...(postcode ? { postalCode: postcode } : {}),
    ...(town ? { addressLocality: town } : {}),
    ...(country ? { addressCountry: country } : {}),
  };
  const called = name ?? named;
  return [
    {
      '@context': 'https://schema.org',
      '@type': type,
      ...(called ? { name: called } : {}),
      ...(address ? { url: address } : {}),
      ...(telephone ? { telephone } : {}),
      ...(mail ? { email: mail } : {}),
      ...(Object.keys(postal).length ? { address: { '@type': 'PostalAddress', ...postal } } : {}),
      ...(opens?.length ? { openingHours: opens } : {}),
      ...(profiles?.length ? { sameAs: profiles } : {}),
    },
  ];
}
