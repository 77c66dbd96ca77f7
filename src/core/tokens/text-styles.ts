import { required } from '../data/required.js';
import type { PageDocument } from '../document/types.js';
import { NameGiver } from '../text/words.js';
import type { Token, Typography } from './token.js';
import { screenBelow, typographiesOf, typographyKey, typographyOf } from './typography.js';
import { declarationsIn, type ValueUse } from './uses.js';

/** The text styles of pages as tokens: as they are at rest on the widest screen, and what several come to on narrower ones. */
export function textTokens(documents: readonly PageDocument[]): Token[] {
  const found = new Map<string, { value: Typography; uses: ValueUse[] }>();
  for (const document of documents)
    for (const use of declarationsIn([document])) {
      if (use.property !== 'font-size' || use.state) continue;
      const rest = document.styles[use.style]?.rest ?? {};
      const value = typographyOf(rest);
      if (!value || rest['font-size'] !== use.value) continue;
      const key = typographyKey(value);
      const own = found.get(key) ?? { value, uses: [] };
      own.uses.push(use);
      found.set(key, own);
    }
  const all = [...found].map(([key, entry]) => ({
    key,
    ...entry,
    letters: entry.uses.reduce((sum, use) => sum + use.letters + use.count, 0),
  }));
  const giver = new NameGiver();
  const isHeading = ({ uses }: { uses: ValueUse[] }): boolean => uses.some(({ kinds }) => kinds.has('heading'));
  const isRoot = ({ uses }: { uses: ValueUse[] }): boolean => uses.some(({ root }) => root);
  const body =
    all.find(isRoot) ?? [...all].filter((entry) => !isHeading(entry)).sort((a, b) => b.letters - a.letters)[0];
  const sorted = all.sort((a, b) => b.value.fontSize - a.value.fontSize || (a.key < b.key ? -1 : 1));
  const widest = sorted.map(({ key, value, uses }): Token => {
    const own = uses.some(({ kinds }) => kinds.has('heading'))
      ? 'heading'
      : uses.some(({ kinds }) => kinds.has('button'))
        ? 'button'
        : value.fontSize > (body?.value.fontSize ?? 16)
          ? 'lead'
          : value.fontSize < (body?.value.fontSize ?? 16)
            ? 'small'
            : 'note';
    return { group: 'text', name: giver.give(key === body?.key ? 'body' : own), value, from: [key] };
  });
  return [...widest, ...narrowerTokens(documents, widest)];
}

/** A text style that only narrower screens have is a token if so many styles come to it. */
const FEWEST = 2;

/** Text styles as they are on narrower screens, called after what they are on the widest: `heading-phone`. */
function narrowerTokens(documents: readonly PageDocument[], widest: readonly Token[]): Token[] {
  const known = new Map(widest.flatMap(({ name, from }) => from.map((key) => [key, name])));
  const found = new Map<string, { readonly value: Typography; readonly names: string[] }>();
  for (const document of documents)
    for (const style of Object.values(document.styles)) {
      const base = typographyOf(style.rest);
      const called = base && known.get(typographyKey(base));
      if (called === undefined) continue;
      for (const [at, value] of typographiesOf(style, document)) {
        const below = document.breakpoints.find(({ name }) => name === at)?.below ?? 0;
        const own = found.get(typographyKey(value)) ?? { value, names: [] };
        own.names.push(`${called}-${screenBelow(below)}`);
        found.set(typographyKey(value), own);
      }
    }
  const giver = new NameGiver();
  for (const { name } of widest) giver.give(name);
  return [...found]
    .filter(([key, { names }]) => !known.has(key) && names.length >= FEWEST)
    .sort(([a, entry], [b, other]) => other.value.fontSize - entry.value.fontSize || (a < b ? -1 : 1))
    .map(([key, { value, names }]) => ({ group: 'text', name: giver.give(required(names[0])), value, from: [key] }));
}
