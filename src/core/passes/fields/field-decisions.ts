import { required } from '../../data/required.js';
import { defined } from '../../data/defined.js';
import { movedPath, targetOf, type FieldDecision } from '../../brief/field-decisions.js';
import { canBeRich } from '../../content/rich.js';
import { matchStart, type FieldRule } from '../../document/field-rules.js';
import { nearestWords } from '../../text/nearest.js';
import { Problem } from '../../errors/tavrik-error.js';
import type { ElementNode, PageDocument, PageNode } from '../../document/types.js';
import { isElement, isWords, mapTree } from '../../document/walk.js';
import { NameGiver } from '../../text/words.js';
import type { Pass } from '../pass.js';
import { mapFields, pathsIn, startsOf, type Paths } from './paths.js';

/**
 * A pass that does what a brief says of fields, one decision after the other: names, places, what is one field, what is
 * hidden or split, and the rules of each.
 * @param lost is told of each decision that found nothing
 * @throws Problem where two fields would have one name without being said to be one
 */
export function fieldDecisionsPass(
  decisions: readonly FieldDecision[],
  lost: (line: number, said: string) => void,
): Pass {
  return {
    name: 'field-decisions',
    does: 'applies the decisions of the brief on fields',
    run(document) {
      return decisions.filter(({ on }) => on).reduce((now, one) => decide(now, one, lost), document);
    },
  };
}

function decide(document: PageDocument, one: FieldDecision, lost: (line: number, said: string) => void): PageDocument {
  const known = pathsIn(document);
  const paths = [...known.fields, ...known.lists.keys()];
  const found = paths.filter((path) => matchStart(one.at, path) !== undefined);
  if (found.length === 0) {
    const near = nearestWords(one.at, [...new Set(paths.flatMap(startsOf))]);
    const hint = near.length ? `; there are ${near.map((path) => `"${path}"`).join(', ')}` : '';
    lost(one.line, `brief.yaml, line ${one.line}: the page has no field "${one.at}"${hint}`);
    return document;
  }
  if (one.hide) {
    const without = mapFields(document, (path) => (matchStart(one.at, path) ? undefined : path));
    /* What stands in no element of its own: the title of the page, whose look an entry has. */
    return found.some((path) => !known.placed.has(path)) ? withRule(without, one.at, { hidden: true }) : without;
  }
  const split = one.split ? splitTexts(document, one.at) : document;
  const typed = one.type === undefined ? split : retyped(split, one);
  const target = targetOf(one);
  if (target === undefined) return withRule(typed, one.at, one);
  refuseClash(one, known, new Set(found));
  /* What was said of it before goes with it. */
  const rules = Object.entries(typed.fieldRules ?? {}).map(([path, rule]) => [movedPath(one, path), rule] as const);
  const moved = mapFields(typed, (path) => movedPath(one, path));
  return withRule(rules.length ? { ...moved, fieldRules: Object.fromEntries(rules) } : moved, target, one);
}

/**
 * A text in which words may be set off from now on, or no more. @throws Problem where the page cannot have it so
 */
function retyped(document: PageDocument, { at, type, line }: FieldDecision): PageDocument {
  const where = `brief.yaml, line ${line}`;
  const isMeant = (path: string | undefined): boolean => path !== undefined && matchStart(at, path)?.rest === '';
  const body = mapTree(document.body, (node) => {
    if (!isElement(node)) return node;
    const words = (node.children ?? []).filter((child) => !isWords(child) || child.text.trim());
    const [only] = words;
    if (type === 'rich' && only && isWords(only) && isMeant(only.field)) {
      if (words.length > 1 || node.rich !== undefined || !canBeRich(node, document.styles))
        throw new Problem(
          `"${at}" is only a part of a text.`,
          where,
          'Formatting is possible only in a text that is one field.',
        );
      return { ...node, ...defined({ rich: only.field }), children: (node.children ?? []).map(withoutField) };
    }
    if (type === 'rich' || node.rich === undefined || !isMeant(node.rich)) return node;
    if (words.length > 1 || !only || !isWords(only))
      throw new Problem(`"${at}" contains formatting.`, where, 'Split it first, with "split: true".');
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
function refuseClash(one: FieldDecision, { fields, lists }: Paths, moving: ReadonlySet<string>): void {
  const where = `brief.yaml, line ${one.line}`;
  const all = [...fields, ...lists.keys()];
  const staying = new Set(all.filter((path) => !moving.has(path)));
  if (one.sameAs !== undefined && ![...staying].some((path) => matchStart(required(one.sameAs), path)))
    throw new Problem(`The field "${one.sameAs}" to merge with was not found.`, where, 'See tavrik content PROJECT.');
  const taken = new Set<string>();
  for (const path of moving) {
    const now = movedPath(one, path);
    if (one.sameAs === undefined && taken.has(now))
      throw new Problem(
        `"${one.at}" matches several fields, which would all become "${now}".`,
        where,
        'Move them to a path with a star in place of the entry id.',
      );
    taken.add(now);
    const [ids, others] = [lists.get(path), lists.get(now)];
    if (one.sameAs !== undefined && ids && others && ids.join() !== others.join())
      throw new Problem(
        `"${path}" and "${now}" have different entries.`,
        where,
        'Only lists with the same entries can be merged.',
      );
    const isLeaf = !lists.has(path);
    const within = [...staying].find(
      (other) => (isLeaf && other.startsWith(`${now}.`)) || (!lists.has(other) && now.startsWith(`${other}.`)),
    );
    if ((one.sameAs === undefined && staying.has(now)) || within !== undefined)
      throw new Problem(
        `The field "${within ?? now}" already exists.`,
        where,
        'Choose another name, or merge the two with "same-as".',
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

function withRule(document: PageDocument, path: string, one: FieldRule): PageDocument {
  const said = Object.fromEntries(
    RULE.flatMap((name) => (one[name] === undefined ? [] : [[name, one[name]]])),
  ) as FieldRule;
  if (Object.keys(said).length === 0) return document;
  const known = document.fieldRules ?? {};
  return { ...document, fieldRules: { ...known, [path]: { ...known[path], ...said } } };
}
