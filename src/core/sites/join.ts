import { required } from '../data/required.js';
import type {
  Breakpoint,
  Declarations,
  ElementNode,
  PageDocument,
  PageNode,
  SharedStyle,
  StyleVariant,
} from '../document/types.js';
import { inOwnUnits, rootSize } from '../document/root-size.js';
import { elements, isElement, mapTree } from '../document/walk.js';
import { freeName } from '../text/free-name.js';
import { inheritedLook, stylesIn, withInherited } from './parts.js';

/* Pieces of one page in another: their styles come along, and nothing of either page looks different by it. */

/** A page as it is being put together; what comes in adds to it. */
export class Joining {
  private readonly styles: Record<string, SharedStyle>;
  private readonly keyframes: Record<string, string>;
  private properties: NonNullable<PageDocument['properties']>;
  private readonly breakpoints: Breakpoint[];
  private readonly fonts: NonNullable<PageDocument['fonts']>[number][];
  private readonly tokens: { rest: Record<string, string>; dark: Record<string, string> };
  private readonly ids: Set<string>;

  constructor(private readonly page: PageDocument) {
    this.styles = { ...page.styles };
    this.keyframes = { ...page.keyframes };
    this.properties = { ...page.properties };
    this.breakpoints = [...page.breakpoints];
    this.fonts = [...(page.fonts ?? [])];
    this.tokens = { rest: { ...page.tokens?.rest }, dark: { ...page.tokens?.dark } };
    this.ids = new Set(anchorsIn(page.body));
  }

  /** Takes the elements of a piece in. @returns them as they stand in the page */
  take(piece: PageDocument): ElementNode[] {
    const foreign = this.inOwnValues(piece);
    const keyframes = this.takeKeyframes(foreign);
    const widths = this.takeBreakpoints(foreign);
    this.properties = { ...foreign.properties, ...this.properties };
    const names = this.takeStyles(foreign, keyframes, widths);
    for (const face of foreign.fonts ?? []) if (!this.fonts.some((font) => same(font, face))) this.fonts.push(face);
    const look = this.look(foreign);
    const everywhere = this.everywhere(foreign);
    return (foreign.body.children ?? []).filter(isElement).map((node) => {
      const placed = this.withFreeAnchors(renamed(node, names));
      const spaced = everywhere ? this.withEverywhere(placed, everywhere) : placed;
      return look ? withInherited(spaced, look, this.styles, `${spaced.style ?? node.element}-here`) : spaced;
    });
  }

  /** The page with what came in, around another tree. */
  done(body: ElementNode): PageDocument {
    const { tokens } = this;
    const hasDark = Object.keys(tokens.dark).length > 0;
    return {
      ...this.page,
      styles: this.styles,
      ...(Object.keys(this.keyframes).length ? { keyframes: this.keyframes } : {}),
      ...(Object.keys(this.properties).length ? { properties: this.properties } : {}),
      breakpoints: this.breakpoints.sort((a, b) => b.below - a.below),
      ...(this.fonts.length ? { fonts: this.fonts } : {}),
      ...(Object.keys(tokens.rest).length
        ? { tokens: { rest: tokens.rest, ...(hasDark ? { dark: tokens.dark } : {}) } }
        : {}),
      body,
    };
  }

