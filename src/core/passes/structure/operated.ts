import type { PageBehaviour } from '../../behaviours/behaviour.js';
import type {
  Declarations,
  ElementNode,
  PageDocument,
  PageNode,
  SharedStyle,
  StyleVariant,
} from '../../document/types.js';
import { elements, isElement } from '../../document/walk.js';
import type { Pass } from '../pass.js';
import { bareLook, RING, UNSEEN } from './hidden-inputs.js';
import { buttonFor, NOTHING_SEEN, PLAIN_DIALOG } from './native-looks.js';
import { waiting } from './waiting.js';

/**
 * Lets controls go on doing without a script what operating them in the source has shown. How things look then is known:
 * styles wait for the state. What holds the state is put in here.
 *
 * Before: `<button>Menu</button>`, after: `<button popovertarget="menu-open">Menu</button><div popover id="menu-open"></div>`.
 */
export const operated: Pass = {
  name: 'operated-controls',
  does: 'lets controls open, choose and switch without a script',
  run(document, { behaviours = [] }) {
    const working = behaviours.filter(({ means }) => means !== undefined && means !== 'native');
    return working.length ? new Rebuild(document).all(working) : document;
  },
};

class Rebuild {
  private readonly styles: Record<string, SharedStyle>;
  private readonly nodes: ReadonlyMap<string, ElementNode>;
  private readonly parents = new Map<string, ElementNode>();
  private readonly changes = new Map<string, (node: ElementNode) => ElementNode>();
  /** What comes after an element, by its id. */
  private readonly after = new Map<string, ElementNode>();
  /** By the id of what becomes the summary. */
  private readonly details = new Map<string, PageBehaviour>();
  private readonly used: string;

  constructor(private readonly document: PageDocument) {
    this.styles = { ...document.styles };
    this.nodes = new Map([...elements(document.body)].map((node) => [node.id, node]));
    for (const node of this.nodes.values())
      for (const child of node.children ?? []) if (isElement(child)) this.parents.set(child.id, node);
    this.used = JSON.stringify(
      Object.values(document.styles).flatMap(({ variants = [] }) =>
        variants.map(({ state, within }) => [state, within?.state]),
      ),
    );
  }

  all(behaviours: readonly PageBehaviour[]): PageDocument {
    for (const behaviour of behaviours) {
      if (!this.nodes.has(behaviour.trigger)) continue;
      if (behaviour.means === 'state') this.state(behaviour);
      else if (behaviour.means === 'dialog') this.dialog(behaviour);
      else if (behaviour.means === 'details') this.open(behaviour);
      else if (behaviour.means === 'hover') this.hover(behaviour);
      else this.choose(behaviour);
    }
    return { ...this.document, styles: this.styles, body: this.visit(this.document.body) };
  }

  private state({ trigger, id, closers, light }: PageBehaviour): void {
    this.change(trigger, (node) => this.asButton(node, { popovertarget: id }));
    const style = `${id}-style`;
    this.styles[style] = { rest: NOTHING_SEEN };
    this.after.set(trigger, {
      id: `${trigger}o`,
      kind: 'toggle',
      name: id,
      element: 'div',
      style,
      attributes: { id, popover: light ? 'auto' : 'manual' },
    });
    for (const closer of closers)
      this.change(closer, (node) => this.asButton(node, { popovertarget: id, popovertargetaction: 'hide' }));
  }

  private dialog({ trigger, id, target, closers }: PageBehaviour): void {
    this.change(trigger, (node) => this.asButton(node, { commandfor: id, command: 'show-modal' }));
    if (target !== undefined)
      this.change(target, (node) => {
        const { tabindex: _, ...attributes } = node.attributes ?? {};
        const own = { ...node, kind: 'dialog' as const, attributes: { ...attributes, id } };
        if (node.element === 'dialog') return own;
        const backdrop: StyleVariant = { part: '::backdrop', set: { 'background-color': 'transparent' } };
        return { ...own, element: 'dialog', style: this.restyle(node, PLAIN_DIALOG, [backdrop]) };
      });
    for (const closer of closers)
      this.change(closer, (node) => this.asButton(node, { commandfor: id, command: 'close' }));
  }

