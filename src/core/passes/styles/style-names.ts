import { required } from '../../data/required.js';
import type { ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements, isElement, textOf } from '../../document/walk.js';
import { slug } from '../../text/slug.js';
import { NameGiver } from '../../text/words.js';
import { lookWords } from './look-words.js';
import { partAround, roleOf, type Wearer } from './style-roles.js';

/** Longest name of a part of the page, in letters. */
const LONGEST_PART = 24;
/** Roles that say nothing by themselves: what is in such a box is not named after it. */
const SILENT = new Set(['group', 'content', 'words', 'entry', 'column', 'columns', 'rows', 'shape', 'line', 'section']);

/** A style to be named, with all that wear it; none if others only depend on it. */
export interface StyleToName {
  readonly key: string;
  readonly style: SharedStyle;
  readonly wearers: readonly Wearer[];
}

/**
 * Names styles after the part of the page that they are used in and what they are there: `hero-title`,
 * `evenings-card-date`; without the part if it is used in several. Of two that would have one name, the second is told
 * by the box it is in, by its look, by its place or by its words, in this order, and by number only as a last resort.
 */
export function nameStyles(list: readonly StyleToName[], document: PageDocument): Map<string, string> {
  const parts = partNames(document);
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

/** Names by part and role, then by part, box around and role. */
function wishes(
  wearers: readonly Wearer[],
  document: PageDocument,
  parts: ReadonlyMap<string, string>,
): [string, ...string[]] {
  const roles = wearers.map((wearer) => roleOf(wearer, document));
  const role = mostFrequent(roles);
  const part = common(wearers.map(({ node, around }) => partName(node, around, parts))) ?? sectionName(wearers, parts);
  const plain = role === 'section' ? part || role : joined(part, role);
  const boxes = common(wearers.map(({ around }) => boxAround(around, document)));
  return [plain, ...(boxes && boxes !== role ? [joined(part, `${boxes}-${role}`)] : [])];
}

/** One name of two, in which no word comes twice in a row. */
function joined(part: string, role: string): string {
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

/** What tells an element from its neighbours: its place among those of its kind, else its words. */
function apart(wearers: readonly Wearer[]): string[] {
  const [{ node, around } = { node: undefined, around: [] }, ...others] = wearers;
  if (!node) return [];
  const alike = (around[0]?.children ?? []).filter(isElement).filter(({ kind }) => kind === node.kind);
  const at = alike.findIndex(({ id }) => id === node.id);
  const place = alike.length < 2 || others.length ? [] : at === 0 ? ['first'] : at === alike.length - 1 ? ['last'] : [];
  const words = others.length ? '' : slug(textOf(node), 16);
  return [...place, ...(words && !/\d$/.test(words) ? [words] : [])];
}

/** The names of the sections, by id. */
function partNames(document: PageDocument): ReadonlyMap<string, string> {
  const names = new Map<string, string>();
  const giver = new NameGiver();
  for (const node of elements(document.body)) if (node.kind === 'section') names.set(node.id, sectionPart(node, giver));
  return names;
}

/** A short name of a section; a longer one where the short one is taken. */
function sectionPart({ name }: ElementNode, giver: NameGiver): string {
  const short = slug(name, LONGEST_PART) || 'section';
  const longer = slug(name, 2 * LONGEST_PART) || short;
  return giver.give(giver.has(short) ? longer : short);
}

/** The part that an element is in, as names have it; for an entry itself that of its section. */
function partName(node: ElementNode, around: readonly ElementNode[], parts: ReadonlyMap<string, string>): string {
  if (node.kind === 'section') return required(parts.get(node.id));
  const section = around.find(({ kind }) => kind === 'section');
  const own = section ? required(parts.get(section.id)) : '';
  const part = partAround(around);
  if (!part || part.kind === 'section') return own;
  return joined(own, ['card', 'item', 'question'].includes(part.kind) ? part.kind : 'entry');
}

/** The section that all are in; empty if they are in several. */
function sectionName(wearers: readonly Wearer[], parts: ReadonlyMap<string, string>): string {
  return (
    common(
      wearers.map(({ around }) => {
        const section = around.find(({ kind }) => kind === 'section');
        return section ? required(parts.get(section.id)) : '';
      }),
    ) ?? ''
  );
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
