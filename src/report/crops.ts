import { required } from '../core/data/required.js';
import type { Position } from '../core/proof/measurement.js';
import type { Band } from '../core/proof/pixels.js';
import { escapeAttribute as attribute } from '../core/render/escape.js';

/** Pictures of a comparison, PNG. */
export interface ProofImages {
  readonly source: Buffer;
  readonly result: Buffer;
  /** Missing where the two are the same to the last pixel. */
  readonly difference?: Buffer;
}

export const SIDES = ['source', 'result', 'difference'] as const;
export type Side = (typeof SIDES)[number];
export const CAPTION: Readonly<Record<Side, string>> = { source: 'Source', result: 'Result', difference: 'Difference' };

/** A comparison whose pictures are shown: a word of its own, and how wide they are, CSS px. */
export interface Shown {
  readonly name: string;
  readonly width: number;
}

/** Rules that put the pictures of a comparison behind its crops; `name` is a word of its own for it. */
export function imageRules(name: string, images: ProofImages): string {
  const rule = (classes: string, image: Buffer): string =>
    `${classes}{background-image:url(data:image/${image[0] === 0xff ? 'jpeg' : 'png'};base64,${image.toString('base64')})}\n`;
  if (!images.difference) return rule(`.p${name}-source,.p${name}-result`, images.source);
  return SIDES.map((side) => rule(`.p${name}-${side}`, required(images[side]))).join('');
}

/** A band of a picture: the picture is the background, moved so that the band shows. */
export function crop(shown: Shown, side: Side, { y, height }: Band, whole: number, label: string, marks = ''): string {
  return cropBox(shown, side, { x: 0, y, width: shown.width, height }, whole, label, marks);
}

/** The same of a box of a picture that is `whole` high. */
export function cropBox(
  { name, width: wide }: Shown,
  side: Side,
  { x, y, width, height }: Position,
  whole: number,
  label: string,
  marks = '',
): string {
  const share = (at: number, room: number): string =>
    room > 0 ? `${Math.min(100, (at / room) * 100).toFixed(3)}%` : '0';
  const size = width < wide ? `;background-size:${((wide / width) * 100).toFixed(3)}% auto` : '';
  return `<div class="crop p${name}-${side}" role="img" aria-label="${attribute(label)}" style="aspect-ratio:${width}/${height};background-position:${share(x, wide - width)} ${share(y, whole - height)}${size}">${marks}</div>`;
}

/** Height of a PNG picture: the second number of its header (PNG, 11.2.2 IHDR). */
export function imageHeight(png: Buffer): number {
  return png.readUInt32BE(20);
}
