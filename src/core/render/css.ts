import type { Declarations, FontFace, PageDocument, SharedStyle, StyleVariant } from '../document/types.js';
import { classOf } from './html.js';
import { compact } from './shorthands.js';

/** The style sheet of a page: fonts, then one rule a style, then what changes at each breakpoint, widest first. */
export function renderCss(document: PageDocument): string {
  const blocks: string[] = [];
  if (document.fonts?.length) blocks.push(renderFaces(document.fonts));
  for (const [name, frames] of Object.entries(document.keyframes ?? {}))
    blocks.push(`@keyframes ${name} {\n  ${frames}\n}\n`);
  const root = document.tokens && renderTokens(document.tokens);
  if (root) blocks.push(root);
  if (document.everywhere) blocks.push(rule('*, ::before, ::after', document.everywhere));
  const styles = Object.entries(document.styles);
  for (const [name, style] of styles) blocks.push(...renderStyle(name, style));
  blocks.push(...renderConditions(styles));
  for (const { name, below } of document.breakpoints) {
    const rules = rulesAt(styles, name);
    if (rules.length) blocks.push(`@media (width < ${below}px) {\n${indent(rules.join('\n'))}}\n`);
  }
  return blocks.join('\n');
}

/** Custom properties of the root, and what they are in a dark scheme, as CSS. */
export function renderTokens({ rest, dark = {} }: NonNullable<PageDocument['tokens']>): string {
  const root = (set: Declarations): string => (Object.keys(set).length ? rule(':root', set) : '');
  const inDark = root(dark);
  return [root(rest), inDark && `@media (prefers-color-scheme: dark) {\n${indent(inDark)}}\n`]
    .filter(Boolean)
    .join('\n');
}

/** The fonts and tokens of a page as CSS, without any of its styles. */
export function renderFontsAndTokens(document: PageDocument): string {
  const { everywhere: _, keyframes: __, ...bare } = document;
  return renderCss({ ...bare, styles: {} });
}

/** Font faces as CSS. */
export function renderFaces(faces: readonly FontFace[]): string {
  return faces.map(({ descriptors }) => rule('@font-face', descriptors)).join('\n');
}

function renderStyle(name: string, style: SharedStyle): string[] {
  const rules = Object.keys(style.rest).length ? [rule(selectorOf(name), style.rest)] : [];
  for (const variant of style.variants ?? [])
    if (!variant.at && !variant.when) rules.push(rule(selectorOf(name, variant), variant.set));
  return rules;
}

function renderConditions(styles: readonly (readonly [string, SharedStyle])[]): string[] {
  const byCondition = new Map<string, string[]>();
  for (const [name, style] of styles) {
    for (const variant of style.variants ?? []) {
      if (variant.at || !variant.when) continue;
      const rules = byCondition.get(variant.when) ?? [];
      rules.push(rule(selectorOf(name, variant), variant.set));
      byCondition.set(variant.when, rules);
    }
  }
  return [...byCondition].map(([condition, rules]) => wrapIn(condition, rules));
}

/** Several conditions in a row are nested at-rules. */
function wrapIn(condition: string, rules: readonly string[]): string {
  const conditions = condition.split(/ (?=@)/);
  return conditions.reduceRight((inside, condition) => `${condition} {\n${indent(inside)}}\n`, rules.join('\n'));
}

function rulesAt(styles: readonly (readonly [string, SharedStyle])[], breakpoint: string): string[] {
  return styles.flatMap(([name, style]) =>
    (style.variants ?? [])
      .filter(({ at }) => at === breakpoint)
      .map((variant) => {
        const text = rule(selectorOf(name, variant), variant.set);
        return variant.when ? wrapIn(variant.when, [text]) : text;
      }),
  );
}

function selectorOf(style: string, variant?: Omit<StyleVariant, 'set'>): string {
  const own = `.${classOf(style)}${variant?.state ?? ''}${variant?.part ?? ''}`;
  if (!variant?.within) return own;
  const host = `.${classOf(variant.within.style)}${variant.within.state}`;
  return variant.within.beside ? `${host} ~ ${own},\n${host} ~ * ${own}` : `${host} ${own}`;
}

function rule(selector: string, set: Declarations): string {
  return `${selector} {\n${compact(set)
    .map(([name, value]) => `  ${name}: ${value};\n`)
    .join('')}}\n`;
}

function indent(text: string): string {
  return text.replace(/^(?=.)/gm, '  ');
}
