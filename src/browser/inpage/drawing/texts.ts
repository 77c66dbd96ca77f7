import { required } from '../../../core/data/required.js';
import type { DrawnBox, DrawnText, DrawnWord, DrawnTextStyle } from '../../../core/drawing/drawing.js';
import { gradientOfText, type GradientImage } from './gradients.js';
import { area, around } from '../../../core/geometry/box.js';
import { isRightToLeft } from '../../../core/text/written-order.js';
import { clipped, isEmpty, pageBox, withAlpha } from './geometry.js';

/** A line of a text, and the element that its letters stand in. */
export interface ReadLine {
  readonly parent: Element;
  readonly text: Omit<DrawnText, 'order' | 'path' | 'layer'>;
}

/** The lines of a text that show, in their order. */
export function textsIn(
  element: SVGTextElement,
  { clip, opacity }: { readonly clip: DrawnBox | undefined; readonly opacity: number },
  svg: SVGSVGElement,
): ReadLine[] {
  const matrix = element.getScreenCTM();
  const scale = matrix ? Math.hypot(matrix.a, matrix.b) : 1;
  const whole = pageBox(element.getBoundingClientRect());
  const found: ReadLine[] = [];
  const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
    const parent = required(node.parentElement);
    const style = getComputedStyle(parent);
    if (/^(title|desc)$/.test(parent.localName) || style.display === 'none' || style.visibility !== 'visible') continue;
    const look = textLook(parent, element, scale, opacity, gradientOfText(style, whole, opacity, svg));
    const anchor = style.textAnchor === 'middle' || style.textAnchor === 'end' ? style.textAnchor : 'start';
    for (const words of linesOf(node, clip))
      found.push({ parent, text: { type: 'text', box: around(words.map(({ box }) => box)), words, look, anchor } });
  }
  return found;
}

/** Words of a text node with their places, one list for each line. */
function linesOf(node: Text, clip: DrawnBox | undefined): DrawnWord[][] {
  const range = document.createRange();
  const lines: DrawnWord[][] = [];
  const fromRight = isRightToLeft(node.data);
  for (const match of node.data.matchAll(/\S+/g)) {
    range.setStart(node, match.index);
    range.setEnd(node, match.index + match[0].length);
    const box = pageBox(range.getBoundingClientRect());
    if (box[2] < 0.5 || box[3] < 0.5 || !isSeen(box, clip)) continue;
    const last = lines.at(-1)?.at(-1);
    /* From right to left the next word is on the left; numbers and foreign words keep their own order there. */
    const isBeyond = fromRight || (last && box[0] >= last.box[0] + last.box[2] - 1);
    const follows = last && Math.abs(last.box[1] - box[1]) < box[3] * 0.3 && isBeyond;
    if (follows) required(lines.at(-1)).push({ text: match[0], box });
    else lines.push([{ text: match[0], box }]);
  }
  return lines;
}

/** A word of which less than this share is left by what it is clipped to is not seen: such words are for screen readers. */
const SEEN = 0.1;

function isSeen(box: DrawnBox, clip: DrawnBox | undefined): boolean {
  const shown = clipped(box, clip);
  return !isEmpty(shown) && area(shown) >= SEEN * area(box);
}

/** Lines at letters: those of an element are drawn at all that is in it (CSS Text Decoration 3, 2), up to the text as a whole. */
function decorationOf(element: Element, whole: SVGTextElement): string {
  const lines = new Set<string>();
  for (let at: Element | null = element; at && whole.contains(at); at = at.parentElement)
    for (const line of getComputedStyle(at).textDecorationLine.split(' ')) lines.add(line);
  lines.delete('none');
  return [...lines].sort().join(' ') || 'none';
}

/**
 * @param element that the letters stand in, of a text
 * @param gradient what fills the letters, if it is no plain colour
 */
function textLook(
  element: Element,
  whole: SVGTextElement,
  scale: number,
  opacity: number,
  gradient: GradientImage | undefined,
): DrawnTextStyle {
  const style = getComputedStyle(element);
  const round = (value: number): number => Math.round(value * 1000) / 1000;
  return {
    family: style.fontFamily,
    size: round(parseFloat(style.fontSize) * scale),
    weight: style.fontWeight,
    style: style.fontStyle,
    color:
      gradient?.flat ??
      gradient?.color ??
      withAlpha(
        style.fill.startsWith('url(') || style.fill === 'none' ? style.color : style.fill,
        opacity * Number(style.fillOpacity),
      ),
    ...(gradient && !gradient.flat ? { paint: gradient.image } : {}),
    spacing: style.letterSpacing === 'normal' ? 0 : round(parseFloat(style.letterSpacing) * scale),
    decoration: decorationOf(element, whole),
    transform: style.textTransform,
    ...(style.direction === 'rtl' ? { direction: 'rtl' as const } : {}),
  };
}
