import { HEADING_ELEMENTS } from '../../html-elements/headings.js';
import { kindsWith } from '../../document/element-kinds.js';
import { required } from '../../data/required.js';
import type { ElementNode, PageDocument, PageNode } from '../../document/types.js';
import { isElement, mapTree, textOf } from '../../document/walk.js';
import { slug } from '../../text/slug.js';
import { NameGiver } from '../../text/words.js';
import { likeness } from '../../document/align-trees.js';
import type { Pass } from '../pass.js';

/** Things that make up a text, a form or a page: several of them in a row are no list of items. */
const NEVER = kindsWith(({ repeats }) => repeats === 'never');
/** Things of which two side by side say nothing yet. */
const SMALL = kindsWith(({ repeats }) => repeats === 'small');
/** Boxes in which words run on: what is in them is text, not items. */
const TEXTS: ReadonlySet<string> = new Set([
  'p',
  ...HEADING_ELEMENTS,
  'select',
  'picture',
  'video',
  'tr',
  'svg',
  'button',
  'label',
]);
/** Share of two items that must be the same for them to be items of one list. */
const ALIKE = 0.7;
/** The same for what was drawn in columns of one width: they were meant to be alike. */
const ALIKE_IN_COLUMNS = 0.5;
const FEWEST = 2;
const FEWEST_SMALL = 3;

/** Neighbours of equal structure, first to last. */
export interface Group {
  readonly name: string;
  readonly items: readonly ElementNode[];
}

/**
 * Marks neighbours that are alike as items of one list.
 *
 * Before: three boxes with a picture and a heading, after: the same with `repeat: "offers-card"`.
 */
export const repeats: Pass = {
  name: 'repeats',
  does: 'marks siblings of equal structure as repeated items',
  run(document) {
    const names = new Map(groupsOf(document).flatMap(({ name, items }) => items.map(({ id }) => [id, name] as const)));
    const body = mapTree(document.body, (node) => {
      if (!isElement(node)) return node;
      const { repeat: _, ...rest } = node;
      const name = names.get(node.id);
      return name ? { ...rest, repeat: name } : rest;
    });
    return { ...document, body };
  },
};

/** All repeated groups of a page, outer ones before those inside of them. */
export function groupsOf(document: PageDocument): Group[] {
  const giver = new NameGiver();
  const groups: Group[] = [];
  const visit = (node: ElementNode, section: string): void => {
    const here = node.kind === 'section' ? slug(node.name, 24) || 'section' : section;
    for (const items of TEXTS.has(node.element) ? [] : runsIn(node, leastLikeness(node, document))) {
      const word = required(items[0]).kind;
      groups.push({ name: giver.give(here && here !== word ? `${here}-${word}` : word), items });
    }
    for (const child of node.children ?? []) if (isElement(child)) visit(child, here);
  };
  visit(document.body, '');
  return groups;
}

/** How much of the items of an element must be the same. */
function leastLikeness({ style }: ElementNode, { source, styles }: PageDocument): number {
  const columns = styles[style ?? '']?.rest['grid-template-columns'] ?? '';
  return source.kind === 'design' && columns.startsWith('repeat(') ? ALIKE_IN_COLUMNS : ALIKE;
}

/** Runs of neighbours that are alike, each to one of those before it. Lines between them do not interrupt a run. */
function runsIn(node: ElementNode, least: number): ElementNode[][] {
  const runs: ElementNode[][] = [];
  let run: ElementNode[] = [];
  const close = (): void => {
    const [first] = run;
    if (first && run.length >= (isSmall(first) ? FEWEST_SMALL : FEWEST)) runs.push(run);
    run = [];
  };
  for (const child of node.children ?? []) {
    if (isBetween(child)) continue;
    if (!isElement(child)) {
      close();
      continue;
    }
    const [first] = run;
    if (first && (NEVER.has(child.kind) || !run.some((item) => likeness(item, child) >= least))) close();
    if (!NEVER.has(child.kind)) run.push(child);
  }
  close();
  return runs;
}

/** What stands between the items of a list and is none: white space, lines, and signs as in "Privacy · Terms". */
function isBetween(node: PageNode): boolean {
  if (!isElement(node)) return !SAID.test(node.text);
  if (node.kind === 'divider' || node.kind === 'break') return true;
  const words = textOf(node);
  return words !== '' && !SAID.test(words) && !node.attributes?.['href'] && node.element !== 'button';
}

/** A letter or a figure: what has none says nothing by itself. */
const SAID = /[\p{L}\p{N}]/u;

/** A thing by itself, or a box that holds no more than that. */
function isSmall(node: ElementNode): boolean {
  const inside = (node.children ?? []).filter(isElement);
  return (
    SMALL.has(node.kind) ||
    (node.kind !== 'item' && node.kind !== 'card' && inside.length < 2 && !inside[0]?.children?.some(isElement))
  );
}
