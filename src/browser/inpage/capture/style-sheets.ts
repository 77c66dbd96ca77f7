import { isOurSheet } from '../tree/settle.js';
import { anyMayMatch, namesIn } from '../../../core/html/names.js';
import type { CapturedFace, CapturedRule, CapturedSheets, RuleScope } from '../../../core/html/captured.js';
import { numberedElements, shadowRoots } from '../tree/numbering.js';
import { readDeclarations, absolute } from './declarations.js';

interface Context {
  /** Number of the shadow root that the rules are in. */
  readonly root?: number;
  readonly media: readonly string[];
  readonly when: readonly string[];
  readonly layer: string;
  readonly parent: string;
  readonly base: string;
  /** The part of the tree that the rules are of (CSS Cascade 6, `@scope`). */
  readonly scope?: { readonly start: string; readonly end: string | undefined };
}

/**
 * Reads every style rule of the page, in order, with the conditions under which it holds.
 * @param given texts of style sheets that the page may show but not read, by address
 * @param classes that elements have at other widths
 */
export function collectSheets(
  given: Readonly<Record<string, string>> = {},
  classes: readonly string[] = [],
): CapturedSheets {
  return new SheetReader(given, classes).read();
}

class SheetReader {
  private readonly rules: { rule: Omit<CapturedRule, 'layer'>; layer: string }[] = [];
  private readonly faces: CapturedFace[] = [];
  private readonly keyframes: Record<string, string> = {};
  private readonly unread: string[] = [];
  /** Initial values of registered custom properties. */
  private readonly properties: Record<string, Record<string, string>> = {};
  private viewTransition: Record<string, string> | undefined;
  private readonly layers: string[] = [];
  private readonly names: ReadonlySet<string>;
  private unnamed = 0;

  constructor(
    private readonly given: Readonly<Record<string, string>>,
    classes: readonly string[],
  ) {
    this.names = namesIn([
      { attributes: { class: classes.join(' ') } },
      ...numberedElements().map((element) => ({
        attributes: { class: element?.getAttribute('class') ?? '', id: element?.getAttribute('id') ?? '' },
      })),
    ]);
  }

  read(): CapturedSheets {
    const start: Context = { media: [], when: [], layer: '', parent: '', base: document.baseURI };
    for (const sheet of [...document.styleSheets, ...document.adoptedStyleSheets])
      if (!isOurSheet(sheet)) this.readSheet(sheet, start);
    shadowRoots().forEach((root, index) => {
      for (const sheet of [...root.styleSheets, ...root.adoptedStyleSheets])
        this.readSheet(sheet, { ...start, root: index + 1, layer: '' });
    });
    const ranks = rankLayers(this.layers);
    return {
      rules: this.rules.map(({ rule, layer }) => ({
        ...rule,
        layer: isOutdone(rule.scope) ? OUTDONE : layer ? (ranks.get(layer) ?? 0) : this.layers.length,
      })),
      faces: this.faces,
      keyframes: this.keyframes,
      unread: this.unread,
      properties: this.properties,
      ...(this.viewTransition ? { viewTransition: this.viewTransition } : {}),
    };
  }

  private knowLayer(name: string): void {
    const parts = name.split('.');
    parts.forEach((_, index) => {
      const part = parts.slice(0, index + 1).join('.');
      if (part && !this.layers.includes(part)) this.layers.push(part);
    });
  }

  private readSheet(sheet: CSSStyleSheet, context: Context): void {
    if (sheet.disabled) return;
    let list: CSSRuleList;
    try {
      list = sheet.cssRules;
    } catch {
      const text = this.given[sheet.href ?? ''];
      if (text === undefined) {
        if (sheet.href) this.unread.push(sheet.href);
        return;
      }
      list = parsed(text);
    }
    const media = sheet.media.mediaText ? [...context.media, sheet.media.mediaText] : context.media;
    this.readRules(list, { ...context, media, base: sheet.href ?? document.baseURI });
  }

