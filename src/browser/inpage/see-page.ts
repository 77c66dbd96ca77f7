import type { Box } from '../../core/page/types.js';
import type { SeenExtra, SeenItems, SeenKind, SeenPage, SeenPicture, SeenThing } from '../../core/survey/seen.js';
import { bytesOf } from './see-layers.js';
import { boxOf, step } from './snapshot.js';

/** What is painted where something is not one colour; the name that the core gives it. */
const MANY_COLOURS = 'many colours';
const LONG = 60;

/** What one look at a page in a viewport tells: things that show, and what the page is besides. */
export type SeenInPage = Pick<
  SeenPage,
  'title' | 'description' | 'language' | 'forms' | 'scripts' | 'embeds' | 'elsewhere' | 'items' | 'rigid' | 'anchors'
> & {
  readonly height: number;
  readonly things: readonly SeenThing[];
  readonly sections: readonly { readonly name: string; readonly y: number; readonly height: number }[];
};

/** Looks the page over as it stands in its viewport. */
export function seePage(): SeenInPage {
  const looker = new Looker();
  looker.visit(document.body, 'html > body');
  return {
    title: document.title,
    description: document.querySelector('meta[name="description" i]')?.getAttribute('content') ?? '',
    language: document.documentElement.lang,
    height: document.documentElement.scrollHeight,
    things: looker.things,
    sections: sectionsIn(document.body),
    forms: [...document.forms].map((form) => ({
      path: pathTo(form),
      name: form.getAttribute('name') ?? form.id,
      action: form.getAttribute('action') ?? '',
      method: form.method,
      fields: [...form.elements].map((one) => one.getAttribute('name') ?? '').filter(Boolean),
    })),
    scripts: scriptsIn(),
    embeds: [...document.querySelectorAll('iframe, object, embed')].map((one) =>
      extra(one, one.getAttribute('src') ?? one.getAttribute('data') ?? ''),
    ),
    elsewhere: elsewhereIn(),
    items: itemsIn(),
    rigid: looker.rigid,
    anchors: [...document.querySelectorAll('[id], a[name]')].map((one) => one.id || (one.getAttribute('name') ?? '')),
  };
}

class Looker {
  readonly things: SeenThing[] = [];
  readonly rigid: (SeenExtra & { readonly box: Box; readonly width: number })[] = [];
  private readonly range = document.createRange();

  visit(element: Element, path: string, held = false): void {
    if (!element.checkVisibility({ opacityProperty: true, visibilityProperty: true })) return;
    const style = getComputedStyle(element);
    const box = boxOf(element.getBoundingClientRect());
    const scrolls = held || /auto|scroll|hidden|clip/.test(style.overflowX);
    const isRigid = !held && element !== document.body && box[2] > innerWidth + 1;
    if (isRigid) {
      const least = parseFloat(style.minWidth);
      const detail = least > innerWidth ? `min-width: ${style.minWidth}` : 'width';
      this.rigid.push({ path, name: nameOf(element), detail, box, width: box[2] });
    }
    this.look(element, style, box, path);
    if (element.matches('svg, select, textarea, video, iframe, object, canvas, picture > source')) return;
    const counts = new Map<string, number>();
    for (const child of element.shadowRoot ? element.shadowRoot.children : element.children) {
      const nth = (counts.get(child.localName) ?? 0) + 1;
      counts.set(child.localName, nth);
      if (!child.matches('script, style, noscript, template, link, meta'))
        this.visit(child, `${path} > ${step(child, nth)}`, isRigid || scrolls);
    }
  }

