import { required } from '../../data/required.js';
import type { ElementNode, PageDocument, PageNode, SharedStyle } from '../../document/types.js';
import { elements, isElement, textOf } from '../../document/walk.js';
import type { Pass } from '../pass.js';
import { entryStyles } from './entry-styles.js';

/** So many links of one look beside each other are a list; in the header, where they are the menu, fewer. */
const FEWEST = 3;
const FEWEST_IN_HEADER = 2;
/** Fewer in the footer are the terms of use and the like, no menu. */
const FEWEST_IN_FOOTER = 4;
/** An entry that is a box holds its link and little more, such as a sign and the arrow of a menu that opens. */
const MOST_INSIDE = 5;
/** A link in a menu beside a sign is an entry of it by itself. */
const FEWEST_WITH_SIGN = 1;

/** The menu and the list have no boxes of their own: their entries stay in the layout that the links were in. */
const STYLES = {
  'link-menu': { rest: { display: 'contents' } },
  'link-list': { rest: { display: 'contents', 'list-style-type': 'none' } },
  'link-entry': { rest: { display: 'contents' } },
} as const satisfies Readonly<Record<string, SharedStyle>>;

/**
 * Makes lists of the links of a design that stand beside or below each other and look alike, and a menu of those in the header,
 * and of those in the footer if its only list has four or more. Dots and bars between links stay with the link before.
 * The layout stays: an entry stands where its link stood, and what holds the entries has no box of its own.
 *
 * Before: header(a brand, a, a, a); after: header(a brand, nav(ul(li(a), li(a), li(a)))).
 */
export const linkLists: Pass = {
  name: 'link-lists',
  does: 'makes lists of links that stand side by side, and a menu of those in the header',
  run(document) {
    const ids = new Set([...elements(document.body)].map(({ id }) => id));
    const maker = new ListMaker(document, ids);
    const body = maker.visit(document.body, { header: undefined, listed: false, inMenu: false });
    if (!maker.made) return document;
    return { ...document, body, styles: { ...document.styles, ...STYLES, ...maker.styles } };
  },
};

interface Place {
  /** The longest run of links in the header that this is in, or the only one in the footer: the menu. */
  readonly header: readonly ElementNode[] | undefined;
  /** It is in a list already, or in a menu. */
  readonly listed: boolean;
  readonly inMenu: boolean;
}

class ListMaker {
  made = false;
  /** What stands between a link and the next one of its list. */
  private readonly separators = new Map<ElementNode, ElementNode>();
  readonly styles: Record<string, SharedStyle> = {};

  constructor(
    private readonly document: PageDocument,
    private readonly ids: Set<string>,
  ) {}

  visit(node: ElementNode, place: Place): ElementNode {
    const header =
      node.element === 'header' ? this.longestIn(node) : node.element === 'footer' ? this.onlyIn(node) : place.header;
    const listed = place.listed || /^(ul|ol|dl|menu|a|p|button|label|svg|table)$/.test(node.element);
    /* What a check box opens stands right beside it. */
    const isSwitched = (node.children ?? []).some((child) => isElement(child) && child.element === 'input');
    const inMenu = place.inMenu || node.element === 'nav';
    const runs = listed || isSwitched ? [] : this.runsIn(node, header, inMenu);
    const children = (node.children ?? []).flatMap((child): PageNode[] => {
      if (!isElement(child)) return [child];
      if (/^[uo]l$/.test(node.element) && child.element !== 'li')
        return [this.itemOf(this.visit(child, { header, listed, inMenu }), this.laysOut(node))];
      const run = runs.find((entries) => entries.includes(child));
      if (runs.flat().some((entry) => this.separators.get(entry) === child)) return [];
      if (!run) return [this.visit(child, { header, listed, inMenu })];
      return run[0] === child ? [this.listOf(run, !inMenu && isSame(run, header), this.laysOut(node))] : [];
    });
    return node.children ? { ...node, children } : node;
  }

