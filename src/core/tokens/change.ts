import { required } from '../data/required.js';
import { colourDistance, hexOf, parseColour, readColour } from '../css/colours.js';
import { nearestWords } from '../text/nearest.js';
import { TavrikError } from '../errors/tavrik-error.js';
import { GROUPS, pathOf, type Group, type Token, type Typography } from './token.js';

/* What people do with tokens. Each gives the new list, or says what is wrong and changes nothing. */

const WHERE = 'tokens.json';

/** @throws TavrikError if there is no such token */
export function tokenAt(tokens: readonly Token[], path: string): Token {
  const found = tokens.find((token) => pathOf(token) === path);
  if (found) return found;
  const near = nearestWords(path, tokens.map(pathOf));
  throw new TavrikError(
    `Token "${path}" not found.`,
    WHERE,
    near.length ? `Did you mean ${near.join(', ')}?` : 'See tavrik tokens PROJECT.',
    'not-found',
  );
}

/** @throws TavrikError for a name that is none, or is taken */
function freeName(tokens: readonly Token[], group: Group, name: string): string {
  const own = name.startsWith(`${group}.`) ? name.slice(group.length + 1) : name;
  if (!/^[a-z][a-z0-9-]*$|^\d?[a-z]+$/.test(own))
    throw new TavrikError(
      `"${name}" is not a valid token name.`,
      WHERE,
      'Use small letters, digits and hyphens, as text-muted.',
    );
  if (tokens.some((token) => token.group === group && token.name === own))
    throw new TavrikError(
      `The token "${group}.${own}" already exists.`,
      WHERE,
      'Choose another name, or merge the two.',
      'conflict',
    );
  return own;
}

export function renameToken(tokens: readonly Token[], path: string, name: string): Token[] {
  const token = tokenAt(tokens, path);
  const own = freeName(
    tokens.filter((entry) => entry !== token),
    token.group,
    name,
  );
  return tokens.map((entry) => (entry === token ? { ...entry, name: own } : entry));
}

/** The second goes into the first: whatever said it says the first from now on. */
export function mergeTokens(tokens: readonly Token[], into: string, others: readonly string[]): Token[] {
  const first = tokenAt(tokens, into);
  const gone = others.map((path) => tokenAt(tokens, path));
  const other = gone.find(({ group }) => group !== first.group);
  if (other)
    throw new TavrikError(
      `"${pathOf(other)}" is not in the group ${first.group}.`,
      WHERE,
      'Merge tokens of one group.',
    );
  if (gone.includes(first))
    throw new TavrikError(`"${into}" cannot be merged with itself.`, WHERE, 'Name another token.');
  const from = [...new Set([...first.from, ...gone.flatMap((token) => token.from)])].sort();
  const only = [first, ...gone].every((token) => token.only)
    ? { only: [...new Set([first, ...gone].flatMap((token) => token.only ?? []))].sort() }
    : {};
  const { only: _, ...rest } = first;
  return tokens.flatMap((token) =>
    token === first ? [{ ...rest, from, ...only }] : gone.includes(token) ? [] : [token],
  );
}

/** A token of its own for some of the places where one stands. @param places of the token; `wanted` begin with a style, or end with a property */
export function splitToken(
  tokens: readonly Token[],
  path: string,
  name: string,
  wanted: readonly string[],
  places: readonly string[],
): Token[] {
  const token = tokenAt(tokens, path);
  const own = freeName(tokens, token.group, name);
  const fits = (place: string): boolean =>
    wanted.some(
      (text) => place === text || place.startsWith(`${text.replace(/^\./, '')} `) || place.endsWith(` ${text}`),
    );
  const only = [...new Set(places.filter(fits))].sort();
  if (only.length === 0)
    throw new TavrikError(
      `"${path}" is not used in ${wanted.join(', ')}.`,
      WHERE,
      `It is used in ${[...new Set(places)].slice(0, 8).join(', ')}.`,
    );
  if (only.length === new Set(places).size)
    throw new TavrikError(`"${path}" is used nowhere else.`, WHERE, 'Rename it instead.');
  const at = tokens.indexOf(token) + 1;
  return [...tokens.slice(0, at), { ...token, name: own, only }, ...tokens.slice(at)];
}

/** @param dark whether its value in a dark scheme is meant @throws TavrikError for a value that is none */
export function setToken(tokens: readonly Token[], path: string, text: string, dark = false): Token[] {
  const token = tokenAt(tokens, path);
  if (dark && token.group !== 'color')
    throw new TavrikError(`"${path}" is not a colour.`, '--dark', 'Only colours have a value for the dark scheme.');
  const value = valueFrom(token, text);
  return tokens.map((entry) =>
    entry === token ? { ...entry, ...(dark ? { dark: value as string } : { value }) } : entry,
  );
}

/** A value as a person writes it. */
function valueFrom(token: Token, text: string): Token['value'] {
  const trimmed = text.trim();
  const wrong = (todo: string): TavrikError =>
    new TavrikError(`"${text}" is not a valid value of "${pathOf(token)}".`, 'set', todo);
  if (trimmed === '' || /[;{}]|\/\*/.test(trimmed)) throw wrong('Write one CSS value.');
  switch (GROUPS[token.group]) {
    case 'color': {
      const colour = parseColour(trimmed);
      if (!colour) throw wrong('Write a colour as #b3541e or rgb(179, 84, 30).');
      return colour;
    }
    case 'dimension':
      if (!(token.group === 'breakpoint' ? /^\d+(\.\d+)?px$/ : /^\d*\.?\d+(px|rem|em|%|vw)$/).test(trimmed))
        throw wrong('Write a length, as 12px.');
      return trimmed;
    case 'typography':
      return typographyFrom(token.value as Typography, trimmed, wrong);
    default:
      return trimmed;
  }
}

