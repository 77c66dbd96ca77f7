import type { DrawnBox, DrawnWord, TextLook } from '../../core/design/drawn.js';
import type { GradientImage } from './svg-paint.js';
import { clipped, isEmpty, pageBox, withAlpha } from './geometry.js';

/** Words of a text node with their places, one list for each line. */
export function linesOf(node: Text, clip: DrawnBox | undefined): DrawnWord[][] {
  const range = document.createRange();
  const lines: DrawnWord[][] = [];
  for (const match of node.data.matchAll(/\S+/g)) {
    range.setStart(node, match.index);
    range.setEnd(node, match.index + match[0].length);
    const box = pageBox(range.getBoundingClientRect());
    if (box[2] < 0.5 || box[3] < 0.5 || isEmpty(clipped(box, clip))) continue;
    const last = lines.at(-1)?.at(-1);
    const follows = last && Math.abs(last.box[1] - box[1]) < box[3] * 0.3 && box[0] >= last.box[0] + last.box[2] - 1;
    if (follows) (lines.at(-1) as DrawnWord[]).push({ text: match[0], box });
    else lines.push([{ text: match[0], box }]);
  }
  return lines;
}

/** Lines at letters: those of an element are drawn at all that is in it (CSS Text Decoration 3, 2), up to the text as a whole. */
function decorationOf(element: Element, whole: SVGTextElement): string {
  const lines = new Set<string>();
  for (let at: Element | null = element; at && whole.contains(at); at = at.parentElement) for (const line of getComputedStyle(at).textDecorationLine.split(' ')) lines.add(line); // prettier-ignore
  lines.delete('none');
  return [...lines].sort().join(' ') || 'none';
}

/**
 * @param element that the letters stand in, of a text
 * @param gradient what fills the letters, if it is no plain colour
 */
export function textLook(
  element: Element,
  whole: SVGTextElement,
  scale: number,
  opacity: number,
  gradient: GradientImage | undefined,
): TextLook {
  const style = getComputedStyle(element);
  const round = (value: number): number => Math.round(value * 1000) / 1000;
  return {
    family: style.fontFamily,
    size: round(parseFloat(style.fontSize) * scale),
    weight: style.fontWeight,
    style: style.fontStyle,
    color:
      gradient?.color ??
      withAlpha(
        style.fill.startsWith('url(') || style.fill === 'none' ? style.color : style.fill,
        opacity * Number(style.fillOpacity),
      ),
    ...(gradient ? { paint: gradient.image } : {}),
    spacing: style.letterSpacing === 'normal' ? 0 : round(parseFloat(style.letterSpacing) * scale),
    decoration: decorationOf(element, whole),
    transform: style.textTransform,
  };
}
