import { required } from '../../data/required.js';
import type {
  Declarations,
  ElementNode,
  PageDocument,
  PageNode,
  SharedStyle,
  StyleVariant,
} from '../../document/types.js';
import { spread, type RangeDeclarations } from '../../document/style-ranges.js';
import { spokenName } from '../../document/accessible-name.js';
import { elements, isElement, textOf } from '../../document/walk.js';
import { slug } from '../../text/slug.js';
import { NameGiver } from '../../text/words.js';
import type { Pass } from '../pass.js';
import { bareLook, hiddenBy, RING, UNSEEN } from './hidden-inputs.js';

/** Boxes that may hold only certain children (HTML, 4.4 and 4.9): nothing is put into them. */
const STRICT = new Set(['ul', 'ol', 'dl', 'menu', 'table', 'thead', 'tbody', 'tfoot', 'tr', 'select', 'p', 'picture']);

/**
 * Lets menus, panels and dialogs that a script opened open without one: a check box that is not seen remembers whether
 * they are open, what was pressed becomes its label.
 *
 * Before: `<button aria-controls="menu">Menu</button><nav id="menu">…</nav>`,
 * after: `<input type="checkbox" id="open-menu"><label for="open-menu">Menu</label><nav>…</nav>`.
 */
export const switches: Pass = {
  name: 'switches',
  does: 'opens with a check box what a script opened',
  run(document, { controls = [] }) {
    const work = new Switchboard(document);
    const names = new NameGiver();
    for (const { control, target, kind } of controls) if (kind === 'open') work.open(control, target, names);
    for (const { control, target, kind } of controls) if (kind === 'close') work.close(control, target);
    return work.finish();
  },
};

class Switchboard {
  private readonly nodes = new Map<string, ElementNode>();
  private readonly parents = new Map<string, ElementNode>();
  private readonly styles: Record<string, SharedStyle>;
  private readonly changed = new Map<string, (node: ElementNode) => ElementNode>();
  /** Check boxes to put in front of an element, by its id. */
  private readonly before = new Map<string, ElementNode[]>();
  /** Id of the check box by the id of what it opens. */
  private readonly opened = new Map<string, string>();

  constructor(private readonly document: PageDocument) {
    this.styles = { ...document.styles };
    for (const node of elements(document.body)) {
      this.nodes.set(node.id, node);
      for (const child of node.children ?? []) if (isElement(child)) this.parents.set(child.id, node);
    }
  }

  open(control: string, target: string, names: NameGiver): void {
    const [pressed, shown] = [this.nodes.get(control), this.nodes.get(target)];
    if (!pressed || !shown || this.changed.has(control)) return;
    const known = this.opened.get(target);
    const sets = this.rangesOf(shown).map(hiddenBy);
    if (sets.every((set) => Object.keys(set).length === 0)) return;
    if (known) {
      this.makeLabel(pressed, known);
      return;
    }
    const place = this.placeFor(pressed, shown);
    if (!place) return;
    const word = slug(shown.attributes?.['id'] ?? (pressed.attributes?.['aria-label'] || 'more'), 24) || 'more';
    const id = names.give(`open-${word}`);
    const style = `${id}-style`;
    this.styles[style] = { rest: UNSEEN };
    const label = labelOf(pressed, shown);
    const box: ElementNode = {
      id: `${control}s`,
      kind: 'field',
      name: id,
      element: 'input',
      style,
      attributes: { type: 'checkbox', id, ...(label ? { 'aria-label': label } : {}) },
    };
    this.before.set(place, [...(this.before.get(place) ?? []), box]);
    this.opened.set(target, id);
    this.makeLabel(pressed, id);
    this.addVariants(shown, style, sets);
  }

  close(control: string, target: string): void {
    const [pressed, id] = [this.nodes.get(control), this.opened.get(target)];
    if (pressed && id && !this.changed.has(control)) this.makeLabel(pressed, id);
  }

