import type { Declarations } from '../../document/types.js';

const SIDES = ['top', 'right', 'bottom', 'left'];

const onSides = (nameOf: (side: string) => string, value: string): Declarations =>
  Object.fromEntries(SIDES.map((side) => [nameOf(side), value]));

const NO_FRAME: Declarations = {
  ...onSides((side) => `margin-${side}`, '0px'),
  ...onSides((side) => `padding-${side}`, '0px'),
  ...onSides((side) => `border-${side}-style`, 'none'),
  ...onSides((side) => `border-${side}-width`, '0px'),
};

/** A button that looks like the text around it: what a browser gives buttons by itself is taken back (HTML, 15.5.2). */
const BARE: Declarations = {
  'box-sizing': 'content-box',
  ...NO_FRAME,
  'background-color': 'transparent',
  color: 'inherit',
  'font-family': 'inherit',
  'font-size': 'inherit',
  'font-style': 'inherit',
  'font-weight': 'inherit',
  'letter-spacing': 'inherit',
  'line-height': 'inherit',
  'text-align': 'inherit',
  'text-transform': 'inherit',
  'word-spacing': 'inherit',
};

/** A dialog that looks like any box: what a browser gives dialogs by itself is taken back (HTML, 15.5.4). */
export const PLAIN_DIALOG: Declarations = {
  display: 'none',
  position: 'static',
  ...onSides((side) => side, 'auto'),
  width: 'auto',
  height: 'auto',
  'max-width': 'none',
  'max-height': 'none',
  ...NO_FRAME,
  'background-color': 'transparent',
  color: 'inherit',
  'overflow-x': 'visible',
  'overflow-y': 'visible',
};

/** What a link that leads somewhere looks like by itself, said of a button. */
const LINK: Declarations = { color: 'linktext', 'text-decoration-line': 'underline', cursor: 'pointer' };

/**
 * What has to be said of a button that takes the place of another element, below what that element says itself.
 * @param isBlock whether it is as wide as its box
 */
export function buttonFor(element: string, isLink: boolean, isBlock: boolean, own: Declarations): Declarations {
  if (element === 'button') return {};
  const wide: Declarations =
    isBlock && own['width'] === undefined ? { display: 'block', width: '100%', 'box-sizing': 'border-box' } : {};
  return { ...BARE, ...(isLink ? LINK : {}), ...wide };
}

/** A popover that holds nothing but a state. */
export const NOTHING_SEEN: Declarations = {
  width: '0px',
  height: '0px',
  ...onSides((side) => `padding-${side}`, '0px'),
  ...onSides((side) => `border-${side}-style`, 'none'),
  'pointer-events': 'none',
};
