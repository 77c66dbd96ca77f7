import { required } from '../../data/required.js';
import type { ElementNode, PageDocument, PageNode, SharedStyle, StyleVariant } from '../../document/types.js';
import { elements, isElement, mapTree, textOf } from '../../document/walk.js';
import type { Pass, PassContext } from '../pass.js';
import { entryStyles } from './entry-styles.js';
import { questionsIn, type DrawnQuestion } from './drawn-questions.js';

/** An answer that was drawn below its question, as a box of its own: what opens lays out what it holds in lines. */
const ANSWER: SharedStyle = { rest: { display: 'flex', 'flex-direction': 'column' } };
/** The line of a question shows its own sign, and says that it can be pressed. */
const PRESSED = { 'list-style-type': 'none', cursor: 'pointer' } as const;

/**
 * Makes questions of rows of a design that end in a sign to open them: the row is the summary, and what is drawn below
 * it is the answer. One whose answer is not drawn has an empty one, to be written.
 *
 * Before: div(div(p, img), p) div(p, img); after: details[open](summary(p, img), div(p)) details(summary(p, img), div(p)).
 */
export const questions: Pass = {
  name: 'questions',
  does: 'makes questions that open of rows that end in a sign for it',
  run(document, { boxes }) {
    if (document.source.kind !== 'design') return document;
    const maker = new QuestionMaker(document);
    const body = mapTree(document.body, (node) => (isElement(node) ? maker.within(node, boxes) : node));
    return maker.made ? { ...document, body, styles: { ...document.styles, ...maker.styles } } : document;
  },
};

class QuestionMaker {
  made = false;
  readonly styles: Record<string, SharedStyle> = {};

  constructor(private readonly document: PageDocument) {}

  /** The element with the questions in it made. */
  within(node: ElementNode, boxes: PassContext['boxes']): ElementNode {
    const runs = questionsIn(node, boxes);
    if (runs.length === 0) return node;
    this.made = true;
    const made = new Map<PageNode, ElementNode | undefined>();
    for (const run of runs) {
      const sample = run.find(({ answers }) => answers.length)?.answers[0];
      const level = run.flatMap(({ row }) => [...elements(row)]).find(({ kind }) => kind === 'heading')?.element;
      for (const question of run) {
        for (const node of question.nodes) made.set(node, undefined);
        made.set(required(question.nodes[0]), this.detailsOf(question, sample, level));
      }
    }
    const others = (node.children ?? []).filter(
      (child) => isElement(child) && !made.has(child) && child.kind !== 'divider',
    );
    const all = node.children ?? [];
    const spans = runs.map((run) => {
      const from = all.indexOf(required(run[0]?.nodes[0]));
      const to = all.indexOf(required(run.at(-1)?.nodes.at(-1)));
      return { from, inside: all.slice(from, to + 1) };
    });
    const children = all.flatMap((child, at): PageNode[] => {
      const span = spans.find(({ inside }) => inside.includes(child));
      if (!span) return [child];
      const list = span.inside.flatMap((inner) => (made.has(inner) ? (made.get(inner) ?? []) : [asDivider(inner)]));
      if (others.length === 0) return at === span.from ? list : [];
      return at === span.from ? [this.listOf(child, list)] : [];
    });
    return { ...node, children };
  }

  /** Questions with neighbours are in a box of their own, to which one can be added; they stay where they stood. */
  private listOf(first: PageNode, children: readonly PageNode[]): ElementNode {
    const id = `${isElement(first) ? first.id : ''}-questions`;
    const style = this.addStyle(id, { rest: { display: 'contents' } });
    return { id, kind: 'stack', name: 'questions', element: 'div', style, children };
  }

