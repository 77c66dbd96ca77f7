import { required } from '../../../core/data/required.js';
import { defined } from '../../../core/data/defined.js';
import { clustersOf } from '../../../core/drawing/clusters.js';
import { around } from '../../../core/geometry/box.js';
import type { DrawnVector, DrawnArtboard, DrawnBox, DrawnItem, DrawnImage } from '../../../core/drawing/drawing.js';
import {
  clipped,
  wholePixels,
  isBeyond,
  isEmpty,
  isOutside,
  isUpright,
  pageBox,
  paintedBox,
  same,
} from './geometry.js';
import { definitionBox, radiusOf, roundClip, roundedBy } from './clips.js';
import { layersOf, linkOf, nameOf, pathOf, titleOf } from './layers.js';
import { textsIn } from './texts.js';
import { contentBox, isStretched, naturalSizes, unevenness, type NaturalSizes } from './images.js';
import { looksLikeText, outlineOf } from './outlines.js';
import { castBy, castOn, type Cast } from './shadows.js';
import { strokeAndFill } from './paint.js';
import { embedImages } from './embed-images.js';
import { standAlone } from './markup.js';
import { isArtwork } from './artwork.js';
import { PAINTING, SILENT } from './svg-elements.js';
import { isMerged } from './merged-layers.js';

/** Names of layers that say something, rather than what program or person numbered them. */
const SPEAKS = /^(?!(path|group|shape|vector|outlines?|compound|layer|union|text)\b)\p{L}{3}/iu;
interface Context {
  readonly opacity: number;
  readonly clip: DrawnBox | undefined;
  readonly layers: readonly string[];
  readonly href?: string;
  /** The shadows of the group around, until what it is the shadow of has been read. */
  readonly cast?: Cast;
}

/** What painted each item that was read last. */
let painters: readonly (readonly SVGGraphicsElement[])[] = [];

/** The elements that paint some of the items that were read last. */
export function paintersOf(orders: readonly number[]): SVGGraphicsElement[] {
  return orders.flatMap((order) => required(painters[order]));
}

/** Reads everything that is painted in the drawing in the page, in painting order. */
export async function captureDrawing(): Promise<DrawnArtboard> {
  const svg = required(document.querySelector('svg'));
  const reader = new Reader(svg, await naturalSizes(svg));
  reader.visit(svg, { opacity: 1, clip: undefined, layers: [] });
  const [, , width, height] = pageBox(svg.getBoundingClientRect());
  const items = await embedImages(reader.finish(), (address) =>
    reader.notes.push(
      `Image in a pattern or a drawn shape could not be loaded, so it is left out: ${address.slice(0, 200)}`,
    ),
  );
  return {
    width: Math.round(width),
    height: Math.round(height),
    title: svg.querySelector(':scope > title')?.textContent ?? '',
    items,
    notes: [...new Set(reader.notes)],
  };
}

class Reader {
  private readonly items: DrawnItem[] = [];
  /** What painted each item. */
  private readonly painters: SVGGraphicsElement[] = [];
  readonly notes: string[] = [];
  private readonly rootColor: string;
  private readonly board: DrawnBox;
  private readonly texts: readonly DrawnBox[];

  constructor(
    private readonly svg: SVGSVGElement,
    private readonly sizes: NaturalSizes,
  ) {
    this.rootColor = getComputedStyle(svg).color;
    this.board = pageBox(svg.getBoundingClientRect());
    this.texts = [...svg.querySelectorAll('text')]
      .filter((text) => text.checkVisibility())
      .map((text) => pageBox(text.getBoundingClientRect()));
  }

