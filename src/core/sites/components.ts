import { kindsWith, type Kind } from '../document/element-kinds.js';
import type { Declarations, ElementNode, PageDocument } from '../document/types.js';
import { isElement, textOf } from '../document/walk.js';

/** Kinds of things that a site has one of, in several looks, rather than several. */
const SHARED = kindsWith(({ isComponent }) => isComponent);

/** Where a shared element is used. */
export interface ComponentUse {
  readonly page: string;
  readonly section: string;
  readonly name: string;
  /** Name of its variant; none if it looks as the element does by itself. */
  readonly variant?: string;
}

/** Another look of a shared element, and what is otherwise in it on the widest screen. */
export interface ComponentVariant {
  readonly name: string;
  readonly uses: number;
  readonly differs: Declarations;
}

/** One thing that recurs on the pages of a site: one definition, its variants, its states, and where it is used. */
export interface Component {
  /** Name of its style, which is its definition. */
  readonly name: string;
  readonly kind: Kind;
  readonly uses: readonly ComponentUse[];
  readonly variants: readonly ComponentVariant[];
  /** States that have a look of their own, e.g. `:hover`. */
  readonly states: readonly string[];
  /** Pages on which its definition is another one than on the first. */
  readonly otherwiseOn: readonly string[];
}

/** The elements that the pages of a site share, those with most uses first. @param fewest uses that make something shared */
export function findComponents(pages: readonly PageDocument[], fewest = 2): Component[] {
  const found = new Map<string, { kind: Kind; uses: ComponentUse[]; pages: Set<PageDocument> }>();
  for (const page of pages)
    for (const { node, section } of placed(page.body)) {
      if (!node.style || !SHARED.has(node.kind)) continue;
      const key = `${node.kind} ${node.style}`;
      const entry = found.get(key) ?? { kind: node.kind, uses: [], pages: new Set() };
      entry.uses.push({
        page: page.name,
        section,
        name: node.name,
        ...(node.difference ? { variant: node.difference } : {}),
      });
      entry.pages.add(page);
      found.set(key, entry);
    }
  return [...found]
    .filter(([, { uses }]) => uses.length >= fewest)
    .map(([key, entry]) => describe(key.slice(entry.kind.length + 1), entry.kind, entry.uses, [...entry.pages]))
    .sort((a, b) => b.uses.length - a.uses.length || (a.name < b.name ? -1 : 1));
}

function describe(name: string, kind: Kind, uses: readonly ComponentUse[], pages: readonly PageDocument[]): Component {
  const variants = [...new Set(uses.flatMap(({ variant }) => variant ?? []))].map((variant) => ({
    name: variant,
    uses: uses.filter((use) => use.variant === variant).length,
    differs: pages.map(({ styles }) => styles[variant]).find(Boolean)?.rest ?? {},
  }));
  const looks = pages.map(({ styles }) => styles[name]);
  const names = [name, ...variants.map((variant) => variant.name)];
  const states = pages.flatMap(({ styles }) =>
    names.flatMap((text) =>
      (styles[text]?.variants ?? []).flatMap(({ state, part, when }) => (state && !part && !when ? [state] : [])),
    ),
  );
  const otherwiseOn = pages.filter((_, at) => JSON.stringify(looks[at]) !== JSON.stringify(looks[0]));
  return {
    name,
    kind,
    uses,
    variants,
    states: [...new Set(states)].sort(),
    otherwiseOn: otherwiseOn.map((page) => page.name),
  };
}

function* placed(node: ElementNode, section = ''): Generator<{ readonly node: ElementNode; readonly section: string }> {
  const here = node.kind === 'section' ? node.name : section;
  yield { node: node.name === node.kind ? { ...node, name: textOf(node) || node.name } : node, section: here };
  for (const child of node.children ?? []) if (isElement(child)) yield* placed(child, here);
}
