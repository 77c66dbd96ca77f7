import type { PageDocument } from './types.js';

/** Size of `rem` where nothing says otherwise (HTML, 15.3); CSS px. */
const ROOT_SIZE = 16;

/** What one `rem` is in a page, CSS px. */
export function rootSize({ rootStyle, styles }: Pick<PageDocument, 'rootStyle' | 'styles'>): number {
  const size = rootStyle ? styles[rootStyle]?.rest['font-size'] : undefined;
  const found = /^([\d.]+)(px|%)$/.exec(size ?? '');
  if (!found) return ROOT_SIZE;
  return found[2] === 'px' ? Number(found[1]) : (Number(found[1]) / 100) * ROOT_SIZE;
}

/** CSS in which `rem`, which counts from the page that it comes into, has become px. @param size of one rem, CSS px */
export function inOwnUnits(css: string, size: number): string {
  return css.replace(/(^|[\s(,:-])(-?\d*\.?\d+)rem\b/g, (_, before: string, number: string) => {
    return `${before}${Number((Number(number) * size).toFixed(4))}px`;
  });
}
