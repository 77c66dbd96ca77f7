import type { Declarations } from '../document/types.js';
import { defined } from '../data/defined.js';
import { required } from '../data/required.js';
import { createHash } from 'node:crypto';
import {
  PAGE_VERSION,
  type Breakpoint,
  type ElementNode,
  type PageDocument,
  type PageNode,
  type SharedStyle,
  type WordsNode,
} from '../document/types.js';
import { headFrom } from './head.js';
import { keptAttributes, referencedIds } from './attributes.js';
import type { Box, CapturedFace, CapturedNode, CapturedPage } from './captured.js';
import { calledBy, languageBy } from './called.js';
import { isInline, kindOf } from './kinds.js';
import { probeName, type Probed } from './lean.js';
import { defaultsFor, styleOf } from './styles.js';
import type { ResolvedStyle } from './variables.js';

export interface BuildInput {
  readonly name: string;
  readonly files: readonly string[];
  readonly widths: readonly number[];
  readonly page: CapturedPage;
  readonly looks: readonly ResolvedStyle[][];
  readonly breakpoints: readonly Breakpoint[];
  readonly probed: Probed;
  readonly faces: readonly CapturedFace[];
  readonly keyframes: Readonly<Record<string, string>>;
  readonly properties: Readonly<Record<string, Declarations>>;
  readonly viewTransition?: Declarations;
}

/** A page document in which every element has a style of its own, and where its elements stood at the widest width. */
export interface Built {
  readonly document: PageDocument;
  /** By node id. */
  readonly boxes: ReadonlyMap<string, Box>;
}

/** Turns a captured page into a page document, element by element, with nothing taken out but what no one can see or use. */
export function buildPage(input: BuildInput): Built {
  return new PageBuilder(input).build();
}

class PageBuilder {
  private readonly children: readonly (readonly number[])[];
  private readonly referenced: ReadonlySet<string>;
  private readonly styles: Record<string, SharedStyle> = {};
  private readonly boxes = new Map<string, Box>();
  /** Elements whose states others depend on. */
  private readonly hosts = new Set<number>();

  constructor(private readonly input: BuildInput) {
    const { page, looks } = input;
    this.children = childLists(page.nodes);
    this.referenced = referencedIds(page.nodes.map(({ attributes }) => attributes));
    for (const own of looks)
      for (const { condition } of own) if (condition.within) this.hosts.add(condition.within.element);
  }

  build(): Built {
    const bodyIndex = this.input.page.nodes.findIndex(({ tag, parent }) => tag === 'body' && parent === 0);
    const body = this.make(bodyIndex) as ElementNode;
    const rootStyle = this.giveStyle(0);

    const { page, breakpoints } = this.input;
    const head = page.head && headFrom(page.head);
    const document: PageDocument = {
      format: 'tavrik-page',
      version: PAGE_VERSION,
      name: this.input.name,
      title: page.title,
      language: page.language,
      ...(page.direction === 'rtl' ? { direction: 'rtl' as const } : {}),
      ...(page.description ? { description: page.description } : {}),
      ...(head && Object.keys(head).length ? { head } : {}),
      ...(page.quirks ? { quirks: true } : {}),
      source: { kind: 'html', files: this.input.files, widths: this.input.widths },
      breakpoints,
      ...(this.input.faces.length
        ? { fonts: this.input.faces.map(({ family, descriptors }) => ({ family, descriptors })) }
        : {}),
      ...(Object.keys(this.input.keyframes).length ? { keyframes: this.input.keyframes } : {}),
      ...(Object.keys(this.input.properties).length ? { properties: this.input.properties } : {}),
      ...(this.input.viewTransition ? { viewTransition: this.input.viewTransition } : {}),
      ...(rootStyle ? { rootStyle } : {}),
      styles: this.styles,
      body: { ...body, kind: 'box', name: 'page' },
    };
    return { document, boxes: this.boxes };
  }

  private styleName(index: number): string {
    return `s${index}`;
  }

