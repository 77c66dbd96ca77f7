import { firstFamily } from '../../../core/css/font-families.js';
import {
  MANY_COLOURS,
  type SurveyedExtra,
  type SurveyedKind,
  type SurveyedPage,
  type SurveyedImage,
  type SurveyedElement,
} from '../../../core/survey/observations.js';
import { isImageText } from './lettering.js';
import { elsewhereIn, itemsIn, scriptsIn, sectionsIn } from './page-extras.js';
import { metaOf } from '../capture/page-head.js';
import { extra, nameOf, pathTo } from './page-names.js';
import { bytesOf } from './survey-layers.js';
import type { Box } from '../../../core/geometry/box.js';
import { step, boxOf } from '../tree/path.js';

/** What one look at a page in a viewport tells: things that show, and what the page is besides. */
export type PageObservations = Pick<
  SurveyedPage,
  'title' | 'description' | 'language' | 'forms' | 'scripts' | 'embeds' | 'elsewhere' | 'items' | 'rigid' | 'anchors'
> & {
  readonly height: number;
  readonly things: readonly SurveyedElement[];
  readonly sections: readonly { readonly name: string; readonly y: number; readonly height: number }[];
};

/** Looks the page over as it stands in its viewport. */
export function surveyPage(): PageObservations {
  const looker = new Looker();
  looker.visit(document.body, 'html > body');
  return {
    title: document.title,
    description: metaOf('description'),
    language: document.documentElement.lang,
    height: document.documentElement.scrollHeight,
    things: looker.things,
    sections: sectionsIn(document.body),
    forms: [...document.forms].map((form) => ({
      path: pathTo(form),
      name: form.getAttribute('name') ?? form.id,
      action: form.getAttribute('action') ?? '',
      method: form.method,
      fields: [...form.elements].map((element) => element.getAttribute('name') ?? '').filter(Boolean),
    })),
    scripts: scriptsIn(),
    embeds: [...document.querySelectorAll('iframe, object, embed')].map((element) =>
      extra(element, element.getAttribute('src') ?? element.getAttribute('data') ?? ''),
    ),
    elsewhere: elsewhereIn(),
    items: itemsIn(),
    rigid: looker.rigid,
    anchors: [...document.querySelectorAll('[id], a[name]')].map(
      (element) => element.id || (element.getAttribute('name') ?? ''),
    ),
  };
}

class Looker {
  readonly things: SurveyedElement[] = [];
  readonly rigid: (SurveyedExtra & { readonly box: Box; readonly width: number })[] = [];
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
        this.things.push({ kind: 'picture', ...base, paint: MANY_COLOURS, picture: imageOf(element, style, box) });
      return;
    }
    if (element instanceof SVGSVGElement) {
      if (box[2] > 0)
        this.things.push({ kind: 'artwork', ...base, paint: MANY_COLOURS, artwork: illustrationOf(element) });
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
  ): { box: Box; text: NonNullable<SurveyedElement['text']> } | undefined {
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
    const left = Math.min(...seen.map((dOMRect) => dOMRect.left));
    const top = Math.min(...seen.map((dOMRect) => dOMRect.top));
    const right = Math.max(...seen.map((dOMRect) => dOMRect.right));
    const bottom = Math.max(...seen.map((dOMRect) => dOMRect.bottom));
    return {
      box: boxOf(new DOMRect(left, top, right - left, bottom - top)),
      text: {
        words: words.replace(/\s+/g, ' ').trim(),
        look: {
          family: firstFamily(style.fontFamily),
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

function kindOf(element: Element, otherwise: SurveyedKind): SurveyedKind {
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

function imageOf(image: HTMLImageElement, style: CSSStyleDeclaration, box: Box): SurveyedImage {
  const address = image.currentSrc || image.src;
  const { naturalWidth: width, naturalHeight: height } = image;
  const alt = image.getAttribute('alt') ?? (image.getAttribute('aria-hidden') === 'true' ? '' : undefined);
  const shown = [
    image.clientWidth - parseFloat(style.paddingLeft) - parseFloat(style.paddingRight),
    image.clientHeight - parseFloat(style.paddingTop) - parseFloat(style.paddingBottom),
  ] as const;
  const off = Math.abs((shown[0] * height) / (shown[1] * width) - 1);
  const vector = /\.svg([?#]|$)|^data:image\/svg/.test(address);
  const cover = style.objectFit === 'cover' && width > 0 ? Math.max(shown[0], (shown[1] * width) / height) : undefined;
  const bytes = bytesOf(address);
  return {
    address: address.startsWith('data:') ? `${address.slice(0, 30)}…` : address.replace(location.origin, ''),
    ...(width && !vector ? { natural: [width, height] as const } : {}),
    ...(bytes ? { bytes } : {}),
    ...(image.complete && width === 0 ? { missing: true as const } : {}),
    ...(isImageText(image) ? { lettering: true as const } : {}),
    ...(width && style.objectFit === 'fill' && off > SAME_PROPORTIONS ? { stretched: true as const } : {}),
    ...(cover ? { whole: [box[0], box[1], cover, (cover * height) / width] as const } : {}),
    ...(alt === undefined ? {} : { alt }),
  };
}

function illustrationOf(svg: SVGSVGElement): NonNullable<SurveyedElement['artwork']> {
  return { pieces: svg.querySelectorAll('*').length, bytes: svg.outerHTML.length };
}
