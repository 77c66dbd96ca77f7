import { required } from '../../data/required.js';
import type { ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { isElement } from '../../document/walk.js';
import { NameGiver } from '../../text/words.js';
import { lookWords } from './look-words.js';
import { sectionRoles } from './section-roles.js';
import { partAround, roleOf, type Wearer } from './style-roles.js';

/** Roles that say nothing by themselves: what is in such a box is not named after it. */
const SILENT = new Set(['group', 'content', 'words', 'entry', 'column', 'columns', 'rows', 'shape', 'line', 'section']);

/** A style to be named, with all that wear it; none if others only depend on it. */
export interface StyleToName {
  readonly key: string;
  readonly style: SharedStyle;
  readonly wearers: readonly Wearer[];
}

/**
 * Names styles after the part of the page that they are used in and what they are there: `hero-title`, `card-date`; without
 * the part if it is used in several. Of two that would have one name, the second is told by the section or the box it is in,
 * by its look or by its place, in this order, and by number only as a last resort. What something says never names it: what
 * is the same on another page is called the same there.
 */
export function nameStyles(list: readonly StyleToName[], document: PageDocument): Map<string, string> {
  const parts = sectionRoles(document);
  const giver = new NameGiver();
  const names = new Map<string, string>();
  const holders = new Map<string, SharedStyle>();
  for (const { key, style, wearers } of list) {
    const wanted = wearers.length
      ? isBoxless(style)
        ? ['boxless']
        : areSources(wearers)
          ? ['source']
          : wishes(wearers, document, parts)
      : ['host'];
    const [plain] = wanted as [string];
    const looks = lookWords(holders.get(plain) ?? { rest: {} }, style);
    const all = [
      ...wanted,
      ...looks.flatMap((look) => wanted.slice(0, 2).map((name) => `${name}-${look}`)),
      ...apart(wearers).map((word) => `${plain}-${word}`),
      ...looks.flatMap((one) => looks.filter((two) => two !== one).map((two) => `${plain}-${one}-${two}`)),
    ];
    const name = giver.give(all.find((wish) => !giver.has(wish)) ?? plain);
    if (name === plain) holders.set(plain, style);
    names.set(key, name);
  }
  return names;
}

/** Whether a style does nothing but take the box of an element away. */
function areSources(wearers: readonly Wearer[]): boolean {
  return wearers.every(({ node }) => node.element === 'source');
}

function isBoxless({ rest, variants = [] }: SharedStyle): boolean {
  return Object.keys(rest).join() === 'display' && rest['display'] === 'contents' && variants.length === 0;
}

/** Names by component and role, by part and role, then by part, box around and role. */
function wishes(
  wearers: readonly Wearer[],
  document: PageDocument,
  parts: ReadonlyMap<string, string>,
): [string, ...string[]] {
  const role = mostFrequent(wearers.map((wearer) => roleOf(wearer, document)));
  const section = common(wearers.map(({ node, around }) => sectionOf(node, around, parts))) ?? '';
  if (role === 'section') return section ? [isPlace(section) ? section : `${section}-section`] : [role];
  const entry = common(wearers.map(({ around }) => entryWord(around))) ?? '';
  const part = joined(section, entry);
  const boxes = common(wearers.map(({ around }) => boxAround(around, document)));
  return [
    ...(COMPONENTS.has(entry || role) ? [joined(entry, role)] : []),
    joined(part, role),
    ...(boxes && boxes !== role ? [joined(part, `${boxes}-${role}`)] : []),
  ] as [string, ...string[]];
}

/** What a site has one of, wherever it stands: it is not named after its section. */
const COMPONENTS = new Set(['button', 'card', 'question', 'quote', 'field']);

/** Whether a section is called by its place in the site: then its own look is called so too. */
function isPlace(section: string): boolean {
  return section === 'header' || section === 'footer' || section === 'hero';
}

/** One name of two, in which no word comes twice in a row. */
function joined(part: string, role: string): string {
  if (!role) return part;
  if (!part || part === role) return role;
  const [first = ''] = role.split('-');
  return part.split('-').at(-1) === first ? `${part}${role.slice(first.length)}` : `${part}-${role}`;
}

/** The nearest box around whose role says something, as long as it is in the same part of the page. */
function boxAround(around: readonly ElementNode[], document: PageDocument): string {
  for (const [at, node] of around.entries()) {
    if (node === partAround(around)) return '';
    const role = roleOf({ node, around: around.slice(at + 1) }, document);
    if (!SILENT.has(role)) return role;
  }
  return '';
}

/** What tells an element from its neighbours: whether it is the first or the last of its kind. */
function apart(wearers: readonly Wearer[]): string[] {
  const [{ node, around } = { node: undefined, around: [] }, ...others] = wearers;
  if (!node || others.length) return [];
  const alike = (around[0]?.children ?? []).filter(isElement).filter(({ kind }) => kind === node.kind);
  const at = alike.findIndex(({ id }) => id === node.id);
  return alike.length < 2 ? [] : at === 0 ? ['first'] : at === alike.length - 1 ? ['last'] : [];
}

/** What the section is called that an element is, or is in. */
function sectionOf(node: ElementNode, around: readonly ElementNode[], parts: ReadonlyMap<string, string>): string {
  const section = [node, ...around].find(({ kind }) => kind === 'section');
  return section ? required(parts.get(section.id)) : '';
}

/** What the card, or the entry of a list, is called that an element is in; empty if it is in none. */
function entryWord(around: readonly ElementNode[]): string {
  const part = partAround(around);
  if (!part || part.kind === 'section') return '';
  return ['card', 'item', 'question', 'quote'].includes(part.kind) ? part.kind : 'entry';
}

function common(words: readonly string[]): string | undefined {
  const [first] = words;
  return words.every((word) => word === first) ? first : undefined;
}

function mostFrequent(words: readonly string[]): string {
  const counts = new Map<string, number>();
  for (const word of words) counts.set(word, (counts.get(word) ?? 0) + 1);
  return [...counts].reduce((most, count) => (count[1] > most[1] ? count : most))[0];
}