  private longestIn(header: ElementNode): readonly ElementNode[] | undefined {
    const runs = [...elements(header)].flatMap((node) => this.allRuns(node));
    const [longest] = runs.sort((a, b) => b.length - a.length);
    return longest && longest.length >= FEWEST_IN_HEADER ? longest : undefined;
  }

  /** A footer with one list of links has a menu; several lists are columns of links under headings. */
  private onlyIn(footer: ElementNode): readonly ElementNode[] | undefined {
    const [only, more] = [...elements(footer)]
      .flatMap((node) => this.allRuns(node))
      .filter(({ length }) => length >= FEWEST);
    return more || !only || only.length < FEWEST_IN_FOOTER ? undefined : only;
  }

  private runsIn(node: ElementNode, header: readonly ElementNode[] | undefined, inMenu: boolean): ElementNode[][] {
    const [first] = (node.children ?? []).filter(isElement);
    return this.allRuns(node).filter((run) => {
      /* What a menu begins with by itself is the name of the site. */
      const isBrand = node.element === 'nav' && run.length === 1 && run[0] === first;
      const least = inMenu && !isBrand && run.every(hasSign) ? FEWEST_WITH_SIGN : FEWEST;
      return run.length >= (isSame(run, header) ? Math.min(least, FEWEST_IN_HEADER) : least);
    });
  }

  /** Neighbours that are links of one size. What is not shown at rest, such as the bars of a menu button, parts them not. */
  private allRuns(node: ElementNode): ElementNode[][] {
    const runs: ElementNode[][] = [];
    let size: string | undefined;
    let between: ElementNode | undefined;
    for (const child of (node.children ?? []).filter(isElement)) {
      if (size !== undefined && !between && isSeparator(child)) {
        between = child;
        continue;
      }
      const own = this.linkSize(child);
      const last = runs.at(-1)?.at(-1);
      if (between && last && own !== undefined && own === size) this.separators.set(last, between);
      else if (between) size = undefined;
      between = undefined;
      if (own !== undefined && own === size) required(runs.at(-1)).push(child);
      else if (own !== undefined) runs.push([child]);
      size = own;
    }
    return runs;
  }

  /** The size that a link is set in; undefined for what is no entry of a list of links. */
  private linkSize(node: ElementNode): string | undefined {
    const link = linkOf(node);
    if (!link) return undefined;
    const styles = [link, ...elements(link)].flatMap(({ style }) =>
      style === undefined ? [] : (this.document.styles[style]?.rest['font-size'] ?? []),
    );
    return styles[0] ?? '';
  }

  /** Whether what is in an element is laid out in lines or cells, at every width. */
  private laysOut({ style }: ElementNode): boolean {
    const { rest, variants = [] } = this.document.styles[style ?? ''] ?? { rest: {} };
    const shown = [rest, ...variants.map(({ set }) => set)].flatMap(({ display }) => display ?? []);
    return shown.length > 0 && shown.every((display) => /^((inline-)?(flex|grid)|none)$/.test(display));
  }

  private entryOf(entry: ElementNode, isLaidOut: boolean, separator?: ElementNode): ElementNode {
    const own = this.styles[entry.style ?? ''] ?? this.document.styles[entry.style ?? ''];
    const li = { id: this.idFor(`${entry.id}-entry`), kind: 'item', name: 'entry', element: 'li' } as const;
    if (separator) return { ...li, style: 'link-entry', children: [entry, unread(separator)] };
    if (!own || entry.style === undefined || !isLaidOut) return { ...li, style: 'link-entry', children: [entry] };
    const [outer, inner] = [`${entry.style}-entry`, `${entry.style}-inside`];
    const { entry: placed, inside } = entryStyles(own);
    this.styles[outer] = placed;
    this.styles[inner] = inside;
    return { ...li, style: outer, children: [{ ...entry, style: inner }] };
  }

