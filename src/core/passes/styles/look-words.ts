import { readColour } from '../../css/colours.js';
import type { Declarations, SharedStyle } from '../../document/types.js';

/** Sizes that differ by less than this share are the same to a person. */
const NOTICED = 0.06;
/** Weight from which letters are bold. */
const BOLD = 600;

/**
 * What a person would say of a look beside another one: `large`, `bold`, `centred`, the most telling first. Empty if
 * words do not tell the two apart.
 */
export function lookWords(other: SharedStyle, own: SharedStyle): string[] {
  const told = TELLING.flatMap((tell) => tell(other.rest, own.rest) ?? []);
  return [...new Set([...told, ...widthWords(other, own)])];
}

/** Something that tells two looks apart; undefined if they are alike in it. */
type Telling = (other: Declarations, own: Declarations) => string | undefined;

const TELLING: readonly Telling[] = [
  sizes('large', 'small', 'font-size'),
  (other, own) => {
    const [before, now] = [weightOf(other), weightOf(own)];
    return before === now ? undefined : now >= BOLD ? 'bold' : 'light';
  },
  (other, own) => said(other, own, 'font-style', { italic: 'italic' }),
  (other, own) => said(other, own, 'text-transform', { uppercase: 'capitals' }),
  (other, own) => said(other, own, 'text-align', { center: 'centred', right: 'right', end: 'right' }),
  (other, own) => (isFilled(own) === isFilled(other) ? undefined : isFilled(own) ? 'filled' : 'plain'),
  (other, own) => (isFramed(own) === isFramed(other) ? undefined : isFramed(own) ? 'framed' : 'open'),
  (other, own) => (other['color'] === own['color'] ? undefined : colourWord(other['color'], own['color'])),
  (other, own) => colourWord(other['background-color'], own['background-color']),
  (other, own) => said(other, own, 'align-items', { center: 'middle', 'flex-end': 'bottom' }),
  (other, own) =>
    said(other, own, 'justify-content', { center: 'centred', 'flex-end': 'end', 'space-between': 'apart' }),
  (other, own) => said(other, own, 'flex-wrap', { wrap: 'wrapping' }),
  sizes('wide', 'narrow', 'width', 'max-width', 'flex-basis', 'min-width'),
  sizes('high', 'low', 'height', 'min-height'),
  sizes('roomy', 'tight', 'padding-top', 'padding-bottom', 'padding-left', 'row-gap', 'column-gap', 'line-height'),
  sizes('lowered', 'raised', 'margin-top'),
  sizes('spaced', 'close', 'margin-bottom', 'margin-left', 'margin-right', 'letter-spacing'),
];

/** By how large something is: the first of some properties in which two looks differ. */
function sizes(more: string, less: string, ...properties: readonly string[]): Telling {
  return (other, own) => {
    for (const property of properties) {
      const [before, now] = [sizeOf(other[property]), sizeOf(own[property])];
      if (Math.abs(now - before) > NOTICED * Math.max(Math.abs(now), Math.abs(before)))
        return now > before ? more : less;
    }
    return undefined;
  };
}

function sizeOf(value: string | undefined): number {
  const size = parseFloat(value ?? '0');
  return Number.isFinite(size) ? size : 0;
}

function weightOf({ 'font-weight': weight = '400' }: Declarations): number {
  return weight === 'bold' ? 700 : parseFloat(weight) || 400;
}

function said(
  other: Declarations,
  own: Declarations,
  property: string,
  words: Readonly<Record<string, string>>,
): string | undefined {
  const value = own[property];
  return value === undefined || value === other[property] ? undefined : words[value];
}

function isFilled(look: Declarations): boolean {
  const ground = look['background-color'];
  return (
    (ground !== undefined && readColour(ground)?.[3] !== 0) ||
    (look['background-image'] !== undefined && look['background-image'] !== 'none')
  );
}

function isFramed(look: Declarations): boolean {
  return (look['border-top-style'] ?? 'none') !== 'none' && (look['border-left-style'] ?? 'none') !== 'none';
}

/** A colour beside another one, by its lightness. */
function colourWord(other: string | undefined, own: string | undefined): string | undefined {
  const [before, now] = [lightness(other), lightness(own)];
  if (before === undefined || now === undefined || Math.abs(before - now) < NOTICED * 255) return undefined;
  return now > before ? 'pale' : 'deep';
}

function lightness(colour: string | undefined): number | undefined {
  const rgba = colour === undefined ? undefined : readColour(colour);
  return rgba && 0.299 * rgba[0] + 0.587 * rgba[1] + 0.114 * rgba[2];
}

/** Where something is shown on some screens only. */
function widthWords(other: SharedStyle, own: SharedStyle): string[] {
  const shown = ({ rest }: SharedStyle): boolean => rest['display'] !== 'none';
  const given = ({ variants = [] }: SharedStyle): boolean =>
    variants.some(({ at, set }) => at !== undefined && set['display'] === 'none');
  if (shown(other) !== shown(own)) return [shown(own) ? 'wide-screen' : 'small-screen'];
  return given(own) && !given(other) ? ['wide-screen'] : [];
}
