import { required } from '../data/required.js';
import { hexOf, readColour } from '../css/colours.js';
import { TavrikError } from '../errors/tavrik-error.js';
import { layersOf, type Layer } from './shadows.js';
import { GROUPS, type Group, type Token } from './token.js';
import { VALUE_TYPES } from './value-types.js';

/*
 * Tokens as a file of the Design Tokens Format Module (W3C Design Tokens Community Group, 2025.10): `$value` and `$type`, groups,
 * references `{color.accent}`. What is ours stands under `$extensions`, as the format has it for tools.
 */

const OURS = 'tavrik';

type Json = Readonly<Record<string, unknown>>;

/** The text of a tokens file. @param schema where its schema lies, from the file on */
export function writeTokens(tokens: readonly Token[], schema?: string): string {
  const root: Record<string, unknown> = schema === undefined ? {} : { $schema: schema };
  for (const group of Object.keys(GROUPS) as Group[]) {
    const own = tokens.filter((token) => token.group === group);
    if (own.length)
      root[group] = { $type: GROUPS[group], ...Object.fromEntries(own.map((token) => [token.name, asJson(token)])) };
  }
  return `${JSON.stringify(root, null, 2)}\n`;
}

function asJson(token: Token): Json {
  const { value, dark, from, only, description } = token;
  const ours = { from, ...(only ? { only } : {}), ...(dark === undefined ? {} : { dark: jsonValue('color', dark) }) };
  return {
    $value: jsonValue(token.group, value),
    ...(description ? { $description: description } : {}),
    $extensions: { [OURS]: ours },
  };
}

function jsonValue(group: Group, value: Token['value']): unknown {
  if (typeof value !== 'string') {
    const { fontFamily, fontSize, fontWeight, lineHeight, letterSpacing } = value;
    return {
      fontFamily: families(fontFamily),
      fontSize: { value: fontSize, unit: 'px' },
      fontWeight,
      lineHeight: numberOr(lineHeight),
      letterSpacing: numberOr(letterSpacing),
    };
  }
  switch (GROUPS[group]) {
    case 'color': {
      const [red, green, blue, alpha] = required(readColour(value));
      const share = (value: number): number => Math.round((value / 255) * 1e4) / 1e4;
      return {
        colorSpace: 'srgb',
        components: [share(red), share(green), share(blue)],
        alpha,
        hex: hexOf([red, green, blue, 1]),
      };
    }
    case 'fontFamily':
      return families(value);
    case 'dimension':
      return numberOr(value);
    default: {
      const layers = layersOf(value)?.map(layerJson);
      return layers?.length === 1 ? layers[0] : (layers ?? value);
    }
  }
}

function layerJson({ color, lengths, inset }: Layer): Json {
  const [offsetX, offsetY, blur, spread] = lengths.map(numberOr);
  return { color: jsonValue('color', color), offsetX, offsetY, blur, spread, inset };
}

