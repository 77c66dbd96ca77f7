import { LAYOUT_KINDS } from '../../document/element-kinds.js';
import { required } from '../../data/required.js';

import type {
  Declarations,
  ElementNode,
  PageDocument,
  PageNode,
  SharedStyle,
  StyleVariant,
} from '../../document/types.js';
import { elements, isElement } from '../../document/walk.js';
import { slug } from '../../text/slug.js';
import { NameGiver } from '../../text/words.js';
import type { Control, Pass } from '../pass.js';
import { bareLook, hiddenBy, RING, UNSEEN } from './hidden-inputs.js';

/**
 * Lets tabs choose their panels without a script: radio buttons that are not seen remember which is chosen, the tabs
 * become their labels.
 *
 * Before: `<button role="tab" aria-controls="a">…</button> … <div id="a">…</div>`,
 * after: `<input type="radio" name="tabs" id="tab-a" checked> … <label for="tab-a">…</label> … <div>…</div>`.
 */
export const tabs: Pass = {
  name: 'tabs',
  does: 'switches tab panels with radio buttons',
  run(document, { controls = [] }) {
    const names = new NameGiver();
    return groupsOf(document, controls).reduce((page, group) => rebuild(page, group, names), document);
  },
};

interface Group {
  /** Ids of tabs and of the panels that they show, in the order of the page. */
  readonly members: readonly { readonly tab: string; readonly panel: string }[];
  /** Id of the list of tabs. */
  readonly list: string;
}

/** Tabs that lie in one list. Groups of which something is missing are left alone. */
function groupsOf(document: PageDocument, controls: readonly Control[]): Group[] {
  const lists = new Map<string, Map<string, string>>();
  const panels = new Map(
    controls.flatMap(({ kind, control, target }) => (kind === 'tab' ? [[control, target] as const] : [])),
  );
  if (panels.size === 0) return [];
  const known = new Set([...elements(document.body)].map(({ id }) => id));
  const visit = (node: ElementNode, list: string | undefined): void => {
    const here = node.attributes?.['role'] === 'tablist' ? node.id : list;
    const panel = panels.get(node.id);
    if (here && panel && known.has(panel))
      lists.set(here, (lists.get(here) ?? new Map<string, string>()).set(node.id, panel));
    for (const child of node.children ?? []) if (isElement(child)) visit(child, here);
  };
  visit(document.body, undefined);
  return [...lists].flatMap(([list, members]): Group[] =>
    members.size > 1 ? [{ list, members: [...members].map(([tab, panel]) => ({ tab, panel })) }] : [],
  );
}

// eslint-disable-next-line max-lines-per-function -- builds one set of tabs, which reads best as the tree it becomes
function rebuild(document: PageDocument, { list, members }: Group, names: NameGiver): PageDocument {
  const nodes = new Map([...elements(document.body)].map((node) => [node.id, node]));
  const styles: Record<string, SharedStyle> = { ...document.styles };
  const shown = members.map(({ panel }) => {
    const style = nodes.get(panel)?.style;
    return Object.keys(hiddenBy(new Map(Object.entries((style ? styles[style]?.rest : undefined) ?? {})))).length === 0;
  });
  const chosen = shown.indexOf(true);
  if (chosen < 0 || shown.filter(Boolean).length !== 1) return document;
  const group = names.give(`tabs-${slug(nodes.get(list)?.attributes?.['aria-label'] ?? '', 20) || 'group'}`);
  const ids = members.map(({ panel }, index) =>
    names.give(`tab-${slug(nodes.get(panel)?.attributes?.['id'] ?? '', 24) || index + 1}`),
  );
  const changed = new Map<string, (node: ElementNode) => ElementNode>();
  const plain = styleOf(nodes.get(members[chosen === 0 ? 1 : 0]?.tab ?? ''), styles);
  const strong = styleOf(nodes.get(members[chosen]?.tab ?? ''), styles);
  members.forEach(({ tab, panel }, index) => {
    const box = `${ids[index]}-style`;
    styles[box] = { rest: UNSEEN };
    const when = (state: string, set: Declarations): StyleVariant => ({
      within: { style: box, state, beside: true },
      set,
    });
    const look = `${ids[index]}-look`;
    styles[look] = {
      rest: { ...bareLook(nodes.get(tab)?.element ?? '', plain.rest), ...plain.rest },
      variants: [
        ...(plain.variants ?? []),
        when(':checked', difference(plain.rest, strong.rest)),
        when(':focus-visible', RING),
      ],
    };
    changed.set(tab, (node) => ({
      ...node,
      element: 'label',
      kind: 'button',
      style: look,
      attributes: { for: required(ids[index]), ...(node.attributes?.['id'] ? { id: node.attributes['id'] } : {}) },
    }));
    const of = required(nodes.get(panel));
    const own = (of.style ? styles[of.style] : undefined) ?? { rest: {} };
    const rest = { ...own.rest, ...(index === chosen ? {} : hiddenBy(new Map(Object.entries(own.rest)))) };
    const face = `${ids[index]}-panel`;
    styles[face] = { rest, variants: [...(own.variants ?? []), when(':not(:checked)', { display: 'none' })] };
    changed.set(panel, (node) => ({ ...withoutRole(node), style: face }));
  });
  changed.set(list, withoutRole);
  const boxes = ids.map((id, index): ElementNode => ({
    id: `${members[index]?.tab}r`,
    kind: 'field',
    name: id,
    element: 'input',
    style: `${id}-style`,
    attributes: { type: 'radio', name: group, id, ...(index === chosen ? { checked: '' } : {}) },
  }));
  const holder = holderOf(document.body, [list, ...members.map(({ panel }) => panel)]);
  const visit = (node: ElementNode): ElementNode => {
    const element = changed.get(node.id)?.(node) ?? node;
    const children = element.children?.map((child): PageNode => (isElement(child) ? visit(child) : child));
    const withBoxes = node.id === holder.id ? [...boxes, ...(children ?? [])] : children;
    const kind = node.id === holder.id && LAYOUT_KINDS.has(node.kind) ? 'tabs' : element.kind;
    return withBoxes ? { ...element, kind, children: withBoxes } : element;
  };
  return { ...document, styles, body: visit(document.body) };
}

/** Roles of tabs promise keys that only a script could give them. */
function withoutRole(node: ElementNode): ElementNode {
  const { role: _, ...attributes } = node.attributes ?? {};
  return { ...node, attributes };
}

function styleOf(node: ElementNode | undefined, styles: Readonly<Record<string, SharedStyle>>): SharedStyle {
  return (node?.style ? styles[node.style] : undefined) ?? { rest: {} };
}

/** What one look says otherwise than another; what only the other says is taken back. */
function difference(from: Declarations, to: Declarations): Declarations {
  const record: Record<string, string> = {};
  for (const [name, value] of Object.entries(to)) if (from[name] !== value) record[name] = value;
  for (const name of Object.keys(from)) if (!(name in to)) record[name] = 'revert';
  return record;
}

/** The smallest box that holds all of these. */
function holderOf(node: ElementNode, ids: readonly string[]): ElementNode {
  const holdsAll = (element: ElementNode): boolean => {
    const inside = new Set([...elements(element)].map(({ id }) => id));
    return element.element !== 'ul' && ids.every((id) => id !== element.id && inside.has(id));
  };
  const deeper = (node.children ?? []).filter(isElement).find(holdsAll);
  return deeper ? holderOf(deeper, ids) : node;
}