  /** Custom properties that are something else here go by another name; `rem` counts as it did there. */
  private inOwnValues(piece: PageDocument): PageDocument {
    const other = piece.tokens ?? { rest: {} };
    const clashes = Object.entries(other.rest)
      .filter(
        ([name, value]) =>
          this.tokens.rest[name] !== undefined &&
          (this.tokens.rest[name] !== value || this.tokens.dark[name] !== other.dark?.[name]),
      )
      .map(([name]) => name);
    const names = new Map(
      clashes.map((name) => [name, freeName(`--${piece.name}-${name.slice(2)}`, (text) => text in this.tokens.rest)]),
    );
    const renamed = (name: string): string => names.get(name) ?? name;
    for (const [name, value] of Object.entries(other.rest)) this.tokens.rest[renamed(name)] = value;
    for (const [name, value] of Object.entries(other.dark ?? {})) this.tokens.dark[renamed(name)] = value;
    const [own, there] = [rootSize(this.page), rootSize(piece)];
    const change = (text: string): string => {
      const called = names.size ? text.replace(/--[\w-]+/g, renamed) : text;
      return own === there ? called : inOwnUnits(called, there);
    };
    if (names.size === 0 && own === there) return piece;
    const set = (given: Declarations): Declarations =>
      Object.fromEntries(Object.entries(given).map(([name, value]) => [renamed(name), change(value)]));
    const styles = mapped(piece.styles, ({ rest, variants }) => ({
      rest: set(rest),
      ...(variants ? { variants: variants.map((variant) => ({ ...variant, set: set(variant.set) })) } : {}),
    }));
    return { ...piece, styles, ...(piece.keyframes ? { keyframes: mapped(piece.keyframes, change) } : {}) };
  }

  private takeKeyframes(piece: PageDocument): ReadonlyMap<string, string> {
    return new Map(
      Object.entries(piece.keyframes ?? {}).map(([name, frames]) => {
        const known = this.keyframes[name];
        const own =
          known === undefined || known === frames
            ? name
            : freeName(`${piece.name}-${name}`, (text) => text in this.keyframes);
        this.keyframes[own] = frames;
        return [name, own];
      }),
    );
  }

  private takeBreakpoints(piece: PageDocument): ReadonlyMap<string, string> {
    return new Map(
      piece.breakpoints.map(({ name, below }) => {
        const known = this.breakpoints.find((breakpoint) => breakpoint.below === below);
        if (known) return [name, known.name];
        const own = freeName(name, (free) => this.breakpoints.some((breakpoint) => breakpoint.name === free));
        this.breakpoints.push({ name: own, below });
        return [name, own];
      }),
    );
  }

  private takeStyles(
    piece: PageDocument,
    keyframes: ReadonlyMap<string, string>,
    widths: ReadonlyMap<string, string>,
  ): ReadonlyMap<string, string> {
    const used = stylesIn(piece.body);
    const all = Object.entries(piece.styles).filter(([name]) => used.has(name));
    const moved = new Map(all.map(([name, style]) => [name, inPlace(style, keyframes, widths)]));
    const names = new Map(
      [...moved].map(([name, style]) => {
        const known = this.styles[name];
        return [
          name,
          known === undefined || same(known, style)
            ? name
            : freeName(`${piece.name}-${name}`, (text) => text in this.styles || text in piece.styles),
        ];
      }),
    );
    for (const [name, style] of moved) this.styles[required(names.get(name))] = withHosts(style, names);
    return names;
  }

  /** What the piece took from its page, if it would take something else here. */
  private look(piece: PageDocument): SharedStyle | undefined {
    const of = (page: PageDocument, styles: Readonly<Record<string, SharedStyle>>): SharedStyle =>
      inheritedLook([page.rootStyle ?? [], page.body.style ?? [], page.body.difference ?? []].flat(), styles);
    const [there, here] = [of(piece, piece.styles), of(this.page, this.page.styles)];
    if (same(there, here)) return undefined;
    const unsaid = Object.keys(here.rest).filter((property) => !(property in there.rest) && !property.startsWith('--'));
    return {
      ...there,
      rest: { ...Object.fromEntries(unsaid.map((property) => [property, 'initial'])), ...there.rest },
    };
  }

  /** What the piece says on every element, where this page says something else. */
  private everywhere(piece: PageDocument): Declarations | undefined {
    const [own, there] = [this.page.everywhere ?? {}, piece.everywhere ?? {}];
    const names = [...new Set([...Object.keys(own), ...Object.keys(there)])].filter(
      (name) => own[name] !== there[name],
    );
    return names.length ? Object.fromEntries(names.map((name) => [name, there[name] ?? 'initial'])) : undefined;
  }

