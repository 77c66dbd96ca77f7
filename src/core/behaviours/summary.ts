import type { PlannedBehaviour } from './behaviour.js';
import type { CapturedTree } from './tree.js';

/** Boxes that may hold only certain children (HTML, 4.4 and 4.9): nothing else is put into them. */
const STRICT = new Set(['ul', 'ol', 'dl', 'menu', 'table', 'thead', 'tbody', 'tfoot', 'tr', 'select', 'p', 'picture']);
const INTERACTIVE = /^(a|button|input|select|textarea|details|summary|label|iframe|video|audio)$/;

/** A control and what it opens right after it can be `details`, if nothing else can be pressed in what is the summary. */
export function summaryFor(
  tree: CapturedTree,
  trigger: number,
  target: number | undefined,
  closers: readonly number[],
): PlannedBehaviour['summary'] {
  if (target === undefined || closers.length || tree.isIn(target, trigger) || tree.isIn(trigger, target))
    return undefined;
  const box = tree.around(trigger, target);
  const isLaidOut = /flex|grid/.test(tree.node(box).display ?? '');
  if (isLaidOut && tree.branch(box, trigger) !== trigger) return undefined;
  if (STRICT.has(tree.node(box).tag ?? '')) return undefined;
  const [branch, content] = [tree.branch(box, trigger), tree.branch(box, target)];
  const after = tree.childrenOf(box);
  const between = after.slice(after.indexOf(branch) + 1, after.indexOf(content));
  if (after.indexOf(content) < after.indexOf(branch) || between.some((at) => !isBlank(tree, at))) return undefined;
  const others = [...tree.inside(branch)].filter(
    (at) =>
      at !== trigger &&
      (INTERACTIVE.test(tree.node(at).tag ?? '') || tree.node(at).attributes?.['tabindex'] !== undefined),
  );
  if (others.length || tree.text(branch) !== tree.text(trigger)) return undefined;
  return /^(li|dt|dd|tr|td|th|option)$/.test(tree.node(branch).tag ?? '') ? undefined : { branch, content };
}

function isBlank(tree: CapturedTree, at: number): boolean {
  const { tag, text = '' } = tree.node(at);
  return tag === undefined && text.trim() === '';
}
