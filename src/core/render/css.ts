import type { Declarations, FontFace, PageDocument, SharedStyle, StyleVariant } from '../document/types.js';
import { atRules, compareWhen } from '../css/at-rules.js';
import { classOf } from './html.js';
import { joinedRules, meetingsIn, type Meeting, type Rule } from './joined-rules.js';
import { compact } from './shorthands.js';

/** The style sheet of a page: fonts, then one rule a style, then what changes at each breakpoint, widest first. */
export function renderCss(document: PageDocument): string {
  const blocks: string[] = [];
  if (document.fonts?.length) blocks.push(renderFaces(document.fonts));
  for (const [name, frames] of Object.entries(document.keyframes ?? {}))
    blocks.push(`@keyframes ${name} {\n  ${frames}\n}\n`);
  for (const [name, descriptors] of Object.entries(document.properties ?? {}))
    blocks.push(rule(`@property ${name}`, descriptors));
  if (document.viewTransition) blocks.push(rule('@view-transition', document.viewTransition));
  const root = document.tokens && renderTokens(document.tokens);
  if (root) blocks.push(root);
  if (document.everywhere) blocks.push(rule('*, ::before, ::after', document.everywhere));
  const styles = Object.entries(document.styles);
  const meets = meetingsIn(document);
  blocks.push(
    ...joinedRules(
      styles.flatMap(([name, style]) => rulesOf(name, style)),
      meets,
    ),
  );
  blocks.push(...renderConditions(styles, meets));
  const order = document.breakpoints.map(({ name }) => name);
  for (const { name, below } of document.breakpoints) {
    const rules = rulesAt(styles, meets, name, order);
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
  const { everywhere: _, keyframes: __, properties: ___, viewTransition: ____, ...bare } = document;
  return renderCss({ ...bare, styles: {} });
}

/** Font faces as CSS. */
export function renderFaces(faces: readonly FontFace[]): string {
  return faces.map(({ descriptors }) => rule('@font-face', descriptors)).join('\n');
}

function rulesOf(name: string, style: SharedStyle): Rule[] {
  const rules = Object.keys(style.rest).length ? [ruleOf(name, undefined, style.rest)] : [];
  for (const variant of style.variants ?? [])
    if (!variant.at && !variant.when) rules.push(ruleOf(name, variant, variant.set));
  return rules;
}

function renderConditions(styles: readonly (readonly [string, SharedStyle])[], meets: Meeting): string[] {
  const byCondition = new Map<string, Rule[]>();
  for (const [name, style] of styles) {
    for (const variant of style.variants ?? []) {
      if (variant.at || !variant.when) continue;
      const rules = byCondition.get(variant.when) ?? [];
      rules.push(ruleOf(name, variant, variant.set));
      byCondition.set(variant.when, rules);
    }
  }
  return inConditions(byCondition, meets);
}

/** Rules by their conditions as at-rules, in their order. */
function inConditions(byCondition: ReadonlyMap<string, readonly Rule[]>, meets: Meeting): string[] {
  return [...byCondition]
    .sort(([a], [b]) => compareWhen(a, b))
    .map(([condition, rules]) => wrapIn(condition, joinedRules(rules, meets)));
}

/** Several conditions in a row are nested at-rules. */
function wrapIn(condition: string, rules: readonly string[]): string {
  return atRules(condition).reduceRight(
    (inside, condition) => `${condition} {\n${indent(inside)}}\n`,
    rules.join('\n'),
  );
}

/**
 * The rules of a breakpoint: first those without further conditions, then at-rules in the same order as outside. At-rules
 * of wider screens are stated again where the breakpoint would win over them.
 */
function rulesAt(
  styles: readonly (readonly [string, SharedStyle])[],
  meets: Meeting,
  breakpoint: string,
  breakpoints: readonly string[],
): string[] {
  const all = styles.flatMap(([name, style]) =>
    variantsAt(style, breakpoint, breakpoints).map((variant) => ({
      when: variant.when,
      rule: ruleOf(name, variant, variant.set),
    })),
  );
  const byCondition = new Map<string, Rule[]>();
  for (const { when, rule } of all)
    if (when !== undefined) byCondition.set(when, [...(byCondition.get(when) ?? []), rule]);
  const plain = all.flatMap(({ when, rule }) => (when === undefined ? [rule] : []));
  return [...joinedRules(plain, meets), ...inConditions(byCondition, meets)];
}

/** What a style is at a breakpoint, with what at-rules of wider screens say of properties that the breakpoint sets. */
function variantsAt(style: SharedStyle, breakpoint: string, breakpoints: readonly string[]): StyleVariant[] {
  const variants = style.variants ?? [];
  const here = variants.filter(({ at }) => at === breakpoint);
  if (here.length === 0 || !variants.some(({ when }) => when)) return here;
  const wider = new Set([undefined, ...breakpoints.slice(0, breakpoints.indexOf(breakpoint))]);
  const conditions = new Map(variants.flatMap((variant) => (variant.when ? [[keyOf(variant), variant] as const] : [])));
  const restated = [...conditions].flatMap(([key, condition]): StyleVariant[] => {
    const set: Record<string, string> = {};
    for (const variant of variants)
      if (keyOf(variant) === key && wider.has(variant.at)) Object.assign(set, variant.set);
    const own = here.find((variant) => keyOf(variant) === key);
    const weaker = here.filter(
      (variant) => targetOf(variant) === targetOf(condition) && compareWhen(variant.when, condition.when) < 0,
    );
    const again = Object.entries(set).filter(
      ([name]) => own?.set[name] === undefined && weaker.some((variant) => variant.set[name] !== undefined),
    );
    if (again.length === 0) return own ? [own] : [];
    return [{ ...condition, at: breakpoint, set: { ...Object.fromEntries(again), ...own?.set } }];
  });
  return [...here.filter(({ when }) => !when), ...restated];
}

/** Equal for variants that style the same thing in the same states. */
function targetOf({ part, state, within }: StyleVariant): string {
  return JSON.stringify([part, state, within?.style, within?.state, within?.beside]);
}

function keyOf(variant: StyleVariant): string {
  return `${targetOf(variant)} ${variant.when ?? ''}`;
}

function selectorOf(style: string, variant?: Omit<StyleVariant, 'set'>): string {
  const own = `.${classOf(style)}${variant?.state ?? ''}${variant?.part ?? ''}`;
  if (!variant?.within) return own;
  const host = `.${classOf(variant.within.style)}${variant.within.state}`;
  return variant.within.beside ? `${host} ~ ${own},\n${host} ~ * ${own}` : `${host} ${own}`;
}

function ruleOf(style: string, variant: Omit<StyleVariant, 'set'> | undefined, set: Declarations): Rule {
  return { style, selector: selectorOf(style, variant), body: declarations(set) };
}

function rule(selector: string, set: Declarations): string {
  return `${selector} {\n${declarations(set)}}\n`;
}

function declarations(set: Declarations): string {
  return compact(set)
    .map(([name, value]) => `  ${name}: ${value};\n`)
    .join('');
}

function indent(text: string): string {
  return text.replace(/^(?=.)/gm, '  ');
}