  private withEverywhere(tree: ElementNode, set: Declarations): ElementNode {
    const map = new Map<string, string>();
    return mapTree(tree, (node) => {
      if (!isElement(node)) return node;
      const key = node.style ?? '';
      const known = map.get(key);
      if (known !== undefined) return { ...node, style: known };
      const own = this.styles[key] ?? { rest: {} };
      const name = freeName(`${node.style ?? node.kind}-here`, (text) => text in this.styles);
      this.styles[name] = { ...own, rest: { ...set, ...own.rest } };
      map.set(key, name);
      return { ...node, style: name };
    });
  }

  /** Two places of a page must not have the same anchor. */
  private withFreeAnchors(tree: ElementNode): ElementNode {
    const anchors = new Map<string, string>();
    for (const id of anchorsIn(tree)) {
      const free = freeName(id, (text) => this.ids.has(text));
      this.ids.add(free);
      if (free !== id) anchors.set(id, free);
    }
    if (anchors.size === 0) return tree;
    return mapTree(tree, (node) => {
      if (!isElement(node) || !node.attributes) return node;
      const attributes = Object.fromEntries(
        Object.entries(node.attributes).map(([name, value]) => [name, said(name, value, anchors)]),
      );
      return { ...node, attributes };
    });
  }
}

/** Attributes that say ids of other elements (HTML; ARIA 1.2). */
const REFERENCES =
  /^(id|for|list|form|popovertarget|commandfor|aria-(labelledby|describedby|controls|owns|activedescendant|details|flowto|errormessage))$/;

function said(name: string, value: string, anchors: ReadonlyMap<string, string>): string {
  if (name === 'href' && value.startsWith('#')) return `#${anchors.get(value.slice(1)) ?? value.slice(1)}`;
  if (!REFERENCES.test(name)) return value;
  return value
    .split(' ')
    .map((part) => anchors.get(part) ?? part)
    .join(' ');
}

function* anchorsIn(node: ElementNode): Generator<string> {
  for (const { attributes } of elements(node)) if (attributes?.['id']) yield attributes['id'];
}

function renamed(tree: ElementNode, names: ReadonlyMap<string, string>): ElementNode {
  return mapTree(tree, (node: PageNode) => {
    if (!isElement(node)) return node;
    const { style, difference } = node;
    return {
      ...node,
      ...(style === undefined ? {} : { style: names.get(style) ?? style }),
      ...(difference === undefined ? {} : { difference: names.get(difference) ?? difference }),
    };
  });
}

/** A style whose animations and breakpoints have the names that they have here. */
function inPlace(
  { rest, variants }: SharedStyle,
  keyframes: ReadonlyMap<string, string>,
  widths: ReadonlyMap<string, string>,
): SharedStyle {
  const set = (given: Declarations): Declarations => {
    const { 'animation-name': names } = given;
    return names === undefined
      ? given
      : {
          ...given,
          'animation-name': names
            .split(', ')
            .map((part) => keyframes.get(part) ?? part)
            .join(', '),
        };
  };
  const placed = variants?.map((variant): StyleVariant => ({
    ...variant,
    ...(variant.at === undefined ? {} : { at: widths.get(variant.at) ?? variant.at }),
    set: set(variant.set),
  }));
  return { rest: set(rest), ...(placed ? { variants: placed } : {}) };
}

function withHosts({ rest, variants }: SharedStyle, names: ReadonlyMap<string, string>): SharedStyle {
  const own = variants?.map((variant) =>
    variant.within
      ? { ...variant, within: { ...variant.within, style: names.get(variant.within.style) ?? variant.within.style } }
      : variant,
  );
  return { rest, ...(own ? { variants: own } : {}) };
}

function same(entry: unknown, other: unknown): boolean {
  return JSON.stringify(entry) === JSON.stringify(other);
}

function mapped<From, To>(record: Readonly<Record<string, From>>, change: (value: From) => To): Record<string, To> {
  return Object.fromEntries(Object.entries(record).map(([name, value]) => [name, change(value)]));
}
