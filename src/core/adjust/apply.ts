import { required } from '../data/required.js';
import { gather, spread } from '../document/style-ranges.js';
import type { ElementNode, PageDocument, SharedStyle } from '../document/types.js';
import { elements, isElement, mapTree } from '../document/walk.js';
import { WIDEST, type Adjustment } from './adjustment.js';

/** Corrections that meant nothing in a page: by their place in the list. */
export interface Adjusted {
  readonly document: PageDocument;
  readonly lost: readonly Adjustment[];
}

/** A page document with corrections laid over it. Those of shared styles come first, so that those of elements win. */
export function adjust(document: PageDocument, adjustments: readonly Adjustment[]): Adjusted {
  const own = adjustments.filter(({ page }) => page === undefined || page === document.name);
  const lost: Adjustment[] = [];
  const styled = own.filter(({ style }) => style !== undefined);
  let result = styled.reduce((before, adjustment) => {
    const style = before.styles[required(adjustment.style)];
    if (!style || !knowsRanges(before, adjustment)) {
      lost.push(adjustment);
      return before;
    }
    return {
      ...before,
      styles: { ...before.styles, [required(adjustment.style)]: corrected(style, adjustment, before) },
    };
  }, document);
  const byElement = new Map<string, Adjustment[]>();
  for (const adjustment of own)
    if (adjustment.element !== undefined)
      byElement.set(adjustment.element, [...(byElement.get(adjustment.element) ?? []), adjustment]);
  const ids = new Set([...elements(document.body)].map(({ id }) => id));
  for (const [id, list] of byElement) {
    const known = list.filter((adjustment) => ids.has(id) && knowsRanges(document, adjustment));
    lost.push(...list.filter((adjustment) => !known.includes(adjustment)));
    if (known.length) result = withOwnLook(result, id, known);
  }
  return { document: result, lost };
}

function knowsRanges({ breakpoints }: PageDocument, { at }: Adjustment): boolean {
  return !at || at.every((name) => name === WIDEST || breakpoints.some((breakpoint) => breakpoint.name === name));
}

/** The style with a declaration in some of its ranges, or in a state. */
function corrected(
  style: SharedStyle,
  { at, state, property, value }: Adjustment,
  { breakpoints }: PageDocument,
): SharedStyle {
  const names = [WIDEST, ...breakpoints.map(({ name }) => name)];
  const here = (name: string): boolean => !at || at.includes(name);
  if (state) {
    const variants = [...(style.variants ?? [])];
    if (!at) return { ...style, variants: [...variants, { state, set: { [property]: value } }] };
    const added = names
      .filter(here)
      .map((name) => ({ ...(name === WIDEST ? {} : { at: name }), state, set: { [property]: value } }));
    return { ...style, variants: [...variants, ...added] };
  }
  const full = spread(style, breakpoints);
  const rest = full.rest.map((own, index) =>
    here(required(names[index])) ? new Map([...own, [property, value]]) : own,
  );
  return gather({ ...full, rest }, breakpoints);
}

/** An element with a look of its own over its style: the last one counts. */
function withOwnLook(document: PageDocument, id: string, list: readonly Adjustment[]): PageDocument {
  const node = required([...elements(document.body)].find((element) => element.id === id));
  const users = [...elements(document.body)].filter(
    ({ style, difference }) => style === node.style && difference === node.difference,
  );
  const alone = users.length === 1 && node.style !== undefined && node.difference === undefined;
  const name = alone ? node.style : `adjusted-${id}`;
  const before = alone ? document.styles[name] : merged(document, node);
  const style = list.reduce((own, adjustment) => corrected(own, adjustment, document), before ?? { rest: {} });
  const body = alone
    ? document.body
    : mapTree(document.body, (node) => (isElement(node) && node.id === id ? restyled(node, name) : node));
  return { ...document, styles: { ...document.styles, [name]: style }, body };
}

function restyled({ difference: _, ...node }: ElementNode, style: string): ElementNode {
  return { ...node, style };
}

/** Style and difference of an element as one. */
function merged({ styles, breakpoints }: PageDocument, { style, difference }: ElementNode): SharedStyle {
  const [own, over] = [style, difference].map((name) => spread(styles[name ?? ''], breakpoints));
  const rest = (own?.rest ?? []).map((full, index) => new Map([...full, ...(over?.rest[index] ?? [])]));
  return gather({ rest, others: [...(own?.others ?? []), ...(over?.others ?? [])] }, breakpoints);
}
