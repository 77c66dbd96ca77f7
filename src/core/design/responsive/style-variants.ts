import { required } from '../../data/required.js';
import type { Breakpoint, Declarations, SharedStyle, StyleVariant } from '../../document/types.js';

/** What a property is where a board says nothing of it, so that it undoes what a wider board says. */
const NEUTRAL: Readonly<Record<string, string>> = {
  'margin-top': '0',
  'margin-right': '0',
  'margin-bottom': '0',
  'margin-left': '0',
  'padding-top': '0',
  'padding-right': '0',
  'padding-bottom': '0',
  'padding-left': '0',
  width: 'auto',
  height: 'auto',
  'min-height': '0',
  'max-width': 'none',
  'row-gap': 'normal',
  'column-gap': 'normal',
  order: '0',
  'flex-wrap': 'nowrap',
  'justify-content': 'normal',
  'align-items': 'normal',
  'align-self': 'auto',
  'align-content': 'normal',
  position: 'static',
  top: 'auto',
  left: 'auto',
  right: 'auto',
  bottom: 'auto',
  'grid-template-columns': 'none',
  'flex-direction': 'row',
  'text-align': 'start',
  'white-space-collapse': 'collapse',
  'text-wrap-mode': 'wrap',
  'aspect-ratio': 'auto',
  'background-image': 'none',
  'box-shadow': 'none',
  opacity: '1',
  'border-radius': '0',
  'object-fit': 'fill',
  'object-position': '50% 50%',
  'letter-spacing': 'normal',
  'text-transform': 'none',
  'font-style': 'normal',
  'flex-grow': '0',
  'flex-shrink': '1',
  'flex-basis': 'auto',
  'z-index': 'auto',
  'grid-column': 'auto',
  'grid-row': 'auto',
  'border-width': '0',
  'border-style': 'none',
  'background-color': 'transparent',
  'text-decoration-line': 'none',
  'background-size': 'auto',
  'background-position': '0 0',
  'min-width': 'auto',
  'overflow-x': 'visible',
  'object-view-box': 'none',
};

/** One style from the looks of a node on each board, widest first: the first, then what differs at each breakpoint. */
export function styleFromArtboards(looks: readonly Declarations[], breakpoints: readonly Breakpoint[]): SharedStyle {
  const variants: StyleVariant[] = [];
  breakpoints.forEach(({ name }, at) => {
    const wider = required(looks[at]);
    const narrower = required(looks[at + 1]);
    const set: Record<string, string> = {};
    for (const property of Object.keys(wider))
      if (narrower[property] === undefined) set[property] = NEUTRAL[property] ?? 'revert';
    for (const [property, value] of Object.entries(narrower)) if (wider[property] !== value) set[property] = value;
    if (Object.keys(set).length) variants.push({ at: name, set });
  });
  return { rest: required(looks[0]), ...(variants.length ? { variants } : {}) };
}

/** Steps to which a threshold between two boards is rounded, px. */
const STEP = 20;

/** Where one board's layout gives way to the next: half way between their widths. */
export function breakpointsBetween(widths: readonly number[]): Breakpoint[] {
  return widths.slice(1).map((width, index) => {
    const wider = required(widths[index]);
    const below = Math.round((width + (wider - width) / 2) / STEP) * STEP;
    const fits = Math.min(wider, Math.max(width + 1, below));
    return { name: `below-${fits}`, below: fits };
  });
}
