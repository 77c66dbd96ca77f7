import { schemaLine } from './schema-line.js';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Joi from 'joi';
import { LineCounter, parseDocument, stringify } from 'yaml';
import { contradictions, type Adjustment } from '../core/adjust/adjustment.js';
import { faultOf } from '../core/adjust/declaration.js';
import { TavrikError } from '../core/errors/tavrik-error.js';

/** `adjust.yaml`: corrections to the look of a project's pages. A person's file, and that of tuning. */
export const ADJUST_FILE = 'adjust.yaml';

const text = Joi.string().trim().min(1);
const adjustment = Joi.object({
  page: text.description('The page, by name; all pages if it is left out.'),
  element: text.description('The element, by its id in the page document.'),
  style: text.description('The shared style, by name.'),
  at: Joi.array()
    .items(text)
    .min(1)
    .description('The width ranges in which it applies, by name; all if it is left out.'),
  state: Joi.string()
    .pattern(/^:[a-z:-]+$/, 'a state')
    .description('The state in which it applies, for example :hover.'),
  set: Joi.object()
    .pattern(/^(--)?[a-z][a-z0-9-]*$/, Joi.alternatives(text, Joi.number()))
    .min(1)
    .required()
    .description('CSS properties with their values.'),
  step: Joi.number().integer().min(1).description('The step of tuning that made it; yours have none.'),
}).xor('element', 'style');

/** What the file may hold. */
export const ADJUST_SCHEMA = Joi.object({
  format: Joi.valid('tavrik-adjust').required().description('The format of this file.'),
  version: Joi.valid(1).required().description('The version of the format.'),
  adjustments: Joi.array().items(adjustment).default([]).description('Corrections, in the order in which they apply.'),
});

interface Written extends Omit<Adjustment, 'property' | 'value'> {
  readonly set: Readonly<Record<string, string | number>>;
}

/** The corrections of a project; none if it has no such file. @throws TavrikError naming the line, what is wrong and what would be right */
export function readAdjustments(project: string): Adjustment[] {
  const file = join(project, ADJUST_FILE);
  if (!existsSync(file)) return [];
  const lines = new LineCounter();
  const document = parseDocument(readFileSync(file, 'utf8'), { lineCounter: lines });
  const [fault] = document.errors;
  if (fault)
    throw new TavrikError(`This is not YAML (${fault.message.split('\n')[0]}).`, file, 'Fix the line it names.');
  if (document.contents === null) return [];
  const lineOf = (path: readonly (string | number)[]): number => {
    const node = document.getIn(path, true) as { range?: [number, number, number] } | undefined;
    return node?.range ? lines.linePos(node.range[0]).line : path.length ? lineOf(path.slice(0, -1)) : 1;
  };
  const checked = ADJUST_SCHEMA.validate(document.toJS({ maxAliasCount: 100 }) as unknown, { abortEarly: true });
  if (checked.error) {
    const path = checked.error.details[0]?.path ?? [];
    throw new TavrikError(
      `Line ${lineOf(path)}: ${checked.error.message}.`,
      file,
      'Write element or style, set with declarations, and optionally at, state and page.',
    );
  }
  const { adjustments } = checked.value as { adjustments: Written[] };
  const places: number[] = [];
  const list = adjustments.flatMap(({ set, ...rest }, index) =>
    Object.entries(set).map(([property, given]): Adjustment => {
      const value = String(given);
      const line = lineOf(['adjustments', index, 'set', property]);
      checkDeclaration(property, value, file, line);
      places.push(line);
      return { ...rest, property, value };
    }),
  );
  const [pair] = contradictions(list);
  if (pair) {
    const [first, second] = pair;
    throw new TavrikError(
      `Lines ${places[first]} and ${places[second]} contradict each other on ${list[second]?.property}.`,
      file,
      'Keep one of them.',
      'conflict',
    );
  }
  return list;
}

/** @throws TavrikError for what CSS does not know */
export function checkDeclaration(property: string, value: string, where: string, line?: number): void {
  const fault = faultOf(property, value);
  if (fault) throw new TavrikError(`${line === undefined ? '' : `Line ${line}: `}${fault.what}.`, where, fault.right);
}

/** The text of the file: corrections of one step, element and range together. */
export function writeAdjustments(list: readonly Adjustment[]): string {
  const entries: Written[] = [];
  for (const { property, value, ...rest } of list) {
    const last = entries.at(-1);
    const same = last && JSON.stringify({ ...last, set: undefined }) === JSON.stringify({ ...rest, set: undefined });
    if (same && last.set[property] === undefined)
      entries[entries.length - 1] = { ...last, set: { ...last.set, [property]: value } };
    else entries.push({ ...rest, set: { [property]: value } });
  }
  const head = `${schemaLine('schema/adjust.schema.json')}# Corrections to the styling of the pages. Those with a step were made by tuning; the others are yours.\n`;
  return `${head}${stringify({ format: 'tavrik-adjust', version: 1, adjustments: entries }, { lineWidth: 0 })}`;
}
