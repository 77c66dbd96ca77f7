import type { DrawnBoard, DrawnBox, DrawnItem, TextLook } from './drawn.js';

/** Small artboards for tests: items in painting order, lines of text by their glyph boxes. */
const BODY: TextLook = {
  family: 'Arial',
  size: 16,
  weight: '400',
  style: 'normal',
  color: 'rgb(0, 0, 0)',
  spacing: 0,
  decoration: 'none',
  transform: 'none',
};

type Item = (order: number) => DrawnItem;

/** A line of text; each character is half a font size wide. */
export function line(
  text: string,
  x: number,
  y: number,
  more: Partial<TextLook> & { anchor?: 'start' | 'middle' | 'end'; layer?: string; href?: string } = {},
): Item {
  const { anchor = 'start', layer = '', href, ...rest } = more;
  const look = { ...BODY, ...rest };
  const step = look.size / 2;
  let at = x;
  const words = text.split(' ').map((word) => {
    const box: DrawnBox = [at, y, word.length * step, look.size * 1.15];
    at += (word.length + 1) * step;
    return { text: word, box };
  });
  const width = text.length * step;
  return (order) => ({
    type: 'text',
    order,
    path: `${layer} / ${text}`,
    layer,
    box: [x, y, width, look.size * 1.15],
    words,
    look,
    anchor,
    ...(href ? { href } : {}),
  });
}

export function box(
  x: number,
  y: number,
  width: number,
  height: number,
  look: Record<string, string> = { 'background-color': 'rgb(250, 250, 250)' },
): Item {
  return (order) => ({ type: 'box', order, path: `box ${order}`, layer: '', box: [x, y, width, height], look });
}

export function picture(address: string, x: number, y: number, width: number, height: number): Item {
  return (order) => ({
    type: 'picture',
    order,
    path: address,
    layer: '',
    box: [x, y, width, height],
    whole: [x, y, width, height],
    address,
    title: '',
    look: {},
  });
}

export function art(d: string, x: number, y: number, width: number, height: number): Item {
  return (order) => ({
    type: 'art',
    order,
    path: d,
    layer: '',
    box: [x, y, width, height],
    markup: `<svg><path d="${d}"/></svg>`,
    title: '',
    pieces: 1,
  });
}

export function board(width: number, height: number, ...items: readonly Item[]): DrawnBoard {
  return { width, height, title: 'Board', items: items.map((item, order) => item(order)), notes: [] };
}