  private giveStyle(index: number): string | undefined {
    const node = required(this.input.page.nodes[index]);
    const element = probeName(node);
    const style = styleOf(
      this.input.looks[index] ?? [],
      this.input.breakpoints,
      defaultsFor(this.input.probed.defaults[element], this.input.probed.own[element] ?? [], node.attributes),
      (element) => this.styleName(element),
    );
    if (!this.hosts.has(index) && Object.keys(style.rest).length === 0 && !style.variants) return undefined;
    this.styles[this.styleName(index)] = style;
    return this.styleName(index);
  }

  private betweenInline(index: number): boolean {
    const siblings = required(this.children[required(this.input.page.nodes[index]).parent]);
    const at = siblings.indexOf(index);
    return [siblings[at - 1], siblings[at + 1]].every(
      (value) => value !== undefined && standsInLine(required(this.input.page.nodes[value])),
    );
  }

  private makeWords(node: CapturedNode, index: number): WordsNode | undefined {
    if (!/^(pre|break-spaces)/.test(node.whiteSpace ?? '')) {
      const text = required(node.text).replace(node.whiteSpace === 'pre-line' ? /[ \t\r\f]+/g : /[ \t\r\n\f]+/g, ' ');
      return text.trim() || node.seen || this.betweenInline(index) ? { kind: 'words', text } : undefined;
    }
    return { kind: 'words', text: required(node.text) };
  }

  private make(index: number): PageNode | undefined {
    const node = required(this.input.page.nodes[index]);
    if (!node.tag) return this.makeWords(node, index);
    const inside = required(this.children[index])
      .map((child) => this.make(child))
      .filter((node) => node !== undefined);
    const id = idOf(required(node.path));
    if (node.box) this.boxes.set(id, node.box);
    const rest = this.input.looks[index]?.[0]?.byInterval[0] ?? new Map<string, string>();
    const tag = node.picture === undefined ? plainTag(node) : 'img';
    const attributes = keptAttributes(
      tag,
      node.attributes ?? {},
      this.referenced,
      shownAttributes(this.input.looks[index] ?? []),
    );
    if (node.picture !== undefined)
      Object.assign(attributes, { src: node.picture, alt: node.attributes?.['aria-label'] ?? '' });
    const style = this.giveStyle(index);
    const kind = kindOf(
      node,
      rest,
      inside.length > 0 &&
        inside.every((node) => node.kind === 'words' || node.kind === 'run' || node.kind === 'break'),
    );
    const element: ElementNode = {
      id,
      kind,
      name: kind,
      element: tag,
      ...(style ? { style } : {}),
      ...(Object.keys(attributes).length ? { attributes } : {}),
      ...(isInline(node) ? { inline: true } : {}),
      ...(node.markup ? { markup: node.markup } : {}),
      from: {
        path: required(node.path),
        ...defined({
          called: inside.length ? undefined : calledBy(tag, node.attributes?.['class']),
          language: languageBy(tag, node.attributes),
        }),
      },
      ...(inside.length ? { children: inside } : {}),
    };
    return element;
  }
}

/** Attributes whose values generated content shows: `attr(data-label)` (CSS Values 5, `attr()`). */
function shownAttributes(looks: readonly ResolvedStyle[]): ReadonlySet<string> {
  return new Set(
    looks.flatMap(({ condition, byInterval }) =>
      condition.part
        ? byInterval.flatMap((set) =>
            [...(set.get('content') ?? '').matchAll(/attr\(\s*([\w-]+)/g)].map(([, name]) => name ?? ''),
          )
        : [],
    ),
  );
}

/** Elements that a script of the page made up mean nothing without it. */
function plainTag({ tag = 'div', display }: CapturedNode): string {
  if (!tag.includes('-')) return tag;
  return display?.startsWith('inline') ? 'span' : 'div';
}

/** White space between two of these shows, if not at this width then at another. */
function standsInLine(node: CapturedNode): boolean {
  return node.tag ? isInline(node) : true;
}

function childLists(nodes: readonly CapturedNode[]): number[][] {
  const lists: number[][] = nodes.map(() => []);
  nodes.forEach(({ parent }, index) => lists[parent]?.push(index));
  return lists;
}

/** A short id that stays the same as long as the element keeps its place in the source. */
export function idOf(path: string): string {
  return createHash('sha1').update(path).digest('hex').slice(0, 8);
}
