import { required } from '../../data/required.js';
import { formatOf } from '../../content/formats.js';
import { originalValues } from '../../content/source-values.js';
import { FLAGS } from '../../content/looks.js';
import { LOOK, type FlatContent } from '../../content/values.js';
import { slug } from '../../text/slug.js';
import { NameGiver } from '../../text/words.js';
import type { Pass } from '../pass.js';
import { mapFields } from './paths.js';
import { LONGEST } from './naming.js';

/** The section of fields that stand in several places. */
export const SITE = 'site';

/**
 * A pass that makes one field of what stands in several places of a page: menus of the same entries, telephone numbers, mail
 * addresses, opening hours, links to the same place elsewhere. Changed once, it changes everywhere.
 *
 * Before: `header.menu` and `footer.links` with the same entries, after: `site.menu` in both places.
 */
export const siteFacts: Pass = {
  name: 'site-facts',
  does: 'makes one field of menus and facts that appear in several places',
  run(document) {
    const moves = factsIn(originalValues(document));
    if (moves.size === 0) return document;
    const starts = [...moves.keys()];
    return mapFields(document, (path) => {
      const start = starts.find((start) => path === start || path.startsWith(`${start}.`));
      return start === undefined ? path : `${moves.get(start)}${path.slice(start.length)}`;
    });
  },
};

/** What stands somewhere: all that is below its path, as one text to compare. */
export interface FactPlace {
  readonly path: string;
  readonly name: string;
  readonly says: string;
  /** Of a menu: which of its entries look different. */
  readonly looks?: string;
  /** It is a fact only if the header or the footer says it too: two buttons that lead to one place are two buttons. */
  readonly frame?: true;
}

/** The menus and facts of a page. @param bySelf whether looks of entries are told by themselves */
export function standingIn(content: FlatContent, bySelf = false): FactPlace[] {
  return [...menus(content, bySelf), ...links(content), ...texts(content)];
}

/** Paths of fields, groups and lists that are one thing, with the path that they have together. */
function factsIn(content: FlatContent): Map<string, string> {
  const places = new Map<string, FactPlace[]>();
  for (const standing of standingIn(content))
    places.set(standing.says, [...(places.get(standing.says) ?? []), standing]);
  const names = new NameGiver();
  const moves = new Map<string, string>();
  for (const standing of places.values()) {
    const sections = new Set(standing.map(({ path }) => path.split('.')[0]));
    const isPartOfFrame = sections.has('header') || sections.has('footer');
    if (sections.size < 2 || sections.has(SITE) || (standing[0]?.frame && !isPartOfFrame)) continue;
    const path = `${SITE}.${names.give(required(standing[0]).name)}`;
    for (const entry of standing) moves.set(entry.path, path);
  }
  return moves;
}

/** Fewer links are no menu. */
const FEWEST = 2;

function menus({ lists, values }: FlatContent, bySelf: boolean): FactPlace[] {
  return [...lists].flatMap(([path, ids]): FactPlace[] => {
    const own = [...values]
      .filter(([text]) => text.startsWith(`${path}.`))
      .map(([text, value]) => [text.slice(path.length + 1), value]);
    const leads = ids.every((id) => own.some(([name, value]) => name === `${id}.address` && value !== '#'));
    if (ids.length < FEWEST || !leads || isInEntry(path, lists)) return [];
    const isOfLook = ([name = '']: readonly string[]): boolean =>
      bySelf && LOOKS.includes(name.split('.').at(-1) ?? '');
    const says = JSON.stringify(['menu', ids, own.filter((texts) => !isOfLook(texts))]);
    return [{ path, name: 'menu', says, ...(bySelf ? { looks: JSON.stringify(own.filter(isOfLook)) } : {}) }];
  });
}

const LOOKS: readonly string[] = [LOOK, ...FLAGS];

/** Links by telephone, by mail, and to other sites, with their labels. */
function links({ values, lists }: FlatContent): FactPlace[] {
  return [...values].flatMap(([address, to]): FactPlace[] => {
    if (!address.endsWith('.address') || isInEntry(address, lists)) return [];
    const kind = /^tel:/i.test(to)
      ? 'phone'
      : /^mailto:/i.test(to)
        ? 'email'
        : /^https?:/i.test(to)
          ? 'link'
          : undefined;
    const path = address.slice(0, -'.address'.length);
    const label = values.get(`${path}.label`);
    const alone = [...values.keys()].filter((key) => key.startsWith(`${path}.`)).length === 2;
    if (kind === undefined || label === undefined || !alone) return [];
    const name = kind === 'link' ? slug(label, LONGEST) || 'link' : kind;
    return [{ path, name, says: JSON.stringify([to, label]), ...(kind === 'link' ? { frame: true } : {}) }];
  });
}

/** Opening hours: a time of day from one to another; mere numbers are none. */
const TIME = '\\d{1,2}(?:[:.]\\d{2}(?:\\s?[ap]\\.?m\\b)?|\\s?[ap]\\.?m\\b)';
const HOURS = new RegExp(`\\b(?:\\d{1,2}|${TIME})\\s*(?:–|—|-|to|until)\\s*${TIME}`, 'i');

function texts({ values, lists }: FlatContent): FactPlace[] {
  return [...values].flatMap(([path, says]): FactPlace[] => {
    if (/\.(address|label|hint|alt)$/.test(path) || isInEntry(path, lists)) return [];
    const format = formatOf(says);
    const name = format === 'phone' || format === 'email' ? format : HOURS.test(says) ? 'opening-hours' : undefined;
    return name === undefined ? [] : [{ path, name, says }];
  });
}

/** What is in an entry of a list goes with its entry. */
function isInEntry(path: string, lists: FlatContent['lists']): boolean {
  return [...lists.keys()].some((list) => path.startsWith(`${list}.`));
}
