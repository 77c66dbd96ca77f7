import { numberedElements } from './snapshot.js';

/**
 * Which numbered elements each selector matches. Selectors that the browser does not know match nothing.
 * The result has one list of element numbers a selector.
 */
export function matchSelectors(selectors: readonly string[]): number[][] {
  const numberOf = new Map<Element, number>();
  const roots = new Set<Document | ShadowRoot>([document]);
  numberedElements().forEach((element, index) => {
    if (!element) return;
    numberOf.set(element, index);
    if (element.shadowRoot) roots.add(element.shadowRoot);
  });
  return selectors.map((selector) => {
    const found: number[] = [];
    for (const root of roots) {
      try {
        for (const element of root.querySelectorAll(selector)) {
          const index = numberOf.get(element);
          if (index !== undefined) found.push(index);
        }
      } catch {
        return [];
      }
    }
    return found;
  });
}

/** For each media query, whether it holds at each viewport width. Evaluated in frames of those widths. */
export function evaluateMedia(queries: readonly string[], widths: readonly number[]): boolean[][] {
  const frame = document.createElement('iframe');
  frame.style.cssText = `position:absolute;left:-99999px;top:0;border:0;visibility:hidden;height:${innerHeight}px`;
  document.documentElement.append(frame);
  const inside = frame.contentWindow as Window;
  const byWidth = widths.map((width) => {
    frame.style.width = `${width}px`;
    return queries.map((query) => inside.matchMedia(query).matches);
  });
  frame.remove();
  return queries.map((_, query) => byWidth.map((row) => row[query] as boolean));
}

/** Writes shorthands (or longhands after substitution) out as longhands; an empty record means that the value is invalid. */
export function expandDeclarations(pairs: readonly (readonly [string, string])[]): Record<string, string>[] {
  const scratch = document.createElement('div').style;
  return pairs.map(([property, value]) => {
    scratch.cssText = '';
    scratch.setProperty(property, value);
    const made: Record<string, string> = {};
    for (let index = 0; index < scratch.length; index += 1) {
      const name = scratch[index] as string;
      made[name] = scratch.getPropertyValue(name);
    }
    return made;
  });
}
