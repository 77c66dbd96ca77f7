import { decided, DEEDS, type Brief } from '../brief/brief.js';
import type { ElementNode, PageDocument } from '../page/types.js';
import { elements } from '../page/walk.js';
import { sectionSlug } from '../page/words.js';
import { elementsAt, namesFor } from './elements-at.js';

/** Addresses in a brief that mean nothing in the new version, with what they mean there now. */
export interface MovedAddresses {
  /** Of elements: one address, or one for each of several. */
  readonly elements: ReadonlyMap<string, readonly string[]>;
  /** Names of sections that links lead to. */
  readonly sections: ReadonlyMap<string, string>;
}

/**
 * Addresses of decisions, links and motions follow elements that are called otherwise now, or lie in other layers.
 * @param found says ids of elements of the old version with those that they have in the new one; asked only if there is need
 */
export function movedAddresses(
  brief: Brief,
  old: PageDocument,
  now: PageDocument,
  found: () => ReadonlyMap<string, string>,
): MovedAddresses {
  const given = [...decided(brief, ...DEEDS), ...(brief.links ?? []), ...(brief.motion ?? [])].map(({ at }) => at);
  const lost = [...new Set(given)].filter((at) => elementsAt(now, at).size === 0 && elementsAt(old, at).size > 0);
  const [before, after] = [sections(old), sections(now)];
  const gone = (brief.links ?? []).flatMap(({ section = '', page = old.name }) => (page === old.name && before.has(section) && !after.has(section) ? [section] : [])); // prettier-ignore
  if (lost.length + gone.length === 0) return { elements: new Map(), sections: new Map() };
  const ids = found();
  const called = new Map([...after].map(([name, id]) => [id, name]));
  return {
    elements: new Map(
      lost.flatMap((at): [string, readonly string[]][] => {
        const targets = [...elementsAt(old, at)].flatMap((id) => ids.get(id) ?? []);
        const addresses = targets.length ? addressesOf(now, targets, at) : undefined;
        return addresses ? [[at, addresses]] : [];
      }),
    ),
    sections: new Map(
      gone.flatMap((name): [string, string][] => {
        const is = called.get(ids.get(before.get(name) ?? '') ?? '');
        return is === undefined ? [] : [[name, is]];
      }),
    ),
  };
}

/** What means just these elements: one address for all, or else one for each; undefined if there is none. */
function addressesOf(page: PageDocument, ids: readonly string[], like: string): readonly string[] | undefined {
  const nodes = new Map([...elements(page.body)].map((node) => [node.id, node]));
  const meansJust = (at: string, wanted: readonly string[]): boolean => {
    const meant = elementsAt(page, at);
    return meant.size === wanted.length && wanted.every((id) => meant.has(id));
  };
  const one = candidates(nodes.get(ids[0] as string), like).find((at) => meansJust(at, ids));
  if (one !== undefined) return [one];
  const each = ids.map((id) => candidates(nodes.get(id), like).find((at) => meansJust(at, [id])));
  return each.every((at) => at !== undefined) ? (each as string[]) : undefined;
}

/** What an element may be called by, in the way in which it was called first. */
function candidates(node: ElementNode | undefined, like: string): string[] {
  if (!node) return [];
  const names = namesFor(node).filter((name) => name && !name.includes('*'));
  const paths = node.from ? [node.from.path] : [];
  return / [/>] |^\*/.test(like) ? [...paths, ...names] : [...names, ...paths];
}

/** Sections of a page by their names in addresses. */
function sections({ body }: PageDocument): ReadonlyMap<string, string> {
  return new Map([...elements(body)].flatMap(({ kind, name, id }) => (kind === 'section' ? [[sectionSlug(name), id]] : []))); // prettier-ignore
}
