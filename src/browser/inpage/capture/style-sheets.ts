import { required } from '../../../core/data/required.js';
import { isStillSheet } from '../tree/settle.js';
import { anyMayMatch, namesIn } from '../../../core/html/names.js';
import type {
  CapturedDeclaration,
  CapturedFace,
  CapturedRule,
  CapturedSheets,
  RuleScope,
} from '../../../core/html/captured.js';
import { numberedElements, shadowRoots } from '../tree/numbering.js';

/** Shorthands whose value hides behind empty longhands when it contains `var()`. */
const SHORTHANDS = (
  'animation background border border-block border-block-color border-block-end border-block-start border-block-style ' +
  'border-block-width border-bottom border-color border-image border-inline border-inline-color border-inline-end ' +
  'border-inline-start border-inline-style border-inline-width border-left border-radius border-right border-style ' +
  'border-top border-width column-rule columns flex flex-flow font gap grid grid-area grid-column grid-row ' +
  'grid-template inset inset-block inset-inline list-style margin margin-block margin-inline mask offset outline ' +
  'overflow overscroll-behavior padding padding-block padding-inline place-content place-items place-self ' +
  'scroll-margin scroll-padding text-decoration text-emphasis transition background-position font-variant ' +
  'mask-position text-wrap white-space -webkit-text-stroke -webkit-mask animation-range container contain-intrinsic-size'
).split(' ');

interface Context {
  /** Number of the shadow root that the rules are in. */
  readonly root?: number;
  readonly media: readonly string[];
  readonly when: readonly string[];
  readonly layer: string;
  readonly parent: string;
  readonly base: string;
}

/**
 * Reads every style rule of the page, in order, with the conditions under which it holds.
 * @param given texts of style sheets that the page may show but not read, by address
 */
export function collectSheets(given: Readonly<Record<string, string>> = {}): CapturedSheets {
  return new SheetReader(given).read();
}

class SheetReader {
  private readonly rules: { rule: Omit<CapturedRule, 'layer'>; layer: string }[] = [];
  private readonly faces: CapturedFace[] = [];
  private readonly keyframes: Record<string, string> = {};
  private readonly unread: string[] = [];
  private readonly layers: string[] = [];
  private readonly names = namesIn(
    numberedElements().map((element) => ({
      attributes: { class: element?.getAttribute('class') ?? '', id: element?.getAttribute('id') ?? '' },
    })),
  );
  private unnamed = 0;

  constructor(private readonly given: Readonly<Record<string, string>>) {}

  read(): CapturedSheets {
    const start: Context = { media: [], when: [], layer: '', parent: '', base: document.baseURI };
    for (const sheet of [...document.styleSheets, ...document.adoptedStyleSheets])
      if (!isStillSheet(sheet)) this.readSheet(sheet, start);
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
    this.readSheet(rule.styleSheet, { ...context, layer: named });
  }

  private addRule(selector: string, style: CSSStyleDeclaration, context: Context): void {
    const set = readDeclarations(style, context.base);
    if (set.length === 0) return;
    for (const entry of scoped(selector, context.root))
      this.rules.push({ rule: { ...entry, media: context.media, when: context.when, set }, layer: context.layer });
  }
}

function parsed(text: string): CSSRuleList {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(text);
  return sheet.cssRules;
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

/** The declarations of one block as longhands; a shorthand that waits for `var()` stays one. */
export function readDeclarations(style: CSSStyleDeclaration, base: string): CapturedDeclaration[] {
  const found = new Map<string, CapturedDeclaration>();
  for (let index = 0; index < style.length; index += 1) {
    const name = required(style[index]);
    const important = style.getPropertyPriority(name) === 'important';
    const value = style.getPropertyValue(name);
    if (value !== '') {
      found.set(name, [name, absolute(value, base), important]);
      continue;
    }
    const shorthand = SHORTHANDS.find(
      (shorthand) =>
        name.startsWith(required(shorthand.split('-')[0])) && style.getPropertyValue(shorthand).includes('var('),
    );
    const waiting = shorthand ?? SHORTHANDS.find((shorthand) => style.getPropertyValue(shorthand).includes('var('));
    if (waiting)
      found.set(name, [
        name,
        { shorthand: waiting, value: absolute(style.getPropertyValue(waiting), base) },
        important,
      ]);
  }
  return [...found.values()];
}

/** Declarations of `style` attributes, by number of the element in the last snapshot. */
export function inlineStyles(): [number, CapturedDeclaration[]][] {
  return numberedElements().flatMap((element, index): [number, CapturedDeclaration[]][] => {
    if (!element?.hasAttribute('style')) return [];
    const set = readDeclarations((element as HTMLElement).style, document.baseURI);
    return set.length ? [[index, set]] : [];
  });
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

function absolute(value: string, base: string): string {
  if (!value.includes('url(')) return value;
  return value.replace(
    /url\(\s*(?:"((?:[^"\\]|\\.)*)"|'((?:[^'\\]|\\.)*)'|([^)]*?))\s*\)/g,
    (all, a?: string, b?: string, c?: string) => {
      const address = (a ?? b ?? c ?? '').replace(/\\(.)/g, '$1').trim();
      if (!address || address.startsWith('#') || address.startsWith('data:')) return all;
      try {
        return `url("${new URL(address, base).href}")`;
      } catch {
        return all;
      }
    },
  );
}
