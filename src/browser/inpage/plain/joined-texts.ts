import { required } from '../../../core/data/required.js';
import { letterRuns, type LetterRun } from '../../../core/drawing/join-letters.js';
import type { DrawnText } from '../../../core/drawing/drawing.js';
import { isUpright } from '../drawing/geometry.js';
import { linkOf, nameOf } from '../drawing/layers.js';
import { isMerged } from '../drawing/merged-layers.js';
import { textsIn } from '../drawing/texts.js';
import { APART, SVG, inverseOf } from './placing.js';

const PAINTED = 'image, path, rect, circle, ellipse, line, polygon, polyline, text, use, foreignObject';

/** Puts letters and pieces of words that are drawn one by one together into lines of text, each letter where it was. */
export function joinTexts(svg: SVGSVGElement): void {
  const painted = [...svg.querySelectorAll<SVGGraphicsElement>(PAINTED)].filter((element) => !element.closest(APART));
  const texts = painted.map((element): DrawnText | undefined => {
    if (!(element instanceof SVGTextElement) || isMerged(element) || !isUpright(element)) return undefined;
    const lines = textsIn(element, { clip: undefined, opacity: 1 }, svg);
    const [line] = lines;
    if (lines.length !== 1 || !line) return undefined;
    const link = linkOf(element);
    return { ...line.text, order: 0, path: '', layer: '', ...(link === undefined ? {} : { href: link }) };
  });
  for (const run of letterRuns(texts)) join(run, painted as readonly SVGElement[] as readonly SVGTextElement[]);
}

function join({ pieces, goesOn, spacing }: LetterRun, painted: readonly SVGTextElement[]): void {
  const elements = pieces.map((piece) => required(painted[piece]));
  const first = required(elements[0]);
  let text = '';
  const starts: number[] = [];
  let baseline = 0;
  let end = 0;
  elements.forEach((element, at) => {
    if (at > 0 && !goesOn[at]) {
      text += ' ';
      starts.push(end);
    }
    const matrix = element.getScreenCTM() ?? undefined;
    const shown = (element.textContent ?? '').replace(/\s+/g, ' ').trim();
    const count = Math.min(element.getNumberOfChars(), shown.length);
    for (let letter = 0; letter < count; letter += 1) {
      const from = element.getStartPositionOfChar(letter).matrixTransform(matrix);
      starts.push(from.x + scrollX);
      end = element.getEndPositionOfChar(letter).matrixTransform(matrix).x + scrollX;
      if (at === 0) baseline = from.y + scrollY;
    }
    text += shown.slice(0, count);
  });
  const joined = document.createElementNS(SVG, 'text');
  const style = getComputedStyle(first.querySelector('tspan') ?? first);
  const scale = Math.hypot(first.getScreenCTM()?.a ?? 1, first.getScreenCTM()?.b ?? 0);
  const round = (value: number): number => Math.round(value * 1000) / 1000;
  joined.setAttribute('x', starts.map(round).join(' '));
  joined.setAttribute('y', String(round(baseline)));
  for (const name of ['font-family', 'font-weight', 'font-style', 'fill', 'fill-opacity', 'opacity', 'text-decoration'])
    joined.style.setProperty(name, style.getPropertyValue(name));
  joined.style.fontSize = `${round(parseFloat(style.fontSize) * scale)}px`;
  joined.style.letterSpacing = spacing ? `${round(spacing)}px` : 'normal';
  joined.style.textAnchor = 'start';
  joined.style.whiteSpace = 'pre';
  joined.textContent = text;
  const name = nameOf(first);
  if (name) joined.setAttribute('data-name', name);
  const holder = document.createElementNS(SVG, 'g');
  holder.setAttribute('transform', inverseOf(first.parentElement));
  holder.append(joined);
  first.before(holder);
  for (const element of elements) element.remove();
}
