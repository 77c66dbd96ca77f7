import { required } from '../../../core/data/required.js';
import type { ScrolledScreen } from '../../../core/passes/pass.js';
import type { MeasureRequest } from '../../../core/proof/measurement.js';
import { elementsOf } from '../measure/elements.js';

/** A header is at least as wide as this share of the window, no higher than this, and this near to its top; px. */
const WIDEST_SHARE = 0.6;
const HIGHEST = 240;
const NEAR = 4;
/** How far the page is scrolled to see what it does then, px, and how long it has for that, ms. */
const FAR = 700;
const TIME = 300;
/** What scripts change in a header once a page is scrolled. */
const CHANGING = [
  'background-color',
  'color',
  'box-shadow',
  'padding-top',
  'padding-bottom',
  'border-bottom-color',
  'border-bottom-width',
  'font-size',
  'height',
  'max-height',
  'opacity',
  'fill',
  'stroke',
  'backdrop-filter',
  'margin-top',
  'letter-spacing',
] as const;
/** More things in a header than these are not looked at. */
const MOST = 300;

/**
 * How the header that stays looks once the page is scrolled: what is otherwise then in the elements that are asked for;
 * nothing if none stays, or nothing changes. The page is back at its beginning afterwards.
 */
export async function captureScrolledHeader(
  things: NonNullable<MeasureRequest['things']>,
): Promise<ScrolledScreen['looks']> {
  const header = [...document.querySelectorAll('body *')].find(isStaying);
  if (!header || document.documentElement.scrollHeight < innerHeight + FAR) return [];
  const ids = elementsOf(things);
  const parts = [...ids.keys()].filter((key) => header.contains(key)).slice(0, MOST);
  const before = parts.map(looksOf);
  scrollTo(0, FAR);
  await rest();
  const after = parts.map(looksOf);
  const stays = header.getBoundingClientRect().bottom > 0;
  scrollTo(0, 0);
  await rest();
  if (!stays) return [];
  return parts.flatMap((part, at) => {
    const [was, is] = [before[at] ?? {}, after[at] ?? {}];
    const set = Object.fromEntries(Object.entries(is).filter(([name, value]) => value !== was[name]));
    return Object.keys(set).length ? [{ id: required(ids.get(part)), set }] : [];
  });
}

function isStaying(element: Element): boolean {
  const { position } = getComputedStyle(element);
  if (position !== 'fixed' && position !== 'sticky') return false;
  const { top, width, height } = element.getBoundingClientRect();
  return Math.abs(top) <= NEAR && width >= WIDEST_SHARE * innerWidth && height > 0 && height <= HIGHEST;
}

function looksOf(element: Element): Record<string, string> {
  const style = getComputedStyle(element);
  const isSized = style.display !== 'inline';
  const all = Object.fromEntries(CHANGING.map((name) => [name, style.getPropertyValue(name)]));
  /* A height that only follows from what is inside says nothing of its own. */
  const { height, ...others } = all;
  return isSized && element instanceof HTMLImageElement ? { ...others, height: height ?? '' } : others;
}

async function rest(): Promise<void> {
  await new Promise((done) => setTimeout(done, TIME));
  await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
}
