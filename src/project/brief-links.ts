import { contradiction, type LinkRule } from '../core/brief/links.js';
import { TavrikError } from '../core/errors/tavrik-error.js';

/* What a brief says of links. */

export const LINKS_RIGHT = `Write "at" with an element, and one target (page, section, page with section, address, mail, telephone or file), new-tab, whole or anchor.`;

export type WrittenLink = Omit<LinkRule, 'line' | 'newTab'> & { readonly 'new-tab'?: boolean; readonly on: boolean };

export function linkRuleOf({ 'new-tab': newTab, on: _, ...rest }: WrittenLink, line: number): LinkRule {
  return { ...rest, ...(newTab === undefined ? {} : { newTab }), line };
}

/** @throws TavrikError for two rules that lead one link to different places */
export function refuseContradiction(rules: readonly LinkRule[], file: string): void {
  const found = contradiction(rules);
  if (!found) return;
  const [first, second] = found;
  throw new TavrikError(
    `Line ${second.line}: "${second.at}" already has another target in line ${first.line}.`,
    file,
    'Leave one of the two out.',
    'conflict',
  );
}
