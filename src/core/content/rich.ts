import { Parser, type Node } from 'commonmark';
import { isScriptAddress } from '../document/addresses.js';
import type { ElementNode, PageNode } from '../document/types.js';
import { isWords, textOf } from '../document/walk.js';
import { bracesIn, intoBraces, type Brace, type Piece } from './rich-braces.js';
import { ALWAYS, isInText, markOf, namedRuns, SAYS, type Mark, type NamedRuns, type Styles } from './rich-runs.js';
import { toMarkdown } from './rich-says.js';

/**
 * Texts in which a client may set words off, as CommonMark (spec 0.31): strong, emphasis, code, links, line breaks; and in
 * braces what that cannot say.
 */

const ELEMENT: Readonly<Record<Mark, string>> = {
  strong: 'strong',
  emph: 'em',
  code: 'code',
  link: 'a',
  linebreak: 'br',
};

/** Whether all that a text holds can be said in it. */
export function canBeRich({ children = [] }: ElementNode): boolean {
  return children.every((child) => isWords(child) || (isInText(child) && canBeRich(child)));
}

/** Whether a text is the same again when it is read from what it says. */
export function readsBack(node: ElementNode, styles: Styles): boolean {
  const value = toMarkdown(node.children, styles);
  const again = fromMarkdown(node, value, styles);
  /* White space beside a line break is not seen; elsewhere what it says has it. */
  const letters = (of: ElementNode): string => textOf(of).replace(/\s/g, '');
  const isSame = letters(again) === letters(node) && toMarkdown(again.children, styles) === value;
  return isSame && nested(again.children) === nested(node.children);
}

/** What is set off in what: strong words in strong ones cannot be said. */
function nested(children: readonly PageNode[] = []): string {
  return children.map((child) => (isWords(child) ? '' : `${child.element}(${nested(child.children)})`)).join('');
}

/**
 * A text with what its field says now. What is set off looks as the same did in the source; HTML is text.
 * @param value CommonMark with braces; several paragraphs become lines of one
 */
export function fromMarkdown(node: ElementNode, value: string, styles: Styles): ElementNode {
  return { ...node, children: new Reading(node, styles).read(value) };
}

/** What texts around one have set off, for what it does not have itself. */
export interface Around {
  readonly named: NamedRuns;
  readonly holder: ElementNode;
  readonly braces: readonly Brace[];
}

/** Reads one text, with the runs of the source as models: the first strong words look as the first ones there did. */
export class Reading {
  private readonly models = new Map<Mark, ElementNode[]>();
  private readonly used = new Map<string, number>();
  private readonly named: NamedRuns;
  private braces: readonly Brace[] = [];
  private made = 0;

  constructor(
    private readonly node: ElementNode,
    private readonly styles: Styles,
    around?: Around,
  ) {
    this.collect(node);
    const own = new Set(this.models.keys());
    if (around) this.collect(around.holder, (mark) => !own.has(mark));
    this.named = around?.named ?? namedRuns(node.children ?? [], styles);
    this.braces = around?.braces ?? [];
  }

  private collect({ children = [] }: ElementNode, isNew: (mark: Mark) => boolean = () => true): void {
    for (const child of children) {
      if (isWords(child)) continue;
      const mark = markOf(child, this.styles);
      if (mark && isNew(mark)) this.models.set(mark, [...(this.models.get(mark) ?? []), child]);
      this.collect(child, isNew);
    }
  }

  read(value: string): PageNode[] {
    const { text, braces } = bracesIn(value);
    this.braces = braces;
    const blocks: PageNode[] = [];
    for (let block = new Parser({ smart: false }).parse(text).firstChild; block; block = block.next) {
      if (blocks.length) blocks.push(this.run('linebreak', () => []));
      blocks.push(...this.readOne(block));
    }
    return oneByOne(this.inBraces(blocks));
  }

  /** What stands in a line of a text. */
  below(parent: Node): PageNode[] {
    const found: PageNode[] = [];
    for (let node = parent.firstChild; node; node = node.next) found.push(...this.readOne(node));
    return oneByOne(this.inBraces(found));
  }