  private rangesOf({ style }: ElementNode): readonly RangeDeclarations[] {
    return spread(style ? this.styles[style] : undefined, this.document.breakpoints).rest;
  }

  /** The element in front of which the check box goes: it comes before both, in a box that holds both. */
  private placeFor(pressed: ElementNode, shown: ElementNode): string | undefined {
    const trail = (node: ElementNode): ElementNode[] => {
      const list = [node];
      for (let at = this.parents.get(node.id); at; at = this.parents.get(at.id)) list.unshift(at);
      return list;
    };
    const [a, b] = [trail(pressed), trail(shown)];
    let depth = 0;
    while (a[depth + 1] && a[depth + 1] === b[depth + 1]) depth += 1;
    if (a.length === depth + 1 || b.length === depth + 1) return undefined;
    while (depth > 0 && STRICT.has(required(a[depth]).element)) depth -= 1;
    const holder = required(a[depth]);
    const inside = (holder.children ?? []).filter(isElement);
    return inside.find((child) => child === a[depth + 1] || child === b[depth + 1])?.id;
  }

  private makeLabel(node: ElementNode, id: string): void {
    const was = node.element;
    const style = node.style ?? `t${node.id}`;
    const own = this.styles[style] ?? { rest: {} };
    const box = `${id}-style`;
    this.styles[style] = {
      rest: { ...bareLook(was, own.rest), ...own.rest },
      variants: [...(own.variants ?? []), { within: { style: box, state: ':focus-visible', beside: true }, set: RING }],
    };
    const { href: _, type: __, role: ___, name: ____, value: _____, tabindex: ______, ...rest } = node.attributes ?? {};
    const attributes = Object.fromEntries(Object.entries(rest).filter(([name]) => !name.startsWith('aria-')));
    this.changed.set(node.id, (element) => ({
      ...element,
      element: 'label',
      kind: 'toggle',
      style,
      attributes: { ...attributes, for: id },
    }));
  }

  /** What shows it where it is hidden, and gives it back its own look where it is not. */
  private addVariants(shown: ElementNode, box: string, sets: readonly Declarations[]): void {
    const ranges = this.rangesOf(shown);
    const within = { style: box, state: ':checked', beside: true } as const;
    const variants: StyleVariant[] = [];
    let now: Declarations = {};
    sets.forEach((set, index) => {
      const own = Object.fromEntries(
        Object.keys(now)
          .filter((name) => !(name in set))
          .map((name) => [name, ranges[index]?.get(name) ?? 'revert-layer']),
      );
      const next = { ...own, ...set };
      const changes = Object.fromEntries(Object.entries(next).filter(([name, value]) => now[name] !== value));
      if (Object.keys(changes).length) {
        const at = index === 0 ? {} : { at: required(this.document.breakpoints[index - 1]).name };
        variants.push({ ...at, within, set: changes });
      }
      now = { ...now, ...next };
    });
    const style = required(shown.style);
    const own = required(this.styles[style]);
    this.styles[style] = { ...own, variants: [...(own.variants ?? []), ...variants] };
  }

  finish(): PageDocument {
    if (this.opened.size === 0) return this.document;
    const visit = (node: ElementNode): ElementNode => {
      const element = this.changed.get(node.id)?.(node) ?? node;
      if (!element.children) return element;
      const children = element.children.flatMap((child): PageNode[] =>
        isElement(child) ? [...(this.before.get(child.id) ?? []), visit(child)] : [child],
      );
      return { ...element, children };
    };
    return { ...this.document, styles: this.styles, body: visit(this.document.body) };
  }
}

/** What a screen reader says of what is pressed, where its words do not stay with it: its label, or what it opens. */
function labelOf(pressed: ElementNode, shown: ElementNode): string | undefined {
  const own = pressed.attributes?.['aria-label'] ?? pressed.attributes?.['title'];
  if (own || textOf(pressed)) return own;
  return (
    spokenName(pressed) || ([...elements(shown)].filter(({ element }) => element === 'a').length > 1 ? 'Menu' : 'More')
  );
}