  private readRules(list: CSSRuleList, context: Context): void {
    for (const rule of list) this.readRule(rule, context);
  }

  private readRule(rule: CSSRule, context: Context): void {
    if (rule instanceof CSSStyleRule) {
      if (!anyMayMatch(rule.selectorText, this.names)) return;
      const selector = context.parent ? nest(rule.selectorText, context.parent) : rule.selectorText;
      this.addRule(selector, rule.style, context);
      if (rule.cssRules?.length) this.readRules(rule.cssRules, { ...context, parent: selector });
    } else if (rule instanceof CSSMediaRule) {
      this.readRules(rule.cssRules, { ...context, media: [...context.media, rule.media.mediaText] });
    } else if (rule instanceof CSSSupportsRule) {
      if (CSS.supports(rule.conditionText)) this.readRules(rule.cssRules, context);
    } else if (rule instanceof CSSImportRule) {
      this.readImport(rule, context);
    } else if (rule instanceof CSSLayerStatementRule) {
      for (const name of rule.nameList) this.knowLayer(inLayer(context.layer, name));
    } else if (rule instanceof CSSLayerBlockRule) {
      const layer = inLayer(context.layer, rule.name || `(unnamed ${(this.unnamed += 1)})`);
      this.knowLayer(layer);
      this.readRules(rule.cssRules, { ...context, layer });
    } else if (rule.constructor.name === 'CSSScopeRule') {
      const { start, end, cssRules } = rule as CSSGroupingRule & {
        readonly start: string | null;
        readonly end: string | null;
      };
      this.readRules(cssRules, { ...context, scope: { start: start ?? ':root', end: end ?? undefined } });
    } else if (rule.constructor.name === 'CSSStartingStyleRule') {
      this.readRules((rule as CSSGroupingRule).cssRules, { ...context, when: [...context.when, '@starting-style'] });
    } else if (rule.constructor.name === 'CSSPropertyRule') {
      const { name, syntax, inherits, initialValue } = rule as CSSPropertyRule;
      this.properties[name] = {
        syntax: JSON.stringify(syntax),
        inherits: String(inherits),
        ...(initialValue === null ? {} : { 'initial-value': initialValue.trim() }),
      };
    } else if (rule.constructor.name === 'CSSViewTransitionRule') {
      const { navigation, types } = rule as CSSRule & {
        readonly navigation: string;
        readonly types: readonly string[];
      };
      this.viewTransition = { navigation, ...(types.length ? { types: types.join(' ') } : {}) };
    } else if (rule instanceof CSSContainerRule) {
      this.readRules(rule.cssRules, { ...context, when: [...context.when, `@container ${rule.conditionText}`] });
    } else if (rule instanceof CSSFontFaceRule) {
      this.faces.push(readFace(rule, context.base));
    } else if (rule instanceof CSSKeyframesRule) {
      this.keyframes[rule.name] = [...rule.cssRules].map((frame) => absolute(frame.cssText, context.base)).join(' ');
    } else if (context.parent && 'style' in rule) {
      this.addRule(context.parent, (rule as unknown as { style: CSSStyleDeclaration }).style, context);
    } else if ('cssRules' in rule) {
      this.readRules((rule as CSSGroupingRule).cssRules, context);
    }
  }

  private readImport(rule: CSSImportRule, context: Context): void {
    if (rule.supportsText && !CSS.supports(rule.supportsText)) return;
    if (!rule.styleSheet) {
      this.unread.push(new URL(rule.href, context.base).href);
      return;
    }
    const named =
      rule.layerName === null
        ? context.layer
        : inLayer(context.layer, rule.layerName || `(unnamed ${(this.unnamed += 1)})`);
    if (named) this.knowLayer(named);
    const { mediaText } = rule.media;
    this.readSheet(rule.styleSheet, {
      ...context,
      layer: named,
      media: mediaText ? [...context.media, mediaText] : context.media,
    });
  }

