import { required } from '../../data/required.js';
import {
  PAGE_VERSION,
  type Breakpoint,
  type ElementNode,
  type PageDocument,
  type PageNode,
  type SharedStyle,
  type StyleVariant,
} from '../../document/types.js';
import type { ArtboardView } from '../match/artboard-view.js';
import { markVariant, startOf } from '../structure/lists.js';
import { imageNode } from './image-nodes.js';
import { ElementIds } from './element-ids.js';
import { fluidStyles } from '../responsive/fluid.js';
import { kindOfBox, pathOf, sectionName, textHref } from '../roles/names.js';
import { wordsOf } from '../text/paragraphs.js';
import type { Roles } from '../roles/roles.js';
import { add, undecorated } from '../layout/context.js';
import { allWidths } from '../responsive/screens.js';
import type { DesignInput, DesignSection } from './design-input.js';
import { styleFromArtboards } from '../responsive/style-variants.js';
import { wordingsOf } from './wording-variants.js';
import { bodyLookOf, headlineOf } from './page-texts.js';
import { tableNode } from './table-nodes.js';
import { DRAWN, SENDS } from '../roles/form-fields.js';
import { ControlBuilder, submitAttributes, type Controls } from './control-builder.js';
import { takeLabel } from './plain-buttons.js';
import { textOf } from '../../document/walk.js';
import type { Part } from '../model/part.js';
import type { Pieces } from '../model/piece.js';
import type { Paragraph } from '../model/paragraph.js';
import type { ArtboardStyles } from '../model/part-styles.js';

/** Makes the nodes of a page of the parts of a design and their looks on each screen. */
export class PageBuilder {
  private readonly styles: Record<string, SharedStyle> = {};
  readonly sections: (DesignSection & { readonly part: Part })[] = [];
  readonly ids: ElementIds;
  /** Parts that are items of lists. */
  private readonly items = new Set<Part>();
  private counter = 0;
  private readonly controls: ControlBuilder;

  constructor(
    private readonly input: DesignInput,
    private readonly artboards: readonly Pieces[],
    private readonly views: readonly ArtboardView[],
    private readonly looks: readonly ArtboardStyles[],
    private readonly breakpoints: readonly Breakpoint[],
    private readonly roles: Roles,
  ) {
    this.ids = new ElementIds(views);
    this.controls = new ControlBuilder({
      ids: this.ids,
      fields: roles.forms.fields,
      choices: roles.forms.choices,
      addStyle: (look) => this.fixed(look),
      addVariant: (style, variant) => this.addVariant(style, variant),
      plainText: (part) => this.plainText(part),
    });
  }

  private get widest(): Pieces {
    return required(this.artboards[0]);
  }

  build(root: Part): PageDocument {
    const base = bodyLookOf(this.widest);
    const children = root.parts.map((part) => this.section(part));
    const over = root.over.map((part) => this.node(part));
    const bodyLooks = this.looks.map((looks, index) => ({
      ...base,
      ...(this.artboards[index] ?? required(this.artboards.at(-1))).ground,
      ...(looks.get(root) ?? {}),
    }));
    const body: ElementNode = {
      id: 'page',
      kind: 'box',
      name: 'page',
      element: 'body',
      style: this.addStyle(bodyLooks),
      children: [...children, ...over],
    };
    return {
      format: 'tavrik-page',
      version: PAGE_VERSION,
      name: this.input.name,
      title: this.input.boards[0]?.title || headlineOf(this.widest, this.roles.levelOf) || this.input.name,
      language: this.input.language ?? 'en',
      source: { kind: 'design', files: this.input.files, widths: this.artboards.map(({ width }) => width) },
      breakpoints: this.breakpoints,
      ...(this.input.fonts?.length ? { fonts: this.input.fonts } : {}),
      everywhere: { 'box-sizing': 'border-box', margin: '0' },
      styles: this.styles,
      body,
    };
  }

  private addStyle(looks: readonly Record<string, string>[]): string {
    const name = `s${(this.counter += 1)}`;
    const widths = allWidths(this.input.boards.map(({ width }) => width));
    this.styles[name] = styleFromArtboards(this.input.fluid ? fluidStyles(looks, widths) : looks, this.breakpoints);
    return name;
  }

