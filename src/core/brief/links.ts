/** Where a link leads, as a person says it. */
export interface LinkTarget {
  /** A page of the site by its name; that of the link itself where only a section is said. */
  readonly page?: string;
  /** A section, or an anchor, of that page. */
  readonly section?: string;
  readonly address?: string;
  readonly mail?: string;
  readonly telephone?: string;
  /** A file by its address from the source on. */
  readonly file?: string;
}

/** What a brief says of a link, or of what is to be one. */
export interface LinkRule extends LinkTarget {
  /** The element: its path in the source, its name, or a pattern with `*`. */
  readonly at: string;
  readonly newTab?: boolean;
  /** All of the element is the area to press, and there is one link in it. */
  readonly whole?: true;
  /** The element can be led to by this name. */
  readonly anchor?: string;
  /** Line of the brief. */
  readonly line: number;
}

/**
 * Addresses of pages and sections while their files are not known yet: this, `NAME#SECTION`, NAME is empty for the page
 * itself. It begins with a character of a private area, so that no address of a source is taken for one.
 */
export const PAGE_SCHEME = '\uE010page:';

/** The address that a target means; undefined if it means none. */
export function hrefOf({ page, section, address, mail, telephone, file }: LinkTarget): string | undefined {
  if (page !== undefined || section !== undefined)
    return `${PAGE_SCHEME}${page ?? ''}${section === undefined ? '' : `#${section}`}`;
  if (mail !== undefined) return `mailto:${mail}`;
  if (telephone !== undefined) return `tel:${telephone.replace(/[^\d+]/g, '')}`;
  return address ?? file;
}

/** Two rules that cannot both be: of the same element, with different targets. */
export function contradiction(rules: readonly LinkRule[]): readonly [LinkRule, LinkRule] | undefined {
  const first = new Map<string, LinkRule>();
  for (const rule of rules) {
    if (hrefOf(rule) === undefined) continue;
    const key = rule.at.trim().toLowerCase();
    const before = first.get(key);
    if (before && hrefOf(before) !== hrefOf(rule)) return [before, rule];
    first.set(key, before ?? rule);
  }
  return undefined;
}
