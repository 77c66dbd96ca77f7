import { required } from '../../core/data/required.js';
import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import type { OpenBrowser } from '../../browser/launch.js';
import { openResult, setViewport } from '../../browser/result-page.js';
import { serveFiles } from '../../browser/serve.js';
import { assetAddresses, mapAssets } from '../../core/document/addresses.js';
import type { PageDocument } from '../../core/document/types.js';
import { isElement, mapTree } from '../../core/document/walk.js';
import {
  offerImages,
  plainImages,
  sizedGrounds,
  type Candidate,
  type Renditions,
} from '../../core/images/offer-images.js';
import { offerOf, type Need, type Offer, type ImageChoices } from '../../core/images/offers.js';
import { renderCss } from '../../core/render/css.js';
import { renderHtml } from '../../core/render/html.js';
import type { AssetStore } from '../../project/assets.js';
import { encode, leanVector, rasterOf, type Raster } from '../../project/image-codec.js';
import type { Box } from '../../core/geometry/box.js';

/** Viewports at which pictures are looked at, besides both sides of each breakpoint; CSS px. */
const VIEWPORTS = [320, 390, 480, 600, 720, 834, 960, 1120, 1280, 1440, 1680, 1920];
/** A picture whose box moves by more than this through its new files keeps its old one, px. */
const STILL = 0.5;
const MARK = 'data-picture';
const TYPES = { avif: 'image/avif', webp: 'image/webp' } as const;

/** What offering pictures in other files has saved. */
export interface Savings {
  /** How many pictures and drawings are smaller now. */
  readonly files: number;
  /** Bytes of them before, and of the largest that any screen loads now. */
  readonly before: number;
  readonly after: number;
  /** Pictures that were left as they were, and why, in words. */
  readonly kept: readonly string[];
}

export const noSavings: Savings = { files: 0, before: 0, after: 0, kept: [] };

export function addSavings(a: Savings, b: Savings): Savings {
  return {
    files: a.files + b.files,
    before: a.before + b.before,
    after: a.after + b.after,
    kept: [...a.kept, ...b.kept],
  };
}

/** Where nothing is asked of all pictures, those with a width of their own stay in their format. */
const PLAIN: ImageChoices = { formats: [], quality: 85, vectors: false };

/** What is asked of the pictures of a page: of all of them, and of single ones by the id of their element. */
export interface ImageLimits {
  readonly all?: ImageChoices;
  /** Widest, px. */
  readonly largest: ReadonlyMap<string, number>;
}

/** A page whose pictures are offered as the brief asks. The files go into the store. */
export async function resizeImages(
  document: PageDocument,
  store: AssetStore,
  { all, largest }: ImageLimits,
  browser: OpenBrowser,
): Promise<{ readonly document: PageDocument; readonly savings: Savings }> {
  const tally: Tally = { files: 0, before: 0, after: 0, kept: [] };
  const choices = all ?? PLAIN;
  const bounded = choices.largest === undefined ? document : await boundGrounds(document, store, choices, tally);
  const lean = choices.vectors ? await leanVectors(bounded, store, tally) : bounded;
  const images = plainImages(lean.body).filter(({ id }) => all || largest.has(id));
  const rasters = new Map<string, Raster>();
  const bytesOf = new Map(store.entries());
  for (const path of new Set(images.map(({ attributes }) => required(attributes?.['src'])))) {
    const raster = await rasterOf(path, bytesOf.get(path) ?? Buffer.alloc(0));
    if (raster) rasters.set(path, raster);
  }
  if (rasters.size === 0) return { document: lean, savings: tally };
  const shown = await lookAt(lean, store, browser);
  const renditions = new Map<string, Renditions>();
  const map = new Map<string, Promise<ResizedImage>>();
  for (const { id, attributes } of images) {
    const path = required(attributes?.['src']);
    const raster = rasters.get(path);
    if (!raster) continue;
    const needs = shown.map(({ viewport, pictures: at }): Need => ({ viewport, wide: at[id]?.wide ?? 0 }));
    const most = Math.min(choices.largest ?? Infinity, largest.get(id) ?? Infinity);
    const offer = offerOf(needs, [raster.width, raster.height], lean.breakpoints, { largest: most });
    const key = `${path} ${offer.widths.join(' ')}`;
    const files = map.get(key) ?? make(path, required(bytesOf.get(path)), raster, offer, choices, store);
    map.set(key, files);
    renditions.set(id, { sizes: offer.sizes, ...(await files).renditions });
  }
  const offered = offerImages(lean, renditions);
  const moved = movedIn(shown, await lookAt(offered, store, browser));
  for (const id of moved) renditions.delete(id);
  for (const image of images.filter(({ id }) => moved.has(id)))
    tally.kept.push(`${image.name}: other files would move it, so its file is kept`);
  for (const promise of map.values()) {
    const { before, after } = await promise;
    if (after < before) count(tally, before, after);
  }
  return { document: moved.size ? offerImages(lean, renditions) : offered, savings: tally };
}

interface Tally {
  files: number;
  before: number;
  after: number;
  readonly kept: string[];
}

function count(tally: Tally, before: number, after: number): void {
  tally.files += 1;
  tally.before += before;
  tally.after += after;
}

/** What a file was called before its path in the site was made of it. */
function nameIn(path: string): string {
  return path.replace(/^assets\/|-[0-9a-f]{10}(?=\.[a-z0-9]+$)/g, '');
}

