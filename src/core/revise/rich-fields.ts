import { required } from '../data/required.js';
import { originalValues } from '../content/source-values.js';
import { fromMarkdown } from '../content/rich.js';
import { toMarkdown } from '../content/rich-says.js';
import type { FlatContent } from '../content/values.js';
import type { ElementNode, PageDocument, PageNode, WordsNode } from '../document/types.js';
import { elements, isElement, isWords, textOf } from '../document/walk.js';

/** What fields that came into a text with words set off, or out of one, said before, and what people wrote in them. */
export interface RichFields {
  /** By the path of the field in the new version. */
  readonly before: ReadonlyMap<string, string>;
  readonly theirs: ReadonlyMap<string, string>;
  /** Fields of the old version all of which is in these. */
  readonly covered: ReadonlySet<string>;
}

/**
 * Links and runs with fields of their own become part of a text that is one field, and the other way round. What people wrote
 * goes along.
 * @param now the new version, whose elements have the ids that they had @param written all that the old version says
 */
// eslint-disable-next-line max-lines-per-function -- both directions fill the same three maps
export function richFields(old: PageDocument, now: PageDocument, written: FlatContent): RichFields {
  const original = originalValues(old);
  const [before, theirs, covered] = [new Map<string, string>(), new Map<string, string>(), new Set<string>()];
  const were = new Map([...elements(old.body)].map((node) => [node.id, node]));
  const are = new Map([...elements(now.body)].map((node) => [node.id, node]));
  for (const node of are.values()) if (node.rich !== undefined && isApart(were.get(node.id))) intoText(node, node.rich);
  for (const node of were.values())
    if (node.rich !== undefined && isApart(are.get(node.id))) outOfText(node, node.rich);
  return { before, theirs, covered };

  function intoText(node: ElementNode, path: string): void {
    /* Words between what is set off, where the old version has as many pieces. */
    const [pieces, fields] = [wordsIn(node), wordsIn(were.get(node.id)).map(({ field }) => field)];
    const fits = pieces.length === fields.length && fields.some((field) => field !== undefined);
    /* What was written in a piece that has no like would be lost: then nothing is put together. */
    const isEdited = (field: string | undefined): boolean =>
      field !== undefined && written.values.get(field) !== original.values.get(field);
    const hasParts = inlineIn(node).some((element) => Object.keys(fieldsOf(were.get(element.id))).length > 0);
    if (!hasParts || (!fits && fields.some(isEdited))) return;
    if (fits) for (const field of fields) if (field !== undefined && field !== path) covered.add(field);
    const markdownOf = ({ values }: FlatContent): string => {
      const plain = (wordsNode: WordsNode): PageNode => {
        const field = fits ? fields[pieces.findIndex((piece) => piece === wordsNode)] : undefined;
        const text = field === undefined ? undefined : values.get(field);
        return text === undefined
          ? wordsNode
          : { kind: 'words', text: wordsNode.text.replace(/\S[\s\S]*\S|\S/, () => text) };
      };
      const visit = (node: PageNode): PageNode => {
        if (isWords(node)) return node;
        const { words, href } = fieldsOf(were.get(node.id));
        for (const field of [words, href]) if (field !== undefined) covered.add(field);
        const [text, address] = [words, href].map((field) => (field === undefined ? undefined : values.get(field)));
        const children = text === undefined ? (node.children ?? []).map(visit) : [{ kind: 'words' as const, text }];
        return {
          ...node,
          children,
          ...(address === undefined ? {} : { attributes: { ...node.attributes, href: address } }),
        };
      };
      return toMarkdown(
        (node.children ?? []).map((child) => (isWords(child) ? plain(child) : visit(child))),
        now.styles,
      );
    };
    before.set(path, markdownOf(original));
    theirs.set(path, markdownOf(written));
  }

  function outOfText(node: ElementNode, path: string): void {
    const value = written.values.get(path);
    if (value === undefined) return;
    const own = fromMarkdown(node, value, old.styles);
    const [from, to] = [inlineIn(node), inlineIn(own)];
    const [first, then] = [wordsIn(node), wordsIn(own)].map((pieces) => pieces.map(({ text }) => text.trim())) as [
      string[],
      string[],
    ];
    const fields = wordsIn(are.get(node.id)).map(({ field }) => field);
    fields.forEach((field, at) => {
      if (field !== undefined) put(field, first[at] ?? '', then[at] ?? '');
    });
    if (from.length !== to.length) return;
    let all = then.every((text, at) => text === first[at] || fields[at] !== undefined);
    from.forEach((element, at) => {
      const other = required(to[at]);
      const { words, href } = fieldsOf(are.get(element.id));
      if (words !== undefined) put(words, textOf(element), textOf(other));
      if (href !== undefined) put(href, element.attributes?.['href'] ?? '', other.attributes?.['href'] ?? '');
      if (words === undefined && textOf(element) !== textOf(other)) all = false;
    });
    if (all) covered.add(path);
  }

  function put(path: string, was: string, is: string): void {
    before.set(path, was);
    theirs.set(path, is);
  }
}

/** A text whose words are fields of their own, or none. */
function isApart(node: ElementNode | undefined): boolean {
  return node !== undefined && node.rich === undefined;
}

/** Words that stand in an element itself and say something. */
function wordsIn(node: ElementNode | undefined): WordsNode[] {
  return (node?.children ?? []).flatMap((child) => (isWords(child) && child.text.trim() ? [child] : []));
}

/** Fields of the words and of the address of a run. */
function fieldsOf(node: ElementNode | undefined): { readonly words?: string; readonly href?: string } {
  const [only, ...more] = (node?.children ?? []).flatMap((child) => (isWords(child) ? [child] : []));
  const href = node?.fields?.['href'];
  return {
    ...(only?.field === undefined || more.length ? {} : { words: only.field }),
    ...(href === undefined ? {} : { href }),
  };
}

/** What is set off in a text, in its order; breaks hold nothing. */
function inlineIn({ children = [] }: ElementNode): ElementNode[] {
  return children.filter(isElement).flatMap((child) => (child.kind === 'break' ? [] : [child, ...inlineIn(child)]));
}
