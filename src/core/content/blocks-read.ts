import type { Node } from 'commonmark';
import { defined } from '../data/defined.js';
import { longest } from '../data/longest-common.js';
import { required } from '../data/required.js';
import { isScriptAddress } from '../document/addresses.js';
import type { Kind } from '../document/element-kinds.js';
import type { ElementNode, PageNode } from '../document/types.js';
import { isElement } from '../document/walk.js';
import { blocksIn, imageIn, kindOf, partsOf, runsInBlocks, thingsIn, toBlocks, type BlockKind } from './blocks.js';
import { childrenOf, imageRead, kindRead, parsed, thingRead, writtenIn, type Written } from './blocks-parse.js';
import { withCode } from './code.js';
import type { Brace } from './rich-braces.js';
import type { NamedRuns, Styles } from './rich-runs.js';
import { Reading } from './rich.js';

/* An article read from CommonMark: what has not changed stays as it is in the source, the rest looks as its like does there. */

/** An article with what its field says now. HTML in it is text, and an address that runs a script is left out. */
export function fromBlocks(node: ElementNode, value: string, styles: Styles): ElementNode {
  return new Article(node, styles).read(value);
}

/** The kind of a block that the source has no like of. */
const NEW_KINDS: Readonly<Partial<Record<BlockKind, Kind>>> = {
  ul: 'list',
  ol: 'list',
  li: 'item',
  blockquote: 'quote',
  hr: 'divider',
  image: 'image',
};

class Article {
  private readonly named: NamedRuns;
  private readonly things: ReadonlyMap<string, ElementNode>;
  private made = 0;
  private braces: readonly Brace[] = [];
  private lines: readonly string[] = [];

  constructor(
    private readonly node: ElementNode,
    private readonly styles: Styles,
  ) {
    this.named = runsInBlocks(node, styles);
    this.things = new Map([...thingsIn(node, this.named)].map(([thing, name]) => [name, thing]));
  }

  read(value: string): ElementNode {
    const source = parsed(toBlocks(this.node, this.styles));
    const { braces, lines, blocks } = parsed(value);
    this.braces = braces;
    this.lines = lines;
    return { ...this.node, children: this.blocks(blocks, blocksIn(this.node) ?? [], source.blocks) };
  }

  /**
   * Blocks that were read, as elements.
   * @param known the blocks of the source in the same place @param were the same as they were written
   */
  private blocks(now: readonly Written[], known: readonly ElementNode[], were: readonly Written[]): ElementNode[] {
    const [before, after] = [were, now].map((all) => all.map(({ said }) => said)) as [string[], string[]];
    const pairs = longest(before, after);
    const used = new Set(pairs.map(([old]) => old));
    const partners = now.map((_, at) => pairs.find(([, place]) => place === at)?.[0]);
    let next = 0;
    return now.map((block, at) => {
      const same = partners[at];
      if (same !== undefined) {
        next = same + 1;
        return required(known[same]);
      }
      const thing = this.things.get(thingRead(block.node, this.braces) ?? '');
      const place = thing ? known.indexOf(thing) : -1;
      if (thing && place >= 0 && !used.has(place)) {
        used.add(place);
        return thing;
      }
      const kind = kindRead(block.node);
      /* What was rewritten stands between the same neighbours. */
      const gap = known.findIndex(
        (element, at) => at >= next && !used.has(at) && kindOf(element) === kind && !this.isThing(element),
      );
      const until = partners.slice(at).find((place) => place !== undefined) ?? known.length;
      if (gap >= 0 && gap < until) {
        next = gap + 1;
        return this.block(block, kind, required(known[gap]), were[gap]);
      }
      return this.block(block, kind, this.fresh(kind, known));
    });
  }

  private isThing(element: ElementNode): boolean {
    return [...this.things.values()].includes(element);
  }

  /** A block that the source does not have: it looks as most of its kind do. */
  private fresh(kind: BlockKind, known: readonly ElementNode[]): ElementNode {
    const isLike = (element: ElementNode): boolean => kindOf(element) === kind && !this.isThing(element);
    const fellows = [known, blocksIn(this.node) ?? []].find((list) => list.some(isLike));
    const own = (fellows ?? []).filter(isLike);
    const looks = own.map((element) => `${element.style} ${element.difference}`);
    const often = (look: string): number => looks.filter((other) => other === look).length;
    const at = looks.reduce((best, look, place) => (often(look) > often(looks[best] ?? '') ? place : best), 0);
    const model = own[at];
    if (!model) {
      const element = kind === 'image' ? 'img' : kind;
      const made = NEW_KINDS[kind] ?? (/^h\d$/.test(kind) ? 'heading' : 'text');
      return { id: this.id(), kind: made, name: element, element };
    }
    return withoutIds(model, () => this.id());
  }

