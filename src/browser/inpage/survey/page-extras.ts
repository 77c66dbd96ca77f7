import type { SurveyedExtra, SurveyedItems } from '../../../core/survey/observations.js';
import { extra, nameOf, pathTo } from './page-names.js';
import { boxOf } from '../tree/path.js';

/** Media types of data that only looks like a script. */
const DATA = /json|template|html|x-/i;

export function scriptsIn(): SurveyedExtra[] {
  const scripts = [...document.scripts].filter(({ type }) => !DATA.test(type));
  const handlers = [...document.querySelectorAll('*')].flatMap((element) =>
    [...element.attributes]
      .filter(({ name }) => /^on[a-z]+$/.test(name))
      .map(({ name, value }) => extra(element, `${name}="${value}"`)),
  );
  return [...scripts.map((script) => extra(script, script.getAttribute('src') ?? script.text)), ...handlers];
}

const LOADED = 'img[src], script[src], link[href], source[src], video[src], audio[src], object[data], embed[src]';
const LINKS = /\b(stylesheet|icon|preload|modulepreload|manifest)\b/;

export function elsewhereIn(): SurveyedExtra[] {
  const found = [...document.querySelectorAll(LOADED)].flatMap((element): SurveyedExtra[] => {
    if (element.localName === 'link' && !LINKS.test(element.getAttribute('rel') ?? '')) return [];
    const address = element.getAttribute('src') ?? element.getAttribute('href') ?? element.getAttribute('data') ?? '';
    return isElsewhere(address) ? [extra(element, address)] : [];
  });
  for (const sheet of document.styleSheets)
    for (const rule of rulesOf(sheet))
      for (const [, address = ''] of rule.cssText.matchAll(/url\("?([^")]+)"?\)/g))
        if (isElsewhere(address))
          found.push({
            path: rule.cssText.split('{')[0]?.trim() ?? '',
            name: 'style sheet',
            detail: address.slice(0, 100),
          });
  return found;
}

function isElsewhere(address: string): boolean {
  if (!address || !URL.canParse(address, document.baseURI)) return false;
  const url = new URL(address, document.baseURI);
  return /^https?:$/.test(url.protocol) && url.origin !== location.origin;
}

function rulesOf(sheet: CSSStyleSheet): CSSRule[] {
  const flat = (rules: CSSRuleList): CSSRule[] =>
    [...rules].flatMap((rule) => [rule, ...('cssRules' in rule ? flat((rule as CSSGroupingRule).cssRules) : [])]);
  try {
    return flat(sheet.cssRules);
  } catch {
    return [];
  }
}

/** Fewest neighbours that make a list, and the share of them that must be styled one by one. */
const FEWEST = 3;
const MOST_OF = 0.6;

/** Neighbours of equal structure that are styled by their own ids, or by style attributes. */
export function itemsIn(): SurveyedItems[] {
  const selectors = [...document.styleSheets]
    .flatMap((sheet) => rulesOf(sheet).map((rule) => ('selectorText' in rule ? String(rule.selectorText) : '')))
    .join(' , ');
  const styled = new Set([...selectors.matchAll(/#((?:[\w-]|\\.)+)/g)].map(([, id = '']) => id.replace(/\\/g, '')));
  const found: SurveyedItems[] = [];
  for (const holder of document.querySelectorAll('body *')) {
    if (holder.childElementCount < FEWEST || holder.closest('svg')) continue;
    const groups = new Map<string, Element[]>();
    for (const child of holder.children) {
      if (!child.checkVisibility() || child.childElementCount === 0 || isBand(child)) continue;
      const key = `${child.localName}>${[...child.children].map(({ localName }) => localName).join()}`;
      groups.set(key, [...(groups.get(key) ?? []), child]);
    }
    for (const alike of groups.values()) {
      if (alike.length < FEWEST) continue;
      const byId = alike.filter(
        (element) => styled.has(element.id) || [...element.children].some(({ id }) => styled.has(id)),
      );
      const byPosition = alike.filter((element) =>
        /(^|;)\s*(left|top|margin|width)/.test(element.getAttribute('style') ?? ''),
      );
      const by =
        byId.length >= MOST_OF * alike.length
          ? 'id'
          : byPosition.length >= MOST_OF * alike.length
            ? 'position'
            : undefined;
      if (by)
        found.push({
          path: pathTo(holder),
          name: nameOf(holder),
          count: alike.length,
          by,
          box: boxOf(holder.getBoundingClientRect()),
        });
    }
  }
  return found;
}

/** Whether an element goes across the page: a section rather than an item. */
function isBand(element: Element): boolean {
  const { width, height } = element.getBoundingClientRect();
  return width >= 0.9 * innerWidth && height > 100;
}

/** The parts of a page that lie one above the other, with the words of their headings. */
export function sectionsIn(body: Element): { name: string; y: number; height: number }[] {
  let parts = shown(body);
  while (parts.length <= 2) {
    const tallest = parts.find((part) => part.getBoundingClientRect().height > 0.7 * body.scrollHeight);
    const inner = tallest ? shown(tallest) : [];
    if (!tallest || inner.length === 0) break;
    parts = parts.flatMap((part) => (part === tallest ? inner : [part]));
  }
  const whole = parts.flatMap((part) => (part.localName === 'main' ? shown(part) : [part]));
  return whole.map((element) => {
    const [, y, , height] = boxOf(element.getBoundingClientRect());
    const heading = element.querySelector('h1, h2, h3')?.textContent?.replace(/\s+/g, ' ').trim();
    return {
      name: (element.matches('header, footer, nav') ? element.localName : heading) || element.id || nameOf(element),
      y,
      height,
    };
  });
}

function shown(element: Element): Element[] {
  return [...element.children].filter((child) => child.checkVisibility() && child.getBoundingClientRect().height >= 20);
}
