import { required } from '../../data/required.js';
import { shortPath } from '../../content/short-wordings.js';
import { spread } from '../../document/style-ranges.js';
import type { ElementNode, PageDocument, PageNode } from '../../document/types.js';
import { isElement, isWords, textOf } from '../../document/walk.js';

/** Letters that a word and its abbreviation begin with alike. */
const ALIKE = 3;

/**
 * Neighbours of which each screen shows one, and which say the same in more and in fewer words: the fields of both are those of
 * the longer one, and its shorter wording is a second value of them.
 *
 * Before: `text: Hire a telescope` and `hire: Hire`, after: `text: Hire a telescope` and `text-short: Hire`.
 */
export function withShortWordings(node: ElementNode, document: PageDocument): ElementNode {
  const children = (node.children ?? []).map((child) =>
    isElement(child) ? withShortWordings(child, document) : child,
  );
  const result = [...children];
  const places = children.flatMap((child, at) => (isElement(child) ? [at] : []));
  places.slice(1).forEach((at, index) => {
    const before = required(places[index]);
    const pair = [result[before], result[at]] as [ElementNode, ElementNode];
    if (!saysNothing(children.slice(before + 1, at)) || !areWordings(...pair, document)) return;
    const [first, second] = pair;
    const isSecondShort = textOf(second).length <= textOf(first).length;
    result[before] = isSecondShort ? first : (mirrored(first, first, true) ?? first);
    result[at] = mirrored(second, first, isSecondShort) ?? second;
  });
  return node.children ? { ...node, children: result } : node;
}

function saysNothing(between: readonly PageNode[]): boolean {
  return between.every((child) => isWords(child) && !child.text.trim());
}

function areWordings(first: ElementNode, second: ElementNode, document: PageDocument): boolean {
  if (hasEntries(first) || hasEntries(second) || !textOf(first) || !textOf(second)) return false;
  return (
    areApart(first, second, document) &&
    saysAlike(textOf(first), textOf(second)) &&
    mirrored(second, first, true) !== undefined
  );
}

function hasEntries(node: ElementNode): boolean {
  return node.entry !== undefined || (node.children ?? []).some((child) => isElement(child) && hasEntries(child));
}

/** Whether every screen shows one of two elements, and each is shown on some. */
function areApart(first: ElementNode, second: ElementNode, { styles, breakpoints }: PageDocument): boolean {
  const shownOn = (node: ElementNode): boolean[] => {
    const [own, over] = [node.style, node.difference].map((name) => spread(styles[name ?? ''], breakpoints).rest);
    return required(own).map((look, at) => (over?.[at]?.get('display') ?? look.get('display')) !== 'none');
  };
  const [one, other] = [shownOn(first), shownOn(second)];
  return one.every((shown, at) => shown !== other[at]) && one.includes(true) && one.includes(false);
}

/** Whether two texts have a word in common, or one that the other abbreviates. */
function saysAlike(one: string, other: string): boolean {
  const wordsOf = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
  const isLike = (a: string, b: string): boolean =>
    a === b || (Math.min(a.length, b.length) >= ALIKE && a.slice(0, ALIKE) === b.slice(0, ALIKE));
  return wordsOf(one).some((word) => wordsOf(other).some((like) => isLike(word, like)));
}

/**
 * An element with the fields of another one of the same shape.
 * @param isShort what it says otherwise is the shorter wording
 * @returns undefined if its shape is another one
 */
function mirrored(node: ElementNode, like: ElementNode, isShort: boolean): ElementNode | undefined {
  const said = (field: string, isSame: boolean): string => (isSame || !isShort ? field : shortPath(field));
  const [own, theirs] = [node, like].map(({ children = [] }) =>
    children.filter((child) => isElement(child) || child.text.trim()),
  ) as [PageNode[], PageNode[]];
  const isAlike =
    node.element === like.element &&
    own.length === theirs.length &&
    (node.rich === undefined) === (like.rich === undefined) &&
    Object.keys(like.fields ?? {}).every((name) => node.attributes?.[name] === like.attributes?.[name]);
  if (!isAlike) return undefined;
  const made = new Map<PageNode, PageNode>();
  for (const [at, child] of own.entries()) {
    const other = required(theirs[at]);
    if (isWords(child) !== isWords(other)) return undefined;
    if (isElement(child) && isElement(other)) {
      const inside = mirrored(child, other, isShort);
      if (!inside) return undefined;
      made.set(child, inside);
    } else if (isWords(child) && isWords(other)) {
      const { field: _, ...bare } = child;
      made.set(
        child,
        other.field === undefined
          ? bare
          : { ...bare, field: said(other.field, node === like ? false : child.text === other.text) },
      );
    }
  }
  const { fields: _, rich: __, ...rest } = node;
  const isSame = node !== like && JSON.stringify(bareOf(node)) === JSON.stringify(bareOf(like));
  return {
    ...rest,
    ...(like.fields ? { fields: like.fields } : {}),
    ...(like.rich === undefined ? {} : { rich: said(like.rich, isSame) }),
    ...(node.children ? { children: node.children.map((child) => made.get(child) ?? child) } : {}),
  };
}

/** What an element says, without what names it. */
function bareOf(node: PageNode): unknown {
  return isWords(node)
    ? node.text.trim()
    : [node.element, node.attributes?.['href'], (node.children ?? []).map(bareOf)];
}
