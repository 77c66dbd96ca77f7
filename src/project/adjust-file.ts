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
  page: text,
  element: text,
  style: text,
  at: Joi.array().items(text).min(1),
  state: Joi.string().pattern(/^:[a-z:-]+$/, 'a state'),
  set: Joi.object()
    .pattern(/^(--)?[a-z][a-z0-9-]*$/, Joi.alternatives(text, Joi.number()))
    .min(1)
    .required(),
  step: Joi.number().integer().min(1),
}).xor('element', 'style');

const schema = Joi.object({
  format: Joi.valid('tavrik-adjust').required(),
  version: Joi.valid(1).required(),
  adjustments: Joi.array().items(adjustment).default([]),
});

interface Written extends Omit<Adjustment, 'property' | 'value'> {
  readonly set: Readonly<Record<string, string | number>>;
}

/** The corrections of a project; none if it has no such file. @throws Problem naming the line, what is wrong and what would be right */
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
  const checked = schema.validate(document.toJS({ maxAliasCount: 100 }) as unknown, { abortEarly: true });
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

/** @throws Problem for what CSS does not know */
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
  const head = '# Corrections to the look of the pages. Those with a step were made by tuning; the others are yours.\n';
  return `${head}${stringify({ format: 'tavrik-adjust', version: 1, adjustments: entries }, { lineWidth: 0 })}`;
}