/** `28px`, `28px 600`, `28px/1.2 600`: size, leading and weight; what is not said stays. */
function typographyFrom(before: Typography, text: string, wrong: (todo: string) => TavrikError): Typography {
  const [, size, leading, weight] = /^([\d.]+)px(?:\/([\d.]+(?:px)?))?(?:\s+(\d{3}))?$/.exec(text) ?? [];
  if (size === undefined) throw wrong('Write its size, and line height and weight if they change: 28px/1.2 600.');
  return {
    ...before,
    fontSize: Number(size),
    ...(leading === undefined ? {} : { lineHeight: leading }),
    ...(weight === undefined ? {} : { fontWeight: Number(weight) }),
  };
}

/** A token of the pages beside the nearest of another set: `distance` as for colours, 0 for what is the same. */
export interface TokenProposal {
  readonly path: string;
  readonly value: string;
  readonly nearest: string;
  readonly nearestValue: string;
  readonly distance: number;
}

/** The nearest of a site's own colours for each colour, nearest first. */
export function proposalsFor(tokens: readonly Token[], brand: readonly Token[]): TokenProposal[] {
  const colours = (list: readonly Token[]): Token[] => list.filter(({ group }) => group === 'color');
  const shown = (token: Token): string => {
    const rgba = readColour(token.value as string);
    return rgba ? hexOf(rgba) : (token.value as string);
  };
  return colours(tokens)
    .flatMap((token): TokenProposal[] => {
      const own = readColour(token.value as string);
      const all = own
        ? colours(brand).flatMap((other) => {
            const rgba = readColour(other.value as string);
            return rgba ? [{ other, distance: colourDistance(own, rgba) }] : [];
          })
        : [];
      const [best] = all.sort((a, b) => a.distance - b.distance);
      return best
        ? [
            {
              path: pathOf(token),
              value: shown(token),
              nearest: pathOf(best.other),
              nearestValue: shown(best.other),
              distance: best.distance,
            },
          ]
        : [];
    })
    .sort((a, b) => a.distance - b.distance);
}

/** Tokens with the names and values of a site's own where they are taken: all within a distance. */
export function takeFrom(tokens: readonly Token[], brand: readonly Token[], within: number): Token[] {
  const values = new Map(brand.map((token) => [pathOf(token), token]));
  const claimed = new Set<string>();
  let result = [...tokens];
  for (const { path, nearest, distance } of proposalsFor(tokens, brand)) {
    if (distance > within) continue;
    const own = tokenAt(result, path);
    const { name, value, dark } = required(values.get(nearest));
    const there = result.find((token) => token !== own && pathOf(token) === nearest);
    /* Two that are near the same one become one; a name that means something else here stays what it is. */
    if (there && claimed.has(nearest)) result = mergeTokens(result, nearest, [path]);
    else
      result = result.map((token) =>
        token === own
          ? { ...token, ...(there ? {} : { name }), value, ...(dark === undefined ? {} : { dark }) }
          : token,
      );
    if (!there) claimed.add(nearest);
  }
  return result;
}

/** The tokens that a person has, with what the pages have of new values beside them. */
export function keepTokens(known: readonly Token[], collected: readonly Token[]): Token[] {
  const set = new Set(known.flatMap(({ group, from }) => from.map((value) => `${group} ${value}`)));
  const tokens = [...known];
  for (const token of collected) {
    const from = token.from.filter((value) => !set.has(`${token.group} ${value}`));
    if (from.length === 0) continue;
    /* New shades of a colour that is there go with it. */
    const own =
      from.length < token.from.length
        ? tokens.find(
            (entry) =>
              entry.group === token.group &&
              entry.only === undefined &&
              entry.from.some((value) => token.from.includes(value)),
          )
        : undefined;
    if (own) tokens[tokens.indexOf(own)] = { ...own, from: [...own.from, ...from].sort() };
    else tokens.push({ ...token, from, name: freshName(tokens, token) });
  }
  const order = Object.keys(GROUPS);
  return tokens.sort((a, b) => order.indexOf(a.group) - order.indexOf(b.group));
}

/** Tokens that fall together when colours are gathered, merged into the one that is there first. */
export function gathered(tokens: readonly Token[], collected: readonly Token[]): Token[] {
  let result = keepTokens(tokens, collected);
  for (const { from } of collected.filter(({ group }) => group === 'color')) {
    const own = result.filter(
      (token) => token.group === 'color' && !token.only && token.from.some((value) => from.includes(value)),
    );
    const [first, ...others] = own;
    if (first && others.length) result = mergeTokens(result, pathOf(first), others.map(pathOf));
  }
  return result;
}

function freshName(tokens: readonly Token[], { group, name }: Token): string {
  const taken = new Set(tokens.flatMap((token) => (token.group === group ? [token.name] : [])));
  if (!taken.has(name)) return name;
  for (let number = 2; ; number += 1) if (!taken.has(`${name}-${number}`)) return `${name}-${number}`;
}
