import { elements } from '../../document/walk.js';
import { withStyle } from '../brief/element-styles.js';
import { findElements } from '../brief/find-elements.js';
import type { Pass } from '../pass.js';

/** How a layer looks in a state, as a second drawing of it shows. */
export interface DrawnState {
  /** Name of the layer that is meant. */
  readonly layer: string;
  readonly state: ':hover' | ':focus-visible' | ':active' | ':disabled';
  readonly set: Readonly<Record<string, string>>;
}

/**
 * A pass that gives what can be pressed the states that a design shows as a second drawing of its layer.
 *
 * Before: a layer `Book` and a layer `Book / hover`; after: the button looks as the second one while it is pointed at.
 * @param say is told of each, in words
 */
export function drawnStatesPass(states: readonly DrawnState[], say: (note: string) => void): Pass {
  return {
    name: 'drawn-states',
    does: 'takes states from layers drawn a second time',
    run(document) {
      return states.reduce((before, { layer, state, set }) => {
        const found = findElements(before, layer, ({ element }) => /^(a|button|summary)$/.test(element));
        if (found.size === 0) return before;
        say(`The state ${state} of "${layer}" comes from its second layer.`);
        return [...found].reduce((page, id) => {
          const own = [...elements(page.body)].find((element) => element.id === id)?.style ?? '';
          const known = page.styles[own]?.variants?.some((variant) => variant.state === state && !variant.part);
          return known ? page : withStyle(page, id, 'drawn', {}, [{ state, set }]);
        }, before);
      }, document);
    },
  };
}