  visit(element: Element, context: Context): void {
    if (SILENT.has(element.localName) || !(element instanceof SVGElement)) return;
    const style = getComputedStyle(element);
    const opacity = context.opacity * Number(style.opacity);
    if (style.display === 'none' || opacity < 0.01) return;
    const here: Context = {
      opacity,
      clip: this.clipOf(element, style, context.clip),
      layers: layersOf(element, context.layers),
      ...defined({ href: linkOf(element) ?? context.href, cast: castBy(element, style, this.svg) ?? context.cast }),
    };
    if (isEmpty(here.clip)) return;
    if (PAINTING.has(element.localName) && !isMerged(element)) {
      if (style.visibility === 'visible') this.paint(element as SVGGraphicsElement, style, here);
      return;
    }
    if (
      element !== this.svg &&
      (isMerged(element) || isArtwork(element as SVGGraphicsElement, this.svg, this.board, this.texts))
    ) {
      this.addArt(element as SVGGraphicsElement, { ...here, opacity: context.opacity });
      return;
    }
    for (const child of element.children) this.visit(child, here);
  }

  private paint(element: SVGGraphicsElement, style: CSSStyleDeclaration, context: Context): void {
    if (element.localName === 'text') return this.addText(element as SVGTextElement, context);
    const box = pageBox(element.getBoundingClientRect());
    if (isOutside(box, context.clip)) return;
    if (element.localName === 'image') return this.addPicture(element as SVGImageElement, context);
    if (element.localName === 'use' || element.localName === 'foreignObject') return this.addArt(element, context);
    const read = isUpright(element) ? strokeAndFill(element, style, box, this.svg) : undefined;
    if (read === 'nothing') return;
    if (!read) return this.addArt(element, context);
    const look = { ...castOn(read.box, context.cast), ...read.look };
    if (read.picture) {
      const { address, place, fit, uneven } = read.picture;
      this.push(
        {
          type: 'picture',
          address,
          ...this.wholeOf(address, place, fit, uneven),
          title: titleOf(element),
          look: this.withOpacity(look, context),
          box: clipped(read.box, context.clip),
        },
        element,
        context,
      );
      return;
    }
    const shown = clipped(read.box, context.clip);
    this.push(
      { type: 'box', box: shown, look: { ...this.withOpacity(look, context), ...roundedBy(context.clip, shown) } },
      element,
      context,
    );
  }

  private wholeOf(
    address: string,
    place: DrawnBox,
    fit: string,
    uneven: number,
  ): Pick<DrawnImage, 'whole' | 'stretched'> {
    const natural = this.sizes.get(address);
    const whole = contentBox(place, fit, natural, uneven);
    return { whole, ...(isStretched(whole, natural) ? { stretched: true } : {}) };
  }

  private withOpacity(look: Readonly<Record<string, string>>, { opacity }: Context): Readonly<Record<string, string>> {
    return opacity < 0.995 ? { ...look, opacity: String(Math.round(opacity * 1000) / 1000) } : look;
  }

  private push(item: Record<string, unknown> & { readonly box: DrawnBox }, element: Element, context: Context): void {
    const [x, y, width, height] = item.box;
    if (width < 0.5 && height < 0.5) return;
    if (isBeyond(x, width, this.board[2]) || isBeyond(y, height, this.board[3])) {
      this.notes.push(`Outside the artboard, left out: ${nameOf(element) || element.localName}`);
      return;
    }
    this.items.push({
      ...item,
      order: this.items.length,
      path: pathOf(element, this.svg),
      layer: context.layers.at(-1) ?? '',
      ...(context.href ? { href: context.href } : {}),
    } as unknown as DrawnItem);
    this.painters.push(element as SVGGraphicsElement);
  }

  /** All items, with drawing that belongs together in one. */
  finish(): DrawnItem[] {
    const clusters = clustersOf(
      this.items.map((item, index) => ({ ...item, ...outlineOf(item, required(this.painters[index])) })),
      this.board,
    );
    const inside = new Map(clusters.flatMap((group) => group.map((index) => [index, group] as const)));
    const groups = this.items.flatMap((_, index) => {
      const group = inside.get(index) ?? [index];
      return index === group[0] ? [group] : [];
    });
    painters = groups.map((group) => group.map((index) => required(this.painters[index])));
    return groups.map((group, order) => {
      const item = required(this.items[required(group[0])]);
      return { ...(item.type === 'art' || group.length > 1 ? this.artOf(item, group) : item), order };
    });
  }

