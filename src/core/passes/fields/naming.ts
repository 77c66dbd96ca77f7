import type { ElementNode, PageNode } from '../../document/types.js';
import { isElement, isWords } from '../../document/walk.js';
import { slug } from '../../text/slug.js';
import { NameGiver, nth } from '../../text/words.js';
import { EDITABLE } from './field-attributes.js';
import { headingsIn, isDecoration, isOrnament } from './roles.js';
import { saysOf } from './says.js';
import { telling, type Slots } from './slots.js';

/** Longest name, in letters. */
export const LONGEST = 24;
/** A text of at most so many words before the heading announces it. */
const KICKER_WORDS = 6;

/** Where fields are named: in a section, a group or an entry of a list. */
export interface Scope {
  /** Path up to here. */
  readonly path: string;
  readonly giver: NameGiver;
  /** The node of the scope, to see what else is in it. */
  readonly root: ElementNode;
  /** What words are called here, if their own element does not say it. */
  readonly word?: string;
  /** Whether it is in a navigation. */
  readonly nav?: true;
  /** What the cells of the table that it is in are called. */
  readonly columns?: ReadonlyMap<PageNode, string>;
  /** Whether it is an entry of a list whose entries have other icons each. */
  readonly icons?: true;
  /** The places in the entries of the list, if it is in one. */
  readonly slots?: Slots;
  /** The scope of the label or the term right before: what follows belongs to it. */
  readonly pair?: Scope;
  /** How many headings of it have their name already. */
  readonly seen: { headings: number; last: string };
}

/** What the words in the head of a table are called: each with the words themselves. */
export const COLUMN = 'column';

/** A name that says what it is: the plain one where it is free, else one by the first words. @param isBoth with the name before them */
export function spoken(giver: NameGiver, name: string, text: string, isBoth = false): string {
  if (!giver.has(name) && name !== COLUMN) return giver.give(name);
  const more = slug(text, LONGEST);
  if (!more || more === name) return nth(giver, name);
  return nth(giver, isBoth || /^\d/.test(more) || name === COLUMN ? `${name}-${more}` : more);
}

/**
 * The name of a node, or of a part of it: in an entry that of its place.
 * @param make gives a new name, from words that can name it
 */
export function nameIn({ giver, slots }: Scope, node: PageNode, part: string, make: (words: string) => string): string {
  return slots ? slots.name(node, part, giver, make) : make(saysOf(node));
}

/** What briefer and longer texts of an entry are called that have nothing else to be named by. */
const BRIEF = ['text', 'note', 'detail', 'remark'];
const LONG = ['text', 'more', 'rest'];

/** What a plain text is by how it is written, or by where it stands. */
export function textName(node: PageNode, { root, seen, giver, slots }: Scope): string {
  const texts = slots?.textsAt(node) ?? [saysOf(node)];
  const told = telling(texts);
  if (told !== undefined) return told;
  const words = Math.max(...texts.map((text) => text.trim().split(/\s+/).length));
  const headings = headingsIn(root).length;
  if (headings && seen.headings === 0 && words <= KICKER_WORDS) return 'kicker';
  if (root.kind === 'section' && headings && seen.headings === 1 && seen.last === 'heading') return 'intro';
  /* In an entry it is its place that says what a text is: the same place has the same name in all entries. */
  if (slots) return (words <= KICKER_WORDS ? BRIEF : LONG).find((name) => !giver.has(name)) ?? 'text';
  return 'text';
}

/** What a scope within another one has from that. */
export function handedOn({ columns, slots, nav }: Scope): Partial<Scope> {
  return { ...(columns ? { columns } : {}), ...(slots ? { slots } : {}), ...(nav ? { nav } : {}) };
}

/** A scope with names of its own. */
export function scopeOf(path: string, root: ElementNode, more: Partial<Scope> = {}): Scope {
  return { path, giver: new NameGiver(), root, seen: { headings: 0, last: '' }, ...more };
}

/** Whether all that an element says is one text: then that is its label. */
export function saysOne(node: ElementNode): boolean {
  return isWordsOnly(node) || (node.children ?? []).reduce((sum, child) => sum + textsIn(child), 0) === 1;
}

function textsIn(node: PageNode): number {
  if (isWords(node)) return isOrnament(node.text) ? 0 : 1;
  if (node.kind === 'heading' || (node.element in EDITABLE && !isDecoration(node))) return Infinity;
  return (node.children ?? []).reduce((sum, child) => sum + textsIn(child), 0);
}

/** Whether an element holds words and their runs, and no boxes. */
export function isWordsOnly(node: ElementNode): boolean {
  return (node.children ?? []).every(
    (child) =>
      isWords(child) || ((child.inline || child.kind === 'icon' || child.kind === 'run') && isWordsOnly(child)),
  );
}

/** Whether a control of a form is in an element. */
export function hasControl(node: ElementNode): boolean {
  return (node.children ?? []).some(
    (child) => isElement(child) && (/^(input|textarea|select)$/.test(child.element) || hasControl(child)),
  );
}

/** What an element holds, if it is one element and no words beside it. */
export function onlyChild(node: ElementNode): ElementNode | undefined {
  const [only, ...more] = (node.children ?? []).filter((child) => isElement(child) || child.text.trim());
  return only && more.length === 0 && isElement(only) ? only : undefined;
}

/** The page without fields: it can be named anew. */
export function stripped(node: PageNode): PageNode {
  if (isWords(node)) return { kind: 'words', text: node.text };
  const { fields: _, rich: __, entry: ___, ...rest } = node;
  return { ...rest, ...(node.children ? { children: node.children.map(stripped) } : {}) };
}
