import { required } from '../../data/required.js';
import { defined } from '../../data/defined.js';
import { movedPath, targetOf, type FieldDecision } from '../../brief/field-decisions.js';
import { canBeRich } from '../../content/rich.js';
import { matchStart, type FieldRule } from '../../document/field-rules.js';
import { nearestWords } from '../../text/nearest.js';
import { TavrikError } from '../../errors/tavrik-error.js';
import type { ElementNode, PageDocument, PageNode } from '../../document/types.js';
import { isElement, isWords, mapTree } from '../../document/walk.js';
import { NameGiver } from '../../text/words.js';
import type { Pass } from '../pass.js';
import { mapFields, pathsIn, startsOf, type Paths } from './paths.js';

/**
 * A pass that does what a brief says of fields, one decision after the other: names, places, what is one field, what is
 * hidden or split, and the rules of each.
 * @param lost is told of each decision that found nothing
 * @throws TavrikError where two fields would have one name without being said to be one
 */
export function fieldDecisionsPass(
  decisions: readonly FieldDecision[],
  lost: (line: number, text: string) => void,
): Pass {
  return {
    name: 'field-decisions',
    does: 'applies the decisions of the brief on fields',
    run(document) {
      return decisions.filter(({ on }) => on).reduce((now, decision) => decide(now, decision, lost), document);
    },
  };
}

function decide(
  document: PageDocument,
  fieldDecision: FieldDecision,
  lost: (line: number, text: string) => void,
): PageDocument {
  const known = pathsIn(document);
  const paths = [...known.fields, ...known.lists.keys()];
  const found = paths.filter((path) => matchStart(fieldDecision.at, path) !== undefined);
  if (found.length === 0) {
    const near = nearestWords(fieldDecision.at, [...new Set(paths.flatMap(startsOf))]);
    const hint = near.length ? `; there are ${near.map((path) => `"${path}"`).join(', ')}` : '';
    lost(
      fieldDecision.line,
      `brief.yaml, line ${fieldDecision.line}: the page has no field "${fieldDecision.at}"${hint}`,
    );
    return document;
  }
  if (fieldDecision.hide) {
    const without = mapFields(document, (path) => (matchStart(fieldDecision.at, path) ? undefined : path));
    /* What stands in no element of its own: the title of the page, whose look an entry has. */
    return found.some((path) => !known.placed.has(path))
      ? withRule(without, fieldDecision.at, { hidden: true })
      : without;
  }
  const split = fieldDecision.split ? splitTexts(document, fieldDecision.at) : document;
  const typed = fieldDecision.type === undefined ? split : retyped(split, fieldDecision);
  const target = targetOf(fieldDecision);
  if (target === undefined) return withRule(typed, fieldDecision.at, fieldDecision);
  refuseClash(fieldDecision, known, new Set(found));
  /* What was said of it before goes with it. */
  const rules = Object.entries(typed.fieldRules ?? {}).map(
    ([path, rule]) => [movedPath(fieldDecision, path), rule] as const,
  );
  const moved = mapFields(typed, (path) => movedPath(fieldDecision, path));
  return withRule(rules.length ? { ...moved, fieldRules: Object.fromEntries(rules) } : moved, target, fieldDecision);
}

/**
 * A text in which words may be set off from now on, or no more. @throws TavrikError where the page cannot have it so
 */
function retyped(document: PageDocument, { at, type, line }: FieldDecision): PageDocument {
  const where = `brief.yaml, line ${line}`;
  const isMeant = (path: string | undefined): boolean => path !== undefined && matchStart(at, path)?.rest === '';
  const body = mapTree(document.body, (node) => {
    if (!isElement(node)) return node;
    const words = (node.children ?? []).filter((child) => !isWords(child) || child.text.trim());
    const [only] = words;
    if (type === 'rich' && only && isWords(only) && isMeant(only.field)) {
      if (words.length > 1 || node.rich !== undefined || !canBeRich(node))
        throw new TavrikError(
          `"${at}" is only a part of a text.`,
          where,
          'Formatting is possible only in a text that is one field.',
        );
      return { ...node, ...defined({ rich: only.field }), children: (node.children ?? []).map(withoutField) };
    }
    if (type === 'rich' || node.rich === undefined || !isMeant(node.rich)) return node;
    if (words.length > 1 || !only || !isWords(only))
      throw new TavrikError(`"${at}" contains formatting.`, where, 'Split it first, with "split: true".');
    const { rich, ...rest } = node;
    return { ...rest, children: [{ ...only, field: rich }] };
  });
  return { ...document, body };
}

