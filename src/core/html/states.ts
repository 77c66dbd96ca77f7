import { required } from '../data/required.js';
import type { CapturedNode } from './captured.js';
import type { ResolvedStyle } from './variables.js';

/** Which elements can be in a state at all (HTML, 4.16.3 pseudo-classes). States that are not named here any element can have. */
const CAN: readonly (readonly [state: RegExp, can: (node: CapturedNode) => boolean])[] = [
  [/:focus(-visible)?(?!-)/, takesFocus],
  [
    /:(any-)?(link|visited)\b/,
    ({ tag, attributes }) => /^(a|area)$/.test(tag ?? '') && attributes?.['href'] !== undefined,
  ],
  [/:(checked|indeterminate|default)\b/, ({ tag }) => /^(input|option|progress|button)$/.test(tag ?? '')],
  [/:(disabled|enabled)\b/, ({ tag }) => /^(button|input|select|textarea|optgroup|option|fieldset)$/.test(tag ?? '')],
  [
    /:(user-)?(in)?valid\b|:(in|out-of)-range\b|:required\b|:optional\b/,
    ({ tag }) => /^(form|fieldset|input|select|textarea|button|output|object)$/.test(tag ?? ''),
  ],
  [/:placeholder-shown\b|:read-(only|write)\b|autofill\b/, ({ tag }) => /^(input|textarea|select)$/.test(tag ?? '')],
  [/:modal\b/, ({ tag }) => tag === 'dialog'],
  [/:open\b/, ({ tag }) => /^(details|dialog|select|input)$/.test(tag ?? '')],
  [/:popover-open\b/, ({ attributes }) => attributes?.['popover'] !== undefined],
  [/:target\b/, ({ attributes }) => Boolean(attributes?.['id'])],
];

function takesFocus({ tag, attributes = {} }: CapturedNode): boolean {
  if (attributes['tabindex'] !== undefined || attributes['contenteditable'] !== undefined) return true;
  if (tag === 'a' || tag === 'area') return attributes['href'] !== undefined;
  return /^(button|input|select|textarea|summary|iframe|video|audio|dialog)$/.test(tag ?? '');
}

/** States of what is inside. */
const OF_INSIDE = /:has\((?:[^()]|\([^()]*\))*\)/g;

/** Drops looks for states that an element, or the ancestor that has to be in one, can never be in. */
export function dropDeadStates(nodes: readonly CapturedNode[], looks: readonly ResolvedStyle[][]): ResolvedStyle[][] {
  const can = (element: number, state: string): boolean =>
    CAN.every(([named, holds]) => !named.test(state.replace(OF_INSIDE, '')) || holds(required(nodes[element])));
  return looks.map((mine, index) =>
    mine.every(({ condition }) => !condition.state && !condition.within)
      ? mine
      : mine.filter(
          ({ condition: { state, within } }) =>
            (!state || can(index, state)) && (!within || can(within.element, within.state)),
        ),
  );
}
