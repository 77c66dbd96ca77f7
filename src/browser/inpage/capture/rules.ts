import { required } from '../../../core/data/required.js';
import type { RuleScope } from '../../../core/html/captured.js';
import type { AskedSelector } from '../../../core/html/read-rules.js';
import { numberedElements, shadowRoots } from '../tree/numbering.js';

/**
 * Which numbered elements each selector matches. Selectors that the browser does not know match nothing.
 * The result has one list of element numbers a selector.
 */
export function matchSelectors(selectors: readonly AskedSelector[]): number[][] {
  const numberOf = new Map<Element, number>();
  const roots = shadowRoots();
  numberedElements().forEach((element, index) => {
    if (element) numberOf.set(element, index);
  });
  return selectors.map(({ selector, scope }) => {
    try {
      return [...find(selector, scope, roots)].flatMap((element) => numberOf.get(element) ?? []);
    } catch {
      return [];
    }
  });
}

function find(selector: string, scope: RuleScope | undefined, roots: readonly ShadowRoot[]): Iterable<Element> {
  if (!scope) return document.querySelectorAll(selector);
  const root = roots[scope.root - 1];
  if (!root) return [];
  if (scope.side === 'host') return root.host.matches(selector) ? [root.host] : [];
  if (scope.side === 'inside') return root.querySelectorAll(selector);
  return [...root.querySelectorAll('slot')]
    .flatMap((slot) => slot.assignedElements())
    .filter((element) => element.matches(selector));
}

/** For each media query, whether it holds at each viewport width. Evaluated in frames of those widths. */
export function evaluateMedia(queries: readonly string[], widths: readonly number[]): boolean[][] {
  const frame = document.createElement('iframe');
  frame.style.cssText = `position:absolute;left:-99999px;top:0;border:0;visibility:hidden;height:${innerHeight}px`;
  document.documentElement.append(frame);
  const inside = required(frame.contentWindow);
  const byWidth = widths.map((width) => {
    frame.style.width = `${width}px`;
    return queries.map((query) => inside.matchMedia(query).matches);
  });
  frame.remove();
  return queries.map((_, query) => byWidth.map((row) => required(row[query])));
}

/** Writes shorthands (or longhands after substitution) out as longhands; an empty record means that the value is invalid. */
export function expandDeclarations(pairs: readonly (readonly [string, string])[]): Record<string, string>[] {
  const scratch = document.createElement('div').style;
  return pairs.map(([property, value]) => {
    scratch.cssText = '';
    scratch.setProperty(property, value);
    const record: Record<string, string> = {};
    for (let index = 0; index < scratch.length; index += 1) {
      const name = required(scratch[index]);
      record[name] = scratch.getPropertyValue(name);
    }
    return record;
  });
}
