import type { Kind } from './element-kinds.js';
import type { FieldRule } from './field-rules.js';

/** CSS property (or custom property) to its value, longhands, in the order in which they are written. */
export type Declarations = Readonly<Record<string, string>>;

/** A point at which the look changes: styles for it hold while the viewport is narrower than `below` px. */
export interface Breakpoint {
  readonly name: string;
  readonly below: number;
}

/** What differs from the look at rest on the widest screen. All conditions that are given must hold. */
export interface StyleVariant {
  /** Name of a breakpoint of the document. */
  readonly at?: string;
  /** Another condition that the source set, as an at-rule, e.g. `@media (prefers-color-scheme: dark)`. */
  readonly when?: string;
  /** The generated part it styles, e.g. `::before`. */
  readonly part?: string;
  /** The states of the element itself, e.g. `:hover`. */
  readonly state?: string;
  /**
   * The states of another element: an ancestor with the shared style `style` is in `state`; with `beside`, an element with
   * that style which comes before this one, or before one that holds it, in the same box.
   */
  readonly within?: { readonly style: string; readonly state: string; readonly beside?: true };
  readonly set: Declarations;
}

/** A look that one or more nodes share. Its key in the document is its name and its class in the CSS. */
export interface SharedStyle {
  readonly rest: Declarations;
  readonly variants?: readonly StyleVariant[];
}

/** Which part of the site a section is, where it is one that pages share: `reused` ones stand anywhere in a page. */
export type Part = 'header' | 'footer' | 'reused';

/** Where a node came from: the path of the element or layer in the source, as a person can find it there. */
export interface Origin {
  readonly path: string;
  /** What the source calls a drawing, by its classes: `money-coins`. */
  readonly called?: string;
  /** The language of code, by the class names of the source: `js`. */
  readonly language?: string;
  /** The path of the element whose place it has, if it was made of several; empty if it has that of none of them alone. */
  readonly box?: string;
}

export interface ElementNode {
  readonly id: string;
  readonly kind: Kind;
  readonly name: string;
  /** HTML element name. */
  readonly element: string;
  /** Name of its shared style; none if it looks as its element does by itself. */
  readonly style?: string;
  /** Name of the style over it: what one of several repeated items has otherwise. */
  readonly difference?: string;
  /** Name of the list whose item it is: neighbours with the same name are alike and can be added, removed and moved. */
  readonly repeat?: string;
  /** It is an entry of a list field, which can be added, removed and moved: the path of the list, and its id there. */
  readonly entry?: { readonly list: string; readonly id: string };
  /** HTML attributes that matter to the page. Addresses of our own assets start with `assets/`. */
  readonly attributes?: Readonly<Record<string, string>>;
  /** Paths of the fields that fill attributes, by attribute name. */
  readonly fields?: Readonly<Record<string, string>>;
  /** Path of the field that fills all that it holds: a text or an article in CommonMark, or code as it is written. */
  readonly rich?: string;
  readonly part?: Part;
  /** True if it lies in a line of text, so that white space around it can be seen. */
  readonly inline?: boolean;
  /** Another wording of what stands before it, shown on other screens. */
  readonly otherwise?: true;
  /** Vector drawing kept as SVG markup inside the page (kind `icon`). */
  readonly markup?: string;
  readonly from?: Origin;
  readonly children?: readonly PageNode[];
}

/** Words in the page. `text` is the source's wording, `field` is the path of the value that replaces it. */
export interface WordsNode {
  readonly kind: 'words';
  readonly text: string;
  readonly field?: string;
}

export type PageNode = ElementNode | WordsNode;

export interface FontFace {
  readonly family: string;
  readonly descriptors: Declarations;
}

/** What search engines, and links to a page elsewhere, are told of it. */
export interface PageHead {
  /** Absolute address of the folder that the site lies in, with a slash at its end. */
  readonly root?: string;
  /** Name of the site. */
  readonly site?: string;
  /** What links to the page are shown with; the title and the description of the page where nothing is said. */
  readonly preview?: {
    readonly title?: string;
    readonly description?: string;
    /** Path of the picture in the site, and its size in px. */
    readonly picture?: string;
    readonly width?: number;
    readonly height?: number;
    readonly alt?: string;
  };
  /** Icons of the site, all from one mark: their paths, and how wide and high they are in px; a drawing has no size. */
  readonly icons?: readonly { readonly file: string; readonly size?: number }[];
  /** Colour for the parts of a browser around the page. */
  readonly theme?: string;
  /** Search engines are asked not to list it. */
  readonly unlisted?: true;
  /** Linked data about the page or who it is of (JSON-LD). */
  readonly facts?: readonly object[];
}

/** What a page was made from. */
export const SOURCE_KINDS = ['html', 'design'] as const;
export type SourceKind = (typeof SOURCE_KINDS)[number];

/** The version of page documents that is written. In version 1, designs were of the kind `svg`. */
export const PAGE_VERSION = 2;

export interface PageDocument {
  readonly format: 'tavrik-page';
  readonly version: typeof PAGE_VERSION;
  /** Of all the rest, when the file was written: tells whether somebody changed it by hand. */
  readonly sum?: string;
  readonly name: string;
  readonly title: string;
  readonly language: string;
  readonly direction?: 'ltr' | 'rtl';
  readonly description?: string;
  readonly head?: PageHead;
  /** True if the source had no doctype, so that browsers lay it out in quirks mode. */
  readonly quirks?: boolean;
  readonly source: {
    readonly kind: SourceKind;
    readonly files: readonly string[];
    readonly widths: readonly number[];
  };
  /** Widest first. */
  readonly breakpoints: readonly Breakpoint[];
  /** CSS that belongs to no node: font faces and keyframes, as text. */
  readonly fonts?: readonly FontFace[];
  readonly keyframes?: Readonly<Record<string, string>>;
  /** Registered custom properties that keyframes and transitions change, with their descriptors. */
  readonly properties?: Readonly<Record<string, Declarations>>;
  /** Descriptors of how pages of the site pass into each other (`@view-transition`). */
  readonly viewTransition?: Declarations;
  /** Declarations on every element, e.g. `box-sizing`. */
  readonly everywhere?: Declarations;
  /** Custom properties of the root, and what they are in a dark scheme: design tokens, when a page is rendered with them. */
  readonly tokens?: { readonly rest: Declarations; readonly dark?: Declarations };
  /** The colours of the site by their names: what each is, and what the source says where it stands. Known while a project is at work. */
  readonly palette?: Readonly<Record<string, { readonly value: string; readonly from: readonly string[] }>>;
  /** Shared style of the root element (`html`). */
  readonly rootStyle?: string;
  readonly styles: Readonly<Record<string, SharedStyle>>;
  /** What a person said of fields, by their path; a star stands for the id of any entry. */
  readonly fieldRules?: Readonly<Record<string, FieldRule>>;
  readonly body: ElementNode;
}
