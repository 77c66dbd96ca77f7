import type { StyleVariant } from '../../document/types.js';
import { px } from '../../geometry/box.js';
import type { Part } from '../model/part.js';

/** A place to write in that is higher than this takes several lines; px. */
const TALL = 84;

export function isTall({ box }: Part): boolean {
  return box[3] > TALL;
}

/** What is asked for, as far as the name of a place to write in says it. */
export function inputType(name: string): 'email' | 'tel' | 'text' {
  if (/e-?mail/i.test(name)) return 'email';
  return /phone/i.test(name) ? 'tel' : 'text';
}

/** A place to write in, over the words that name it, set as they are. */
export function writingLook(part: Part): Record<string, string> {
  const [text] = part.parts.flatMap(({ piece }) => (piece?.type === 'text' ? [piece.text] : []));
  return {
    position: 'absolute',
    inset: '0',
    width: '100%',
    height: '100%',
    padding: `0 ${px(text ? text.box[0] - part.box[0] : 0)}`,
    border: 'none',
    'border-radius': 'inherit',
    'background-color': 'transparent',
    ...(text ? { 'font-family': text.look.family, 'font-size': px(text.look.size), color: text.look.color } : {}),
  };
}

/** Once something is written, the words that name the place are covered. */
export function writtenVariant({ piece }: Part): StyleVariant {
  const ground = piece?.type === 'box' ? piece.look['background-color'] : undefined;
  return { state: ':not(:placeholder-shown)', set: { 'background-color': ground ?? 'rgb(255, 255, 255)' } };
}

/** A box that is ticked is filled. */
export const TICKED: StyleVariant = { state: ':checked', set: { 'background-color': 'currentcolor' } };
