import type { Declarations } from '../../document/types.js';

/** The look of a check box or radio button that is there for the keyboard, but not seen. */
export const UNSEEN: Declarations = {
  position: 'absolute',
  width: '1px',
  height: '1px',
  'margin-top': '0px',
  'margin-right': '0px',
  'margin-bottom': '0px',
  'margin-left': '0px',
  opacity: '0',
  'pointer-events': 'none',
};

/** How its label shows that the keyboard is on it. */
export const RING: Declarations = {
  'outline-style': 'solid',
  'outline-width': '2px',
  'outline-color': 'currentcolor',
  'outline-offset': '2px',
};

/** What shows a box that is declared not to be shown; nothing if it is shown. */
export function hiddenBy(full: ReadonlyMap<string, string>): Declarations {
  const shown: Record<string, string> = {};
  if (full.get('display') === 'none') shown['display'] = 'block';
  if (full.get('visibility') === 'hidden') shown['visibility'] = 'visible';
  if (shown['visibility'] && full.get('opacity') === '0') shown['opacity'] = '1';
  if (shown['visibility'] && full.get('pointer-events') === 'none') shown['pointer-events'] = 'auto';
  for (const name of ['height', 'max-height'])
    if (/^0(px)?$/.test(full.get(name) ?? '') && /hidden|clip/.test(full.get('overflow-y') ?? ''))
      shown[name] = name === 'height' ? 'auto' : 'none';
  return shown;
}

const SIDES = ['top', 'right', 'bottom', 'left'];

function frame(width: string, line: string, colour: string): Declarations {
  return Object.fromEntries(
    SIDES.flatMap((side) => [
      [`border-${side}-width`, width],
      [`border-${side}-style`, line],
      [`border-${side}-color`, colour],
    ]),
  );
}

function padding(upright: string, across: string): Declarations {
  return { 'padding-top': upright, 'padding-right': across, 'padding-bottom': upright, 'padding-left': across };
}

/** What a browser makes of a button by itself (HTML, 15.5.2), framed as the page's own fill or frame leaves it. */
const BUTTON: Declarations = {
  display: 'inline-block',
  'box-sizing': 'border-box',
  'text-align': 'center',
  'font-size': '13.3333px',
  'font-family': 'Arial',
  'font-weight': '400',
  'line-height': 'normal',
  'letter-spacing': 'normal',
  'text-transform': 'none',
  color: 'buttontext',
  'background-color': 'buttonface',
  cursor: 'default',
};
const FRAMED: Declarations = { ...padding('1px', '6px'), ...frame('2px', 'outset', 'buttonborder') };
const NATIVE: Declarations = {
  ...padding('2px', '7px'),
  ...frame('1px', 'solid', 'rgb(118, 118, 118)'),
  ...Object.fromEntries(
    ['top-left', 'top-right', 'bottom-right', 'bottom-left'].map((corner) => [`border-${corner}-radius`, '3px']),
  ),
};
const LINK: Declarations = { color: 'linktext', 'text-decoration-line': 'underline', cursor: 'pointer' };

/** What an element looks like by itself, to be said of the label that takes its place. */
export function bareLook(element: string, own: Declarations): Declarations {
  if (element === 'a') return LINK;
  if (element !== 'button') return {};
  const drawn = Object.keys(own).some((name) => /^(border-.*-(style|width)|background-(color|image))$/.test(name));
  return { ...BUTTON, ...(drawn ? FRAMED : NATIVE) };
}