function families(value: string): string[] {
  return (value.match(/"[^"]*"|'[^']*'|[^,]+/g) ?? [])
    .map((text) => text.trim().replace(/^["']|["']$/g, ''))
    .filter(Boolean);
}

/** `12px` as a dimension of the format; what it has no unit for stays CSS text. */
function numberOr(value: string): unknown {
  const [, number, unit] = /^(-?[\d.]+)(px|rem)?$/.exec(value) ?? [];
  if (number === undefined) return value;
  return unit === undefined ? Number(number) : { value: Number(number), unit };
}

/** Reads a tokens file: ours, or any of the format. @throws TavrikError naming the token, what is wrong and what would be right */
export function readTokens(text: string, file: string): Token[] {
  let root: unknown;
  try {
    root = JSON.parse(text);
  } catch (error) {
    throw new TavrikError(
      `This is not JSON (${(error as Error).message}).`,
      file,
      'Fix it, or delete it: it is then written anew.',
    );
  }
  if (!isObject(root))
    throw new TavrikError(
      'This file holds no tokens.',
      file,
      'Write groups of tokens, as {"color": {"accent": {"$type": "color", "$value": "#b3541e"}}}.',
    );
  return new Reader(root, file).tokens();
}

function isObject(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

interface FoundToken {
  readonly path: string;
  readonly node: Json;
  readonly type: string | undefined;
}

class Reader {
  private readonly found: FoundToken[] = [];

  constructor(
    root: Json,
    private readonly file: string,
  ) {
    this.collect(root, [], undefined);
  }

  private collect(node: Json, path: readonly string[], type: string | undefined): void {
    const own = typeof node['$type'] === 'string' ? node['$type'] : type;
    if ('$value' in node) {
      this.found.push({ path: path.join('.'), node, type: own });
      return;
    }
    for (const [name, child] of Object.entries(node)) {
      if (name.startsWith('$')) continue;
      if (/[.{}]/.test(name))
        throw this.problem(
          [...path, name].join('.'),
          'has a dot or a brace in its name',
          'Names hold letters, digits and hyphens.',
        );
      if (!isObject(child))
        throw this.problem([...path, name].join('.'), 'is neither a token nor a group', 'Give it a "$value".');
      this.collect(child, [...path, name], own);
    }
  }

  tokens(): Token[] {
    const names = new Map<string, string>();
    const tokens = this.found.flatMap((entry): Token[] => {
      const value = this.resolved(entry, []);
      const type = this.typeOf(entry, []);
      const group = groupFor(entry.path, type);
      if (!group)
        throw this.problem(
          entry.path,
          type === undefined ? 'has no "$type"' : `is of the type "${type}"`,
          `Known are ${[...new Set(Object.values(GROUPS))].join(', ')}.`,
        );
      const name = nameIn(entry.path, group);
      const before = names.get(`${group}.${name}`);
      if (before !== undefined)
        throw this.problem(
          entry.path,
          `has the same name as "${before}": both are "${group}.${name}"`,
          'Rename one of them.',
        );
      names.set(`${group}.${name}`, entry.path);
      return [this.token(entry, group, name, value)];
    });
    return tokens;
  }

  private token({ node, path }: FoundToken, group: Group, name: string, value: unknown): Token {
    const read = this.valueOf(group, value, path);
    const extensions = isObject(node['$extensions']) ? node['$extensions'][OURS] : undefined;
    const ours: Json = isObject(extensions) ? extensions : {};
    const texts = (list: unknown): string[] | undefined =>
      Array.isArray(list) && list.every((entry) => typeof entry === 'string') ? list : undefined;
    const only = texts(ours['only']);
    if (ours['dark'] !== undefined && group !== 'color')
      throw this.problem(path, 'has a value for the dark scheme but is not a colour', 'Take it out.');
    const dark = ours['dark'] === undefined ? undefined : this.valueOf('color', ours['dark'], `${path}, dark`);
    return {
      group,
      name,
      value: read,
      from: texts(ours['from']) ?? [],
      ...(only ? { only } : {}),
      ...(dark === undefined ? {} : { dark: dark as string }),
      ...(typeof node['$description'] === 'string' ? { description: node['$description'] } : {}),
    };
  }

  /** A value without references. */
  private resolved({ path, node }: FoundToken, on: readonly string[]): unknown {
    const target = this.referred(node['$value'], path, on);
    return target ? this.resolved(target, [...on, path]) : node['$value'];
  }

  private typeOf({ path, node, type }: FoundToken, on: readonly string[]): string | undefined {
    const target = this.referred(node['$value'], path, on);
    return target ? this.typeOf(target, [...on, path]) : type;
  }

  private referred(value: unknown, path: string, on: readonly string[]): FoundToken | undefined {
    const to = typeof value === 'string' ? /^\{([^{}]+)\}$/.exec(value)?.[1] : undefined;
    if (to === undefined) return undefined;
    const target = this.found.find((entry) => entry.path === to);
    if (!target) throw this.problem(path, `refers to "${to}", which does not exist`, 'Refer to a token of the file.');
    if (to === path || on.includes(to))
      throw this.problem(
        path,
        `refers to itself through ${[...on, path, to].join(' → ')}`,
        'Give one of them a value.',
      );
    return target;
  }

  private valueOf(group: Group, value: unknown, path: string): Token['value'] {
    const { read, example } = VALUE_TYPES[GROUPS[group]];
    const found = read(value);
    if (found === undefined) throw this.problem(path, `has no value of the type ${GROUPS[group]}`, `Write ${example}.`);
    return found;
  }

  private problem(path: string, what: string, todo: string): TavrikError {
    return new TavrikError(`The token "${path}" ${what}.`, this.file, todo);
  }
}

/** The group of a token by the names that it stands under, or else by its type. */
function groupFor(path: string, type: string | undefined): Group | undefined {
  const words = path.toLowerCase().split('.');
  const all = (Object.keys(GROUPS) as Group[]).filter((group) => GROUPS[group] === type);
  return (
    all.find((group) =>
      words.some((word) => word.startsWith(group) || (group === 'radius' && /round|corner/.test(word))),
    ) ?? all[0]
  );
}

function nameIn(path: string, group: Group): string {
  const parts = path.split('.');
  const rest =
    parts[0] === group
      ? parts.slice(1)
      : parts.length > 1 && /^(colou?rs?|fonts?|text|spac\w+|radi\w+|shadows?|breakpoints?)$/i.test(parts[0] ?? '')
        ? parts.slice(1)
        : parts;
  return rest
    .join('-')
    .replace(/([a-z])([A-Z])/g, '$1-$2')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase();
}
