import { required } from '../../data/required.js';
import type { ElementNode, PageNode } from '../../document/types.js';
import { isElement, textOf } from '../../document/walk.js';
import { isOrnament } from './roles.js';
import { areTied, isHead } from './tables.js';

/** Neighbours that are entries of one list, and what the list is called. */
export interface EntryRun {
  readonly name: string;
  readonly entries: readonly ElementNode[];
}

/** What several of a kind are called. */
const MANY: Readonly<Record<string, string>> = {
  card: 'cards',
  item: 'items',
  link: 'links',
  button: 'buttons',
  image: 'pictures',
  icon: 'icons',
  quote: 'quotes',
  menu: 'menus',
  question: 'questions',
  'table-part': 'rows',
  'picture-box': 'pictures',
  text: 'paragraphs',
  embed: 'embeds',
  video: 'videos',
  form: 'forms',
};

/** Short texts side by side are no paragraphs. */
const PARAGRAPH = 40;
/** Fewer texts below each other are no list of paragraphs. */
const FEWEST = 2;

/** The lists right in an element: neighbours marked as alike, questions, and paragraphs below each other. @param clones are none of their entries */
export function runsIn(node: ElementNode, clones: ReadonlySet<PageNode> = new Set()): EntryRun[] {
  const runs: ElementNode[][] = [];
  let before: string | undefined;
  for (const child of (node.children ?? []).filter((own) => !clones.has(own)).filter(isEntryLike)) {
    const key = keyOf(child, node);
    if (key !== undefined && key === before) required(runs.at(-1)).push(child);
    else if (key !== undefined) runs.push([child]);
    before = key;
  }
  const many = runs.filter((run) => run.length >= FEWEST && !areTied(run));
  return many.map((entries) => ({ name: nameOf(node, required(entries[0])), entries }));
}

/** White space, lines, breaks and signs between entries do not part them. */
function isEntryLike(child: PageNode): child is ElementNode {
  if (!isElement(child) || child.kind === 'divider' || child.kind === 'break') return false;
  const words = textOf(child);
  return child.repeat !== undefined || words === '' || !isOrnament(words);
}

function keyOf(child: ElementNode, parent: ElementNode): string | undefined {
  if (child.element === 'option') return 'option';
  if (holdsControl(child) || isHead(child)) return undefined;
  if (child.repeat) return child.repeat;
  if (child.kind === 'question') return 'question';
  const isText = child.kind === 'text' && child.element === 'p' && textOf(child).length >= PARAGRAPH;
  return isText && parent.kind !== 'item' ? `text ${child.style ?? ''} ${child.difference ?? ''}` : undefined;
}

/** What a form asks for is no list: whoever reads its answers knows each by its name. */
function holdsControl(node: ElementNode): boolean {
  if (/^(input|select|textarea)$/.test(node.element)) return true;
  return (node.children ?? []).some((child) => isElement(child) && holdsControl(child));
}

function nameOf(parent: ElementNode, first: ElementNode): string {
  if (first.element === 'option') return 'options';
  if (parent.kind === 'menu' || parent.element === 'nav') return 'menu';
  if (parent.element === 'dl' && first.kind === 'item') return 'terms';
  const inner = (first.children ?? []).filter(isElement);
  const only = first.kind === 'item' && inner.length === 1 && (inner[0]?.kind === 'link' || inner[0]?.kind === 'image');
  return MANY[only ? required(inner[0]).kind : first.kind] ?? 'entries';
}