  private artOf(item: DrawnItem, group: readonly number[]): DrawnVector {
    const painters = group.map((index) => required(this.painters[index]));
    const own = around(group.map((index) => required(this.items[index]).box));
    /* On whole pixels, so that it is drawn as sharp as it was. */
    const box = group.length > 1 ? wholePixels(own) : own;
    if (group.length > 1)
      this.notes.push(`${group.length} shapes that belong together become one image: ${item.layer || item.path}`);
    const outlined = looksLikeText(painters);
    const title = 'title' in item ? item.title : '';
    if (outlined)
      this.notes.push(
        `Text converted to outlines, kept as an image: ${item.layer || item.path}; as text it could be edited`,
      );
    const { type: _, look: __, order, path, layer, ...rest } = item as DrawnItem & { readonly look?: unknown };
    return {
      ...('href' in rest ? { href: rest.href } : {}),
      type: 'art',
      order,
      path,
      layer,
      box,
      markup: standAlone(painters, box, this.rootColor),
      title: title || (outlined && SPEAKS.test(item.layer) ? item.layer : ''),
      ...(outlined ? { outlined: true } : {}),
      pieces: painters.reduce((sum, painter) => sum + Math.max(1, painter.querySelectorAll('*').length), 0),
    };
  }

  private addArt(element: SVGGraphicsElement, context: Context): void {
    const painted = paintedBox(element);
    const box = clipped(painted, context.clip);
    if (isOutside(painted, context.clip) || (box[2] < 0.5 && box[3] < 0.5)) return;
    this.push({ type: 'art', box, title: titleOf(element) }, element, context);
  }

  private addPicture(element: SVGImageElement, context: Context): void {
    const place = pageBox(element.getBoundingClientRect());
    if (!isUpright(element)) return this.addArt(element, context);
    const box = clipped(place, context.clip);
    const look: Record<string, string> = { ...roundedBy(context.clip, box) };
    const fit = (element.getAttribute('preserveAspectRatio') ?? 'xMidYMid meet').trim();
    look['object-fit'] = fit === 'none' ? 'fill' : /slice/.test(fit) ? 'cover' : 'contain';
    this.push(
      {
        type: 'picture',
        box,
        ...this.wholeOf(element.href.baseVal, place, fit, unevenness(element, place)),
        address: element.href.baseVal,
        title: titleOf(element),
        look: this.withOpacity(look, context),
      },
      element,
      context,
    );
  }

  private addText(element: SVGTextElement, context: Context): void {
    if (element.querySelector('textPath') || !isUpright(element)) return this.addArt(element, context);
    for (const { parent, text } of textsIn(element, context, this.svg)) {
      const href = linkOf(parent);
      const item = { ...text, ...(href ? { href } : {}) } as unknown as Record<string, unknown> & { box: DrawnBox };
      this.push(item, element, { ...context, ...defined({ href: href ?? context.href }) });
    }
  }

  private clipOf(element: Element, style: CSSStyleDeclaration, above: DrawnBox | undefined): DrawnBox | undefined {
    const reference = /url\(["']?#([^"')]+)/.exec(
      style.clipPath !== 'none' ? style.clipPath : style.mask || style.getPropertyValue('mask-image'),
    )?.[1];
    if (!reference) return above;
    const target = this.svg.querySelector(`[id="${CSS.escape(reference)}"]`);
    const shape = target?.querySelector('rect, circle, ellipse, path, polygon');
    if (!target || !shape) return above;
    const inner = definitionBox(shape as SVGGraphicsElement, target, element as SVGGraphicsElement);
    if (!inner) return above;
    const box = clipped(inner, above);
    const radius = radiusOf(shape, inner) ?? (above && same(box, above) ? roundClip.get(above) : undefined);
    if (radius && same(box, inner)) roundClip.set(box, radius);
    return box;
  }
}
