import type { Declarations, ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { lookWords } from './look-words.js';
import { NameGiver, ORDINALS } from '../../text/words.js';

/** Differences with their names, and the name of the difference of each element that has one, by its id. */
export interface Differences {
  readonly styles: readonly (readonly [name: string, style: SharedStyle])[];
  readonly names: ReadonlyMap<string, string>;
}

/**
 * Makes equal differences over the same style one, named after that style and how it looks. They come after all
 * styles, so that they lie over them.
 * @param rename the name that a style gets
 * @param taken names that are given to styles
 */
export function shareDifferences(
  document: PageDocument,
  rename: (style: string) => string,
  taken: readonly string[],
): Differences {
  const giver = new NameGiver();
  for (const name of taken) giver.give(name);
  const styles: [string, SharedStyle][] = [];
  const names = new Map<string, string>();
  const known = new Map<string, string>();
  for (const node of elements(document.body)) {
    const own = node.difference ? document.styles[node.difference] : undefined;
    if (!own || !node.style) continue;
    const base = rename(node.style);
    const key = JSON.stringify([base, own]);
    let name = known.get(key);
    if (name === undefined) {
      const words = differenceWords(node, document.styles[node.style] ?? { rest: {} }, own);
      const free = words.find((word) => !giver.has(`${base}-${word}`)) ?? 'other';
      known.set(key, (name = giver.give(`${base}-${free}`)));
      styles.push([name, own]);
    }
    names.set(node.id, name);
  }
  return { styles, names };
}

/** What a difference may be called: by the look that it makes, else by its number. */
function differenceWords(node: ElementNode, base: SharedStyle, own: SharedStyle): string[] {
  const button = node.kind === 'button' ? lookWord(base.rest, own.rest) : '';
  const looks = button ? [button] : lookWords(base, { ...own, rest: { ...base.rest, ...own.rest } });
  const [one, two] = looks;
  return [...looks.slice(0, 2), ...(one && two ? [`${one}-${two}`] : []), 'other', ...ORDINALS];
}

/** What a person would call another look of a button; empty if it is none of these. */
function lookWord(base: Declarations, own: Declarations): string {
  const now = { ...base, ...own };
  const ground = now['background-color'] ?? 'transparent';
  if ('background-color' in own && /transparent|^rgba\(.*, 0\)$|revert/.test(ground))
    return (now['border-top-style'] ?? 'none') !== 'none' && now['border-top-width'] !== '0' ? 'outlined' : 'plain';
  if ('background-color' in own || 'background-image' in own) return 'coloured';
  const sizes = ['font-size', 'padding-top', 'padding-left'].map(
    (name) => [parseFloat(base[name] ?? ''), parseFloat(own[name] ?? '')] as const,
  );
  const changed = sizes.find(([before, after]) => before !== after && before + after > 0);
  if (changed) return changed[1] < changed[0] ? 'small' : 'large';
  const names = Object.keys(own);
  return names.length > 0 &&
    names.every((name) =>
      /^(margin|align-self|justify-self|width|flex|order|position|top|left|right|bottom|inset|grid)/.test(name),
    )
    ? 'placed'
    : '';
}
