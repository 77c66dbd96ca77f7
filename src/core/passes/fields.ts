import type { ElementNode, Kind, PageNode } from '../page/types.js';
import { isWords } from '../page/walk.js';
import { NameGiver, slug } from '../page/words.js';
import type { Pass } from './pass.js';

/** Attributes that a client may change, and how their field is called beside the element's own. */
const EDITABLE: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  a: { href: 'address' },
  area: { href: 'address' },
  img: { src: '', alt: 'alt' },
  source: { src: '' },
  video: { src: '', poster: 'poster' },
  input: { placeholder: 'hint' },
  textarea: { placeholder: 'hint' },
  iframe: { src: '' },
};

const WORD_FOR: Partial<Record<Kind, string>> = {
  image: 'picture',
  'table-part': 'cell',
  box: 'text',
  row: 'text',
  stack: 'text',
  grid: 'text',
  section: 'text',
  card: 'text',
  'picture-box': 'text',
  tabs: 'text',
  slides: 'text',
  dialog: 'text',
  toggle: 'button',
  run: 'text',
};

/** Gives every word, picture and link a field name, by section and by what it is. */
export const fields: Pass = {
  name: 'fields',
  does: 'names a field for every word, picture and link',
  run(document) {
    const sections = new NameGiver();
    sections.give('page');
    return {
      ...document,
      body: fill(document.body, { section: 'page', giver: new NameGiver(), word: 'text' }, sections) as ElementNode,
    };
  },
};

interface Place {
  readonly section: string;
  readonly giver: NameGiver;
  readonly word: string;
  /** Name that the first words inside an element take, so that they and its attributes belong together. */
  readonly reserved?: { name: string; used: boolean };
}

function fill(node: PageNode, place: Place, sections: NameGiver): PageNode {
  if (isWords(node)) {
    if (!node.text.trim()) return node;
    return { ...node, field: `${place.section}.${wordsName(place)}` };
  }
  const { given, place: here } = nameAttributes(node, enter(node, place, sections));
  const children = node.children?.map((child) => fill(child, here, sections));
  const { fields: _before, children: _children, ...rest } = node;
  return { ...rest, ...(given ? { fields: given } : {}), ...(children ? { children } : {}) };
}

function enter(node: ElementNode, place: Place, sections: NameGiver): Place {
  if (node.kind === 'section')
    return { section: sections.give(slug(node.name, 24) || 'section'), giver: new NameGiver(), word: 'text' };
  if (node.kind === 'run' || node.kind === 'break') return place;
  const word =
    node.kind === 'field'
      ? node.element === 'label'
        ? 'label'
        : node.element === 'option'
          ? 'option'
          : 'field'
      : (WORD_FOR[node.kind] ?? node.kind);
  return { ...place, word: word === 'text' && isContainerWord(place.word) ? place.word : word };
}

/** Words right inside a list item or a table cell are called after it, however many boxes lie between. */
function isContainerWord(word: string): boolean {
  return ['item', 'cell', 'quote', 'question', 'button', 'link', 'heading', 'label'].includes(word);
}

function wordsName({ reserved, giver, word }: Place): string {
  if (!reserved || reserved.used) return giver.give(word);
  reserved.used = true;
  return reserved.name;
}

/** Reserves one name for an element with editable attributes, and names their fields after it. */
function nameAttributes(
  node: ElementNode,
  place: Place,
): { readonly given?: Record<string, string>; readonly place: Place } {
  const names = Object.entries(EDITABLE[node.element] ?? {}).filter(([name]) => node.attributes?.[name] !== undefined);
  const labelled =
    node.element === 'input' &&
    /^(submit|button|reset)$/.test(node.attributes?.['type'] ?? '') &&
    node.attributes?.['value'];
  if (labelled) return { given: { value: `${place.section}.${place.giver.give('button')}` }, place };
  if (names.length === 0) return { place };
  const reserved = { name: place.giver.give(place.word), used: false };
  const given = Object.fromEntries(
    names.map(([name, word]) => [name, `${place.section}.${word ? `${reserved.name}-${word}` : reserved.name}`]),
  );
  return { given, place: { ...place, reserved } };
}
