import type { ElementNode, PageDocument, PageNode } from '../document/types.js';
import { isWords } from '../document/walk.js';
import { entriesIn, idsOf, modelsOf } from './entries.js';
import { saidLooks } from './looks.js';
import { originalValues } from './source-values.js';
import type { FlatContent } from './values.js';

/** What a client writes in an element, besides its words: of an entry more it is empty until it is written. */
const SAID = new Set(['href', 'src', 'alt', 'title', 'placeholder', 'aria-label', 'value', 'poster']);

/**
 * Content in which each entry that is made from another one says all that it can: where nothing is written, what all entries of
 * the source say alike, else nothing. It is not to say by chance what the entry says that it is made from.
 */
export function withNewEntries(document: PageDocument, content: FlatContent): FlatContent {
  return content.lists.size === 0 ? content : gathered(document, content).content;
}

/** The paths of all fields and lists that a page has with some content: also of those that are empty there and show nothing. */
export function placesIn(document: PageDocument, content: FlatContent): ReadonlySet<string> {
  return gathered(document, content).places;
}

function gathered(document: PageDocument, content: FlatContent): Gathering {
  const gathering = new Gathering(document, content);
  gathering.visit(document.body, { to: (path) => path });
  return gathering;
}

/** Where a part of the page stands in the content. */
interface Place {
  /** The path in the content, for one in the source. */
  readonly to: (path: string) => string;
  /** In an entry that is made from another one: what a path of its model says by default. */
  readonly otherwise?: (path: string) => string;
  /** The ids of elements in that entry. */
  readonly own?: ReadonlySet<string>;
}

class Gathering {
  readonly places = new Set<string>();
  private readonly values: Map<string, string>;
  private readonly lists: Map<string, readonly string[]>;

  constructor(
    private readonly document: PageDocument,
    private readonly written: FlatContent,
  ) {
    [this.values, this.lists] = [new Map(written.values), new Map(written.lists)];
  }

  get content(): FlatContent {
    return { values: this.values, lists: this.lists };
  }

  visit(node: PageNode, place: Place): void {
    if (isWords(node)) return this.say(node.field, place);
    this.say(node.rich, place);
    for (const [name, path] of Object.entries(node.fields ?? {})) {
      this.places.add(place.to(path));
      if (SAID.has(name) && !isWithin(node.attributes?.[name], place)) this.say(path, place);
    }
    const entries = entriesIn(node);
    for (const [list, own] of entries) this.list(list, own, place);
    for (const child of node.children ?? []) if (isWords(child) || !child.entry) this.visit(child, place);
  }

  private say(path: string | undefined, { to, otherwise }: Place): void {
    if (path === undefined) return;
    const own = to(path);
    this.places.add(own);
    if (otherwise && !this.values.has(own) && !originalValues(this.document).values.has(own))
      this.values.set(own, otherwise(path));
  }

  private list(list: string, entries: readonly ElementNode[], place: Place): void {
    const path = place.to(list);
    this.places.add(path);
    const [, [look] = []] = [...saidLooks(entries, this.document.styles)][0] ?? [];
    if (place.otherwise && !this.lists.has(path)) this.lists.set(path, []);
    if (!this.lists.has(path)) {
      for (const entry of entries) this.visit(entry, place);
      return;
    }
    for (const { id, model } of modelsOf(path, entries, this.written, this.document.styles)) {
      const [from, to] = [`${list}.${model.entry?.id ?? ''}`, `${path}.${id}`];
      if (look !== undefined) this.places.add(`${to}.${look}`);
      this.visit(model, {
        to: (text) =>
          text === from || text.startsWith(`${from}.`) ? `${to}${text.slice(from.length)}` : place.to(text),
        ...(model.entry?.id !== id
          ? { otherwise: alikeIn(list, entries, from, this.document), own: idsOf(model) }
          : {}),
        ...(place.otherwise ? { otherwise: place.otherwise } : {}),
      });
    }
  }
}

/** Whether an address leads to the entry itself. */
function isWithin(value: string | undefined, { own }: Place): boolean {
  return value?.startsWith('#') === true && own?.has(value.slice(1)) === true;
}

/** What all entries of a list say alike, by the paths of one of them; of what one alone has nothing can be said. */
function alikeIn(
  list: string,
  entries: readonly ElementNode[],
  from: string,
  document: PageDocument,
): (path: string) => string {
  const { values } = originalValues(document);
  const starts = entries.map(({ entry }) => `${list}.${entry?.id ?? ''}`);
  return (path) => {
    const [first, ...more] = starts.map((start) => values.get(start + path.slice(from.length)));
    return more.length > 0 && more.every((text) => text === first) ? (first ?? '') : '';
  };
}
