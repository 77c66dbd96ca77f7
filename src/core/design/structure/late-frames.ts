import { readColour } from '../../css/colours.js';
import { area, holds } from '../../geometry/box.js';
import type { Piece } from '../model/piece.js';

/*
 * Frames that were painted after what they enclose. Drawing programs keep the outline of a box above its contents as often
 * as below; where nothing of the box hides them, it holds them all the same.
 */

/** A thing may stick out of its frame by this much, px. */
const SLACK = 2;
/** Paint with less alpha than this does not hide what is below. */
const CLEAR = 0.1;

/** Puts things into the frames that were painted over them, in a list of things side by side and in all boxes of it. */
export function holdWhatWasPaintedBefore(list: Piece[]): void {
  for (const frame of list.filter(isClear)) {
    const held = list.slice(0, list.indexOf(frame)).filter((piece) => isEnclosed(piece, frame));
    if (held.length === 0) continue;
    list.splice(0, list.length, ...list.filter((piece) => !held.includes(piece)));
    frame.inside.unshift(...held);
  }
  for (const { inside } of list) holdWhatWasPaintedBefore(inside);
}

function isEnclosed(piece: Piece, frame: Piece): boolean {
  return holds(frame.box, piece.box, SLACK) && area(piece.box) < area(frame.box);
}

/** Whether a box shows what was painted below it: it has no ground, or one that is clear somewhere. */
export function isClear(piece: Piece): boolean {
  if (piece.type !== 'box') return false;
  const { 'background-color': colour = 'transparent', 'background-image': image = 'none' } = piece.look;
  return isClearPaint(colour) && (image === 'none' || coloursIn(image).some(isClearPaint));
}

function isClearPaint(paint: string): boolean {
  const colour = readColour(paint);
  return colour !== undefined && colour[3] < CLEAR;
}

function coloursIn(image: string): string[] {
  return image.startsWith('url(') ? [] : (image.match(/(?:rgba?|hsla?)\([^)]*\)|#[\da-f]{3,8}|transparent/gi) ?? []);
}