  private hover({ trigger, id }: PageBehaviour): void {
    if (this.used.includes(`#${id}`))
      this.change(trigger, (node) => ({ ...node, attributes: { ...node.attributes, id } }));
  }

  private choose({ trigger, id, group, chosen, means }: PageBehaviour): void {
    const { element } = this.nodes.get(trigger) ?? {};
    if (element === 'input') {
      this.change(trigger, (node) => ({ ...node, attributes: { ...node.attributes, id } }));
      return;
    }
    const style = `${id}-style`;
    this.styles[style] = { rest: UNSEEN };
    const kind = means === 'choice' ? { type: 'radio', name: group ?? id } : { type: 'checkbox', role: 'switch' };
    const box: ElementNode = {
      id: `${trigger}c`,
      kind: 'field',
      name: id,
      element: 'input',
      style,
      attributes: { ...kind, id, ...(chosen ? { checked: '' } : {}) },
    };
    this.change(trigger, (whole) => {
      const node = OF_LISTS.test(whole.element) ? this.contentOf(whole) : whole;
      const block: Declarations = node.inline ? {} : { display: 'block' };
      const look = { ...block, ...bareLook(node.element, this.lookOf(node)), position: 'relative' };
      const name = this.restyle(node, look, [{ state: ':has(:focus-visible)', set: RING }]);
      const spoken = node.attributes?.['aria-label'];
      const named = spoken === undefined ? box : { ...box, attributes: { ...box.attributes, 'aria-label': spoken } };
      const label: ElementNode = {
        ...node,
        element: 'label',
        kind: 'toggle',
        style: name,
        attributes: plain(node.attributes),
        children: [named, ...(node.children ?? [])],
      };
      return node === whole ? label : { ...whole, children: [label] };
    });
  }

  /** The control becomes a summary, or its heading goes into one. */
  private open(behaviour: PageBehaviour): void {
    const { trigger, summary } = behaviour;
    if (!summary) return;
    this.details.set(summary.branch, behaviour);
    if (summary.branch === trigger) return;
    this.change(trigger, (node) => {
      const style = this.restyle(node, bareLook(node.element, this.lookOf(node)));
      return { ...node, element: 'span', kind: 'run', style, inline: true, attributes: plain(node.attributes) };
    });
  }

  private change(id: string, how: (node: ElementNode) => ElementNode): void {
    const before = this.changes.get(id);
    this.changes.set(id, before ? (node) => how(before(node)) : how);
  }

  /** What is in an item, as a box of its own: the item has to stay one. */
  private contentOf({ id, children = [], attributes = {} }: ElementNode): ElementNode {
    const label = attributes['aria-label'];
    return {
      id: `${id}i`,
      kind: 'box',
      name: 'box',
      element: 'div',
      ...(label === undefined ? {} : { attributes: { 'aria-label': label } }),
      children,
    };
  }

  private asButton(node: ElementNode, more: Readonly<Record<string, string>>): ElementNode {
    if (OF_LISTS.test(node.element)) return { ...node, children: [this.asButton(this.contentOf(node), more)] };
    const kept = node.element === 'button' ? { ...plain(node.attributes), type: 'button' } : plain(node.attributes);
    if (node.element === 'button') return { ...node, attributes: { ...kept, ...more } };
    const isLink = node.element === 'a' && node.attributes?.['href'] !== undefined;
    const isBlock = this.fillsItsBox(node);
    const style = this.restyle(node, buttonFor(node.element, isLink, isBlock, this.lookOf(node)));
    return { ...node, element: 'button', kind: 'button', style, attributes: { ...kept, type: 'button', ...more } };
  }

  /** Whether an element is as wide as its box: a button would only be as wide as its words. */
  private fillsItsBox(node: ElementNode): boolean {
    const { position = 'static', float = 'none' } = this.lookOf(node);
    if (node.inline || /absolute|fixed/.test(position) || float !== 'none') return false;
    const box = this.parents.get(node.id);
    return !/flex|grid/.test((box && this.lookOf(box)['display']) ?? 'block');
  }

  private lookOf({ style }: ElementNode): Declarations {
    return this.styles[style ?? '']?.rest ?? {};
  }

