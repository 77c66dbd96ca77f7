import type { ElementNode } from '../../document/types.js';
import { elements, isElement, textOf } from '../../document/walk.js';
import { opens } from './field-attributes.js';
import { hasControl } from './naming.js';

const CONTROL = /^(input|textarea|select)$/;

/** Which label is that of which control of a page (HTML, 4.10.4: `for`). */
export class Labels {
  private readonly byControl = new Map<ElementNode, ElementNode>();
  private readonly own = new Set<ElementNode>();

  constructor(body: ElementNode) {
    const all = [...elements(body)];
    const controls = new Map(
      all.flatMap((node) => {
        const id = CONTROL.test(node.element) ? node.attributes?.['id'] : undefined;
        return id === undefined ? [] : [[id, node] as const];
      }),
    );
    for (const label of all) {
      const control = controls.get(label.attributes?.['for'] ?? '');
      if (label.element !== 'label' || !control || hasControl(label) || this.byControl.has(control)) continue;
      if (opens(control) && !textOf(label)) continue;
      this.byControl.set(control, label);
      this.own.add(label);
    }
  }

  /** The label of a control, or itself if it is that of one. */
  of(node: ElementNode): ElementNode | undefined {
    return this.own.has(node) ? node : this.byControl.get(node);
  }

  /** The control of a box that holds one with its label, and what is about it: texts, or in an item of a menu what it opens. */
  holderOf(child: ElementNode, parent: ElementNode): ElementNode | undefined {
    const inside = (parent.children ?? []).filter(isElement);
    const controls = inside.filter((node) => this.byControl.has(node));
    const [only] = controls;
    const label = only && this.byControl.get(only);
    if (!only || controls.length > 1 || !label || !inside.includes(label) || hasControl(child)) return undefined;
    if (opens(only) && (parent.element !== 'li' || !textOf(label) || child === only)) return undefined;
    return CONTROL.test(child.element) && child !== only ? undefined : only;
  }
}
