import type { Declarations, SharedStyle, StyleVariant } from '../../document/types.js';

/** What places an element in the flex or grid box that holds it (CSS Flexbox 1, CSS Grid 2): that goes to its entry. */
const PLACING =
  /^(margin(-.*)?|align-self|justify-self|place-self|flex(-grow|-shrink|-basis)?|order|grid-(area|row|column)(-start|-end)?|width|min-width|max-width|position|left|right|top|bottom|inset|z-index)$/;

/** The styles of an entry of a list and of what is in it, of the style that this had where it stood by itself. */
export interface EntryStyles {
  readonly entry: SharedStyle;
  readonly inside: SharedStyle;
}

/** Lets an entry stand where its only child stood, and as large; the child fills it. */
export function entryStyles({ rest, variants = [] }: SharedStyle): EntryStyles {
  const isAtRest = ({ part, state, within }: StyleVariant): boolean =>
    part === undefined && state === undefined && within === undefined;
  const entry = variants.flatMap((variant): StyleVariant[] => {
    const set = isAtRest(variant) ? placing(variant.set) : {};
    return Object.keys(set).length ? [{ ...variant, set }] : [];
  });
  const inside = variants.flatMap((variant): StyleVariant[] => {
    const set = isAtRest(variant) ? without(variant.set) : variant.set;
    return Object.keys(set).length ? [{ ...variant, set }] : [];
  });
  return {
    entry: { rest: { display: 'flex', ...placing(rest) }, ...(entry.length ? { variants: entry } : {}) },
    inside: { rest: { ...without(rest), 'flex-grow': '1' }, ...(inside.length ? { variants: inside } : {}) },
  };
}

function placing(look: Declarations): Declarations {
  const { display } = look;
  const shown = display === undefined ? {} : { display: display === 'none' ? 'none' : 'flex' };
  return { ...Object.fromEntries(Object.entries(look).filter(([name]) => PLACING.test(name))), ...shown };
}

function without(look: Declarations): Declarations {
  return Object.fromEntries(
    Object.entries(look).filter(([name, value]) => !PLACING.test(name) && !(name === 'display' && value === 'none')),
  );
}
