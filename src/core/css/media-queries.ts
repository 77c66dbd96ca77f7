import * as csstree from 'css-tree';
import { readSum } from './lengths.js';

/** Media queries, read as css-tree's syntax trees (Media Queries 4). */

/** What a list of media queries asks for. */
export interface MediaFeatures {
  /** Media types other than `all`, e.g. `print`. */
  readonly types: ReadonlySet<string>;
  /** Names of features without `min-` and `max-`, e.g. `width`. */
  readonly features: ReadonlySet<string>;
  /** Lengths that it compares the width with, px, by the initial font size of 16 px (Media Queries 4, 1.3). */
  readonly widths: readonly number[];
}

const PX: Readonly<Record<string, number>> = {
  px: 1,
  em: 16,
  rem: 16,
  ch: 8,
  ex: 8,
  pt: 4 / 3,
  pc: 16,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  q: 96 / 101.6,
};

const NOTHING: MediaFeatures = { types: new Set(), features: new Set(), widths: [] };

/** Reads a list of media queries. What cannot be read asks for nothing. */
export function readMediaQueries(text: string): MediaFeatures {
  let tree: csstree.CssNode;
  try {
    tree = csstree.parse(text, { context: 'mediaQueryList' });
  } catch {
    return NOTHING;
  }
  const types = new Set<string>();
  const features = new Set<string>();
  const widths: number[] = [];
  csstree.walk(tree, (node) => {
    if (node.type === 'MediaQuery' && node.mediaType && node.mediaType.toLowerCase() !== 'all')
      types.add(node.mediaType.toLowerCase());
    if (node.type === 'Feature') {
      const name = bareName(node.name);
      features.add(name);
      if (name === 'width') widths.push(...lengthsIn([node.value]));
    }
    if (node.type === 'FeatureRange') {
      const parts = [node.left, node.middle, node.right];
      const name = parts.flatMap((part) => (part?.type === 'Identifier' ? [bareName(part.name)] : []))[0] ?? '';
      features.add(name);
      if (name === 'width') widths.push(...lengthsIn(parts));
    }
  });
  return { types, features, widths };
}

function bareName(name: string): string {
  return name
    .toLowerCase()
    .replace(/^-webkit-(?=(min|max)-device-pixel)/, '')
    .replace(/^(min|max)-(device-(?=width))?|^device-(?=width)/, '');
}

function lengthsIn(nodes: readonly (csstree.CssNode | null)[]): number[] {
  return nodes.flatMap((node) => {
    const length = node && pixelsOf(node);
    return length === undefined || length === null ? [] : [length];
  });
}

/** A length in px, also as a `calc()`; undefined for what is none, or has a unit that depends on more. */
function pixelsOf(node: csstree.CssNode): number | undefined {
  if (node.type === 'Number' && Number(node.value) === 0) return 0;
  if (node.type === 'Identifier' || node.type === 'Ratio') return undefined;
  const terms = [...(readSum(csstree.generate(node)) ?? [['', NaN] as const])];
  const px = terms.reduce((sum, [unit, number]) => sum + number * (PX[unit] ?? NaN), 0);
  return Number.isNaN(px) ? undefined : px;
}
