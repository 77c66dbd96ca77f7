import sharp from 'sharp';
import type { ModernFormat } from '../core/images/offers.js';

/** Formats whose pictures can be made smaller, by file ending. */
const OWN: Readonly<Record<string, 'jpeg' | 'png' | 'webp' | 'avif'>> = {
  '.jpg': 'jpeg',
  '.jpeg': 'jpeg',
  '.png': 'png',
  '.webp': 'webp',
  '.avif': 'avif',
};
/** Largest picture that is opened, px in all: a small file can hold a very large one. */
const MOST_PIXELS = 100e6;

export interface Raster {
  /** px */
  readonly width: number;
  readonly height: number;
  readonly format: 'jpeg' | 'png' | 'webp' | 'avif';
}

/** What a picture file is; undefined if it is none of still dots, or cannot be read. */
export async function rasterOf(path: string, bytes: Buffer): Promise<Raster | undefined> {
  const format = OWN[/\.[a-z0-9]+$/.exec(path)?.[0] ?? ''];
  if (!format) return undefined;
  try {
    const {
      width,
      height,
      pages = 1,
      orientation = 1,
    } = await sharp(bytes, { limitInputPixels: MOST_PIXELS }).metadata();
    return pages > 1 || orientation > 1 ? undefined : { width, height, format };
  } catch {
    return undefined;
  }
}

/** A picture as wide as asked for (px), in a format; never wider than it is. Metadata goes, its colour profile stays. */
export async function encode(
  bytes: Buffer,
  width: number,
  format: Raster['format'] | ModernFormat,
  quality: number,
): Promise<Buffer> {
  const image = sharp(bytes, { limitInputPixels: MOST_PIXELS }).keepIccProfile();
  const sized = image.resize({ width, withoutEnlargement: true });
  switch (format) {
    case 'jpeg':
      return sized.jpeg({ quality, mozjpeg: true }).toBuffer();
    case 'png':
      return sized.png({ compressionLevel: 9 }).toBuffer();
    case 'webp':
      return sized.webp({ quality }).toBuffer();
    case 'avif':
      return sized.avif({ quality, effort: 4 }).toBuffer();
  }
}

/** A vector drawing without what changes nothing; as it was if it cannot be read or does not get smaller. */
export async function leanVector(bytes: Buffer): Promise<Buffer> {
  const { optimize } = await import('svgo');
  try {
    const lean = Buffer.from(optimize(bytes.toString('utf8'), { multipass: true }).data);
    return lean.length < bytes.length ? lean : bytes;
  } catch {
    return bytes;
  }
}

/** What in a drawing may run, or hide what runs: those without it stay as they are. */
const MAY_RUN = /script|\son[a-z]+\s*=|&#|<!ENTITY|foreignObject|data:text/i;

/**
 * A vector drawing without scripts, handlers and script addresses: shown by itself, it would run them in the place of the site.
 * @throws if it may hold some and cannot be read
 */
export async function withoutScripts(bytes: Buffer): Promise<Buffer> {
  const text = bytes.toString('utf8');
  if (!MAY_RUN.test(text)) return bytes;
  const { optimize } = await import('svgo');
  return Buffer.from(optimize(text, { plugins: ['removeScripts'] }).data);
}

/** A strip of a picture over its whole width, as a small JPEG. @param top where it begins, px */
export async function cropImage(png: Buffer, top: number, height: number): Promise<Buffer> {
  const { width = 1, height: high = 1 } = await sharp(png).metadata();
  const from = Math.min(top, Math.max(0, high - 1));
  const strip = { left: 0, top: from, width, height: Math.max(1, Math.min(height, high - from)) };
  return sharp(png).extract(strip).jpeg({ quality: 70 }).toBuffer();
}

/** The beginning of the picture of a page in the proportions asked for, as a JPEG. @param size px */
export async function previewOf(
  png: Buffer,
  { width, height }: { readonly width: number; readonly height: number },
): Promise<Buffer> {
  const { width: own = 1, height: high = 1 } = await sharp(png).metadata();
  const wanted = Math.max(1, Math.round((own * height) / width));
  const top = sharp(png).extract({ left: 0, top: 0, width: own, height: Math.min(wanted, high) });
  return top.resize({ width, height, fit: 'cover', position: 'top' }).jpeg({ quality: 82 }).toBuffer();
}

/** A mark as a square icon, clear around it. @param size px @throws if it is no picture that can be read */
export async function iconOf(mark: Buffer, size: number): Promise<Buffer> {
  const { width = size, height = size, format } = await sharp(mark).metadata();
  /* Drawings are drawn at the size of the icon; 72 dots per inch are one px a unit. */
  const density = format === 'svg' ? Math.min(2400, Math.max(72, (72 * size) / Math.max(width, height))) : 72;
  const clear = { r: 0, g: 0, b: 0, alpha: 0 };
  return sharp(mark, { density, limitInputPixels: MOST_PIXELS })
    .resize({ width: size, height: size, fit: 'contain', background: clear })
    .png({ compressionLevel: 9 })
    .toBuffer();
}
