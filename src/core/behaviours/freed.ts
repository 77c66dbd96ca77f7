import type { CapturedNode, CapturedRule } from '../html/captured.js';
import type { MatchedSelector } from '../html/cascade.js';
import { LOWEST_LAYER } from '../html/presentational-hints.js';
import { PART } from './tried.js';
import type { PlannedBehaviour } from './behaviour.js';

/** Attributes by which a script says a state that the native element says by itself, or that a style says. */
const STATES = /^(hidden|data-part|inert|aria-(hidden|expanded|pressed|selected|checked))$/;

/** What the attribute `hidden` means (HTML, 15.3.1), as a rule that counts less than any of the page. */
const HIDDEN: CapturedRule = {
  selector: ':where([hidden]:not([hidden="until-found"]))',
  media: [],
  when: [],
  layer: LOWEST_LAYER,
  set: [['display', 'none', false]],
};

/** A part that a script put in is not there at rest, whatever the page says of it. */
const PUT_IN: CapturedRule = {
  selector: `:where([${PART}])`,
  media: [],
  when: [],
  layer: LOWEST_LAYER,
  set: [['display', 'none', true]],
};

/** A page whose states are not said by attributes any more, where they go on changing. */
export interface Freed {
  readonly nodes: readonly CapturedNode[];
  /** What the attributes meant. */
  readonly rules: readonly CapturedRule[];
  /** The elements that had the attribute `hidden`. */
  readonly hidden: ReadonlySet<number>;
}

/** Takes the attributes away that a script changed and that nothing changes any more. */
export function freeStates(nodes: readonly CapturedNode[], planned: readonly PlannedBehaviour[]): Freed {
  const names = new Map<number, Set<string>>();
  for (const { means, states, trigger } of planned) {
    if (means === undefined || means === 'native') continue;
    for (const { element, name } of states.flatMap(({ changes }) => changes)) {
      if (!STATES.test(name)) continue;
      names.set(element, (names.get(element) ?? new Set()).add(name));
    }
    names.set(trigger, (names.get(trigger) ?? new Set()).add('aria-expanded').add('aria-haspopup'));
  }
  /* Roles of widgets promise keys that only a script could give them (ARIA Authoring Practices). */
  nodes.forEach(({ attributes }, at) => {
    if (WIDGETS.test(attributes?.['role'] ?? '') && near(nodes, at, planned))
      names.set(at, (names.get(at) ?? new Set()).add('role').add('aria-orientation'));
  });
  const only = new Set([...names].flatMap(([element, own]) => (own.has('hidden') ? [element] : [])));
  /* A dialog says by itself that it is one. */
  for (const { means, target } of planned)
    if (means === 'dialog' && target !== undefined)
      nodes.forEach(({ attributes }, at) => {
        if (!isIn(nodes, at, target) || (attributes?.['role'] !== 'dialog' && attributes?.['aria-modal'] === undefined))
          return;
        names.set(
          at,
          (names.get(at) ?? new Set()).add('aria-modal').add(attributes['role'] === 'dialog' ? 'role' : 'aria-modal'),
        );
      });
  const hasParts = nodes.some(({ attributes }) => attributes?.[PART] !== undefined);
  const freed = nodes.map((node, at) => {
    const own = names.get(at);
    if (!own || !node.attributes) return node;
    const kept = Object.entries(node.attributes).filter(
      ([name, value]) => !own.has(name) && !(own.has('role') && name === 'tabindex' && value === '-1'),
    );
    return { ...node, attributes: Object.fromEntries(kept) };
  });
  return { nodes: freed, hidden: only, rules: [...(only.size ? [HIDDEN] : []), ...(hasParts ? [PUT_IN] : [])] };
}

/** Where elements keep their attribute, nothing has to be said of it. */
export function onlyFreed(
  matched: readonly MatchedSelector[],
  rules: readonly CapturedRule[],
  { hidden }: Freed,
): MatchedSelector[] {
  return matched.map((entry) =>
    rules[entry.rule] === HIDDEN
      ? { ...entry, elements: entry.elements.filter((element) => hidden.has(element)) }
      : entry,
  );
}

const WIDGETS =
  /^(tablist|tab|tabpanel|menu|menubar|menuitem|menuitemradio|menuitemcheckbox|listbox|option|tree|treeitem|group|none|presentation)$/;

function isIn(nodes: readonly CapturedNode[], inner: number, outer: number): boolean {
  for (let at = inner; at >= 0; at = nodes[at]?.parent ?? -1) if (at === outer) return true;
  return false;
}

/** Whether an element is part of what a control that works opens or chooses, or the control itself or its box. */
function near(nodes: readonly CapturedNode[], element: number, planned: readonly PlannedBehaviour[]): boolean {
  return planned.some(({ means, trigger, target, states }) => {
    if (means === undefined || means === 'native' || means === 'hover') return false;
    if (nodes[trigger]?.parent === element || nodes[nodes[trigger]?.parent ?? -1]?.parent === element) return true;
    if (states.some(({ changes }) => changes.some((change) => change.element === element))) return true;
    return isIn(nodes, element, trigger) || (target !== undefined && isIn(nodes, element, target));
  });
}
