import { COLOURS } from './token.js';

/** One layer of a shadow: colour as CSS text, lengths as CSS text in px or rem (CSS Backgrounds 3, 6.1). */
export interface Layer {
  readonly color: string;
  readonly lengths: readonly [offsetX: string, offsetY: string, blur: string, spread: string];
  readonly inset: boolean;
}

/** The layers of a shadow; undefined if it says something that the format of tokens has no word for. */
export function layersOf(shadow: string): Layer[] | undefined {
  const layers = shadow.split(/,(?![^(]*\))/).map((text): Layer | undefined => {
    const [color, ...others] = text.match(COLOURS) ?? [];
    const words = text.replace(COLOURS, ' ').trim().split(/\s+/);
    const lengths = words.filter((word) => word !== 'inset').map((word) => (word === '0' ? '0px' : word));
    const fits = color !== undefined && others.length === 0 && lengths.length >= 2 && lengths.length <= 4;
    if (!fits || !lengths.every((word) => /^-?[\d.]+(px|rem)$/.test(word))) return undefined;
    const [x, y, blur = '0px', spread = '0px'] = lengths as [string, string, string?, string?];
    return { color, lengths: [x, y, blur, spread], inset: words.includes('inset') };
  });
  return layers.some((layer) => layer === undefined) ? undefined : (layers as Layer[]);
}

/** A shadow as CSS text. */
export function shadowOf(layers: readonly Layer[]): string {
  return layers
    .map(({ color, lengths, inset }) => [...(inset ? ['inset'] : []), ...lengths, color].join(' '))
    .join(', ');
}