  private look(element: Element, style: CSSStyleDeclaration, box: Box, path: string): void {
    const base = { path, name: nameOf(element), box };
    const href = element.localName === 'a' ? element.getAttribute('href') : null;
    const linked = href === null ? {} : { href };
    if (element instanceof HTMLImageElement) {
      if (box[2] > 0)
        this.things.push({ kind: 'picture', ...base, paint: MANY_COLOURS, picture: pictureOf(element, style, box) });
      return;
    }
    if (element instanceof SVGSVGElement) {
      if (box[2] > 0) this.things.push({ kind: 'artwork', ...base, paint: MANY_COLOURS, artwork: artworkOf(element) });
      return;
    }
    const text = this.textOf(element, style);
    const paint = paintOf(style);
    if (paint !== undefined && box[2] >= 1 && box[3] >= 1)
      this.things.push({ kind: kindOf(element, 'box'), ...base, ...(text ? {} : linked), paint });
    if (text) {
      const level = /^h([1-6])$/.exec(element.localName)?.[1];
      this.things.push({
        kind: kindOf(element, 'text'),
        ...base,
        box: text.box,
        text: { ...text.text, ...this.cutOf(element, style) },
        ...(level ? { level: Number(level) } : {}),
        ...linked,
      });
    } else if (href !== null && paint === undefined && box[2] > 0)
      this.things.push({ kind: 'link', ...base, ...linked });
    else if (/^h[1-6]$/.test(element.localName) && paint === undefined)
      this.things.push({ kind: 'heading', ...base, level: Number(element.localName[1]) });
    else if (element.matches('input:not([type=hidden]), select, textarea') && paint === undefined)
      this.things.push({ kind: 'field', ...base });
  }

