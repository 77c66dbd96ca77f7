import { required } from '../data/required.js';
/** An sRGB colour: red, green, blue from 0 to 255, alpha from 0 to 1. */
export type Rgba = readonly [red: number, green: number, blue: number, alpha: number];

/** Reads `rgb(…)` and `rgba(…)` as browsers write computed colours (CSS Color 4, 4.2). Undefined for anything else. */
export function readColour(text: string): Rgba | undefined {
  const numbers = /^rgba?\(([^)]+)\)$/
    .exec(text.trim())?.[1]
    ?.split(/[\s,/]+/)
    .map(Number);
  if (!numbers || numbers.length < 3 || numbers.some(Number.isNaN)) return undefined;
  return [required(numbers[0]), required(numbers[1]), required(numbers[2]), numbers[3] ?? 1];
}

/** A colour as browsers write it. */
export function cssOf([red, green, blue, alpha]: Rgba): string {
  return alpha >= 1 ? `rgb(${red}, ${green}, ${blue})` : `rgba(${red}, ${green}, ${blue}, ${alpha})`;
}

/** A colour in the way of CSS for people: `#b3541e`, with two digits more if it is seen through. */
export function hexOf([red, green, blue, alpha]: Rgba): string {
  const parts = [red, green, blue, ...(alpha < 1 ? [alpha * 255] : [])];
  return `#${parts.map((part) => Math.round(part).toString(16).padStart(2, '0')).join('')}`;
}

/** A colour as people say it. */
export function writeColour([red, green, blue, alpha]: Rgba): string {
  const hex = hexOf([red, green, blue, 1]);
  return alpha >= 1 ? hex : `${hex} at ${Math.round(alpha * 100)} %`;
}

/** A colour as browsers write it, from what people write (`#abc`, `#b3541e80`, `rgb(…)`); undefined if it is none. */
export function parseColour(text: string): string | undefined {
  const hex = /^#([0-9a-f]{3,4}|[0-9a-f]{6}|[0-9a-f]{8})$/i.exec(text)?.[1];
  if (hex) {
    const full = hex.length < 5 ? [...hex].map((text) => text + text).join('') : hex;
    const [red, green, blue, alpha = 255] = (full.match(/../g) ?? []).map((text) => parseInt(text, 16)) as [
      number,
      number,
      number,
      number?,
    ];
    return cssOf([red, green, blue, Math.round((alpha / 255) * 1000) / 1000]);
  }
  const rgba = readColour(text);
  const fits = rgba?.every((value, at) => value >= 0 && value <= (at < 3 ? 255 : 1));
  return rgba && fits ? cssOf(rgba) : undefined;
}

/** One colour seen through another. */
export function over([red, green, blue, alpha]: Rgba, ground: Rgba): Rgba {
  const mix = (a: number, b: number): number => a * alpha + b * (1 - alpha);
  return [mix(red, ground[0]), mix(green, ground[1]), mix(blue, ground[2]), 1];
}

/** Contrast of two opaque colours, 1 to 21 (WCAG 2.2, contrast ratio). */
export function contrast(a: Rgba, b: Rgba): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

/** WCAG 2.2, relative luminance. */
function luminance(colour: Rgba): number {
  const [red, green, blue] = colour.slice(0, 3).map(linear) as [number, number, number];
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

function linear(value: number): number {
  const share = value / 255;
  return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
}

/** How far apart two colours look: distance in Oklab (CSS Color 4, 9.2), times 100. About 2 is just visible side by side. */
export function colourDistance(a: Rgba, b: Rgba): number {
  const [first, second] = [oklab(a), oklab(b)];
  return 100 * Math.hypot(...first.map((value, index) => value - required(second[index])), (a[3] - b[3]) / 2);
}

function oklab(colour: Rgba): readonly [number, number, number] {
  const [r, g, b] = colour.slice(0, 3).map(linear) as [number, number, number];
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}
