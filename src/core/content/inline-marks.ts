import { Parser, type Node } from 'commonmark';
import { escapedText } from './rich.js';

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

export type RunKind = 'strong' | 'emphasis' | 'link' | 'code';

const KINDS: Readonly<Record<string, RunKind>> = { strong: 'strong', emph: 'emphasis', link: 'link' };

/** Takes a CommonMark text apart (spec 0.31, inlines). */
export function inlinesOf(value: string): Inline[] {
  const found: Inline[] = [];
  for (let block = new Parser({ smart: false }).parse(value).firstChild; block; block = block.next) {
    if (found.length) found.push({ type: 'break', mark: '\n\n' });
    found.push(...below(block));
  }
  return found;
}

function below(parent: Node): Inline[] {
  const found: Inline[] = [];
  for (let node = parent.firstChild; node; node = node.next) found.push(...inlineOf(node));
  return found;
}

function inlineOf(node: Node): Inline[] {
  const kind = KINDS[node.type];
  if (kind) return [{ type: 'run', kind, ...marksOf(node, kind), inside: below(node) }];
  if (node.type === 'code')
    return [
      { type: 'run', kind: 'code', open: '`', close: '`', inside: [{ type: 'words', text: node.literal ?? '' }] },
    ];
  if (node.type === 'linebreak') return [{ type: 'break', mark: '\\\n' }];
  if (node.type === 'softbreak') return [{ type: 'words', text: ' ' }];
  return node.literal === null ? below(node) : [{ type: 'words', text: node.literal }];
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
