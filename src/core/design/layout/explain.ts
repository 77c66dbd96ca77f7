import { wordsOf } from '../text/paragraphs.js';
import { isOneCell } from './place.js';
import type { Part } from '../model/part.js';
import type { StyleMap } from '../model/region.js';
import type { ArtboardStyles } from '../model/part-styles.js';

/** Longest words of a text that stand for it in a reason. */
const LONGEST = 40;

/**
 * Why a section became what it is: a line for each thing that holds others, indented by depth.
 * @param widths of the screens that `looks` belong to, widest first; px
 * @param roleOf what a thing was taken for, and why, in words
 */
export function explainPart(
  part: Part,
  looks: readonly ArtboardStyles[],
  widths: readonly number[],
  roleOf: (part: Part) => string | undefined = () => undefined,
): string[] {
  const visit = (part: Part, depth: number): string[] => {
    const inside = [...part.parts, ...part.over];
    const indent = '  '.repeat(depth);
    const role = roleOf(part);
    if (role) return [`${indent}${nameOf(part)}: ${role}`];
    if (inside.length === 0) return [];
    const says = looks.map((look) => layoutIn(look.get(part)));
    const changes = says.flatMap((text, at) => (at > 0 && text === says[at - 1] ? [] : [`${widths[at]} px ${text}`]));
    const over = part.over.length ? `; ${part.over.map(nameOf).join(', ')} over the rest` : '';
    return [
      `${indent}${nameOf(part)}: ${part.reason}${over} (${changes.join(', ')})`,
      ...inside.flatMap((child) => visit(child, depth + 1)),
    ];
  };
  return visit(part, 0);
}

function nameOf({ piece, parts, over }: Part): string {
  if (!piece) return `group of ${parts.length + over.length}`;
  if (piece.type === 'text') return `“${wordsOf(piece.text).slice(0, LONGEST)}”`;
  return piece.type === 'art' ? 'drawing' : piece.type;
}

function layoutIn(look: StyleMap | undefined): string {
  if (!look || look['display'] === 'none') return 'not there';
  const columns = look['grid-template-columns'];
  if (isOneCell(look)) return 'overlapping';
  if (look['display'] === 'grid' && columns) {
    const count = /^repeat\((\d+)/.exec(columns)?.[1] ?? String(columns.match(/fr/g)?.length ?? 1);
    return count === '1' ? 'one column' : `${count} columns`;
  }
  if (look['display'] === 'flex') return look['flex-direction'] === 'column' ? 'stack' : 'row';
  return 'free';
}
