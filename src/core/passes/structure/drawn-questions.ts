import type { ElementNode } from '../../document/types.js';
import { elements, isElement, textOf } from '../../document/walk.js';
import type { Boxes } from '../pass.js';

/** A question of a design: its line, what is drawn below it, and the box around both, if there is one. */
export interface DrawnQuestion {
  readonly box?: ElementNode;
  readonly row: ElementNode;
  readonly answers: readonly ElementNode[];
  /** The neighbours that it is made of, in their order. */
  readonly nodes: readonly ElementNode[];
}

type Box = readonly [x: number, y: number, width: number, height: number];

/** Largest sign at the end of a question, px; shortest line of one; so near is the sign to its end, in shares of the line. */
const SIGN = 40;
const LEAST_WIDTH = 180;
const AT_END = 0.12;
/** The words begin in this share of the line. */
const AT_START = 0.35;
/** Signs of questions stand below each other, px, and are as large, px. */
const IN_LINE = 4;
const ALIKE = 10;
/** Fewest questions. */
const FEWEST = 2;
/** An answer without a box begins where its question does, px, and follows it as closely, px. */
const INDENT = 6;
const CLOSE = 48;
/** A line between two questions is so thin, px; a minus is no longer than a sign. */
const THIN = 3;
/** Most words of a question. */
const MOST_WORDS = 24;

/** Glyphs that say that something opens; a pointer to the side says that something leads on. */
const OPENS = /^[+＋﹢➕−–×✕▾▼⌄∨˅⌃▴▲]$/u;
/** Question marks: Latin, wide, Arabic and Greek. */
const ASKS = /[?？؟\u037e]$/u;
/** A drawn sign that is so much wider than high points down or up. */
const POINTS_DOWN = 1.3;

/**
 * The questions among the children of an element, in runs: rows of words that end in a sign, below each other with the
 * signs in one line. What else could be a list of links must have an answer drawn, ask something, or end in signs that
 * say that something opens.
 */
export function questionsIn(node: ElementNode, boxes: Boxes): DrawnQuestion[][] {
  if (/^(nav|header|a|button|form|ul|ol|details|summary|label|table)$/.test(node.element)) return [];
  const runs: Seen[][] = [];
  let run: Seen[] = [];
  const children = (node.children ?? []).filter(isElement);
  for (let at = 0; at < children.length; at += 1) {
    const child = children[at] as ElementNode;
    const seen = questionAt(children, at, boxes);
    if (seen && run[0] && !inLine(run[0].sign, seen.sign)) run = [];
    if (seen) {
      if (run.length === 0) runs.push(run);
      run.push(seen);
      at += seen.nodes.length - 1;
    } else if (!isThin(child, boxes)) run = [];
  }
  return runs
    .filter((list) => list.length >= FEWEST)
    .map(withoutAfterword)
    .filter((list) => list.some(isTelling));
}

interface Seen extends DrawnQuestion {
  readonly words: string;
  readonly sign: Box;
  readonly glyph: string;
}

/** A text below the last question alone is no answer, but what comes after all of them. */
function withoutAfterword(list: readonly Seen[]): Seen[] {
  const [last, ...before] = [...list].reverse() as [Seen, ...Seen[]];
  const isAfterword = !last.box && before.every(({ answers }) => answers.length === 0);
  return [...before.reverse(), isAfterword ? { ...last, answers: [], nodes: [last.row] } : last];
}

function isTelling({ answers, words, sign, glyph }: Seen): boolean {
  const pointsDown = glyph === '' && sign[2] >= POINTS_DOWN * sign[3];
  return answers.length > 0 || ASKS.test(words) || OPENS.test(glyph) || pointsDown;
}

function inLine(a: Box, b: Box): boolean {
  return (
    Math.abs(a[0] + a[2] / 2 - b[0] - b[2] / 2) <= IN_LINE &&
    /* A minus is as long as a plus, and low. */
    Math.abs(Math.max(a[2], a[3]) - Math.max(b[2], b[3])) <= ALIKE
  );
}

