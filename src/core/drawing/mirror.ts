import { mirrorStyle } from '../css/mirror.js';
import type { DrawnArtboard, DrawnBox, DrawnItem, DrawnText } from './drawing.js';

/** A place on an artboard of some width, as it is on the mirrored one. */
export function mirrorBox([x, y, width, height]: DrawnBox, across: number): DrawnBox {
  return [across - x - width, y, width, height];
}

/**
 * An artboard that is read from right to left as one that is read from left to right: everything in its mirrored place, the
 * first word of a line on the left. What images and drawings show stays as it is.
 */
export function mirrorArtboard(artboard: DrawnArtboard): DrawnArtboard {
  return { ...artboard, items: artboard.items.map((item) => mirrorItem(item, artboard.width)) };
}

function mirrorItem(item: DrawnItem, width: number): DrawnItem {
  const box = mirrorBox(item.box, width);
  switch (item.type) {
    case 'text':
      return mirrorText(item, width);
    case 'box':
      return { ...item, box, look: mirrorStyle(item.look) };
    case 'picture':
      return { ...item, box, whole: mirrorBox(item.whole, width), look: mirrorStyle(item.look) };
    case 'art':
      return { ...item, box };
  }
}

/** Whether a line of several words goes on to the right, as telephone numbers do. */
function isFromLeft(words: DrawnText['words']): boolean {
  return words.length > 1 && words.slice(1).every((word, at) => word.box[0] > (words[at]?.box[0] ?? 0));
}

const OTHER_END = { start: 'end', middle: 'middle', end: 'start' } as const;

function mirrorText({ look: { direction, ...look }, ...text }: DrawnText, width: number): DrawnText {
  return {
    ...text,
    box: mirrorBox(text.box, width),
    words: text.words.map((word) => ({ ...word, box: mirrorBox(word.box, width) })),
    look: isFromLeft(text.words) ? { ...look, direction: 'ltr' } : look,
    /* A text that is set from right to left starts on the right already. */
    anchor: direction === 'rtl' ? text.anchor : OTHER_END[text.anchor],
  };
}
