import { existsSync, readFileSync } from 'node:fs';
import Joi from 'joi';
import { parse } from 'yaml';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { SignIn } from '../../core/source/reading.js';

/** Names of headers and cookies (RFC 9110, 5.1; RFC 6265, 4.1.1: tokens), values on one line. */
const name = /^[\w!#$%&'*+.^`|~-]+$/;
const line = Joi.string()
  .allow('')
  .pattern(/[\r\n]/, { invert: true });

const schema = Joi.object({
  headers: Joi.object().pattern(name, line).default({}),
  cookies: Joi.object().pattern(name, line).default({}),
});

/** Reads a file (YAML or JSON) with `headers` and `cookies`, each names with their values. @throws TavrikError */
export function readSignIn(file: string): SignIn {
  if (!existsSync(file)) throw new TavrikError('File not found.', file, 'Check --sign-in.', 'not-found');
  let value: unknown;
  try {
    value = parse(readFileSync(file, 'utf8'), { maxAliasCount: 100 });
  } catch (error) {
    throw new TavrikError(
      `Neither valid YAML nor JSON (${(error as Error).message.split('\n')[0]}).`,
      file,
      'Fix the line it names.',
    );
  }
  const checked = schema.validate(value ?? {});
  if (checked.error)
    throw new TavrikError(
      `${checked.error.message}.`,
      file,
      'Write "headers:" and "cookies:", each with "name: value" lines below.',
    );
  const { headers, cookies } = checked.value as { headers: Record<string, string>; cookies: Record<string, string> };
  return { headers, cookies: Object.entries(cookies).map(([entry, text]) => ({ name: entry, value: text })) };
}