  /** The words that stand right in an element. */
  private textOf(
    element: Element,
    style: CSSStyleDeclaration,
  ): { box: Box; text: NonNullable<SeenThing['text']> } | undefined {
    const rects: DOMRect[] = [];
    let words = '';
    for (const child of element.childNodes) {
      if (child.nodeType !== Node.TEXT_NODE || !child.textContent?.trim()) continue;
      this.range.selectNodeContents(child);
      rects.push(...this.range.getClientRects());
      words += child.textContent;
    }
    const seen = rects.filter(({ width, height }) => width >= 1 && height >= 1);
    if (seen.length === 0) return undefined;
    const left = Math.min(...seen.map((one) => one.left));
    const top = Math.min(...seen.map((one) => one.top));
    const right = Math.max(...seen.map((one) => one.right));
    const bottom = Math.max(...seen.map((one) => one.bottom));
    return {
      box: boxOf(new DOMRect(left, top, right - left, bottom - top)),
      text: {
        words: words.replace(/\s+/g, ' ').trim(),
        look: {
          family: (style.fontFamily.split(',')[0] ?? '').trim().replace(/^["']|["']$/g, ''),
          size: parseFloat(style.fontSize),
          weight: Number(style.fontWeight),
          color: style.color,
        },
        lines: new Set(seen.map(({ top: y }) => Math.round(y))).size,
      },
    };
  }

  /** How many px of the words the element itself hides. */
  private cutOf(element: Element, style: CSSStyleDeclaration): { cut?: number } {
    const across =
      style.overflowX === 'visible' || /auto|scroll/.test(style.overflowX)
        ? 0
        : element.scrollWidth - element.clientWidth;
    const down =
      style.overflowY === 'visible' || /auto|scroll/.test(style.overflowY)
        ? 0
        : element.scrollHeight - element.clientHeight;
    const cut = Math.max(across, down);
    /* What is hidden for the eye alone is not cut off. */
    return cut > 1 && element.clientWidth > 2 && element.clientHeight > 2 ? { cut } : {};
  }
}

function kindOf(element: Element, otherwise: SeenKind): SeenKind {
  if (/^h[1-6]$/.test(element.localName)) return 'heading';
  if (element.matches('button, [role=button], input[type=submit], input[type=button], summary')) return 'button';
  if (element.localName === 'a') return 'link';
  if (element.matches('input, select, textarea')) return 'field';
  if (element.matches('iframe, object, embed')) return 'embed';
  return otherwise;
}

function paintOf(style: CSSStyleDeclaration): string | undefined {
  if (style.backgroundImage !== 'none') return MANY_COLOURS;
  return /, 0\)$|^transparent$/.test(style.backgroundColor) ? undefined : style.backgroundColor;
}

/** Proportions that differ by less than this share are the same. */
const SAME_PROPORTIONS = 0.03;

function pictureOf(image: HTMLImageElement, style: CSSStyleDeclaration, box: Box): SeenPicture {
  const address = image.currentSrc || image.src;
  const { naturalWidth: width, naturalHeight: height } = image;
  const alt = image.getAttribute('alt') ?? (image.getAttribute('aria-hidden') === 'true' ? '' : undefined);
  const shown = [image.clientWidth - parseFloat(style.paddingLeft) - parseFloat(style.paddingRight), image.clientHeight - parseFloat(style.paddingTop) - parseFloat(style.paddingBottom)] as const; // prettier-ignore
  const off = Math.abs((shown[0] * height) / (shown[1] * width) - 1);
  const vector = /\.svg([?#]|$)|^data:image\/svg/.test(address);
  const cover = style.objectFit === 'cover' && width > 0 ? Math.max(shown[0], (shown[1] * width) / height) : undefined;
  const bytes = bytesOf(address);
  return {
    address: address.startsWith('data:') ? `${address.slice(0, 30)}…` : address.replace(location.origin, ''),
    ...(width && !vector ? { natural: [width, height] as const } : {}),
    ...(bytes ? { bytes } : {}),
    ...(image.complete && width === 0 ? { missing: true as const } : {}),
    ...(width && style.objectFit === 'fill' && off > SAME_PROPORTIONS ? { stretched: true as const } : {}),
    ...(cover ? { whole: [box[0], box[1], cover, (cover * height) / width] as const } : {}),
    ...(alt === undefined ? {} : { alt }),
  };
}

function artworkOf(svg: SVGSVGElement): NonNullable<SeenThing['artwork']> {
  return { pieces: svg.querySelectorAll('*').length, bytes: svg.outerHTML.length };
}

function pathTo(element: Element): string {
  const steps: string[] = [];
  for (let at: Element | null = element; at && at !== document.documentElement; at = at.parentElement) {
    const alike = [...(at.parentElement?.children ?? [])].filter((one) => one.localName === at?.localName);
    steps.unshift(at === document.body ? 'body' : step(at, alike.indexOf(at) + 1));
  }
  return ['html', ...steps].join(' > ');
}

/** What a person would call an element: its words, its label, its name, or what it is. */
function nameOf(element: Element): string {
  const said =
    element.getAttribute('aria-label') ??
    (element instanceof HTMLImageElement ? element.alt || element.src.split('/').pop() : undefined) ??
    ([...element.childNodes].some((one) => one.nodeType === Node.TEXT_NODE && one.textContent?.trim())
      ? element.textContent
      : undefined) ??
    (element.id || element.getAttribute('name') || element.classList[0] || element.localName);
  const words = (said ?? '').replace(/\s+/g, ' ').trim();
  return words.length > LONG ? `${words.slice(0, LONG - 1).trimEnd()}…` : words || element.localName;
}

function extra(element: Element, detail: string): SeenExtra {
  const text = detail.replace(location.origin, '').replace(/\s+/g, ' ').trim();
  return { path: pathTo(element), name: nameOf(element), detail: text.length > 100 ? `${text.slice(0, 99)}…` : text };
}

/** Media types of data that only looks like a script. */
const DATA = /json|template|html|x-/i;

function scriptsIn(): SeenExtra[] {
  const scripts = [...document.scripts].filter(({ type }) => !DATA.test(type));
  const handlers = [...document.querySelectorAll('*')].flatMap((element) =>
    [...element.attributes]
      .filter(({ name }) => /^on[a-z]+$/.test(name))
      .map(({ name, value }) => extra(element, `${name}="${value}"`)),
  );
  return [...scripts.map((one) => extra(one, one.getAttribute('src') ?? one.text)), ...handlers];
}

const LOADED = 'img[src], script[src], link[href], source[src], video[src], audio[src], object[data], embed[src]';
const LINKS = /\b(stylesheet|icon|preload|modulepreload|manifest)\b/;

function elsewhereIn(): SeenExtra[] {
  const found = [...document.querySelectorAll(LOADED)].flatMap((element): SeenExtra[] => {
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
function itemsIn(): SeenItems[] {
  const selectors = [...document.styleSheets]
    .flatMap((sheet) => rulesOf(sheet).map((rule) => ('selectorText' in rule ? String(rule.selectorText) : '')))
    .join(' , ');
  const styled = new Set([...selectors.matchAll(/#((?:[\w-]|\\.)+)/g)].map(([, id = '']) => id.replace(/\\/g, '')));
  const found: SeenItems[] = [];
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
      const byId = alike.filter((one) => styled.has(one.id) || [...one.children].some(({ id }) => styled.has(id)));
      const byPosition = alike.filter((one) => /(^|;)\s*(left|top|margin|width)/.test(one.getAttribute('style') ?? ''));
      const by = byId.length >= MOST_OF * alike.length ? 'id' : byPosition.length >= MOST_OF * alike.length ? 'position' : undefined; // prettier-ignore
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
function sectionsIn(body: Element): { name: string; y: number; height: number }[] {
  let parts = shown(body);
  while (parts.length <= 2) {
    const tallest = parts.find((one) => one.getBoundingClientRect().height > 0.7 * body.scrollHeight);
    const inner = tallest ? shown(tallest) : [];
    if (!tallest || inner.length === 0) break;
    parts = parts.flatMap((one) => (one === tallest ? inner : [one]));
  }
  const whole = parts.flatMap((one) => (one.localName === 'main' ? shown(one) : [one]));
  return whole.map((one) => {
    const [, y, , height] = boxOf(one.getBoundingClientRect());
    const heading = one.querySelector('h1, h2, h3')?.textContent?.replace(/\s+/g, ' ').trim();
    return { name: (one.matches('header, footer, nav') ? one.localName : heading) || nameOf(one), y, height };
  });
}

function shown(element: Element): Element[] {
  return [...element.children].filter((one) => one.checkVisibility() && one.getBoundingClientRect().height >= 20);
}

/** A way in which words are set, and whether the page brought a face for it that is loaded. */
export interface MarkedFontUse {
  readonly list: string;
  readonly weight: number;
  readonly italic: boolean;
  readonly loaded: boolean;
}

/** Marks one element for each way in which words are set, so that it can be asked which font shows them. */
export function markFontUses(): MarkedFontUse[] {
  const known = new Map<string, MarkedFontUse>();
  const bare = (family: string): string =>
    family
      .trim()
      .replace(/^["']|["']$/g, '')
      .toLowerCase();
  const faces = new Set(
    [...document.fonts].filter(({ status }) => status === 'loaded').map(({ family }) => bare(family)),
  );
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const element = node.parentElement;
    if (
      !element ||
      !node.textContent?.trim() ||
      element.matches('script, style, noscript') ||
      !element.checkVisibility()
    )
      continue;
    const style = getComputedStyle(element);
    const loaded = faces.has(bare(style.fontFamily.split(',')[0] ?? ''));
    const use = {
      list: style.fontFamily,
      weight: Number(style.fontWeight),
      italic: style.fontStyle !== 'normal',
      loaded,
    };
    const key = JSON.stringify(use);
    if (known.has(key)) continue;
    element.setAttribute(FONT_MARK, String(known.size));
    known.set(key, use);
  }
  return [...known.values()];
}

const FONT_MARK = 'data-font-use';

export function unmarkFontUses(): void {
  for (const one of document.querySelectorAll(`[${FONT_MARK}]`)) one.removeAttribute(FONT_MARK);
}