  /** @param level the heading that other questions are */
  private detailsOf(
    { box, row, answers }: DrawnQuestion,
    sample: ElementNode | undefined,
    level: string | undefined,
  ): ElementNode {
    const id = (box ?? row).id;
    const own = entryStyles(this.styleOf(row));
    const outer = this.addStyle(`${id}-details`, blockOf(box ? this.styleOf(box) : own.entry));
    const inner = this.addStyle(`${id}-summary`, pressed(box ? this.styleOf(row) : own.inside));
    const summary: ElementNode = {
      ...row,
      id: `${id}-summary`,
      kind: 'question',
      element: 'summary',
      style: inner,
      ...(row.children ? { children: row.children.map((child) => phrased(child, level)) } : {}),
    };
    const held = answers.length ? answers : sample ? [emptied(sample, id)] : [];
    const answer: ElementNode = {
      id: `${id}-answer`,
      kind: 'stack',
      name: 'answer',
      element: 'div',
      style: this.addStyle(`${id}-answer`, box ? stackOf(this.styleOf(box)) : ANSWER),
      children: held,
    };
    return {
      ...(box ?? row),
      id,
      kind: 'question',
      name: 'question',
      element: 'details',
      style: outer,
      attributes: answers.length ? { open: '' } : {},
      children: held.length ? [summary, answer] : [summary],
    };
  }

  private styleOf({ style }: ElementNode): SharedStyle {
    return this.document.styles[style ?? ''] ?? { rest: {} };
  }

  private addStyle(name: string, style: SharedStyle): string {
    this.styles[name] = style;
    return name;
  }
}

/** Properties by which a box lays out what is in it. */
const LAYS_OUT = /^(flex-(direction|wrap)|align-items|align-content|justify-(content|items)|row-gap|column-gap|grid-)/;

function mapped(style: SharedStyle, change: (set: SharedStyle['rest']) => SharedStyle['rest']): SharedStyle {
  const variants = (style.variants ?? []).flatMap((variant): StyleVariant[] => {
    const set = change(variant.set);
    return Object.keys(set).length ? [{ ...variant, set }] : [];
  });
  const { variants: _, ...rest } = style;
  return { ...rest, rest: change(style.rest), ...(variants.length ? { variants } : {}) };
}

/** The look of a box whose contents are laid out as its question and its answer are. */
function blockOf(style: SharedStyle): SharedStyle {
  return mapped(style, (set) =>
    Object.fromEntries(
      Object.entries(set).flatMap(([name, value]) =>
        LAYS_OUT.test(name) ? [] : name === 'display' && value !== 'none' ? [[name, 'block']] : [[name, value]],
      ),
    ),
  );
}

/** How a box laid out what is in it, for the answer alone: the room below the question is above the answer now. */
function stackOf(style: SharedStyle): SharedStyle {
  const laid = mapped(style, (set) => ({
    ...Object.fromEntries(Object.entries(set).filter(([name]) => LAYS_OUT.test(name))),
    ...(set['row-gap'] === undefined ? {} : { 'margin-top': set['row-gap'] }),
  }));
  return { ...laid, rest: { ...laid.rest, ...ANSWER.rest } };
}

function pressed(style: SharedStyle): SharedStyle {
  return { ...style, rest: { ...style.rest, ...PRESSED } };
}

/** A summary holds words or a heading, and no paragraphs (HTML, 4.11.2). */
function phrased(node: PageNode, level: string | undefined): PageNode {
  if (!isElement(node)) return node;
  const children = node.children ? { children: node.children.map((child) => phrased(child, level)) } : {};
  if (node.element === 'p' && level !== undefined) return { ...node, ...children, kind: 'heading', element: level };
  return { ...node, ...children, element: /^(p|div)$/.test(node.element) ? 'span' : node.element };
}

/** What stands between questions parts them, and is no entry of their list. */
function asDivider(node: PageNode): PageNode {
  return isElement(node) ? { ...node, kind: 'divider', name: 'divider' } : node;
}

/** An answer to be written, set as one that was drawn. */
function emptied(sample: ElementNode, id: string): ElementNode {
  const text = [...elements(sample)].find((node) => node.kind === 'text' && textOf(node)) ?? sample;
  const { from: _, ...bare } = text;
  return { ...bare, id: `${id}-text`, children: [{ kind: 'words', text: '' }] };
}
