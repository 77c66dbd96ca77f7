import { familiesIn, writeFamilies } from '../../../core/css/font-families.js';
import { readFontName } from '../../../core/fonts/font-names.js';

/**
 * Writes the names by which programs for print call fonts, such as `ABCDEF+SourceSans-BoldItalic`, as CSS does: family,
 * weight and slant. Families that the browser has are taken as it knows them.
 */
export function settleFontNames(svg: SVGSVGElement): void {
  const brought = new Set([...document.fonts].map(({ family }) => familiesIn(family)[0]?.toLowerCase() ?? ''));
  const context = new OffscreenCanvas(1, 1).getContext('2d');
  const known = new Map<string, boolean>();
  const isThere = (family: string): boolean => {
    const before = known.get(family);
    if (before !== undefined || !context) return before ?? false;
    const wide = (list: string): number => {
      context.font = `40px ${list}`;
      return context.measureText('Hamburgefonstiv 0123 mmiill').width;
    };
    const found = ['monospace', 'serif', 'sans-serif'].some(
      (usual) => Math.abs(wide(`${writeFamilies([family])}, ${usual}`) - wide(usual)) > 0.01,
    );
    known.set(family, found);
    return found;
  };
  for (const element of svg.querySelectorAll<SVGElement>('text, tspan')) {
    const given = element.getAttribute('font-family') ?? element.style.fontFamily;
    const [first = '', ...rest] = given ? familiesIn(given) : [];
    if (!first || brought.has(first.toLowerCase())) continue;
    const name = readFontName(first);
    if (!name) continue;
    const family = isThere(first) ? first : (name.families.find(isThere) ?? name.families[0] ?? first);
    element.style.fontFamily = writeFamilies([...new Set([family, ...rest, ...(rest.length ? [] : name.fallback)])]);
    const style = getComputedStyle(element);
    if (name.weight && style.fontWeight === '400') element.style.fontWeight = String(name.weight);
    if (name.italic && style.fontStyle === 'normal') element.style.fontStyle = 'italic';
  }
}
