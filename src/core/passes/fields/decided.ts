import { movedPath, targetOf, type FieldDecision } from '../../brief/field-decisions.js';
import { originalValues, walkFields } from '../../content/content.js';
import { matchStart, type FieldRule } from '../../page/field-rules.js';
import { nearestWords } from '../../page/nearest.js';
import { Problem } from '../../page/problem.js';
import type { ElementNode, PageDocument, PageNode } from '../../page/types.js';
import { elements, isElement, isWords, mapTree } from '../../page/walk.js';
import { NameGiver } from '../../page/words.js';
import type { Pass } from '../pass.js';

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
    does: 'does what the brief says of fields',
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
  if (targetOf(one) === undefined) return withRule(split, one.at, one);
  refuseClash(one, known, new Set(found));
  const moved = mapFields(split, (path) => movedPath(one, path));
  return withRule(moved, targetOf(one) as string, one);
}

interface Paths {
  /** Fields that stand in an element, and lists. */
  readonly placed: ReadonlySet<string>;
  readonly fields: ReadonlySet<string>;
  /** With the ids of their entries. */
  readonly lists: ReadonlyMap<string, readonly string[]>;
}

function pathsIn(document: PageDocument): Paths {
  const { body } = document;
  const lists = new Map<string, string[]>();
  for (const { entry } of elements(body))
    if (entry) lists.set(entry.list, [...(lists.get(entry.list) ?? []), entry.id]);
  const placed = [...walkFields(body)];
  return { fields: new Set([...originalValues(document).values.keys(), ...placed]), placed: new Set([...placed, ...lists.keys()]), lists }; // prettier-ignore
}

/** A path and every path on the way to it. */
function startsOf(path: string): string[] {
  const parts = path.split('.');
  return parts.map((_, at) => parts.slice(0, at + 1).join('.'));
}

/** Two fields have one path only where a person said that they are one, and none is what others are in. */
function refuseClash(one: FieldDecision, { fields, lists }: Paths, moving: ReadonlySet<string>): void {
  const where = `brief.yaml, line ${one.line}`;
  const all = [...fields, ...lists.keys()];
  const staying = new Set(all.filter((path) => !moving.has(path)));
  if (one.sameAs !== undefined && ![...staying].some((path) => matchStart(one.sameAs as string, path)))
    throw new Problem(`The page has no field "${one.sameAs}" to be one with.`, where, 'See tavrik content PROJECT.');
  for (const path of moving) {
    const now = movedPath(one, path);
    const [ids, others] = [lists.get(path), lists.get(now)];
    if (one.sameAs !== undefined && ids && others && ids.join() !== others.join())
      throw new Problem(`"${path}" and "${now}" have other entries.`, where, 'Only lists of the same entries can be one.'); // prettier-ignore
    const isLeaf = !lists.has(path);
    const within = [...staying].find((other) => (isLeaf && other.startsWith(`${now}.`)) || (!lists.has(other) && now.startsWith(`${other}.`))); // prettier-ignore
    if ((one.sameAs === undefined && staying.has(now)) || within !== undefined)
      throw new Problem(`There is a field "${within ?? now}" already.`, where, 'Give another name, or make the two one field with "same-as".'); // prettier-ignore
  }
}

/** The page with each path replaced by what `change` makes of it; a field without a path is none any more. */
export function mapFields(document: PageDocument, change: (path: string) => string | undefined): PageDocument {
  const body = mapTree(document.body, (node: PageNode) => {
    if (isWords(node)) {
      const { field, ...rest } = node;
      const path = field === undefined ? undefined : change(field);
      return path === undefined ? rest : { ...rest, field: path };
    }
    const { fields, rich, entry, ...rest } = node;
    const own = Object.entries(fields ?? {}).flatMap(([attribute, path]) => {
      const now = change(path);
      return now === undefined ? [] : [[attribute, now]];
    });
    const text = rich === undefined ? undefined : change(rich);
    const list = entry === undefined ? undefined : change(entry.list);
    return {
      ...rest,
      ...(own.length ? { fields: Object.fromEntries(own) as Record<string, string> } : {}),
      ...(text === undefined ? {} : { rich: text }),
      ...(entry && list !== undefined ? { entry: { ...entry, list } } : {}),
    };
  });
  return { ...document, body };
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
