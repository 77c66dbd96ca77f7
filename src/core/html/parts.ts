import type { CapturedNode } from './captured.js';
import type { ResolvedStyle } from './variables.js';

/** Which elements have each generated part at all (CSS Pseudo-Elements 4; HTML, 15 rendering). */
const HAVE: readonly (readonly [part: RegExp, has: (node: CapturedNode) => boolean])[] = [
  [/^::file-selector-button/, (node) => inputType(node) === 'file'],
  [/^::placeholder/, (node) => node.attributes?.['placeholder'] !== undefined],
  [/^::marker/, (node) => Boolean(node.display?.includes('list-item')) || node.tag === 'summary' || node.tag === 'li'],
  [/^::backdrop/, (node) => node.tag === 'dialog' || node.attributes?.['popover'] !== undefined],
  [
    /^::-webkit-(search|inner-spin|outer-spin|datetime|calendar|clear|date|color-swatch|slider|file)/,
    (node) => node.tag === 'input',
  ],
  [/^::-webkit-(progress|meter)/, (node) => node.tag === 'progress' || node.tag === 'meter'],
  [/^::-webkit-details/, (node) => node.tag === 'summary'],
  [/^::-webkit-(?!scrollbar|resizer)/, (node) => node.tag === 'input' || node.tag === 'textarea'],
  [/^::-webkit-(scrollbar|resizer)/, () => true],
  [/^::(before|after)/, (node) => !VOID.has(node.tag ?? '') || TICKED.test(inputType(node))],
];
const VOID = new Set(['img', 'br', 'input', 'hr', 'textarea', 'select', 'iframe', 'video', 'svg', 'canvas', 'option']);
/** Controls that browsers draw as boxes of their own, so that style sheets draw switches with their generated parts. */
const TICKED = /^(checkbox|radio)$/i;
/** Parts that any element may have; the look of a selection is left to the site. */
const LEFT_OUT = /^::(first-line|first-letter|selection)/;

/** Drops looks of parts that an element does not have, and of generated content that is never generated. */
export function dropDeadParts(nodes: readonly CapturedNode[], looks: readonly ResolvedStyle[][]): ResolvedStyle[][] {
  return nodes.map((node, index) => {
    const mine = looks[index] ?? [];
    if (!mine.some(({ condition }) => condition.part)) return mine;
    const generated = new Set(mine.filter(generates).map(({ condition }) => condition.part));
    return mine.filter(({ condition: { part } }) => {
      if (!part) return true;
      if (!has(node, part)) return false;
      return /^::(before|after)$/.test(part) ? generated.has(part) : true;
    });
  });
}

function has(node: CapturedNode, part: string): boolean {
  const known = HAVE.find(([pattern]) => pattern.test(part));
  if (known) return known[1](node);
  return LEFT_OUT.test(part) ? part.startsWith('::first') : false;
}

function generates({ byInterval }: ResolvedStyle): boolean {
  return byInterval.some((set) => {
    const content = set.get('content');
    return content !== undefined && !/^(none|normal|initial|unset|inherit|revert)$/.test(content);
  });
}

function inputType(node: CapturedNode): string {
  return node.tag === 'input' ? (node.attributes?.['type'] ?? 'text') : '';
}
