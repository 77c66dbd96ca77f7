import { required } from '../data/required.js';
import type { RuleType } from './field-types.js';

/** What people say of fields beyond what the page says of them, by path. */

/** What is known of a field beyond what the page says. */
export interface FieldRule {
  readonly label?: string;
  readonly help?: string;
  readonly type?: RuleType;
  /** Of a choice. */
  readonly choices?: readonly string[];
  readonly required?: boolean;
  /** Most letters. */
  readonly longest?: number;
  /** Of a list: entries at least, and at most. */
  readonly fewest?: number;
  readonly most?: number;
  /** A client does not see it: it stays as the source has it. */
  readonly hidden?: boolean;
  /** A client sees it and cannot change it. */
  readonly locked?: boolean;
}

/**
 * The part of a path that a pattern means, and what its stars stand for; undefined if it means none of it.
 * @param pattern names with dots, stars for the ids of entries
 */
export function matchStart(
  pattern: string,
  path: string,
): { readonly rest: string; readonly stars: readonly string[] } | undefined {
  const [wanted, own] = [pattern.split('.'), path.split('.')];
  if (wanted.length > own.length) return undefined;
  const stars: string[] = [];
  for (const [at, part] of wanted.entries()) {
    if (part === '*') stars.push(required(own[at]));
    else if (part !== own[at]) return undefined;
  }
  return { rest: own.slice(wanted.length).join('.'), stars };
}
