import type { ElementNode } from '../../document/types.js';
import { elements, isElement, mapTree, textOf } from '../../document/walk.js';
import type { Pass } from '../pass.js';
import { sectionsOf } from '../structure/sections.js';

/** More words than these are no entry of a menu. */
const MOST_WORDS = 4;

/**
 * A pass that leads links of a drawing which say no address to the sections that are called as they are.
 *
 * Before: a link `Membership` to `#`, and a section with the heading `Membership for a year`; after: it leads to that section.
 * @param say is told of each, in words
 */
export function menuTargetsPass(say: (note: string) => void): Pass {
  return {
    name: 'menu-targets',
    does: 'points menu entries of a design to the sections of the same name',
    run(document) {
      const sections = sectionsOf(document).filter(
        ({ part, attributes }) => part !== 'header' && part !== 'footer' && attributes?.['id'],
      );
      const set = new Set<string>();
      const change = (node: ElementNode): ElementNode => {
        if (node.element !== 'a' || node.attributes?.['href'] !== '#') return node;
        const words = textOf(node);
        const target = targetOf(words, sections);
        if (!target) return node;
        const note = `"${words}" now leads to the section "${target.name}" of the same name.`;
        if (!set.has(note)) say(note);
        set.add(note);
        return { ...node, attributes: { ...node.attributes, href: `#${target.attributes?.['id'] ?? ''}` } };
      };
      const body = mapTree(document.body, (node) => (isElement(node) ? change(node) : node));
      return set.size ? { ...document, body } : document;
    },
  };
}

/** The one section whose heading says all the words, or is said by them; none if several could be meant. */
function targetOf(words: string, sections: readonly ElementNode[]): ElementNode | undefined {
  const wanted = wordsIn(words);
  if (wanted.length === 0 || wanted.length > MOST_WORDS) return undefined;
  const titled = sections.map((section) => ({ section, titles: titlesOf(section).map(wordsIn) }));
  for (const fits of [isSame, isWithin]) {
    const found = titled.filter(({ titles }) => titles.some((title) => fits(wanted, title)));
    if (found.length === 1) return found[0]?.section;
    if (found.length > 1) return undefined;
  }
  return undefined;
}

/** What a section may be called by: its name, its heading, the line before it, the layers that all of it lies in. */
function titlesOf(section: ElementNode): string[] {
  const texts = [...elements(section)].filter(({ kind }) => kind === 'heading' || kind === 'text');
  const heading = texts.findIndex(({ kind }) => kind === 'heading');
  const lead = texts.slice(0, Math.max(heading, 0) + 1).map(textOf);
  return [...new Set([section.name, ...lead, ...layersOf(section)])];
}

/** Names of the layers of a drawing that hold everything in a section. */
function layersOf(section: ElementNode): string[] {
  const paths = [...elements(section)].flatMap(({ from }) => (from?.path ? [from.path.split(' / ')] : []));
  const [first = [], ...others] = paths;
  return first.slice(0, -1).filter((name, at) => others.every((texts) => texts[at] === name));
}

/** Words too short to tell sections apart. */
const SHORTEST = 3;

/** Words of any script, without accents; short ones count only where letters are whole words or syllables. */
function wordsIn(text: string): string[] {
  const plain = text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
  return (plain.match(/[\p{L}\p{N}]+/gu) ?? []).filter(
    (word) =>
      word.length >= SHORTEST || /[\p{Script=Han}\p{Script=Hangul}\p{Script=Hiragana}\p{Script=Katakana}]/u.test(word),
  );
}

const isSame = (a: readonly string[], b: readonly string[]): boolean => a.join(' ') === b.join(' ');
/** A word is said in its other forms too: `prices` by `price`. */
const isWithin = (wanted: readonly string[], title: readonly string[]): boolean =>
  wanted.every((word) => title.some((text) => text === word || stem(text) === stem(word)));
const stem = (word: string): string => (word.length > SHORTEST + 1 ? word.replace(/(e?s|ies)$/, '') : word);
