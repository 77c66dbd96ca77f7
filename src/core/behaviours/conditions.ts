import type { Condition } from '../html/conditions.js';
import type { PlannedBehaviour } from './behaviour.js';
import type { CapturedTree } from './tree.js';

/** The state of a summary whose `details` are open, until the `details` are there and can say so themselves. */
export const OPEN_SUMMARY = ':is([open] > *)';
export const CLOSED_SUMMARY = ':not([open] > *)';
export const OPEN = '[open]';

/** Says under which condition an element looks as it does once something was operated. */
export class OperatedConditions {
  constructor(
    private readonly tree: CapturedTree,
    private readonly all: readonly PlannedBehaviour[],
  ) {}

  /** @param element the one whose look is asked for */
  of(behaviour: PlannedBehaviour, element: number): Condition {
    const { tree } = this;
    const { trigger, means, id, summary, open, target = trigger } = behaviour;
    const isIn = (outer: number): boolean => tree.isIn(element, outer);
    switch (means) {
      case 'details': {
        if (!summary) break;
        const state = open ? CLOSED_SUMMARY : OPEN_SUMMARY;
        if (isIn(summary.branch)) return inOrOn(element, summary.branch, state);
        if (isIn(summary.content)) return { within: { element: summary.branch, state, beside: true } };
        return this.from(tree.parent(summary.branch), element, `:has(#${id}${open ? ':not([open])' : '[open]'})`);
      }
      case 'dialog':
        return isIn(target) ? inOrOn(element, target, OPEN) : this.from(target, element, `:has(#${id}[open])`);
      case 'hover': {
        const state = this.takesFocus(trigger) ? ':is(:hover, :focus-visible)' : ':hover';
        if (isIn(trigger)) return inOrOn(element, trigger, state);
        const box = tree.around(trigger, element);
        if (element !== box && tree.parent(trigger) === box && tree.branch(box, element) > trigger)
          return { within: { element: trigger, state, beside: true } };
        return this.from(trigger, element, `:has(#${id}${state})`);
      }
      case 'choice':
      case 'switch': {
        const { tag, attributes } = tree.node(trigger);
        const state = tag === 'input' && attributes?.['checked'] !== undefined ? ':not(:checked)' : ':checked';
        if (tag === 'input' && element === trigger) return { state };
        if (isIn(trigger)) return inOrOn(element, trigger, `:has(${state})`);
        return this.from(trigger, element, `:has(#${id}${state})`);
      }
    }
    const box = tree.around(tree.parent(trigger), element);
    return inOrOn(element, box, this.isOnlyState(box) ? ':has(:popover-open)' : `:has(#${id}:popover-open)`);
  }

  /** As seen from the innermost box that holds both. */
  private from(holder: number, element: number, state: string): Condition {
    return inOrOn(element, this.tree.around(holder, element), state);
  }

  /** Whether nothing else in a box can be an open popover. */
  private isOnlyState(box: number): boolean {
    const states = this.all.filter(({ means, trigger }) => means === 'state' && this.tree.isIn(trigger, box));
    if (states.length > 1) return false;
    return ![...this.tree.inside(box)].some((at) => this.tree.node(at).attributes?.['popover'] !== undefined);
  }

  private takesFocus(trigger: number): boolean {
    const { tag = '', attributes = {} } = this.tree.node(trigger);
    if (/^(button|input|select|textarea|summary)$/.test(tag) || attributes['href'] !== undefined) return true;
    return Number(attributes['tabindex'] ?? -1) >= 0;
  }
}

function inOrOn(element: number, holder: number, state: string): Condition {
  return element === holder ? { state } : { within: { element: holder, state } };
}
