import { required } from '../data/required.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { isElement, isWords, textOf } from '../document/walk.js';

/** What an element is known by, when it is looked for in another version of its page. */
export interface Features {
  readonly node: ElementNode;
  /** Its place among all elements, and that of its parent; -1 for the body. */
  readonly at: number;
  readonly parent: number;
  readonly children: readonly number[];
  /** Its own words, and all below it, in small letters without signs. */
  readonly own: string;
  readonly words: ReadonlySet<string>;
  /** What it shows: a file, a drawing. */
  readonly picture: string;
  readonly href: string;
  /** All that it and what is in it show and lead to. */
  readonly shows: ReadonlySet<string>;
  /** How many elements it has below it. */
  readonly size: number;
  readonly depth: number;
  /** Elements that are compared with each other: what lays out, what is read, what is seen, what is pressed. */
  readonly sort: ElementSort;
  /** Headings above it: which part of the page it is in. */
  readonly section: string;
}

export type ElementSort = 'box' | 'text' | 'picture' | 'control' | 'list';

const SORTS: Readonly<Record<string, ElementSort>> = {
  heading: 'text',
  text: 'text',
  run: 'text',
  quote: 'text',
  item: 'text',
  break: 'text',
  question: 'text',
  button: 'control',
  link: 'control',
  field: 'control',
  toggle: 'control',
  image: 'picture',
  icon: 'picture',
  artwork: 'picture',
  video: 'picture',
  embed: 'picture',
  'picture-box': 'box',
  divider: 'picture',
};

/** Letters of words that are compared at most: a whole page is not told apart by its words. */
const MOST_WORDS = 400;

/** Files and addresses that are compared at most. */
const MOST_SHOWN = 100;

/** The elements of a page with what they are known by, parents before children. */
export function featuresOf({ body }: PageDocument): Features[] {
  const found: Features[] = [];
  const visit = (node: ElementNode, parent: number, depth: number, section: string): number => {
    const at = found.length;
    const own = node.kind === 'section' ? plain(node.name) : section;
    found.push({ node, at, parent, depth, section: own } as Features);
    const children = (node.children ?? []).filter(isElement).map((child) => visit(child, at, depth + 1, own));
    const words = plain(textOf(node)).split(' ').filter(Boolean).slice(0, MOST_WORDS);
    found[at] = {
      ...required(found[at]),
      children,
      own: plain(
        (node.children ?? [])
          .filter(isWords)
          .map(({ text }) => text)
          .join(' '),
      ),
      words: new Set(words),
      picture: imageOf(node),
      href: hrefOf(node),
      shows: new Set(
        [imageOf(node), hrefOf(node), ...children.flatMap((child) => [...required(found[child]).shows])]
          .filter((text) => text !== '' && text !== '#')
          .slice(0, MOST_SHOWN),
      ),
      size: found.length - at,
      sort: SORTS[node.kind] ?? 'box',
    };
    return at;
  };
  visit(body, -1, 0, '');
  return found;
}

function plain(text: string): string {
  return text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}

/** The file without the part of its name that changes with its bytes; drawings by their lines. */
function imageOf({ attributes = {}, markup }: ElementNode): string {
  const file = attributes['src'] ?? attributes['poster'];
  if (file) return file.replace(/-[0-9a-f]{10}(?=\.\w+$)/, '');
  return markup?.replace(/\s(id|class|fill|stroke)="[^"]*"/g, '') ?? '';
}

function hrefOf({ attributes = {} }: ElementNode): string {
  return attributes['href'] ?? attributes['action'] ?? '';
}
