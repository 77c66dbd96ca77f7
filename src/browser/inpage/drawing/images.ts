import type { DrawnBox } from '../../../core/drawing/drawing.js';

/** Sizes of pictures by address, px. */
export type NaturalSizes = ReadonlyMap<string, readonly [width: number, height: number]>;

/** Longest wait for a picture, ms. */
const LIMIT = 5000;

/** Loads the pictures of a drawing (from the cache, mostly) to learn how large they are. */
export async function naturalSizes(svg: SVGSVGElement): Promise<NaturalSizes> {
  const loaded = await loadedImages(svg);
  return new Map([...loaded].map(([address, image]) => [address, [image.naturalWidth, image.naturalHeight] as const]));
}

/** The pictures of a drawing that can be had, by address. */
export async function loadedImages(svg: SVGSVGElement): Promise<ReadonlyMap<string, HTMLImageElement>> {
  const addresses = new Set([...svg.querySelectorAll('image')].map((sVGImageElement) => sVGImageElement.href.baseVal));
  const loaded = new Map<string, HTMLImageElement>();
  const load = async (address: string): Promise<void> => {
    const image = new Image();
    image.src = address;
    await image.decode().catch(() => undefined);
    if (image.naturalWidth) loaded.set(address, image);
  };
  await Promise.race([Promise.all([...addresses].map(load)), new Promise((done) => setTimeout(done, LIMIT))]);
  return loaded;
}

/**
 * Where the whole of a picture lies that fills `box` as `preserveAspectRatio` says (SVG 2, section 8.8).
 * @param uneven how much more it is scaled down than across before that counts: 1 if it is not
 */
export function contentBox(
  box: DrawnBox,
  aspect: string,
  natural: readonly [number, number] | undefined,
  uneven = 1,
): DrawnBox {
  if (!natural || /none/.test(aspect)) return box;
  const [wide, high] = [natural[0], natural[1] * uneven];
  const scales = [box[2] / wide, box[3] / high] as const;
  const scale = /slice/.test(aspect) ? Math.max(...scales) : Math.min(...scales);
  const [width, height] = [wide * scale, high * scale];
  const share = (axis: 'x' | 'Y'): number => {
    const word = new RegExp(`${axis}(Min|Mid|Max)`).exec(aspect)?.[1];
    return word === 'Min' ? 0 : word === 'Max' ? 1 : 0.5;
  };
  return [box[0] - (width - box[2]) * share('x'), box[1] - (height - box[3]) * share('Y'), width, height];
}

/** How much more an image is scaled down than across by what is around it: `preserveAspectRatio` counts before that. */
export function unevenness(image: SVGImageElement, [, , width, height]: DrawnBox): number {
  const own = image.height.baseVal.value / image.width.baseVal.value;
  const scaled = height / width / own;
  return Number.isFinite(scaled) && scaled > 0 ? scaled : 1;
}

/** Proportions that differ by less than this share are the same. */
const SAME_PROPORTIONS = 0.01;

/** Whether a picture that lies in `whole` is drawn out of its proportions. */
export function isStretched(whole: DrawnBox, natural: readonly [number, number] | undefined): boolean {
  if (!natural) return false;
  return Math.abs((whole[2] * natural[1]) / (whole[3] * natural[0]) - 1) > SAME_PROPORTIONS;
}
