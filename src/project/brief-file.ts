import { existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { Document, isMap, isSeq, LineCounter, parseDocument } from 'yaml';
import { DECISION_KINDS, EMPTY_BRIEF, isDecisionKind, type Brief, type Decision } from '../core/brief/brief.js';
import type { FieldDecision } from '../core/brief/field-decisions.js';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { linkRuleOf, LINKS_RIGHT, refuseContradiction, type WrittenLink } from './brief-links.js';
import { motionRuleOf, MOTION_RIGHT, type WrittenMotion } from './brief-motion.js';
import { BRIEF_SCHEMA, DECISION_SCHEMA, FIELD_DECISIONS } from './brief-schema.js';
import { SITE_RIGHT } from './brief-site.js';
import { isProject } from './folder.js';
import { SCALE_IS } from './settings.js';
import type { Finding } from '../core/survey/finding.js';

export const BRIEF_FILE = 'brief.yaml';

/** Where the schema of a project's brief lies, from the brief on. */
export const BRIEF_SCHEMA_PATH = 'schema/brief.schema.json';

/** The text of a brief. @throws TavrikError if there is none */
export function briefText(file: string): string {
  if (!existsSync(file) || !statSync(file).isFile())
    throw new TavrikError(
      'Brief not found.',
      file,
      'Check the path, or write one: tavrik survey SOURCE --write-brief FILE.',
      'not-found',
    );
  return readFileSync(file, 'utf8');
}

/** The text of a project's brief, if it has one. */
export function briefOf(project: string): string | undefined {
  const file = join(project, BRIEF_FILE);
  return isProject(project) && existsSync(file) ? readFileSync(file, 'utf8') : undefined;
}

/** A brief as it is written: its lines are not known yet. */
interface Checked extends Omit<Brief, 'decisions' | 'richFrom' | 'fields' | 'aboutPages' | 'links' | 'motion'> {
  readonly motion?: readonly WrittenMotion[];
  readonly links?: readonly WrittenLink[];
  readonly 'rich-from'?: number;
  readonly 'about-pages'?: NonNullable<Brief['aboutPages']>;
  readonly decisions: readonly Omit<Decision, 'line' | 'order'>[];
  readonly fields?: readonly WrittenFieldDecision[];
}

type WrittenFieldDecision = Omit<FieldDecision, 'line' | 'sameAs' | 'locked'> & {
  readonly 'same-as'?: string;
  readonly lock?: boolean;
};

/** Reads a brief. @throws TavrikError naming the line, what is wrong and what would be right */
export function readBrief(source: string, file: string): Brief {
  const lines = new LineCounter();
  const document = parseDocument(source, { lineCounter: lines });
  const [fault] = document.errors;
  if (fault)
    throw new TavrikError(`This is not YAML (${fault.message.split('\n')[0]}).`, file, 'Fix the line it names.');
  if (document.contents === null) return EMPTY_BRIEF;
  const checked = BRIEF_SCHEMA.validate(document.toJS({ maxAliasCount: 100 }) as unknown, { abortEarly: true });
  if (checked.error) {
    const [detail] = checked.error.details;
    const line = lineOf(document, lines, detail?.path ?? []);
    throw new TavrikError(`Line ${line}: ${checked.error.message}.`, file, rightFor(detail?.path ?? []));
  }
  const {
    'rich-from': richFrom,
    'about-pages': aboutPages,
    links,
    motion,
    fields,
    ...brief
  } = checked.value as Checked;
  const moving = motion
    ?.filter(({ on }) => on)
    .map((writtenMotion) =>
      motionRuleOf(writtenMotion, lineOf(document, lines, ['motion', motion.indexOf(writtenMotion)])),
    );
  const rules = links
    ?.filter(({ on }) => on)
    .map((link) => linkRuleOf(link, lineOf(document, lines, ['links', links.indexOf(link)])));
  if (rules) refuseContradiction(rules, file);
  return {
    ...brief,
    ...(aboutPages ? { aboutPages } : {}),
    ...(rules ? { links: rules } : {}),
    ...(moving ? { motion: moving } : {}),
    ...(richFrom === undefined ? {} : { richFrom }),
    decisions: brief.decisions.map((decision, at) => ({
      ...decision,
      order: at,
      line: lineOf(document, lines, ['decisions', at]),
    })),
    ...(fields
      ? { fields: fields.map((field, at) => fieldDecisionOf(field, lineOf(document, lines, ['fields', at]))) }
      : {}),
  };
}

function fieldDecisionOf({ 'same-as': sameAs, lock, ...rest }: WrittenFieldDecision, line: number): FieldDecision {
  return {
    ...rest,
    ...(sameAs === undefined ? {} : { sameAs }),
    ...(lock === undefined ? {} : { locked: lock }),
    line,
  };
}

/** Line of what is at a path of keys, or of the nearest that holds it. */
function lineOf(document: Document, lines: LineCounter, path: readonly (string | number)[]): number {
  for (let length = path.length; length > 0; length -= 1) {
    const node = document.getIn(path.slice(0, length), true) as { range?: [number, number, number] } | undefined;
    if (node?.range) return lines.linePos(node.range[0]).line;
  }
  return 1;
}

const RIGHT: Readonly<Record<string, string>> = {
  do: `Write one of ${DECISION_KINDS.join(', ')}.`,
  at: 'Write the path or the name of an element, as a survey prints it.',
  on: 'Write true or false.',
  to: 'Write what it becomes, as docs/brief.md says for each kind of decision.',
  pages: 'Write names of pages, each with a list of artboards.',
  breakpoints: 'Write names, each with the width in px below which it holds.',
  scale: SCALE_IS,
  pictures: 'Write largest (px), formats (avif, webp), quality (1 to 100) or vectors (true or false).',
  'rich-from': 'Write a number of words.',
  fluid: 'Write true or false.',
  ...SITE_RIGHT,
  links: LINKS_RIGHT,
  ...MOTION_RIGHT,
  fields: `Write "at" with the path of a field, as tavrik content prints it, and what becomes of it: ${FIELD_DECISIONS.join(', ')}.`,
  format: 'Begin the file with "format: tavrik-brief" and "version: 1".',
  version: 'Begin the file with "format: tavrik-brief" and "version: 1".',
};

function rightFor(path: readonly (string | number)[]): string {
  const key = [...path].reverse().find((entry): entry is string => typeof entry === 'string' && entry in RIGHT);
  return (key && RIGHT[key]) || 'See docs/brief.md for what is allowed here.';
}

/** A brief with the proposals of a survey as decisions that are off, each with its reason. */
export function writeBrief(findings: readonly Finding[]): string {
  const document = new Document({ format: 'tavrik-brief', version: 1, decisions: [] as object[] });
  document.commentBefore = ' How to read the source. Yours to edit: turn on what you want with "on: true".';
  const decisions = document.get('decisions');
  const known = new Set<string>();
  for (const { code, proposal, what, why } of findings) {
    if (!proposal || !isDecisionKind(proposal.do)) continue;
    const key = JSON.stringify(proposal);
    if (known.has(key) || DECISION_SCHEMA.validate({ ...proposal }).error) continue;
    known.add(key);
    const node = document.createNode({ code, ...proposal, on: false });
    node.commentBefore = ` ${oneLine(what)} ${oneLine(why)}`;
    if (isSeq(decisions)) decisions.add(node);
  }
  return document.toString({ lineWidth: 0 });
}

function oneLine(words: string): string {
  return words.replace(/\s+/g, ' ').trim();
}

/** The brief with the decisions of a code (or all) turned on or off; the rest of the text stays. How many there were. */
export function setDecisions(
  source: string,
  code: string,
  on: boolean,
): { readonly text: string; readonly turned: number } {
  const document = parseDocument(source);
  const decisions = document.get('decisions');
  let turned = 0;
  for (const item of isSeq(decisions) ? decisions.items : []) {
    if (!isMap(item)) continue;

    if (code !== 'all' && item.get('code') !== code) continue;
    item.set('on', on);
    turned += 1;
  }
  return { text: document.toString({ lineWidth: 0 }), turned };
}

/** The brief with decisions on fields more; the rest of the text stays. */
export function withFieldDecisions(source: string, more: readonly object[]): string {
  const document = source.trim() ? parseDocument(source) : new Document({ format: 'tavrik-brief', version: 1 });
  if (!isSeq(document.get('fields'))) document.set('fields', document.createNode([]));
  const fields = document.get('fields');
  for (const entry of more) if (isSeq(fields)) fields.add(document.createNode(entry));
  return document.toString({ lineWidth: 0 });
}
