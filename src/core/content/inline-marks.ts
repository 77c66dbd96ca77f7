import { Parser, type Node } from 'commonmark';
import { bracesIn, intoBraces, type Brace, type Piece } from './rich-braces.js';
import { escapedText } from './rich-says.js';

/** A CommonMark text as words and the marks around them, for formats that have marks of their own. */
export type Inline =
  | { readonly type: 'words'; readonly text: string }
  | { readonly type: 'break'; readonly mark: string }
  | {
      readonly type: 'run';
      readonly kind: RunKind;
      readonly open: string;
      readonly close: string;
      readonly inside: readonly Inline[];
    };

/** `named` is what CommonMark cannot say: it stands in braces. */
export type RunKind = 'strong' | 'emphasis' | 'link' | 'code' | 'named';

const KINDS: Readonly<Record<string, RunKind>> = { strong: 'strong', emph: 'emphasis', link: 'link' };

/** Takes a text of a rich field apart (CommonMark 0.31, inlines, and braces). */
export function inlinesOf(value: string): Inline[] {
  const { text, braces } = bracesIn(value);
  const found: Inline[] = [];
  for (let block = new Parser({ smart: false }).parse(text).firstChild; block; block = block.next) {
    if (found.length) found.push({ type: 'break', mark: '\n\n' });
    found.push(...below(block, braces));
  }
  return found;
}

function below(parent: Node, braces: readonly Brace[]): Inline[] {
  const found: Inline[] = [];
  for (let node = parent.firstChild; node; node = node.next) found.push(...inlineOf(node, braces));
  if (braces.length === 0) return found;
  const wordsOf = (inline: Inline): string | undefined => (inline.type === 'words' ? inline.text : undefined);
  return intoBraces(found, braces, wordsOf, (text): Inline => ({ type: 'words', text })).map(fromPiece);
}

function fromPiece(piece: Piece<Inline>): Inline {
  if (!('brace' in piece)) return piece;
  const { brace, inside } = piece;
  return inside
    ? { type: 'run', kind: 'named', open: brace.written, close: '}', inside: inside.map(fromPiece) }
    : { type: 'break', mark: brace.written };
}

function inlineOf(node: Node, braces: readonly Brace[]): Inline[] {
  const kind = KINDS[node.type];
  if (kind) return [{ type: 'run', kind, ...marksOf(node, kind), inside: below(node, braces) }];
  if (node.type === 'code')
    return [
      { type: 'run', kind: 'code', open: '`', close: '`', inside: [{ type: 'words', text: node.literal ?? '' }] },
    ];
  if (node.type === 'linebreak') return [{ type: 'break', mark: '\\\n' }];
  if (node.type === 'softbreak') return [{ type: 'words', text: ' ' }];
  return node.literal === null ? below(node, braces) : [{ type: 'words', text: node.literal }];
}

function marksOf({ destination }: Node, kind: RunKind): { readonly open: string; readonly close: string } {
  if (kind === 'link') return { open: '[', close: `](<${(destination ?? '').replace(/[<>\\]/g, '\\$&')}>)` };
  const mark = kind === 'strong' ? '**' : '*';
  return { open: mark, close: mark };
}

/** Puts words and marks together as CommonMark again. */
export function markdownOf(inlines: readonly Inline[]): string {
  return inlines
    .map((inline) => {
      if (inline.type === 'words') return escapedText(inline.text);
      if (inline.type === 'break') return inline.mark;
      const inner =
        inline.kind === 'code'
          ? inline.inside.map((word) => (word.type === 'words' ? word.text : '')).join('')
          : markdownOf(inline.inside);
      return `${inline.open}${inner}${inline.close}`;
    })
    .join('');
}
