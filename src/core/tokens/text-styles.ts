import { required } from '../data/required.js';
import type { PageDocument } from '../document/types.js';
import { sizeName, TellingGiver, typographyWords } from './tell-apart.js';
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
  const widest = named(all);
  return [...widest, ...narrowerTokens(documents, widest)];
}

interface TextStyle {
  readonly key: string;
  readonly value: Typography;
  readonly uses: readonly ValueUse[];
  readonly letters: number;
}

/** Text styles as tokens, the largest first: those of headings by their sizes, the rest by whether they are larger than the body. */
function named(all: readonly TextStyle[]): Token[] {
  const isHeading = ({ uses }: TextStyle): boolean => uses.some(({ kinds }) => kinds.has('heading'));
  const isButton = ({ uses }: TextStyle): boolean => uses.some(({ kinds }) => kinds.has('button'));
  const body =
    all.find(({ uses }) => uses.some(({ root }) => root)) ??
    all.filter((entry) => !isHeading(entry)).sort((a, b) => b.letters - a.letters)[0];
  const bodySize = body?.value.fontSize ?? 16;
  const roleOf = (entry: TextStyle): 'heading' | 'button' | 'large' | 'small' | 'body' => {
    if (entry.key === body?.key) return 'body';
    if (isHeading(entry)) return 'heading';
    if (isButton(entry)) return 'button';
    const { fontSize } = entry.value;
    return fontSize > bodySize ? 'large' : fontSize < bodySize ? 'small' : 'body';
  };
  const sorted = [...all].sort(
    (a, b) => b.value.fontSize - a.value.fontSize || b.letters - a.letters || (a.key < b.key ? -1 : 1),
  );
  const giver = new TellingGiver();
  if (body) giver.give('body');
  const first = new Map<string, Typography>(body ? [['body', body.value]] : []);
  return sorted.map((entry): Token => {
    const role = roleOf(entry);
    const sizes = [...new Set(sorted.filter((other) => roleOf(other) === role).map(({ value }) => value.fontSize))];
    const name =
      role === 'body' || role === 'button' ? role : sizeName(role, sizes.indexOf(entry.value.fontSize), sizes.length);
    const own =
      entry.key === body?.key ? 'body' : giver.give(name, typographyWords(first.get(name) ?? entry.value, entry.value));
    if (own === name) first.set(name, entry.value);
    return { group: 'text', name: own, value: entry.value, from: [entry.key] };
  });
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
  const giver = new TellingGiver();
  for (const { name } of widest) giver.give(name);
  const base = new Map<string, Typography>();
  return [...found]
    .filter(([key, { names }]) => !known.has(key) && names.length >= FEWEST)
    .sort(([a, entry], [b, other]) => other.value.fontSize - entry.value.fontSize || (a < b ? -1 : 1))
    .map(([key, { value, names }]) => {
      const plain = required(names[0]);
      const name = giver.give(plain, typographyWords(base.get(plain) ?? value, value));
      if (name === plain) base.set(plain, value);
      return { group: 'text', name, value, from: [key] };
    });
}