  /** Says of an element that becomes another one what it looked like by itself, at rest and where it goes back to that. */
  private restyle(node: ElementNode, look: Declarations, more: readonly StyleVariant[] = []): string {
    const name = node.style ?? `t${node.id}`;
    const { rest, variants = [] } = this.styles[name] ?? { rest: {} };
    const spelled = variants.map((variant) => ({
      ...variant,
      set: Object.fromEntries(
        Object.entries(variant.set).map(([property, value]) => [
          property,
          value === 'revert' ? (look[property] ?? value) : value,
        ]),
      ),
    }));
    this.styles[name] = {
      rest: { ...look, ...rest },
      ...(spelled.length + more.length ? { variants: [...spelled, ...more] } : {}),
    };
    return name;
  }

  private visit(node: ElementNode): ElementNode {
    const own = this.changes.get(node.id)?.(node) ?? node;
    if (!own.children) return own;
    const children: PageNode[] = [];
    let open: { readonly behaviour: PageBehaviour; readonly inside: PageNode[] } | undefined;
    for (const child of own.children) {
      const made = isElement(child) ? this.visit(child) : child;
      const id = isElement(child) ? child.id : undefined;
      const starts = id === undefined ? undefined : this.details.get(id);
      if (starts && isElement(made)) open = { behaviour: starts, inside: [this.summaryOf(starts, made)] };
      else (open?.inside ?? children).push(made);
      if (open && id === open.behaviour.summary?.content) {
        children.push(this.detailsOf(open.behaviour, open.inside));
        open = undefined;
      }
      const after = id === undefined ? undefined : this.after.get(id);
      if (after) children.push(after);
    }
    if (open) children.push(...open.inside);
    return { ...own, children };
  }

  private summaryOf({ trigger, id }: PageBehaviour, branch: ElementNode): ElementNode {
    if (branch.id === trigger) {
      const style = this.restyle(branch, { ...SUMMARY, ...bareLook(branch.element, this.lookOf(branch)) });
      return { ...branch, element: 'summary', kind: 'question', style, attributes: plain(branch.attributes) };
    }
    const style = `${id}-summary`;
    this.styles[style] = { rest: SUMMARY };
    return {
      id: `${branch.id}y`,
      kind: 'question',
      name: `${id}-summary`,
      element: 'summary',
      style,
      children: [branch],
    };
  }

  private detailsOf({ id, summary, trigger, open, group }: PageBehaviour, children: readonly PageNode[]): ElementNode {
    const style = `${id}-details`;
    this.styles[style] = { rest: CONTENTS, variants: [{ part: '::details-content', set: CONTENTS }] };
    const branch = this.nodes.get(summary?.branch ?? '')?.style;
    if (branch !== undefined) this.waitFor(style, branch);
    const attributes = {
      ...(group === undefined ? {} : { name: group }),
      ...(open ? { open: '' } : {}),
      ...(this.used.includes(`#${id}[`) || this.used.includes(`#${id}:`) ? { id } : {}),
    };
    return { id: `${trigger}d`, kind: 'question', name: id, element: 'details', style, attributes, children };
  }

  /** What waited for the summary waits for the `details` now. */
  private waitFor(details: string, branch: string): void {
    for (const [name, style] of Object.entries(this.styles)) {
      if (!style.variants) continue;
      this.styles[name] = {
        ...style,
        variants: style.variants.map((variant) => waiting(variant, name === branch, details, branch)),
      };
    }
  }
}

/** Elements that their boxes ask for (HTML, 4.4 and 4.9). */
const OF_LISTS = /^(li|dt|dd|td|th|tr|option)$/;

/** Boxes that are not there, so that what is in them stands as before (CSS Display 3, 2.5; CSS Pseudo 4, ::details-content). */
const CONTENTS: Declarations = { display: 'contents' };
const SUMMARY: Declarations = { display: 'block', 'list-style-type': 'none' };
/** Attributes without those that promise what only a script could keep. */
function plain(attributes: ElementNode['attributes']): Record<string, string> {
  return Object.fromEntries(
    Object.entries(attributes ?? {}).filter(
      ([name]) =>
        !/^(href|type|role|tabindex|name|value|target|rel|aria-(expanded|controls|haspopup|selected|pressed|checked|owns))$/.test(
          name,
        ),
    ),
  );
}
