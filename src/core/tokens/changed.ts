import type { PageDocument } from '../document/types.js';
import { withTokens } from './apply.js';
import { placeOf, pathOf, type Token } from './token.js';

/* What a change of tokens does to the pages. */

/** Where the pages say something else by other tokens: places as `placesIn` tells them, each as often as it changed. */
export function changedPlaces(
  documents: readonly PageDocument[],
  before: readonly Token[],
  after: readonly Token[],
): string[] {
  return documents.flatMap((document) => {
    const [was, is] = [before, after].map((tokens) => sayings(withTokens(document, tokens, 'values'))) as [
      Saying[],
      Saying[],
    ];
    return was.flatMap(([place, says], at) => (is[at]?.[1] === says ? [] : [place]));
  });
}

type Saying = readonly [place: string, says: string];

function sayings({ styles, keyframes = {}, breakpoints }: PageDocument): Saying[] {
  return [
    ...Object.entries(styles).flatMap(([name, { rest, variants = [] }]) =>
      [rest, ...variants.map(({ set }) => set)].flatMap((set) =>
        Object.entries(set).map(([property, value]): Saying => [placeOf(name, property), value]),
      ),
    ),
    ...Object.entries(keyframes).map(([name, text]): Saying => [`@keyframes ${name}`, text]),
    ...breakpoints.map(({ name, below }): Saying => [`@media ${name}`, String(below)]),
  ];
}

/** What tokens that are gone, or have another name, are now: new path by old path. */
export function successors(before: readonly Token[], after: readonly Token[]): ReadonlyMap<string, string> {
  const paths = new Set(after.map(pathOf));
  const gone = before.filter((token) => !paths.has(pathOf(token)));
  return new Map(
    gone.flatMap((token) => {
      const now = after.find(
        (other) =>
          other.group === token.group &&
          token.from.every((value) => other.from.includes(value)) &&
          (!other.only || String(other.only) === String(token.only)),
      );
      return now ? [[pathOf(token), pathOf(now)]] : [];
    }),
  );
}
