import { px } from '../../geometry/box.js';
import type { ArtboardStyles } from '../model/part-styles.js';
import type { Paragraph } from '../model/paragraph.js';
import type { Part } from '../model/part.js';

type Look = Readonly<Record<string, string>>;

/** What a label may look like for its button to look so itself: all that is about letters. */
const LETTERING = /^(font-|line-height$|letter-spacing$|color$|text-(?!decoration)|word-spacing$|white-space)/;
/** Room at the sides of a label that only keeps it from wrapping, px. */
const SLACK = 2;

/**
 * The label of a button that holds nothing else and is set as its button could be: the button is then one element. Its
 * looks take over those of the label. Undefined if the label needs an element of its own.
 */
export function takeLabel(part: Part, looks: readonly ArtboardStyles[]): Paragraph | undefined {
  const [label, ...more] = part.parts;
  if (label?.piece?.type !== 'text' || more.length || part.over.length) return undefined;
  const fits = looks.every((screen) => {
    const own = screen.get(label);
    return own ? Object.entries(own).every(isLettering) : screen.get(part) === undefined;
  });
  if (!fits) return undefined;
  for (const screen of looks) {
    const [own, around] = [screen.get(label), screen.get(part)];
    if (own && around) screen.set(part, { ...asBlock(around), ...lettering(own), ...slackOf(own, around) });
  }
  return label.piece.text;
}

/** Room that the label had beside itself at the sides comes out of the room of the button. */
function slackOf(own: Look, around: Look): Look {
  const whole = -parseFloat(own['margin-inline'] ?? '0');
  const sides = (['left', 'right'] as const).flatMap((side) => {
    const slack = Math.max(whole, -parseFloat(own[`margin-${side}`] ?? '0'), 0);
    const padding = around[`padding-${side}`];
    return slack > 0 && padding?.endsWith('px') ? [[`padding-${side}`, px(parseFloat(padding) - slack)] as const] : [];
  });
  return Object.fromEntries(sides);
}

function isLettering([property, value]: [string, string]): boolean {
  return LETTERING.test(property) || (isSide(property) && Math.abs(parseFloat(value)) <= SLACK);
}

function isSide(property: string): boolean {
  return /^margin-(inline|left|right)$/.test(property);
}

function lettering(look: Look): Look {
  return Object.fromEntries(Object.entries(look).filter(([property]) => !isSide(property)));
}

/** A stack of one line of words is a block, unless it says where the words stand in it. */
function asBlock(look: Look): Look {
  const { 'flex-direction': direction, display, ...rest } = look;
  const placed = ['align-items', 'justify-content'].some((property) => property in look);
  return display === 'flex' && direction === 'column' && !placed ? { ...rest, display: 'block' } : { ...look };
}