/** Pictures behind boxes that are wider than asked for are made narrower, where their size does not set that of the look. */
async function boundGrounds(
  document: PageDocument,
  store: AssetStore,
  { largest = Infinity, quality }: ImageChoices,
  tally: Tally,
): Promise<PageDocument> {
  const files = new Map(store.entries());
  const narrower = new Map<string, string>();
  for (const path of sizedGrounds(document)) {
    const bytes = files.get(path);
    const raster = bytes && (await rasterOf(path, bytes));
    if (!raster || raster.width <= largest) continue;
    const result = await encode(bytes, largest, raster.format, quality);
    if (result.length >= bytes.length) continue;
    narrower.set(path, store.add(result, nameIn(path)));
    count(tally, bytes.length, result.length);
  }
  const { body } = document;
  const bare: PageDocument = { ...document, body: { ...body, children: [] } };
  return { ...mapAssets(bare, (path) => narrower.get(path) ?? path), body };
}

async function leanVectors(document: PageDocument, store: AssetStore, tally: Tally): Promise<PageDocument> {
  const files = new Map(store.entries());
  const leaner = new Map<string, string>();
  for (const path of assetAddresses(document)) {
    const bytes = path.endsWith('.svg') ? files.get(path) : undefined;
    const lean = bytes && (await leanVector(bytes));
    if (!bytes || !lean || lean.length >= bytes.length) continue;
    leaner.set(path, store.add(lean, nameIn(path)));
    count(tally, bytes.length, lean.length);
  }
  return mapAssets(document, (path) => leaner.get(path) ?? path);
}

interface ShownSizes {
  readonly viewport: number;
  readonly pictures: Readonly<Record<string, { readonly box: Box; readonly wide: number }>>;
}

/** How the pictures of a page are shown on screens of many widths, narrowest first. */
async function lookAt(document: PageDocument, store: AssetStore, browser: OpenBrowser): Promise<ShownSizes[]> {
  const served = await serveFiles(store.entries());
  served.hold('/page', 'text/html; charset=utf-8', renderHtml(marked(document), 'page.css'));
  served.hold('/page.css', 'text/css; charset=utf-8', renderCss(document));
  const sides = document.breakpoints.flatMap(({ below }) => [below - 1, below]);
  const viewports = [...new Set([...VIEWPORTS, ...sides])].sort((a, b) => a - b);
  let page: Page | undefined;
  try {
    page = await browser.newPage(required(viewports[0]));
    await openResult(page, `${served.origin}/page`);
    const looks: ShownSizes[] = [];
    for (const viewport of viewports) {
      await setViewport(page, viewport);
      looks.push({ viewport, pictures: await inside(page, 'findShownImages', MARK) });
    }
    return looks;
  } finally {
    await page?.close();
    await served.close();
  }
}

/** Each picture carries its id, and is loaded at once. */
function marked(document: PageDocument): PageDocument {
  const body = mapTree(document.body, (node) => {
    if (!isElement(node) || node.element !== 'img') return node;
    const { loading: _, ...attributes } = node.attributes ?? {};
    return { ...node, attributes: { ...attributes, [MARK]: node.id } };
  });
  return { ...document, body };
}

function movedIn(before: readonly ShownSizes[], after: readonly ShownSizes[]): Set<string> {
  const moved = new Set<string>();
  before.forEach(({ pictures: images }, at) => {
    for (const [id, { box }] of Object.entries(images)) {
      const now = after[at]?.pictures[id]?.box;
      if (now?.some((value, side) => Math.abs(value - required(box[side])) > STILL)) moved.add(id);
    }
  });
  return moved;
}

interface ResizedImage {
  readonly renditions: Omit<Renditions, 'sizes'>;
  readonly before: number;
  readonly after: number;
}

/** Writes the files of one picture. A format that makes it no smaller is left out. */
async function make(
  path: string,
  bytes: Buffer,
  raster: Raster,
  { widths }: Offer,
  { formats, quality }: ImageChoices,
  store: AssetStore,
): Promise<ResizedImage> {
  const files = async (format: Raster['format']): Promise<{ candidate: Candidate; size: number }[]> =>
    Promise.all(
      widths.map(async (width) => {
        const result =
          width >= raster.width && format === raster.format ? bytes : await encode(bytes, width, format, quality);
        const used = format === raster.format && result.length > bytes.length && width >= raster.width ? bytes : result;
        const [, name, ending] = /^(.*)(\.[a-z0-9]+)$/.exec(nameIn(path)) ?? [];
        const file = `${name ?? 'picture'}-${width}${format === raster.format ? ending : `.${format}`}`;
        return { candidate: { path: store.add(used, file), width }, size: used.length };
      }),
    );
  const own = await files(raster.format);
  const others: Renditions['others'][number][] = [];
  const ownSize = own.at(-1)?.size ?? bytes.length;
  let after = ownSize;
  for (const format of formats) {
    if (format === raster.format) continue;
    const result = await files(format);
    const largest = result.at(-1)?.size ?? Infinity;
    if (largest >= ownSize) continue;
    after = Math.min(after, largest);
    others.push({ type: TYPES[format], candidates: result.map(({ candidate }) => candidate) });
  }
  return { renditions: { own: own.map(({ candidate }) => candidate), others }, before: bytes.length, after };
}
