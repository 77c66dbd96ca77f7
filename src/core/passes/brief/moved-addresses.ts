import { required } from '../../data/required.js';
import { decided, DECISION_KINDS, type Brief } from '../../brief/brief.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { sectionSlug } from '../../text/slug.js';
import { findElements, namesFor } from './find-elements.js';

/** Addresses in a brief that mean nothing in the new version, with what they mean there now. */
export interface MovedAddresses {
  /** Of elements: one address, or one for each of several. */
  readonly elements: ReadonlyMap<string, readonly string[]>;
  /** Names of sections that links lead to. */
  readonly sections: ReadonlyMap<string, string>;
}

/** A page in its old version and its new one. */
export interface PageVersions {
  readonly old: PageDocument;
  readonly now: PageDocument;
  /** Ids of elements of the old version with those that they have in the new one; asked for only if there is need. */
  readonly found: () => ReadonlyMap<string, string>;
}

/**
 * Addresses of decisions, links and motions follow elements that are called otherwise now, or lie in other layers. An address
 * that is lost on one page and still means something on another is said besides the new one.
 */
export function movedAddresses(brief: Brief, pages: readonly PageVersions[]): MovedAddresses {
  const given = [...decided(brief, ...DECISION_KINDS), ...(brief.links ?? []), ...(brief.motion ?? [])].map(
    ({ at }) => at,
  );
  const elementsMoved = [...new Set(given)].flatMap((at): [string, readonly string[]][] => {
    const moved = pages.flatMap((page) => movedOn(page, at));
    const isStill = pages.some(({ now }) => findElements(now, at).size > 0);
    return moved.length ? [[at, [...new Set([...(isStill ? [at] : []), ...moved])]]] : [];
  });
  const sectionsMoved = (brief.links ?? []).flatMap(({ section, page }): [string, string][] => {
    const named = pages.filter(({ old }) => page === undefined || page === old.name);
    if (section === undefined || named.some(({ now }) => sections(now).has(section))) return [];
    const is = named.map((pageVersions) => movedSection(pageVersions, section)).find((name) => name !== undefined);
    return is === undefined ? [] : [[section, is]];
  });
  return { elements: new Map(elementsMoved), sections: new Map(sectionsMoved) };
}

/** What an address of the old version means on a page where it means nothing now. */
function movedOn({ old, now, found }: PageVersions, at: string): readonly string[] {
  const meant = findElements(now, at).size > 0 ? [] : [...findElements(old, at)];
  const targets = meant.length ? meant.flatMap((id) => found().get(id) ?? []) : [];
  return (targets.length ? addressesOf(now, targets, at) : undefined) ?? [];
}

function movedSection({ old, now, found }: PageVersions, name: string): string | undefined {
  const before = sections(old).get(name);
  const id = before === undefined ? undefined : found().get(before);
  return [...sections(now)].find(([, text]) => text === id)?.[0];
}

/** What means just these elements: one address for all, or else one for each; undefined if there is none. */
function addressesOf(page: PageDocument, ids: readonly string[], like: string): readonly string[] | undefined {
  const nodes = new Map([...elements(page.body)].map((node) => [node.id, node]));
  const meansJust = (at: string, wanted: readonly string[]): boolean => {
    const meant = findElements(page, at);
    return meant.size === wanted.length && wanted.every((id) => meant.has(id));
  };
  const text = candidates(nodes.get(required(ids[0])), like).find((at) => meansJust(at, ids));
  if (text !== undefined) return [text];
  const each = ids.map((id) => candidates(nodes.get(id), like).find((at) => meansJust(at, [id])));
  return each.every((at) => at !== undefined) ? each : undefined;
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
  return new Map(
    [...elements(body)].flatMap(({ kind, name, id }) => (kind === 'section' ? [[sectionSlug(name), id]] : [])),
  );
}
