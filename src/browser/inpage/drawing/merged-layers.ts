/** Elements of a drawing that the brief makes one picture each. */
export const merged = new Set<Element>();

/** Whether the brief makes one picture of what is in an element. */
export function isMerged(element: Element): boolean {
  return merged.has(element);
}