  private id(): string {
    this.made += 1;
    return `${this.node.id}-block-${this.made}`;
  }

  private block({ node }: Written, kind: BlockKind, model: ElementNode, was?: Written): ElementNode {
    switch (kind) {
      case 'hr':
        return model;
      case 'image':
        return withImage(model, required(imageRead(node)));
      case 'pre':
        return withCode(model, (node.literal ?? '').replace(/\n$/, ''));
      case 'ul':
      case 'ol':
        return {
          ...model,
          children: this.blocks(writtenIn(node, this.lines), blocksIn(model) ?? [], was ? this.below(was) : []),
        };
      case 'li':
      case 'blockquote':
        return this.item(node, model);
      default:
        return { ...model, children: this.line(node, model) };
    }
  }

  /** The items of a list of the source as they were written. */
  private below({ node, said }: Written): Written[] {
    const [[first]] = node.sourcepos;
    const lines = said.split('\n');
    return writtenIn(node, [...Array<string>(first - 1).fill(''), ...lines]);
  }

  private line(node: Node, model: ElementNode): PageNode[] {
    if (node.type === 'html_block') return [{ kind: 'words', text: node.literal ?? '' }];
    const own = { ...model, id: this.id() };
    return new Reading(own, this.styles, { named: this.named, holder: this.node, braces: this.braces }).below(node);
  }

  /** An item, or a quote: its first paragraph is a line of it where that is so in the source. */
  private item(node: Node, model: ElementNode): ElementNode {
    const { line, below } = partsOf(model);
    const [first, ...rest] = writtenIn(node, this.lines);
    const hasLine = line.some((child) => isElement(child) || child.text.trim()) || below.length === 0;
    const isLine = hasLine && first !== undefined && kindRead(first.node) === 'p';
    const asLine = isLine ? this.line(first.node, { ...model, children: line }) : [];
    return {
      ...model,
      children: [...asLine, ...this.blocks(isLine ? rest : first ? [first, ...rest] : [], below, [])],
    };
  }
}

/** A copy of a block for another one: what only one element of a page can have is left out. */
function withoutIds(node: ElementNode, id: () => string): ElementNode {
  const { attributes: { id: _, ...attributes } = {}, children, ...rest } = node;
  return {
    ...rest,
    id: id(),
    ...(Object.keys(attributes).length ? { attributes } : {}),
    ...(children ? { children: children.map((child) => (isElement(child) ? withoutIds(child, id) : child)) } : {}),
  };
}

function withImage(
  model: ElementNode,
  { image: shown, href }: { readonly image: Node; readonly href?: string },
): ElementNode {
  const { image, link, caption } = imageIn(model) ?? {};
  const src = shown.destination ?? '';
  const alt = childrenOf(shown)
    .map((part) => part.literal ?? '')
    .join('');
  const set = (node: ElementNode): ElementNode => {
    if (node === image) {
      /* Other files of the image show the one that was there before. */
      const { srcset, sizes, ...attributes } = node.attributes ?? {};
      const files = attributes['src'] === src ? defined({ srcset, sizes }) : {};
      return { ...node, attributes: { ...attributes, ...files, ...(isScriptAddress(src) ? {} : { src }), alt } };
    }
    if (node === caption) return { ...node, children: [{ kind: 'words', text: shown.title ?? '' }] };
    const children = node.children?.map((child) => (isElement(child) ? set(child) : child));
    const isLed = node === link && href !== undefined && !isScriptAddress(href);
    return {
      ...node,
      ...(isLed ? { attributes: { ...node.attributes, href } } : {}),
      ...(children ? { children } : {}),
    };
  };
  const whole = set(model);
  if (!caption || shown.title) return whole;
  return {
    ...whole,
    children: (whole.children ?? []).filter((child) => !isElement(child) || child.element !== 'figcaption'),
  };
}
