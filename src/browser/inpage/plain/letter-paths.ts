import { required } from '../../../core/data/required.js';
import { writeFamilies } from '../../../core/css/font-families.js';
import { isRightToLeft, readOrder } from '../../../core/text/written-order.js';
import type { Matrix } from '../../../core/drawing/contours.js';
import type { FilledPath, FilledPaths, ReadOutlines } from '../../../core/lettering/read-outlines.js';
import type { RecognisedLine } from '../../../core/lettering/text-lines.js';
import { nameOf } from '../drawing/layers.js';
import { isMerged, merged } from '../drawing/merged-layers.js';
import { setFromRight } from './letters.js';
import { APART, SVG, inverseOf } from './placing.js';

/** Longest path that may be letters, as it is written. */
const LONGEST = 400000;
/** Letters in layers of such names are drawn, not written. */
const DRAWN = /\b(logo(type|mark)?|word-?mark|brand|signet)\b/i;

let found: SVGPathElement[] = [];

/** The paths of the drawing that are filled and not outlined besides, as letters are. */
export function filledPaths(): FilledPaths {
  found = [];
  const shapes = new Map<string, number>();
  const paths: FilledPath[] = [];
  const svg = required(document.querySelector('svg'));
  for (const path of svg.querySelectorAll('path')) {
    const data = path.getAttribute('d') ?? '';
    if (!data || data.length > LONGEST || path.closest(APART) || isMerged(path)) continue;
    const { fill, fillOpacity, stroke, visibility } = getComputedStyle(path);
    const matrix = path.getScreenCTM();
    if (
      fill === 'none' ||
      stroke !== 'none' ||
      visibility !== 'visible' ||
      !matrix ||
      !path.checkVisibility() ||
      isLogo(path)
    )
      continue;
    const shape = shapes.get(data) ?? shapes.size;
    shapes.set(data, shape);
    found.push(path);
    const place: Matrix = [matrix.a, matrix.b, matrix.c, matrix.d, matrix.e + scrollX, matrix.f + scrollY];
    paths.push({ shape, matrix: place, paint: `${fill} ${fillOpacity}` });
  }
  return { width: svg.getBoundingClientRect().width, shapes: [...shapes.keys()], paths };
}

function isLogo(path: Element): boolean {
  for (let at: Element | null = path; at && at.localName !== 'svg'; at = at.parentElement)
    if (DRAWN.test(nameOf(at).replace(/[-_]/g, ' '))) return true;
  return false;
}

/** A line with the font that it is set in. */
export interface LineToPut extends Omit<RecognisedLine, 'font'> {
  readonly families: readonly string[];
  readonly weight: number;
  readonly italic: boolean;
}

/** Puts text in the place of the outlines that were recognised, each letter where it was. */
export function putLines(lines: readonly LineToPut[], rest: ReadOutlines['rest']): void {
  const drawn = new Set(lines.flatMap(({ paths }) => paths));
  for (const line of lines) {
    const path = required(found[required(line.paths[0])]);
    path.before(textFor(line, path));
  }
  for (const { path: number, contours } of rest) {
    const path = required(found[number]);
    const left = path.cloneNode() as SVGPathElement;
    left.setAttribute('d', contours.map((points) => `M${points.map(([x, y]) => `${x} ${y}`).join('L')}z`).join(''));
    left.removeAttribute('transform');
    const holder = document.createElementNS(SVG, 'g');
    holder.setAttribute('transform', inverseOf(path.parentElement));
    holder.append(left);
    path.before(holder);
  }
  for (const number of drawn) found[number]?.remove();
}

/** Names what stays drawn by what it seems to say. @param guesses numbers of paths, and what was read there */
export function nameLines(guesses: readonly { readonly paths: readonly number[]; readonly text: string }[]): void {
  for (const { paths, text } of guesses) {
    const own = paths.flatMap((number) => found[number] ?? []).filter(({ isConnected }) => isConnected);
    const [first] = own;
    if (!first || own.some(({ parentElement }) => parentElement !== first.parentElement)) continue;
    const group = document.createElementNS(SVG, 'g');
    const title = document.createElementNS(SVG, 'title');
    title.textContent = text;
    first.before(group);
    group.append(title, ...own);
    merged.add(group);
  }
}

/** How many letters the drawing has as text. */
export function lettersAsText(): number {
  const texts = [...required(document.querySelector('svg')).querySelectorAll('text')];
  return texts.reduce((sum, text) => sum + (text.textContent ?? '').replace(/\s/g, '').length, 0);
}

function textFor(line: LineToPut, path: SVGPathElement): Element {
  const style = getComputedStyle(path);
  const text = document.createElementNS(SVG, 'text');
  const round = (value: number): number => Math.round(value * 1000) / 1000;
  text.setAttribute('x', line.starts.slice(0, -1).map(round).join(' '));
  text.setAttribute('y', String(round(line.baseline)));
  text.style.fontFamily = writeFamilies(line.families);
  text.style.fontSize = `${round(line.size)}px`;
  text.style.fontWeight = String(line.weight);
  text.style.fontStyle = line.italic ? 'italic' : 'normal';
  text.style.letterSpacing = line.spacing ? `${round(line.spacing)}px` : 'normal';
  text.style.textAnchor = 'start';
  text.style.whiteSpace = 'pre';
  text.style.fill = style.fill;
  text.style.fillOpacity = style.fillOpacity;
  text.style.opacity = style.opacity;
  const name = nameOf(path);
  if (name) text.setAttribute('data-name', name);
  text.textContent = line.text;
  if (isRightToLeft(line.text)) {
    text.textContent = readOrder(line.text);
    setFromRight(text, line.starts.at(-1) ?? 0);
  }
  const holder = document.createElementNS(SVG, 'g');
  holder.setAttribute('transform', inverseOf(path.parentElement));
  holder.append(text);
  return holder;
}
