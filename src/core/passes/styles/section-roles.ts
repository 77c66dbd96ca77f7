import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements, isElement, textOf } from '../../document/walk.js';
import { slug } from '../../text/slug.js';

/** Words of ids that say how something is built, not what it is. */
const BUILT =
  /^(app|area|band|block|body|bottom|box|center|centre|col|column|container|content|div|element|grid|group|holder|id|inner|item|layer|left|main|middle|module|node|outer|page|panel|part|right|root|row|scroll|section|site|target|top|view|widget|wrap|wrapper)$/;
/** Longest id that names something, in letters. */
const LONGEST = 24;

/** What the source calls a section by its id, if that says what it is: `team`, and not `section-3` or `cards-outer`. */
function ownName({ from }: ElementNode): string {
  const id = /#([\w-]+)$/.exec(from?.path ?? '')?.[1] ?? '';
  const name = slug(id.replace(/([a-z])([A-Z])/g, '$1-$2').replace(/_/g, '-'), LONGEST + 1);
  const words = name.split('-').filter(Boolean);
  const says =
    words.length > 0 && words.length <= 2 && words.every((word) => /^[a-z]{3,}$/.test(word) && !BUILT.test(word));
  return says && name.length <= LONGEST ? name : '';
}

/** A section with a heading, a way on and hardly more words than these calls for something. */
const CALL_WORDS = 30;

/**
 * What each section is: the header or the footer, what the source calls it, or what it shows. Never what it says: sections
 * that show the same are called the same, on every page.
 */
export function sectionRoles(document: PageDocument): ReadonlyMap<string, string> {
  const sections = [...elements(document.body)].filter(({ kind }) => kind === 'section');
  const first = sections.find((section) => has(section, ({ element }) => element === 'h1'));
  return new Map(sections.map((section) => [section.id, roleOf(section, section === first)]));
}

function roleOf(section: ElementNode, isFirst: boolean): string {
  if (section.part === 'header' || section.part === 'footer') return section.part;
  if (section.element === 'footer' || section.element === 'nav') return section.element === 'nav' ? 'header' : 'footer';
  const own = ownName(section);
  if (own) return own;
  if (isFirst) return 'hero';
  return showsMost(section);
}

/** What a section shows: what it holds several of, or one thing that there is one of. */
function showsMost(section: ElementNode): string {
  const all = [...elements(section)].slice(1);
  if (all.some(({ kind, element }) => kind === 'form' || element === 'form')) return 'form';
  if (all.some(({ kind }) => kind === 'table')) return 'table';
  for (const { several, role } of SEVERAL) if (all.filter(several).length > 1) return role;
  if (all.some(({ kind }) => kind === 'video')) return 'video';
  if (all.some(({ kind }) => kind === 'embed')) return 'embed';
  if (all.some(({ kind }) => kind === 'quote')) return 'quote';
  const hasImage = all.some(({ kind }) => kind === 'image' || kind === 'artwork' || kind === 'picture-box');
  const words = textOf(section).split(/\s+/).length;
  if (!hasImage && words <= CALL_WORDS && all.some(({ kind }) => kind === 'button')) return 'call-to-action';
  return hasImage ? 'feature' : 'text';
}

/** What sections hold several of, the most telling first. */
const SEVERAL: readonly { readonly several: (node: ElementNode) => boolean; readonly role: string }[] = [
  { several: ({ kind }) => kind === 'question', role: 'questions' },
  { several: ({ kind, repeat }) => kind === 'quote' && repeat !== undefined, role: 'quotes' },
  { several: ({ kind }) => kind === 'card', role: 'cards' },
  { several: (node) => node.repeat !== undefined && isImage(node), role: 'gallery' },
  {
    several: ({ repeat, children = [] }) => repeat !== undefined && children.filter(isElement).length > 1,
    role: 'entries',
  },
  { several: ({ kind, repeat }) => kind === 'item' && repeat !== undefined, role: 'list' },
  { several: ({ kind, repeat }) => kind === 'link' && repeat !== undefined, role: 'links' },
];

/** Whether an element is an image, or holds nothing else. */
function isImage(node: ElementNode): boolean {
  if (/^(image|artwork|picture-box)$/.test(node.kind)) return true;
  const inside = (node.children ?? []).filter(isElement);
  return inside.length > 0 && textOf(node) === '' && inside.every(isImage);
}

function has(section: ElementNode, test: (node: ElementNode) => boolean): boolean {
  return [...elements(section)].some(test);
}
