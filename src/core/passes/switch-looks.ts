import type { Declarations } from '../page/types.js';

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
