import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readTokens, writeTokens } from '../core/tokens/format.js';
import type { Token } from '../core/tokens/token.js';

/** `tokens.json`: the colours, text styles and distances of a project, each said once. */
export const TOKENS_FILE = 'tokens.json';

/** The tokens of a project; none if it has no such file. @throws TavrikError naming the token and what is wrong */
export function tokensOf(project: string): Token[] {
  const file = join(project, TOKENS_FILE);
  return existsSync(file) ? readTokens(readFileSync(file, 'utf8'), file) : [];
}

/** The text of the file. */
export function tokensText(tokens: readonly Token[]): string {
  return writeTokens(tokens, 'schema/tokens.schema.json');
}
