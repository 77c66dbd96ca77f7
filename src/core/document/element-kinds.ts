/** What a node is to a person who edits the page. */
export type Kind =
  | 'section'
  | 'box'
  | 'row'
  | 'column'
  | 'grid'
  | 'stack'
  | 'heading'
  | 'text'
  | 'run'
  | 'button'
  | 'link'
  | 'image'
  | 'icon'
  | 'artwork'
  | 'list'
  | 'item'
  | 'menu'
  | 'form'
  | 'field'
  | 'table'
  | 'table-part'
  | 'quote'
  | 'divider'
  | 'video'
  | 'embed'
  | 'question'
  | 'break'
  | 'card'
  | 'picture-box'
  | 'tabs'
  | 'slides'
  | 'dialog'
  | 'toggle';

/** What all code needs to know of an element kind. */
export interface ElementKind {
  /** What it is, for the schema of the page document. */
  readonly description: string;
  /** It only lays out what it holds: its contents may say more of what it is. */
  readonly isLayout?: true;
  /** It is something that a visitor sees by itself, so that a card can be told by what it holds. */
  readonly isContent?: true;
  /** Its own text names it. */
  readonly namedByText?: true;
  /** A site has one of it in several variants, rather than several. */
  readonly isComponent?: true;
  /**
   * How many in a row make a repeated item: `never` for what makes up a text, a form or a page; `small` for things of
   * which two side by side say nothing yet.
   */
  readonly repeats?: 'never' | 'small';
  /** The name of the field of its text. */
  readonly textField?: string;
  /** The brief may declare an element to be of this kind. */
  readonly decidable?: true;
}

/** Every element kind with its facts: the one place to add one. How HTML elements get their kind is in `core/html/kinds.ts`. */
export const ELEMENT_KINDS: Readonly<Record<Kind, ElementKind>> = {
  section: { description: 'A band of the page with one subject.', repeats: 'never' },
  box: { description: 'A box around other elements.', isLayout: true, decidable: true },
  row: { description: 'A box whose elements stand side by side.', isLayout: true },
  column: { description: 'One of several boxes side by side.', isLayout: true },
  grid: { description: 'A box whose elements stand in rows and columns.', isLayout: true },
  stack: { description: 'A box whose elements stand below each other.', isLayout: true },
  heading: {
    description: 'A heading.',
    isContent: true,
    namedByText: true,
    isComponent: true,
    repeats: 'never',
    textField: 'heading',
    decidable: true,
  },
  text: {
    description: 'A paragraph or line of text.',
    isContent: true,
    namedByText: true,
    repeats: 'never',
    decidable: true,
  },
  run: { description: 'Words inside a text that are set off from it.', namedByText: true, repeats: 'never' },
  button: {
    description: 'A button, or a link that looks like one.',
    isContent: true,
    namedByText: true,
    isComponent: true,
    repeats: 'small',
    textField: 'label',
    decidable: true,
  },
  link: {
    description: 'A link.',
    isContent: true,
    namedByText: true,
    isComponent: true,
    repeats: 'small',
    textField: 'label',
    decidable: true,
  },
  image: { description: 'An image.', isContent: true, isComponent: true, repeats: 'small' },
  icon: {
    description: 'A small vector drawing inside the page.',
    isContent: true,
    isComponent: true,
    repeats: 'small',
  },
  artwork: { description: 'A drawing taken from a design as one image.', isContent: true },
  list: { description: 'A list.', isContent: true },
  item: { description: 'An entry of a list.', namedByText: true, isComponent: true },
  menu: { description: 'A navigation menu.', decidable: true },
  form: { description: 'A form.' },
  field: { description: 'A form control, or its label.', isComponent: true, repeats: 'never' },
  table: { description: 'A table.' },
  'table-part': { description: 'A row, a cell or another part of a table.' },
  quote: {
    description: 'A quotation.',
    isContent: true,
    namedByText: true,
    isComponent: true,
    textField: 'quote',
    decidable: true,
  },
  divider: { description: 'A line between two parts.', repeats: 'never' },
  video: { description: 'A video or a sound recording.', isContent: true, repeats: 'small' },
  embed: { description: 'Another page inside this one.', repeats: 'small' },
  question: {
    description: 'A question whose answer opens.',
    namedByText: true,
    isComponent: true,
    repeats: 'never',
    textField: 'answer',
  },
  break: { description: 'A line break.', repeats: 'never' },
  card: { description: 'A box of different elements that belong together.', isComponent: true, decidable: true },
  'picture-box': { description: 'A box with an image behind its text.', isContent: true, isComponent: true },
  tabs: { description: 'Panels of which one is shown.' },
  slides: { description: 'Slides in a row that can be scrolled.' },
  dialog: { description: 'A dialog.' },
  toggle: { description: 'A button that opens and closes something.', textField: 'button' },
};

/** All element kinds, in the order in which they are documented. */
export const KINDS = Object.keys(ELEMENT_KINDS) as readonly Kind[];

/** The kinds for which a fact holds. */
export function kindsWith(fact: (kind: ElementKind) => unknown): ReadonlySet<Kind> {
  return new Set(KINDS.filter((kind) => fact(ELEMENT_KINDS[kind])));
}

/** Boxes that only lay out what they hold: what is in them may say more of what they are. */
export const LAYOUT_KINDS: ReadonlySet<Kind> = kindsWith(({ isLayout }) => isLayout);
