/*
 * What CommonMark cannot say of a text, in braces: `H{sub|2}O`, `{time=2026-03-08|8 March}`, and `{icon}` for a drawing that
 * stands in the line. Each name is that of something the source has in this text. Braces are escaped as all signs are
 * (`\{`), and other names are words.
 */

/** Signs that stand for braces while CommonMark is read: noncharacters, which no text has (Unicode 23.7). */
const OPEN = '\uFDD0';
const NAMED = '\uFDD1';
const CLOSE = '\uFDD2';
const NONE = /[\uFDD0-\uFDD2]/g;

const NAME = /^\{([a-z][a-z0-9-]*)(?:=((?:\\.|[^\\|{}\n])*))?([|}])/;

/** What stands in braces: its name, and the value of its main attribute. */
export interface Brace {
  readonly name: string;
  readonly value?: string;
  /** As it was written, up to its words. */
  readonly written: string;
}

/** A text as CommonMark reads it, with signs for its braces, and what these are. */
export interface Braced {
  readonly text: string;
  readonly braces: readonly Brace[];
}

/** Finds what stands in braces, outside of code and of addresses. Braces that do not close are words. */
export function bracesIn(value: string): Braced {
  const text = value.replace(NONE, '');
  const braces: Brace[] = [];
  const open: { readonly at: number; readonly brace: Brace }[] = [];
  const parts: string[] = [];
  for (let at = 0; at < text.length;) {
    const skipped = wholeAt(text, at);
    if (skipped) {
      parts.push(skipped);
      at += skipped.length;
      continue;
    }
    const found = NAME.exec(text.slice(at, at + LONGEST));
    if (found) {
      const [written, name = '', given, end] = found;
      const value = given === undefined ? {} : { value: given.replace(/\\(.)/g, '$1') };
      const brace = { name, ...value, written };
      if (end === '|') open.push({ at: parts.length, brace });
      else braces.push(brace);
      parts.push(end === '|' ? written : `${OPEN}${braces.length - 1}${NAMED}${CLOSE}`);
      at += written.length;
      continue;
    }
    const last = text[at] === '}' ? open.pop() : undefined;
    if (last) {
      braces.push(last.brace);
      parts[last.at] = `${OPEN}${braces.length - 1}${NAMED}`;
      parts.push(CLOSE);
    } else parts.push(text[at] ?? '');
    at += 1;
  }
  return { text: parts.join(''), braces };
}

/** Longest name with its value, letters. */
const LONGEST = 400;

/** What begins here and is read as a whole: an escaped sign, code, or the address of a link. */
function wholeAt(text: string, at: number): string | undefined {
  const rest = text.slice(at);
  const escaped = /^\\[\s\S]/.exec(rest)?.[0];
  if (escaped) return escaped;
  const fence = /^`+/.exec(rest)?.[0];
  if (fence) {
    const end = new RegExp(`(?<!\`)${fence}(?!\`)`).exec(rest.slice(fence.length));
    return end ? rest.slice(0, fence.length + end.index + fence.length) : fence;
  }
  return /^\]\((?:<(?:\\.|[^\\<>\n])*>|[^()\s]*)/.exec(rest)?.[0];
}

/** Words, or what stands in braces with what is in it. */
export type Piece<Node> = Node | { readonly brace: Brace; readonly inside: readonly Piece<Node>[] | undefined };

/**
 * Puts what stands between the signs into its braces. Where a mark begins in braces and ends behind them, they are words.
 * @param nodes in their order @param wordsOf the words of one, undefined for what is none @param asNode words as one
 */
export function intoBraces<Node>(
  nodes: readonly Node[],
  braces: readonly Brace[],
  wordsOf: (node: Node) => string | undefined,
  asNode: (text: string) => Node,
): Piece<Node>[] {
  const levels: { readonly brace?: Brace; readonly inside: Piece<Node>[] }[] = [{ inside: [] }];
  const put = (piece: Piece<Node>): void => void levels.at(-1)?.inside.push(piece);
  const words = (text: string): void => {
    if (text) put(asNode(text));
  };
  const giveUp = (): void => {
    const level = levels.pop();
    words(level?.brace?.written ?? '');
    level?.inside.forEach(put);
  };
  for (const node of joined(nodes, wordsOf, asNode)) {
    const text = wordsOf(node);
    if (text === undefined || !/[\uFDD0-\uFDD2]/.test(text)) {
      put(node);
      continue;
    }
    for (const token of text.split(/(\uFDD0\d+\uFDD1\uFDD2?|\uFDD2)/)) {
      const brace = braces[Number(/^\uFDD0(\d+)/.exec(token)?.[1] ?? NaN)];
      if (brace && token.endsWith(CLOSE)) put({ brace, inside: undefined });
      else if (brace) levels.push({ brace, inside: [] });
      else if (token !== CLOSE) words(token);
      else if (levels.length === 1) words('}');
      else {
        const level = levels.pop();
        if (level?.brace) put({ brace: level.brace, inside: level.inside });
      }
    }
  }
  while (levels.length > 1) giveUp();
  return levels[0]?.inside ?? [];
}

/** Words that follow each other as one: CommonMark parts them at signs. */
function joined<Node>(
  nodes: readonly Node[],
  wordsOf: (node: Node) => string | undefined,
  asNode: (text: string) => Node,
): Node[] {
  const result: Node[] = [];
  for (const node of nodes) {
    const last = result.at(-1);
    const [before, text] = [last === undefined ? undefined : wordsOf(last), wordsOf(node)];
    if (before !== undefined && text !== undefined) result[result.length - 1] = asNode(before + text);
    else result.push(node);
  }
  return result;
}

/** What opens braces. */
export function openBrace(name: string, value?: string): string {
  return `{${name}${value === undefined ? '' : `=${value.replace(/\s+/g, ' ').replace(/[\\|{}]/g, '\\$&')}`}`;
}