/** The question that begins with a child; undefined if none does. */
function questionAt(children: readonly ElementNode[], at: number, boxes: Boxes): Seen | undefined {
  const child = children[at] as ElementNode;
  const closed = lineIn(child, boxes);
  if (closed) {
    const answers = answersBelow(children.slice(at + 1), closed, boxes);
    return { ...closed, row: child, answers, nodes: [child, ...answers] };
  }
  if (child.element !== 'div') return undefined;
  const [first, ...rest] = (child.children ?? []).filter(isElement).filter((node) => !isThin(node, boxes));
  const line = first && lineIn(first, boxes);
  if (!first || !line || rest.length === 0 || rest.some((node) => lineIn(node, boxes))) return undefined;
  return rest.some((node) => textOf(node).trim()) && isBelow(rest, first, boxes)
    ? { ...line, box: child, row: first, answers: rest, nodes: [child] }
    : undefined;
}

function isBelow(nodes: readonly ElementNode[], first: ElementNode, boxes: Boxes): boolean {
  const [, y, , height] = boxes.get(first.id) ?? [0, 0, 0, 0];
  return nodes.every(({ id }) => (boxes.get(id)?.[1] ?? Infinity) >= y + height - 1);
}

/** Texts that follow a question closely, set in as its words are. */
function answersBelow(after: readonly ElementNode[], { text, end }: Line, boxes: Boxes): ElementNode[] {
  const answers: ElementNode[] = [];
  let bottom = end;
  for (const node of after) {
    const box = boxes.get(node.id);
    const isText = node.kind === 'text' && textOf(node).trim() !== '';
    if (!box || !isText || Math.abs(box[0] - text[0]) > INDENT || box[1] - bottom > CLOSE) break;
    answers.push(node);
    bottom = box[1] + box[3];
  }
  return answers;
}

interface Line {
  readonly words: string;
  readonly glyph: string;
  readonly text: Box;
  readonly sign: Box;
  /** Where the line ends, px from the top. */
  readonly end: number;
}

/** The words and the sign of a row that is a question by its form; undefined for anything else. */
function lineIn(node: ElementNode, boxes: Boxes): Line | undefined {
  const box = boxes.get(node.id);
  if (!box || node.element !== 'div' || box[2] < LEAST_WIDTH) return undefined;
  const leaves = [...elements(node)].filter(
    (inner) => inner !== node && !(inner.children ?? []).some((child) => isElement(child) && !child.inline),
  );
  const seen = leaves.filter((leaf) => !leaf.inline && !isThin(leaf, boxes));
  const [words, sign, ...more] = seen;
  const [text, mark] = [boxes.get(words?.id ?? ''), boxes.get(sign?.id ?? '')];
  if (!words || !sign || more.length || !text || !mark) return undefined;
  const said = textOf(words).trim();
  const glyph = textOf(sign).trim();
  const isSaid = /\p{L}{2}/u.test(said) && said.split(/\s+/).length <= MOST_WORDS && words.kind !== 'button';
  const isSign = Math.max(mark[2], mark[3]) <= SIGN && !/[\p{L}\p{N}]/u.test(glyph) && sign.kind !== 'button';
  const atEnd = box[0] + box[2] - mark[0] - mark[2] <= AT_END * box[2] && mark[0] >= text[0] + text[2] - 1;
  const atStart = text[0] - box[0] <= AT_START * box[2];
  return isSaid && isSign && atEnd && atStart
    ? { words: said, glyph, text, sign: mark, end: box[1] + box[3] }
    : undefined;
}

function isThin({ id, children = [] }: ElementNode, boxes: Boxes): boolean {
  const box = boxes.get(id);
  if (children.length || !box) return false;
  return Math.min(box[2], box[3]) <= THIN && Math.max(box[2], box[3]) > SIGN;
}
