import type { CapturedDeclaration } from '../../../core/html/captured.js';
import { required } from '../../../core/data/required.js';
import { numberedElements } from '../tree/numbering.js';

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

/** The declarations of one block as longhands; a shorthand that waits for `var()` stays one. */
export function readDeclarations(style: CSSStyleDeclaration, base: string): CapturedDeclaration[] {
  const found = new Map<string, CapturedDeclaration>();
  for (let index = 0; index < style.length; index += 1) {
    const name = required(style[index]);
    const important = style.getPropertyPriority(name) === 'important';
    if (name === 'all') {
      for (const [each, keyword] of allOf(style)) found.set(each, [each, keyword, important]);
      continue;
    }
    const value = style.getPropertyValue(name);
    if (value !== '') {
      found.set(name, [name, written(value, base), important]);
      continue;
    }
    const waiting = shorthandsOf(name).find((shorthand) => style.getPropertyValue(shorthand).includes('var('));
    if (waiting)
      found.set(name, [
        name,
        { shorthand: waiting, value: absolute(style.getPropertyValue(waiting), base) },
        important,
      ]);
  }
  return [...found.values()];
}

export let shorthandsByLonghand: ReadonlyMap<string, readonly string[]> | undefined;

/** The shorthands that a longhand is part of, those of the fewest longhands first: the nearest one sets it. */
function shorthandsOf(longhand: string): readonly string[] {
  shorthandsByLonghand ??= readShorthands();
  return shorthandsByLonghand.get(longhand) ?? [];
}

function readShorthands(): ReadonlyMap<string, readonly string[]> {
  const scratch = document.createElement('div').style;
  const sizes = SHORTHANDS.map((shorthand) => {
    scratch.cssText = `${shorthand}: inherit`;
    return { shorthand, longhands: [...scratch] };
  }).sort((a, b) => a.longhands.length - b.longhands.length);
  const found = new Map<string, string[]>();
  for (const { shorthand, longhands } of sizes)
    for (const longhand of longhands) found.set(longhand, [...(found.get(longhand) ?? []), shorthand]);
  return found;
}

/** Longhands that stand for others by direction: they are covered by those that they stand for. */
const LOGICAL = /(^|-)(block|inline)(-|$)|^border-(start|end)-/;

let longhands: readonly string[] | undefined;

/** What `all` sets, with its keyword: every property but the direction of text (CSS Cascade 5, 3.2). */
function allOf(style: CSSStyleDeclaration): (readonly [name: string, keyword: string])[] {
  longhands ??= [...getComputedStyle(document.documentElement)].filter(
    (name) => !name.startsWith('-') && !LOGICAL.test(name) && !/^(direction|unicode-bidi)$/.test(name),
  );
  const set = new Set([...style]);
  const free = longhands.find((name) => !set.has(name));
  const keyword = new RegExp(`(?:^|; )${free}: ([a-z-]+)`).exec(style.cssText)?.[1];
  /* A browser writes shorthands where it can: any that is there tells the keyword as well. */
  const any = keyword ?? /: (unset|initial|inherit|revert|revert-layer)\b/.exec(style.cssText)?.[1];
  return any === undefined ? [] : longhands.map((name) => [name, any] as const);
}

/** A value as other browsers read it too. */
function written(value: string, base: string): string {
  /* The colour space is left out where it is the usual one, which is newer than the function (CSS Color 5, 3). */
  return absolute(value, base).replace(/color-mix\((?!\s*in )/g, 'color-mix(in oklab, ');
}

/** Declarations of `style` attributes, by number of the element in the last snapshot. */
export function inlineStyles(): [number, CapturedDeclaration[]][] {
  return numberedElements().flatMap((element, index): [number, CapturedDeclaration[]][] => {
    if (!element?.hasAttribute('style')) return [];
    const set = readDeclarations((element as HTMLElement).style, document.baseURI);
    return set.length ? [[index, set]] : [];
  });
}

export function absolute(value: string, base: string): string {
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
