import { isRightToLeft, readOrder, withoutForms } from '../../../core/text/written-order.js';
import { APART } from './placing.js';

/**
 * Writes letters as they are written: those that fonts draw as one or in a form of their own as the letters themselves,
 * and lines that are placed letter by letter from the left in the order in which they are read.
 */
export function settleLetters(svg: SVGSVGElement): void {
  for (const element of svg.querySelectorAll<SVGTextContentElement>('text, tspan')) {
    const [node, ...more] = element.childNodes;
    if (!(node instanceof Text) || more.length || element.closest(APART)) continue;
    const places = (element.getAttribute('x') ?? '')
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    if (isRightToLeft(node.data) && places.length > 1) turnAround(element, node, places);
    else if (withoutForms(node.data) !== node.data) spellOut(element, node, places);
  }
}

/** A line from right to left is set by the browser: letters that are placed one by one do not join. */
function turnAround(element: SVGTextContentElement, node: Text, places: readonly number[]): void {
  const count = element.getNumberOfChars();
  let end = -Infinity;
  for (let letter = 0; letter < count; letter += 1)
    end = Math.max(end, element.getEndPositionOfChar(letter).x, element.getStartPositionOfChar(letter).x);
  const fromLeft = (places.at(-1) ?? 0) > (places[0] ?? 0);
  node.data = fromLeft ? readOrder(node.data.trim()) : withoutForms(node.data.trim());
  setFromRight(element, end);
}

/** Lets a line begin at its right end. */
export function setFromRight(element: SVGTextContentElement, end: number): void {
  element.setAttribute('x', String(Math.round(end * 1000) / 1000));
  element.style.direction = 'rtl';
  element.style.unicodeBidi = 'plaintext';
  element.style.textAnchor = 'start';
}

function spellOut(element: SVGTextContentElement, node: Text, places: readonly number[]): void {
  const letters = [...node.data];
  if (places.length > 1) {
    const all: number[] = [];
    let at = 0;
    for (const letter of letters) {
      const own = withoutForms(letter);
      const [from, to] = [places[at], places[at + letter.length]];
      if (from !== undefined) {
        const step = to === undefined ? 0 : (to - from) / own.length;
        for (let unit = 0; unit < own.length; unit += 1) {
          if (step === 0 && unit > 0) break;
          all.push(from + unit * step);
        }
      }
      at += letter.length;
    }
    element.setAttribute('x', all.join(' '));
  }
  node.data = withoutForms(node.data);
}
