import { required } from '../../data/required.js';
import { markKind } from '../../text/words.js';
import type { Run, Line } from '../model/text-line.js';
import type { Paragraph } from '../model/paragraph.js';

/** Those that never stand between the words of a line. */
const SURE = /^([•◦‣▪■□●○✓✔]|\(?\d{1,2}[.)])$/;
/** Edges closer than this are the same edge, px. */
const SAME_EDGE = 2;

/** Whether words by themselves can only be what stands before an item. */
export function isSureMark(words: string): boolean {
  return SURE.test(words);
}

/** Whether a line begins with what stands before an item of a list, and goes on. */
export function beginsItem({ runs, second }: Line): boolean {
  return second !== undefined && markKind(firstWord(runs)) !== undefined;
}

function firstWord(runs: readonly Run[]): string {
  return (runs[0]?.text.trim() ?? '').split(/\s+/)[0] ?? '';
}

/** Where further lines of an item begin, besides below its mark. */
export function insetEdge(line: Line): number | undefined {
  return beginsItem(line) ? line.second : undefined;
}

/**
 * Takes the marks from the words of items: where at least two texts that are set alike begin with the same bullet, or
 * with numbers in their order, at one edge.
 */
export function withMarks(paragraphs: readonly Paragraph[]): Paragraph[] {
  const begun = paragraphs.filter(({ lines }) => beginsItem(required(lines[0])));
  const insets: number[] = [];
  return paragraphs.map((text) => {
    if (!begun.includes(text)) return text;
    const listed = begun.some((other) => other !== text && followsOn(text, other));
    return listed ? evenly(withoutMark(text), insets) : text;
  });
}

/** Items whose words begin at nearly one edge begin at one. */
function evenly(text: Paragraph, insets: number[]): Paragraph {
  const { mark } = text;
  if (mark?.inset === undefined) return text;
  const own = mark.inset;
  const known = insets.find((inset) => Math.abs(inset - own) < SAME_EDGE / 2);
  if (known === undefined) insets.push(own);
  return { ...text, mark: { ...mark, inset: known ?? own } };
}

function followsOn(a: Paragraph, b: Paragraph): boolean {
  const [text, other] = [a, b].map(({ lines }) => firstWord(required(lines[0]).runs)) as [string, string];
  const numbers = [text, other].map((word) => (markKind(word) === 'number' ? Number(/\d+/.exec(word)?.[0]) : NaN));
  const counted = Math.abs(required(numbers[0]) - required(numbers[1])) === 1;
  const alike = a.look.family === b.look.family && a.look.size === b.look.size;
  return (
    (text === other ? markKind(text) === 'bullet' : counted) && alike && Math.abs(a.box[0] - b.box[0]) <= SAME_EDGE
  );
}

function withoutMark(text: Paragraph): Paragraph {
  const first = required(text.lines[0]);
  const word = firstWord(first.runs);
  const [run, ...runs] = first.runs as [Run, ...Run[]];
  const rest = run.text.trimStart().slice(word.length).trimStart();
  const inset = required(first.second) - first.box[0];
  const further = text.lines.slice(1);
  const hangs = further.every(({ box }) => Math.abs(box[0] - required(first.second)) <= SAME_EDGE);
  const lines = [
    {
      ...first,
      runs: rest
        ? [{ ...run, text: rest }, ...runs]
        : runs.map((run, at) => (at ? run : { ...run, text: run.text.trimStart() })),
    },
    ...further,
  ];
  return {
    ...text,
    lines,
    align: 'left',
    mark: { kind: markKind(word) ?? 'bullet', text: word, ...(hangs ? { inset } : {}) },
  };
}
