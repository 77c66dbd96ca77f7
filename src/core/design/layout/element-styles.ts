import { faded } from '../../css/colours.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { bottom, px, right } from '../../geometry/box.js';
import { itemLook } from '../structure/lists.js';
import { type Piece, drawnBox } from '../model/piece.js';
import type { Paragraph } from '../model/paragraph.js';

type StyleMap = Record<string, string>;

/** Type of a paragraph as CSS. */
export function textLook(text: Paragraph): StyleMap {
  const { look } = text;
  return {
    'font-family': look.family,
    'font-size': px(look.size),
    'font-weight': look.weight,
    'line-height': String(Math.round((text.leading / look.size) * 1e4) / 1e4),
    color: look.color,
    ...(look.style !== 'normal' ? { 'font-style': look.style } : {}),
    ...(look.spacing ? { 'letter-spacing': px(look.spacing) } : {}),
    ...(look.decoration !== 'none' ? { 'text-decoration-line': look.decoration } : {}),
    ...(look.transform !== 'none' ? { 'text-transform': look.transform } : {}),
    ...(look.paint ? paintLook(look.paint, text) : {}),
    ...(text.mark ? itemLook(text.mark) : {}),
    ...(look.direction === 'ltr' ? { direction: 'ltr', 'text-align': 'left' } : {}),
  };
}

/** Letters filled with a gradient, which lies where the text lies rather than across its whole line (Compat, 5.2). */
function paintLook(paint: string, { box, align }: Paragraph): StyleMap {
  return {
    'background-image': paint,
    'background-size': `${px(box[2])} 100%`,
    'background-position': `${align} top`,
    'background-repeat': 'no-repeat',
    'background-clip': 'text',
    '-webkit-text-fill-color': 'transparent',
  };
}

/** How a picture fills its place: what part of it shows, and its shape. */
export function imageLook(piece: Extract<Piece, { type: 'picture' }>, sized: boolean): StyleMap {
  const { picture: image } = piece;
  const box = drawnBox(piece);
  return {
    display: 'block',
    ...(sized ? {} : small(box) ? { width: px(box[2]), 'max-width': '100%' } : { width: '100%' }),
    height: 'auto',
    'aspect-ratio': `${Math.round(box[2] * 100) / 100} / ${Math.round(box[3] * 100) / 100}`,
    'flex-shrink': '0',
    ...image.look,
    ...fitOf(box, image.whole, image.stretched === true),
  };
}

/** Pictures up to this size keep it; px. */
const SMALL = 72;

function small(box: DrawnBox): boolean {
  return box[2] <= SMALL && box[3] <= SMALL;
}

function fitOf(box: DrawnBox, whole: DrawnBox, stretched: boolean): StyleMap {
  const cut = cropOf(box, whole);
  if (!cut) return {};
  if (stretched) return { 'object-fit': 'fill', ...viewBoxOf(box, whole) };
  return { 'object-fit': 'cover', 'object-position': cut, ...(isZoomed(box, whole) ? viewBoxOf(box, whole) : {}) };
}

function isZoomed(box: DrawnBox, whole: DrawnBox): boolean {
  return Math.min(whole[2] / box[2], whole[3] / box[3]) >= 1 + ZOOM;
}

/** More than this beyond what covers its place, in shares, is a picture drawn larger on purpose. */
const ZOOM = 0.005;

/** The part that shows of a picture, whatever its scale. */
function viewBoxOf(box: DrawnBox, whole: DrawnBox): StyleMap {
  const share = (value: number, all: number): string => `${Math.round(Math.max(0, value / all) * 1e5) / 1e3}%`;
  const sides = [
    share(box[1] - whole[1], whole[3]),
    share(right(whole) - right(box), whole[2]),
    share(bottom(whole) - bottom(box), whole[3]),
    share(box[0] - whole[0], whole[2]),
  ];
  return { 'object-view-box': `inset(${sides.join(' ')})` };
}

/** Where a picture that is larger than its place is cut, as `object-position`; undefined if it is whole. */
function cropOf(box: DrawnBox, whole: DrawnBox): string | undefined {
  const spareX = whole[2] - box[2];
  const spareY = whole[3] - box[3];
  if (spareX < 1 && spareY < 1) return undefined;
  const share = (value: number): string => `${Math.round(Math.min(1, Math.max(0, value)) * 1000) / 10}%`;
  return `${spareX < 1 ? '50%' : share((box[0] - whole[0]) / spareX)} ${spareY < 1 ? '50%' : share((box[1] - whole[1]) / spareY)}`;
}

/** A box as CSS: fill, border, corners, shadow. A picture that holds others is their background. */
export function boxLook(piece: Exclude<Piece, { type: 'text' }>): StyleMap {
  if (piece.type === 'box') return { ...piece.look };
  if (piece.type === 'picture') {
    const { 'object-fit': fit, ...look } = piece.picture.look;
    return {
      'background-image': `url("${piece.picture.address}")`,
      'background-size': backgroundSize(piece),
      'background-position': cropOf(piece.box, piece.picture.whole) ?? '50% 50%',
      ...(fit === 'contain' ? { 'background-size': 'contain', 'background-repeat': 'no-repeat' } : {}),
      ...look,
    };
  }
  if (piece.type === 'art')
    return {
      'background-image': `url("${artAddress(piece.art.markup, !hasImage(piece.art.markup))}")`,
      'background-size': hasImage(piece.art.markup) ? 'cover' : '100% 100%',
    };
  return {};
}

/**
 * The look of a box that holds things: its opacity is that of its own paint, not of what is in it. A ground that is an
 * image keeps it.
 */
export function holderLook(piece: Exclude<Piece, { type: 'text' }>): StyleMap {
  const look = boxLook(piece);
  const { opacity, ...rest } = look;
  if (opacity === undefined || rest['background-image'] !== undefined || piece.type !== 'box') return look;
  const paint = Object.entries(rest).map(([name, value]): [string, string] => [
    name,
    name.endsWith('color') || name === 'box-shadow' ? fadedColours(value, Number(opacity)) : value,
  ]);
  return Object.fromEntries(paint);
}

function fadedColours(value: string, opacity: number): string {
  return value.replace(/rgba?\([^)]*\)/g, (colour) => faded(colour, opacity));
}

/** How large a picture lies behind its box; one drawn larger than covers it never gets smaller than it was drawn. */
function backgroundSize({ box, picture: { whole, stretched } }: Extract<Piece, { type: 'picture' }>): string {
  const share = (axis: 2 | 3): string => `${Math.round((whole[axis] / box[axis]) * 1e4) / 100}%`;
  if (stretched) return `${share(2)} ${share(3)}`;
  return isZoomed(box, whole) ? `max(${share(2)}, ${px(whole[2])}) auto` : 'cover';
}

/** Whether a drawing has a picture in it. */
export function hasImage(markup: string): boolean {
  return markup.includes('<image');
}

/** Drawing as an address of its own; what is stretched follows its place in both directions. */
export function artAddress(markup: string, stretched: boolean): string {
  const whole = stretched ? markup.replace(/^<svg/, '<svg preserveAspectRatio="none"') : markup;
  return `data:image/svg+xml;base64,${Buffer.from(whole).toString('base64')}`;
}