  private addRule(selector: string, style: CSSStyleDeclaration, context: Context): void {
    const set = readDeclarations(style, context.base);
    if (set.length === 0) return;
    for (const entry of scoped(inScope(selector, context.scope), context.root))
      this.rules.push({ rule: { ...entry, media: context.media, when: context.when, set }, layer: context.layer });
  }
}

function parsed(text: string): CSSRuleList {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(text);
  return sheet.cssRules;
}

/**
 * A selector that only means what is in a scope: `:scope` is its root, anything else is the root or in it. How near the
 * root is does not count.
 */
function inScope(list: string, scope: Context['scope']): string {
  if (!scope) return list;
  const root = `:where(${scope.start})`;
  const outside =
    scope.end === undefined
      ? ''
      : `:not(:where(:is(${scope.start}) :is(${scope.end}), :is(${scope.start}) :is(${scope.end}) *))`;
  return list
    .split(/,(?![^(]*\))/)
    .flatMap((part) => {
      const text = part.trim();
      if (/:scope\b/.test(text)) return [`${text.replace(/:scope\b/g, root)}${outside}`];
      const inside = `${root} ${text}${outside}`;
      return /[\s>+~]/.test(text) ? [inside] : [inside, `${text}${root}${outside}`];
    })
    .join(', ');
}

/** Rank of what a shadow root says of its host and its slots: the document says it better (CSS Cascade 5, 6.1 context). */
const OUTDONE = -1;

function isOutdone(scope: RuleScope | undefined): boolean {
  return scope !== undefined && scope.side !== 'inside';
}

/** The selectors of a rule in a shadow root, with the side of the root that each speaks of (CSS Scoping 1, section 3). */
function scoped(list: string, root: number | undefined): { selector: string; scope?: RuleScope }[] {
  if (root === undefined) return [{ selector: list }];
  return list.split(/,(?![^(]*\))/).map((part) => {
    const text = part.trim();
    const host = /^:host(?:\((.*)\))?((?:::?[\w-]+)*)$/.exec(text);
    if (host) return { selector: `${host[1] ?? '*'}${host[2] ?? ''}`, scope: { root, side: 'host' } };
    const slotted = /::slotted\((.*)\)((?:::?[\w-]+)*)$/.exec(text);
    if (slotted) return { selector: `${slotted[1]}${slotted[2] ?? ''}`, scope: { root, side: 'slotted' } };
    return { selector: text, scope: { root, side: 'inside' } };
  });
}

function inLayer(outer: string, name: string): string {
  return outer ? `${outer}.${name}` : name;
}

/** Layers rank in order of first mention; rules directly in a layer rank above its own inner layers (CSS Cascade 5). */
function rankLayers(layers: readonly string[]): Map<string, number> {
  const ranks = new Map<string, number>();
  const visit = (outer: string): void => {
    const depth = outer ? outer.split('.').length : 0;
    for (const layer of layers) {
      if (layer.split('.').length === depth + 1 && (!outer || layer.startsWith(`${outer}.`))) visit(layer);
    }
    if (outer) ranks.set(outer, ranks.size);
  };
  visit('');
  return ranks;
}

/** Writes the nesting selector out (CSS Nesting 1). */
function nest(selector: string, parent: string): string {
  return selector.includes('&') ? selector.replaceAll('&', `:is(${parent})`) : `:is(${parent}) ${selector}`;
}

function readFace(rule: CSSFontFaceRule, base: string): CapturedFace {
  const descriptors: Record<string, string> = {};
  for (const [name, value] of readDeclarations(rule.style, base))
    if (typeof value === 'string') descriptors[name] = value;
  const family = plain(descriptors['font-family'] ?? '');
  const loaded = [...document.fonts].some(
    (font) =>
      font.status === 'loaded' &&
      plain(font.family) === family &&
      font.unicodeRange === (descriptors['unicode-range'] ?? 'U+0-10FFFF'),
  );
  return { family, descriptors, loaded };
}

function plain(family: string): string {
  return family.replace(/^["']|["']$/g, '');
}
