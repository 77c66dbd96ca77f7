import { Parser } from 'commonmark';
import { isScriptAddress } from '../document/addresses.js';
import { bracesIn } from './rich-braces.js';
import { ALWAYS } from './rich-runs.js';
import type { Field } from './regions.js';

/* What a text in CommonMark leads to and shows, and what in it would not come to the page. */

/** Where a text leads to, and which images it shows. */
export function destinationsIn(value: string): { readonly href: string; readonly isImage: boolean }[] {
  if (!value.includes('](')) return [];
  const found: { href: string; isImage: boolean }[] = [];
  const walker = new Parser({ smart: false }).parse(bracesIn(value).text).walker();
  for (let step = walker.next(); step; step = walker.next()) {
    const { type, destination } = step.node;
    if (step.entering && destination && (type === 'link' || type === 'image'))
      found.push({ href: decoded(destination), isImage: type === 'image' });
  }
  return found;
}

/** An address without its percent-encoding, which CommonMark adds: files are known by their names. */
function decoded(address: string): string {
  try {
    return decodeURI(address);
  } catch {
    return address;
  }
}

/** Something about a text that a person should know; wrong if it does not come to the page as it was meant. */
export interface RichFault {
  readonly wrong: boolean;
  readonly what: string;
}

/** What texts in CommonMark of the source have in braces, and lead to or show: all that may stand there. */
export interface RichKnown {
  readonly marks: ReadonlySet<string>;
  readonly addresses: ReadonlySet<string>;
}

/** What texts have in braces, and lead to or show. */
export function knownIn(values: readonly string[]): RichKnown {
  return {
    marks: new Set(values.flatMap((value) => bracesIn(value).braces.map(({ name }) => name))),
    addresses: new Set(values.flatMap((value) => destinationsIn(value).map(({ href }) => href))),
  };
}

/**
 * What is the matter with a text in CommonMark.
 * @param known what the source has in the same field
 * @param missing why an address leads nowhere, in words
 */
export function richFaults(
  value: string,
  { type }: Pick<Field, 'type'>,
  { marks, addresses }: RichKnown,
  missing: (href: string) => string | undefined,
): RichFault[] {
  const faults: RichFault[] = [];
  for (const { href, isImage } of destinationsIn(value)) {
    if (isScriptAddress(href)) faults.push({ wrong: true, what: 'A link must not run a script' });
    else if (isImage && type !== 'article')
      faults.push({ wrong: false, what: `The image "${href}" is left out: this text takes no images` });
    else if (!addresses.has(href)) {
      const what = missing(href);
      if (what !== undefined) faults.push({ wrong: true, what });
    }
  }
  for (const name of new Set(bracesIn(value).braces.map((brace) => brace.name)))
    if (!marks.has(name) && !ALWAYS.has(name))
      faults.push({
        wrong: false,
        what: `{${name}} is not known here and is shown as written; write \\{ for a plain brace`,
      });
  return faults;
}