  /** An entry of a list that is none yet: a link, a button or a field. */
  private itemOf(entry: ElementNode, isLaidOut: boolean): ElementNode {
    this.made = true;
    return this.entryOf(entry, isLaidOut);
  }

  private listOf(run: readonly ElementNode[], isMenu: boolean, isLaidOut: boolean): ElementNode {
    this.made = true;
    const entries = run.map((entry) => this.entryOf(this.linked(entry), isLaidOut, this.separators.get(entry)));
    const list: ElementNode = {
      id: this.idFor(`${required(run[0]).id}-list`),
      kind: 'list',
      name: 'list',
      element: 'ul',
      style: 'link-list',
      children: entries,
    };
    if (!isMenu) return list;
    const id = this.idFor(`${required(run[0]).id}-menu`);
    return { id, kind: 'menu', name: 'menu', element: 'nav', style: 'link-menu', children: [list] };
  }

  /** An entry that is a box around its link, as one link: it looks as the box did. */
  private linked(entry: ElementNode): ElementNode {
    const link = asLink(entry);
    if (link === entry || link.style === undefined) return link;
    const own = this.document.styles[link.style] ?? { rest: {} };
    const style = `${link.style}-link`;
    this.styles[style] = { ...own, rest: { ...own.rest, 'text-decoration-line': 'none' } };
    return { ...link, style };
  }

  private idFor(wanted: string): string {
    let id = wanted;
    for (let more = 2; this.ids.has(id); more += 1) id = `${wanted}-${more}`;
    this.ids.add(id);
    return id;
  }
}

/** A dot, a bar or a slash between two links. */
function isSeparator(node: ElementNode): boolean {
  return (node.kind === 'text' || node.kind === 'run') && /^[\p{P}\p{S}]{1,2}$/u.test(textOf(node).trim());
}

/** What is seen between entries, and not read out. */
function unread(separator: ElementNode): ElementNode {
  return { ...separator, kind: 'run', name: 'separator', element: 'span', attributes: { 'aria-hidden': 'true' } };
}

function isSame(run: readonly ElementNode[], other: readonly ElementNode[] | undefined): boolean {
  return other !== undefined && run[0] === other[0];
}

/** The link that an entry is, or that is all the words of a box: what else is in it are signs. */
function linkOf(node: ElementNode): ElementNode | undefined {
  if (node.element === 'a') return node.kind === 'link' ? node : undefined;
  if (node.element !== 'div') return undefined;
  const inside = [...elements(node)].filter((element) => element !== node);
  const [link, ...more] = inside.filter(({ element }) => element === 'a');
  const isEntry = link?.kind === 'link' && more.length === 0 && inside.length <= MOST_INSIDE;
  return isEntry && wordsIn(textOf(link)) === wordsIn(textOf(node)) ? link : undefined;
}

/** A text without the glyphs of icon fonts, which are no words (Unicode, private use). */
function wordsIn(text: string): string {
  return text.replace(/[\p{Co}\s]+/gu, ' ').trim();
}

function hasSign(node: ElementNode): boolean {
  return node.element === 'div' && [...elements(node)].length > 2;
}

/** An entry that begins with a sign is one link around both. A sign after the words opens what is below it, and is not part of the link. */
function asLink(entry: ElementNode): ElementNode {
  const link = linkOf(entry);
  if (!link || link === entry || [...elements(entry)].at(-1) !== [...elements(link)].at(-1)) return entry;
  const inner = (node: PageNode): PageNode => {
    if (!isElement(node)) return node;
    const children = node.children ? { children: node.children.map(inner) } : {};
    if (node !== link) return { ...node, ...children };
    const { attributes: _, ...bare } = node;
    return { ...bare, ...children, kind: 'run', element: 'span' };
  };
  const { href = '#' } = link.attributes ?? {};
  return { ...(inner(entry) as ElementNode), kind: 'link', name: 'link', element: 'a', attributes: { href } };
}
