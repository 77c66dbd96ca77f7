import type { Kind } from '../document/element-kinds.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { elements } from '../document/walk.js';
import { COLOURS } from './token.js';

/** A value where it stands: in a declaration of a style, with what the style is for. */
export interface ValueUse {
  readonly value: string;
  readonly style: string;
  readonly property: string;
  /** Kinds of the elements that have the style, and how many they are. */
  readonly kinds: ReadonlySet<Kind>;
  readonly count: number;
  /** Letters of the words in them. */
  readonly letters: number;
  /** It holds in a state, or under another condition, only. */
  readonly state: boolean;
  /** Of the page itself. */
  readonly root: boolean;
}

interface Users {
  readonly kinds: Set<Kind>;
  count: number;
  letters: number;
}

/** Every declaration of the pages, with what has it. */
export function declarationsIn(documents: readonly PageDocument[]): ValueUse[] {
  return documents.flatMap((document) => {
    const users = usersOf(document.body);
    return Object.entries(document.styles).flatMap(([style, { rest, variants = [] }]) => {
      const { kinds, count, letters } = users.get(style) ?? { kinds: new Set<Kind>(), count: 0, letters: 0 };
      const root = style === document.body.style || style === document.rootStyle;
      const sets = [
        { set: rest, state: false },
        ...variants.map((variant) => ({
          set: variant.set,
          state: variant.state !== undefined || variant.within !== undefined || variant.when !== undefined,
        })),
      ];
      return sets.flatMap(({ set, state }) =>
        Object.entries(set).map(([property, value]) => ({
          value,
          style,
          property,
          kinds,
          count,
          letters,
          state,
          root,
        })),
      );
    });
  });
}

/** Colours where they stand. */
export function coloursIn(documents: readonly PageDocument[]): ValueUse[] {
  /* A shadow is a token by itself, with its colour. */
  return declarationsIn(documents).flatMap((declaration) =>
    declaration.property === 'box-shadow'
      ? []
      : [...new Set(declaration.value.match(COLOURS) ?? [])].map((value) => ({ ...declaration, value })),
  );
}

function usersOf(body: ElementNode): ReadonlyMap<string, Users> {
  const found = new Map<string, Users>();
  for (const node of elements(body)) {
    const letters = (node.children ?? []).reduce(
      (sum, child) => sum + (child.kind === 'words' ? child.text.trim().length : 0),
      0,
    );
    for (const style of [node.style, node.difference]) {
      if (style === undefined) continue;
      const own = found.get(style) ?? { kinds: new Set<Kind>(), count: 0, letters: 0 };
      own.kinds.add(node.kind);
      own.count += 1;
      own.letters += letters;
      found.set(style, own);
    }
  }
  return found;
}
