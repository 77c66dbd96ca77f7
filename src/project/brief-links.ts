import Joi from 'joi';
import { contradiction, type LinkRule } from '../core/brief/links.js';
import { TavrikError } from '../core/errors/tavrik-error.js';

/* What a brief says of links. */

const text = Joi.string().trim().min(1);

const SAYS = ['page', 'section', 'address', 'mail', 'telephone', 'file', 'new-tab', 'whole', 'anchor'] as const;

const link = Joi.object({
  at: text.required(),
  page: Joi.string().pattern(/^[a-z0-9][a-z0-9-]*$/, 'name of a page'),
  section: text,
  address: Joi.string()
    .pattern(/^(https?:\/\/|\/|[^:]*$)\S*$/i, 'address')
    .min(1),
  mail: Joi.string().email({ tlds: false }),
  telephone: Joi.string().pattern(/^\+?[\d\s()./-]{3,30}$/, 'telephone number'),
  file: Joi.string()
    .pattern(/^[^:\s]\S*$/, 'file')
    .min(1),
  'new-tab': Joi.boolean(),
  whole: Joi.valid(true),
  anchor: Joi.string().pattern(/^[a-z][a-z0-9-]*$/i, 'anchor'),
  on: Joi.boolean().default(true),
})
  .or(...SAYS)
  .oxor('page', 'address', 'mail', 'telephone', 'file')
  .oxor('section', 'address', 'mail', 'telephone', 'file');

export const LINKS_SCHEMA = Joi.array().items(link);

export const LINKS_RIGHT = `Write "at" with an element, and one target (page, section, page with section, address, mail, telephone or file), new-tab, whole or anchor.`;

export type WrittenLink = Omit<LinkRule, 'line' | 'newTab'> & { readonly 'new-tab'?: boolean; readonly on: boolean };

export function linkRuleOf({ 'new-tab': newTab, on: _, ...rest }: WrittenLink, line: number): LinkRule {
  return { ...rest, ...(newTab === undefined ? {} : { newTab }), line };
}

/** @throws Problem for two rules that lead one link to different places */
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
