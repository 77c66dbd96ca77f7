import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const SCHEMAS = join(__dirname, '../schema/output');
const checks = new Map<string, ValidateFunction>();

/** Whether there is a schema for what a command prints. */
export function hasSchema(command: string): boolean {
  return existsSync(join(SCHEMAS, `${command}.schema.json`));
}

function checkOf(name: string): ValidateFunction {
  const known =
    checks.get(name) ??
    new Ajv2020({ strict: false, allErrors: true }).compile(
      JSON.parse(readFileSync(join(SCHEMAS, `${name}.schema.json`), 'utf8')) as object,
    );
  checks.set(name, known);
  return known;
}

/** Checks what a command printed with `--json` against its published schema. @throws Error with what does not fit */
export function checkPrinted([command = '', ...rest]: readonly string[], out: string): void {
  if (!rest.includes('--json') || out.trim() === '') return;
  const printed = JSON.parse(out) as object;
  const name = 'error' in printed ? 'error' : command;
  const check = checkOf(name);
  if (check(printed)) return;
  const faults = (check.errors ?? []).slice(0, 8).map(({ instancePath, message }) => `${instancePath} ${message}`);
  throw new Error(
    `What tavrik ${command} printed does not fit schema/output/${name}.schema.json:\n${faults.join('\n')}`,
  );
}