  private styleOf(part: Part): string {
    return this.addStyle(
      this.looks.map(
        (looks, index) =>
          looks.get(part) ?? ((this.views[index] ?? this.views.at(-1))?.boxOf(part) ? {} : { display: 'none' }),
      ),
    );
  }

  private section(part: Part): ElementNode {
    const element = this.node(part);
    if (['text', 'heading', 'run', 'image', 'icon'].includes(element.kind)) return element;
    if (part.frame) return element;
    if (part.site === 'navigation') return { ...element, kind: 'menu', name: 'side-menu', element: 'nav' };
    this.sections.push({ id: element.id, part, boxes: this.views.map((view) => view.boxOf(part)) });
    const { site } = part;
    return {
      ...element,
      kind: 'section',
      name: sectionName(element, site),
      element: site ?? 'section',
      ...(site ? { part: site } : {}),
      ...(element.kind === 'form' ? { children: [this.formIn(part, element)] } : {}),
    };
  }

  /** A section that holds a form by itself has it inside; the form leaves the layout to the section. */
  private formIn(part: Part, { children = [] }: ElementNode): ElementNode {
    const style = this.fixed({ display: 'contents' });
    return { id: this.ids.of(part, 'form'), kind: 'form', name: 'form', element: 'form', style, children };
  }

  private node(part: Part): ElementNode {
    const { piece } = part;
    if (piece?.type === 'text') return this.textNode(part, piece.text);
    const inside = [...part.parts, ...part.over];
    if ((piece?.type === 'art' || piece?.type === 'picture') && inside.length === 0)
      return imageNode(part, piece, this.partBuilder());
    if (part.table) return tableNode(part, this.partBuilder());
    const path = piece ? pathOf(piece) : '';
    const button = this.roles.isButton(part);
    const field = this.roles.forms.fields.has(part);
    const choice = this.roles.forms.choices.get(part)?.kind;
    const sends = this.roles.forms.submits.has(part);
    this.adaptLooks(part, { button, sends, field, choice });
    const label = button ? takeLabel(part, this.looks) : undefined;
    const style = this.styleOf(part);
    const href = piece?.type === 'box' ? piece.shape.href : undefined;
    if (part.list) for (const entry of part.parts) this.items.add(entry);
    const elements = label
      ? []
      : inside.map((inner) => (button ? this.plainText(inner) : part.frame ? this.section(inner) : this.node(inner)));
    const list = elements.some(({ element }) => /^h[1-6]$/.test(element)) ? undefined : part.list;
    const children = label
      ? this.wordings(required(part.parts[0]), label, false)
      : list
        ? elements.map(asItem)
        : elements;
    if (field) return this.controls.field(part, path, style);
    if (choice) return this.controls.choice(part, choice, path, style);
    const start = list === 'ol' ? startOf(part) : undefined;
    const isForm = this.roles.forms.forms.has(part) && !button && !list;
    const kind = button ? 'button' : list ? 'list' : isForm ? 'form' : kindOfBox(part);
    const node: ElementNode = {
      id: this.ids.of(part, path),
      kind,
      name: kind,
      element: sends ? 'button' : button ? 'a' : (list ?? (isForm ? 'form' : 'div')),
      style,
      ...(sends
        ? { attributes: submitAttributes(label ? wordsOf(label) : elements.map(textOf).join(' ')) }
        : button
          ? { attributes: { href: href ?? textHref(inside) ?? '#' } }
          : {}),
      ...(start ? { attributes: { start: String(start) } } : {}),
      ...(path ? { from: { path } } : {}),
      ...(children.length ? { children } : {}),
    };
    return part.pager && list ? this.menuAround(node) : node;
  }

  /** The pages of a long list are a menu of their own. */
  private menuAround(list: ElementNode): ElementNode {
    const style = this.fixed({ display: 'contents' });
    return { id: `${list.id}-pages`, kind: 'menu', name: 'pages', element: 'nav', style, children: [list] };
  }

