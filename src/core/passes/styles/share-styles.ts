import { required } from '../../data/required.js';
import { hostStyles } from '../../document/state-hosts.js';
import type { ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements, isElement, mapTree } from '../../document/walk.js';
import type { Pass } from '../pass.js';
import { shareDifferences } from './share-differences.js';
import { nameStyles } from './style-names.js';
import type { Wearer } from './style-roles.js';

/** Makes equal styles one style, named after where it is used and on what. */
export const shareStyles: Pass = {
  name: 'share-styles',
  does: 'merges equal styles and names them by use',
  run(document) {
    const keys = styleKeys(document);
    const uses = usesByKey(document, keys);
    const names = nameStyles(
      [...uses].map(([key, { style, wearers }]) => ({ key, style: required(document.styles[style]), wearers })),
      document,
    );
    const rename = (style: string): string => required(names.get(required(keys.get(style))));
    const styles: Record<string, SharedStyle> = {};
    for (const [key, { style }] of uses)
      styles[required(names.get(key))] = renameHosts(required(document.styles[style]), rename);
    const own = shareDifferences(document, rename, Object.keys(styles));
    for (const [name, style] of own.styles) styles[name] = renameHosts(style, rename);
    const body = mapTree(document.body, (node) => {
      if (!isElement(node) || !node.style) return node;
      const difference = own.names.get(node.id);
      return { ...node, style: rename(node.style), ...(difference ? { difference } : {}) };
    });
    return withoutEmpty({
      ...document,
      ...(document.rootStyle ? { rootStyle: rename(document.rootStyle) } : {}),
      styles,
      body,
    });
  },
};

/** What looks as its element does by itself has no style. */
function withoutEmpty(document: PageDocument): PageDocument {
  const hosts = hostStyles(document);
  const different = new Set(
    [...elements(document.body)].flatMap(({ style, difference }) => (style && difference ? [style] : [])),
  );
  const isEmpty = (name: string): boolean => {
    const { rest = {}, variants = [] } = document.styles[name] ?? {};
    return Object.keys(rest).length + variants.length === 0 && !hosts.has(name) && !different.has(name);
  };
  const empty = new Set(Object.keys(document.styles).filter(isEmpty));
  const { rootStyle, ...rest } = document;
  const body = mapTree(document.body, (node) => {
    if (!isElement(node) || node.style === undefined || !empty.has(node.style)) return node;
    const { style: _, ...bare } = node;
    return bare;
  });
  const styles = Object.fromEntries(Object.entries(document.styles).filter(([name]) => !empty.has(name)));
  return { ...rest, ...(rootStyle !== undefined && !empty.has(rootStyle) ? { rootStyle } : {}), styles, body };
}

/**
 * Equal looks have equal keys; a look that depends on another element also counts that element's look. An element on whose
 * state others depend stays apart from neighbours, and from elements around it or in it, that look the same.
 */
function styleKeys(document: PageDocument): Map<string, string> {
  const keys = new Map<string, string>();
  const apart = new Set([...hostsAmongEquals(document), ...hostsAmongKin(document)]);
  const keyOf = (name: string, trail: readonly string[]): string => {
    const known = keys.get(name);
    if (known) return known;
    const style = document.styles[name];
    const key = JSON.stringify([
      apart.has(name) ? name : '',
      style?.rest,
      style?.variants?.map(({ within, ...own }) => [
        own,
        within ? [within.state, trail.includes(within.style) ? '' : keyOf(within.style, [...trail, name])] : null,
      ]),
    ]);
    keys.set(name, key);
    return key;
  };
  for (const name of Object.keys(document.styles)) keyOf(name, []);
  return keys;
}

/** Styles on whose states others beside depend, where a neighbour looks the same: which of several tabs is chosen. */
function hostsAmongEquals(document: PageDocument): ReadonlySet<string> {
  const hosts = hostStyles(document, true);
  const found = new Set<string>();
  if (hosts.size === 0) return found;
  for (const { children } of elements(document.body)) {
    const looks = new Map<string, string[]>();
    for (const child of children ?? []) {
      if (!isElement(child) || !child.style || !hosts.has(child.style)) continue;
      const look = JSON.stringify(document.styles[child.style]);
      looks.set(look, [...(looks.get(look) ?? []), child.style]);
    }
    for (const names of looks.values()) if (names.length > 1) for (const name of names) found.add(name);
  }
  return found;
}

/** Styles on whose states others inside depend, where an element around or inside looks the same: it would count as well. */
function hostsAmongKin(document: PageDocument): ReadonlySet<string> {
  const hosts = hostStyles(document);
  const found = new Set<string>();
  if (hosts.size === 0) return found;
  const visit = (node: ElementNode, around: ReadonlyMap<string, readonly string[]>): void => {
    const { style } = node;
    let below = around;
    if (style) {
      const look = JSON.stringify(document.styles[style]);
      const same = (around.get(look) ?? []).filter((other) => other !== style);
      if (hosts.has(style)) for (const name of same.length ? [style, ...same] : []) found.add(name);
      else for (const other of same) if (hosts.has(other)) found.add(other).add(style);
      below = new Map([...around, [look, [...(around.get(look) ?? []), style]]]);
    }
    for (const child of node.children ?? []) if (isElement(child)) visit(child, below);
  };
  visit(document.body, new Map());
  return found;
}

/** By its key, the style that is kept of several equal ones, and the elements that wear one of them. */
interface Kept {
  readonly style: string;
  readonly wearers: Wearer[];
}

function usesByKey(document: PageDocument, keys: ReadonlyMap<string, string>): Map<string, Kept> {
  const uses = new Map<string, Kept>();
  const add = (style: string, wearer?: Wearer): void => {
    const key = required(keys.get(style));
    const kept = uses.get(key) ?? { style, wearers: [] };
    if (wearer) kept.wearers.push(wearer);
    uses.set(key, kept);
  };
  if (document.rootStyle) add(document.rootStyle, { node: { ...document.body, id: '', element: 'html' }, around: [] });
  const visit = (node: ElementNode, around: readonly ElementNode[]): void => {
    if (node.style) add(node.style, { node, around });
    for (const child of node.children ?? []) if (isElement(child)) visit(child, [node, ...around]);
  };
  visit(document.body, []);
  for (const style of hostStyles(document)) if (!uses.has(required(keys.get(style)))) add(style);
  return uses;
}

function renameHosts(style: SharedStyle, rename: (name: string) => string): SharedStyle {
  if (!style.variants) return style;
  return {
    ...style,
    variants: style.variants.map((variant) =>
      variant.within ? { ...variant, within: { ...variant.within, style: rename(variant.within.style) } } : variant,
    ),
  };
}
