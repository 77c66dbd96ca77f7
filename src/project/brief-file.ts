import { existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import Joi from 'joi';
import { Document, isMap, isSeq, LineCounter, parseDocument } from 'yaml';
import {
  DECISION_KINDS,
  EMPTY_BRIEF,
  FITS,
  isDecisionKind,
  PARTS,
  DECIDABLE_KINDS,
  type Brief,
  type Decision,
  type DecisionKind,
} from '../core/brief/brief.js';
import type { FieldDecision } from '../core/brief/field-decisions.js';
import { RULE_TYPES } from '../core/document/field-types.js';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { MODERN_FORMATS } from '../core/images/offers.js';
import { linkRuleOf, LINKS_RIGHT, LINKS_SCHEMA, refuseContradiction, type WrittenLink } from './brief-links.js';
import { motionRuleOf, MOTION_RIGHT, MOTION_SCHEMA, type WrittenMotion } from './brief-motion.js';
import { PAGES_SCHEMA, SITE_RIGHT, SITE_SCHEMA } from './brief-site.js';
import { isProject } from './folder.js';
import { SCALE, SCALE_IS } from './settings.js';
import type { Finding } from '../core/survey/finding.js';

export const BRIEF_FILE = 'brief.yaml';

/** The text of a brief. @throws Problem if there is none */
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

const text = Joi.string().trim().min(1);
const IMAGE_WIDTH = Joi.number().integer().min(16).max(20000);
const TO: Readonly<Record<DecisionKind, Joi.Schema>> = {
  'leave-out': Joi.forbidden(),
  merge: Joi.forbidden(),
  kind: Joi.valid(...DECIDABLE_KINDS).required(),
  level: Joi.number().integer().min(1).max(6).required(),
  name: text.required(),
  link: text.required(),
  alt: Joi.string().allow('').required(),
  part: Joi.valid(...PARTS).required(),
  fit: Joi.valid(...FITS).required(),
  largest: IMAGE_WIDTH.required(),
  colour: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/i, 'colour')
    .required(),
  font: text.required(),
};

const decision = Joi.object({
  do: Joi.valid(...DECISION_KINDS).required(),
  at: text.required(),
  on: Joi.boolean().default(true),
  code: text,
  to: Joi.when('do', { switch: DECISION_KINDS.map((deed) => ({ is: deed, then: TO[deed] })) }),
});

const fieldPath = Joi.string().pattern(/^[a-z0-9*][a-z0-9-]*(\.(\*|[a-z0-9][a-z0-9-]*))*$/, 'path of a field');
const SAYS = [
  'name',
  'to',
  'same-as',
  'hide',
  'lock',
  'split',
  'label',
  'help',
  'type',
  'choices',
  'required',
  'longest',
  'fewest',
  'most',
];

const fieldDecision = Joi.object({
  at: fieldPath.required(),
  name: Joi.string().pattern(/^[a-z0-9][a-z0-9-]*$/, 'name of a field'),
  to: fieldPath,
  'same-as': fieldPath,
  hide: Joi.valid(true),
  lock: Joi.boolean(),
  split: Joi.valid(true),
  label: text,
  help: text,
  type: Joi.valid(...RULE_TYPES),
  choices: Joi.array().items(text).min(1).unique(),
  required: Joi.boolean(),
  longest: Joi.number().integer().min(1),
  fewest: Joi.number().integer().min(0),
  most: Joi.number().integer().min(Joi.ref('fewest')),
  on: Joi.boolean().default(true),
})
  .or(...SAYS)
  .oxor('same-as', 'name')
  .oxor('same-as', 'to')
  .with('choices', 'type');

const schema = Joi.object({
  format: Joi.valid('tavrik-brief').required(),
  version: Joi.valid(1).required(),
  pages: Joi.object().pattern(/^[a-z0-9][a-z0-9-]*$/, Joi.array().items(text).min(1)),
  breakpoints: Joi.object().pattern(/^[a-z][a-z0-9-]*$/, Joi.number().integer().min(200).max(4000)),
  scale: SCALE,
  fluid: Joi.boolean(),
  pictures: Joi.object({
    largest: IMAGE_WIDTH,
    formats: Joi.array()
      .items(Joi.valid(...MODERN_FORMATS))
      .unique()
      .default(['webp']),
    quality: Joi.number().integer().min(1).max(100).default(80),
    vectors: Joi.boolean().default(true),
  }),
  'rich-from': Joi.number().integer().min(1),
  site: SITE_SCHEMA,
  'about-pages': PAGES_SCHEMA,
  decisions: Joi.array().items(decision).default([]),
  links: LINKS_SCHEMA,
  motion: MOTION_SCHEMA,
  scrolling: Joi.valid('smooth'),
  same: Joi.array().items(Joi.object({ was: text.required(), is: text.required() })),
  fields: Joi.array().items(fieldDecision),
});

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

/** Reads a brief. @throws Problem naming the line, what is wrong and what would be right */
export function readBrief(source: string, file: string): Brief {
  const lines = new LineCounter();
  const document = parseDocument(source, { lineCounter: lines });
  const [fault] = document.errors;
  if (fault)
    throw new TavrikError(`This is not YAML (${fault.message.split('\n')[0]}).`, file, 'Fix the line it names.');
  if (document.contents === null) return EMPTY_BRIEF;
  const checked = schema.validate(document.toJS({ maxAliasCount: 100 }) as unknown, { abortEarly: true });
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
  fields: `Write "at" with the path of a field, as tavrik content prints it, and what becomes of it: ${SAYS.join(', ')}.`,
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
    if (known.has(key) || decision.validate({ ...proposal }).error) continue;
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
    const yAMLMap = item;
    if (code !== 'all' && yAMLMap.get('code') !== code) continue;
    yAMLMap.set('on', on);
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