  private partBuilder(): Parameters<typeof tableNode>[1] & Parameters<typeof imageNode>[2] {
    return {
      ids: this.ids,
      views: this.views,
      breakpoints: this.breakpoints,
      looks: this.looks,
      styleOf: (part) => this.styleOf(part),
      fixed: (look) => this.fixed(look),
      node: (part) => this.node(part),
    };
  }

  /** What a part needs besides its own look, as a button, as a list, or as what an input lies over. */
  private adaptLooks(part: Part, { button, sends, field, choice }: Controls): void {
    const isFilled = part.parts.length + part.over.length > 0;
    const holdsInput = field || (choice !== undefined && isFilled);
    for (const looks of this.looks) {
      if (button) undecorated(looks, part);
      if (part.list)
        add(looks, part, { 'list-style-type': 'none', 'padding-left': looks.get(part)?.['padding-left'] ?? '0' });
      if (holdsInput && looks.get(part)?.['position'] === undefined) add(looks, part, { position: 'relative' });
      if (sends) looks.set(part, { ...SENDS, ...looks.get(part) });
      if (choice && !isFilled) add(looks, part, DRAWN);
    }
  }

  private addVariant(style: string, variant: StyleVariant): void {
    const sharedStyle = required(this.styles[style]);
    this.styles[style] = { ...sharedStyle, variants: [...(sharedStyle.variants ?? []), variant] };
  }

  /** Inside a button words are words: no paragraph, no link. */
  private plainText(part: Part): ElementNode {
    const node = this.node(part);
    if (part.piece?.type !== 'text') return node;
    const { attributes: _, ...plain } = node;
    return { ...plain, element: 'span', kind: 'run' };
  }

  private textNode(part: Part, text: Paragraph): ElementNode {
    if (this.roles.isSign(text)) return this.signNode(part, text);
    const level = this.controls.idNamedBy(part) ? undefined : this.roles.levelOf(text);
    const href = level === undefined ? this.roles.hrefOf(text) : undefined;
    const link = href !== undefined;
    const names = this.controls.idNamedBy(part);
    const element = names ? 'label' : level ? `h${level}` : link ? 'a' : 'p';
    const kind = names ? 'field' : level ? 'heading' : link ? 'link' : 'text';
    if (link) for (const looks of this.looks) undecorated(looks, part);
    const style = this.styleOf(part);
    if (text.mark) this.addVariant(style, markVariant(text.mark, text.look.size, this.items.has(part)));
    const shared = { id: this.ids.of(part, text.path), kind, name: kind, element, style } as const;
    const attributes = names ? { attributes: { for: names } } : link ? { attributes: { href } } : {};
    return {
      ...shared,
      ...attributes,
      from: { path: text.path },
      children: this.wordings(part, text, level === undefined && !link && !names),
    };
  }

  /** A glyph of an icon font is drawn, not read out. */
  private signNode(part: Part, text: Paragraph): ElementNode {
    return {
      id: this.ids.of(part, text.path),
      kind: 'run',
      name: 'icon',
      element: 'span',
      style: this.styleOf(part),
      attributes: { 'aria-hidden': 'true' },
      from: { path: text.path },
      children: this.wordings(part, text, false),
    };
  }

  /** What a text says on each board. */
  private wordings(part: Part, text: Paragraph, linked: boolean): PageNode[] {
    const pieces = this.views.map((view) => view.pieceOf(part));
    return wordingsOf({
      text,
      linked,
      onBoards: pieces.map((own) => (own?.type === 'text' ? own.text : undefined)),
      screens: this.looks.length,
      addStyle: (looks) => this.addStyle(looks),
      idOf: (path) => this.ids.of(part, path),
    });
  }

  /** A style that is the same on all screens. */
  private fixed(look: Readonly<Record<string, string>>): string {
    return this.addStyle(this.looks.map(() => look));
  }
}

/** An entry of a list: a text or a group is the item itself; what cannot be one is put into one later. */
function asItem(entry: ElementNode): ElementNode {
  return entry.element === 'p' || entry.element === 'div' ? { ...entry, kind: 'item', element: 'li' } : entry;
}