function withoutField(node: PageNode): PageNode {
  if (!isWords(node)) return node;
  const { field: _, ...rest } = node;
  return rest;
}

/** Two fields have one path only where a person said that they are one, and none is what others are in. */
function refuseClash(fieldDecision: FieldDecision, { fields, lists }: Paths, moving: ReadonlySet<string>): void {
  const where = `brief.yaml, line ${fieldDecision.line}`;
  const all = [...fields, ...lists.keys()];
  const staying = new Set(all.filter((path) => !moving.has(path)));
  if (
    fieldDecision.sameAs !== undefined &&
    ![...staying].some((path) => matchStart(required(fieldDecision.sameAs), path))
  )
    throw new TavrikError(
      `The field "${fieldDecision.sameAs}" to merge with was not found.`,
      where,
      'See tavrik content PROJECT.',
      'not-found',
    );
  const taken = new Set<string>();
  for (const path of moving) {
    const now = movedPath(fieldDecision, path);
    if (fieldDecision.sameAs === undefined && taken.has(now))
      throw new TavrikError(
        `"${fieldDecision.at}" matches several fields, which would all become "${now}".`,
        where,
        'Move them to a path with a star in place of the entry id.',
      );
    taken.add(now);
    const [ids, others] = [lists.get(path), lists.get(now)];
    if (fieldDecision.sameAs !== undefined && ids && others && ids.join() !== others.join())
      throw new TavrikError(
        `"${path}" and "${now}" have different entries.`,
        where,
        'Only lists with the same entries can be merged.',
      );
    const isLeaf = !lists.has(path);
    const within = [...staying].find(
      (other) => (isLeaf && other.startsWith(`${now}.`)) || (!lists.has(other) && now.startsWith(`${other}.`)),
    );
    if ((fieldDecision.sameAs === undefined && staying.has(now)) || within !== undefined)
      throw new TavrikError(
        `The field "${within ?? now}" already exists.`,
        where,
        'Choose another name, or merge the two with "same-as".',
        'conflict',
      );
  }
}

/** What the runs of a text are called. */
const RUNS: Readonly<Record<string, string>> = {
  a: 'link',
  strong: 'strong',
  b: 'strong',
  em: 'emphasis',
  i: 'emphasis',
};

/** Texts in which words are set off, as a field for each run. */
function splitTexts(document: PageDocument, at: string): PageDocument {
  const body = mapTree(document.body, (node) => {
    const found = isElement(node) && node.rich !== undefined ? matchStart(at, node.rich) : undefined;
    if (!isElement(node) || node.rich === undefined || found?.rest !== '') return node;
    const { rich, ...rest } = node;
    return { ...rest, children: runsOf(node, rich, new NameGiver()) };
  });
  return { ...document, body };
}

function runsOf(node: ElementNode, path: string, giver: NameGiver, word = 'text'): PageNode[] {
  return (node.children ?? []).map((child): PageNode => {
    if (isWords(child)) return child.text.trim() ? { ...child, field: `${path}.${giver.give(word)}` } : child;
    const name = RUNS[child.element] ?? 'words';
    if (child.element !== 'a') return { ...child, children: runsOf(child, path, giver, name) };
    const own = `${path}.${giver.give(name)}`;
    return { ...child, fields: { href: `${own}.address` }, children: runsOf(child, own, new NameGiver(), 'label') };
  });
}

const RULE = ['hidden', 'label', 'help', 'type', 'choices', 'required', 'longest', 'fewest', 'most', 'locked'] as const;

function withRule(document: PageDocument, path: string, fieldRule: FieldRule): PageDocument {
  const rule = Object.fromEntries(
    RULE.flatMap((name) => (fieldRule[name] === undefined ? [] : [[name, fieldRule[name]]])),
  ) as FieldRule;
  if (Object.keys(rule).length === 0) return document;
  const known = document.fieldRules ?? {};
  return { ...document, fieldRules: { ...known, [path]: { ...known[path], ...rule } } };
}