  private readOne(node: Node): PageNode[] {
    switch (node.type) {
      case 'text':
      case 'html_inline':
      case 'html_block':
        return [{ kind: 'words', text: node.literal ?? '' }];
      case 'softbreak':
        return [{ kind: 'words', text: ' ' }];
      case 'code':
        return [this.run('code', () => [{ kind: 'words', text: node.literal ?? '' }])];
      case 'code_block':
        return [{ kind: 'words', text: (node.literal ?? '').trimEnd() }];
      case 'linebreak':
      case 'thematic_break':
        return [this.run('linebreak', () => [])];
      case 'strong':
      case 'emph':
        return [this.run(node.type, () => this.below(node))];
      case 'link': {
        const href = node.destination ?? '';
        return isScriptAddress(href) ? this.below(node) : [this.run('link', () => this.below(node), href)];
      }
      default:
        return this.below(node);
    }
  }

  private inBraces(nodes: readonly PageNode[]): PageNode[] {
    if (this.braces.length === 0) return [...nodes];
    const wordsOf = (node: PageNode): string | undefined => (isWords(node) ? node.text : undefined);
    const pieces = intoBraces<PageNode>(nodes, this.braces, wordsOf, (text) => ({ kind: 'words', text }));
    return oneByOne(pieces.flatMap((piece) => this.fromPiece(piece)));
  }

  private fromPiece(piece: Piece<PageNode>): PageNode[] {
    if (!('brace' in piece)) return [piece];
    const { brace, inside } = piece;
    const model = this.next(`{${brace.name}`, this.named.byName.get(brace.name) ?? []);
    const children = inside?.flatMap((inner) => this.fromPiece(inner));
    if (!model && children && ALWAYS.has(brace.name)) return [this.plain(brace, children)];
    const isLike = model && Boolean(textOf(model)) === (inside !== undefined);
    if (!isLike)
      return [
        { kind: 'words', text: brace.written },
        ...(children ? [...children, { kind: 'words' as const, text: '}' }] : []),
      ];
    const { [SAYS[model.element] ?? '']: _, ...attributes } = model.attributes ?? {};
    const says = SAYS[model.element];
    const all = says && brace.value !== undefined ? { ...attributes, [says]: brace.value } : attributes;
    return [this.like(model, all, children)];
  }

  /** What this text does not have in the source, as browsers show it. */
  private plain({ name, value }: Brace, children: readonly PageNode[]): ElementNode {
    const says = SAYS[name];
    const attributes = says && value !== undefined ? { [says]: value } : {};
    return this.like({ id: '', kind: 'run', name: 'text', element: name }, attributes, children);
  }

  private run(mark: Mark, inside: () => PageNode[], href?: string): ElementNode {
    const known = this.models.get(mark) ?? [];
    const model = this.next(mark, known, (one) => href !== undefined && one.attributes?.['href'] === href);
    const attributes = { ...model?.attributes, ...(href === undefined ? {} : { href }) };
    const plain: ElementNode = {
      id: '',
      kind: mark === 'link' ? 'link' : mark === 'linebreak' ? 'break' : 'run',
      name: mark === 'link' ? 'link' : 'text',
      element: ELEMENT[mark],
    };
    return this.like({ ...plain, ...model }, attributes, mark === 'linebreak' ? undefined : inside());
  }

  private like(
    model: ElementNode,
    attributes: Readonly<Record<string, string>>,
    children?: readonly PageNode[],
  ): ElementNode {
    this.made += 1;
    const { attributes: _, children: drawn, ...rest } = model;
    const shown = children ?? (model.kind === 'break' ? undefined : drawn);
    return {
      ...rest,
      id: `${this.node.id}-run-${this.made}`,
      inline: true,
      ...(Object.keys(attributes).length ? { attributes } : {}),
      ...(shown ? { children: shown } : {}),
    };
  }

  /** The model for the next run of its kind: a fitting one, else in their order; the last one for those after it, without its id. */
  private next(
    kind: string,
    models: readonly ElementNode[],
    fits: (model: ElementNode) => boolean = () => false,
  ): ElementNode | undefined {
    const at = this.used.get(kind) ?? 0;
    this.used.set(kind, at + 1);
    const model = models.find(fits) ?? models[Math.min(at, models.length - 1)];
    if (!model || at < models.length || model.attributes?.['id'] === undefined) return model;
    const { id: _, ...attributes } = model.attributes;
    return { ...model, attributes };
  }
}

/** Words that follow each other as one. */
function oneByOne(nodes: readonly PageNode[]): PageNode[] {
  const result: PageNode[] = [];
  for (const node of nodes) {
    const last = result.at(-1);
    if (last && isWords(last) && isWords(node)) result[result.length - 1] = { ...last, text: last.text + node.text };
    else result.push(node);
  }
  return result;
}
