import { converter, differenceEuclidean, formatHex, formatHex8, parse, toGamut, wcagContrast, type Rgb } from 'culori';

/** An sRGB colour: red, green, blue from 0 to 255, alpha from 0 to 1. */
export type Rgba = readonly [red: number, green: number, blue: number, alpha: number];

const inOklab = differenceEuclidean('oklab');
const intoSrgb = toGamut('rgb', 'oklch');

/**
 * Reads a colour of CSS in any notation; one that sRGB does not have becomes the nearest that it has (CSS Color 4, 13.2).
 * Undefined for anything else.
 */
export function readColour(text: string): Rgba | undefined {
  const read = parse(text.trim());
  if (!read) return undefined;
  const { r, g, b, alpha = 1 } = read.mode === 'rgb' ? read : converter('rgb')(intoSrgb(read));
  const channel = (share: number): number => Math.min(255, Math.max(0, Math.round(share * 255e3) / 1e3));
  return [channel(r), channel(g), channel(b), Math.min(1, Math.max(0, alpha))];
}

function shared([red, green, blue, alpha]: Rgba): Rgb {
  return { mode: 'rgb', r: red / 255, g: green / 255, b: blue / 255, alpha };
}

/** A colour as browsers write it. */
export function cssOf([red, green, blue, alpha]: Rgba): string {
  return alpha >= 1 ? `rgb(${red}, ${green}, ${blue})` : `rgba(${red}, ${green}, ${blue}, ${alpha})`;
}

/** A colour with some opacity multiplied in; what is no colour stays as it is. */
export function faded(text: string, opacity: number): string {
  const colour = readColour(text);
  if (!colour) return text;
  const [red, green, blue, alpha] = colour;
  return cssOf([red, green, blue, Math.round(alpha * opacity * 1000) / 1000]);
}

/** A colour in the way of CSS for people: `#b3541e`, with two digits more if it is seen through. */
export function hexOf(colour: Rgba): string {
  return colour[3] < 1 ? formatHex8(shared(colour)) : formatHex(shared(colour));
}

/** A colour as people say it. */
export function writeColour([red, green, blue, alpha]: Rgba): string {
  const hex = hexOf([red, green, blue, 1]);
  return alpha >= 1 ? hex : `${hex} at ${Math.round(alpha * 100)} %`;
}

/** A colour as browsers write it, from what people write (`#abc`, `#b3541e80`, `rgb(…)`, `teal`); undefined if it is none. */
export function parseColour(text: string): string | undefined {
  if (!isInRange(text)) return undefined;
  const read = readColour(text);
  if (!read) return undefined;
  const [red, green, blue, alpha] = read;
  const whole = (channel: number): number => Math.round(channel);
  return cssOf([whole(red), whole(green), whole(blue), Math.round(alpha * 1000) / 1000]);
}

/** CSS takes `rgb(300, 0, 0)`; a person who writes it has mistyped something. */
function isInRange(text: string): boolean {
  const read = parse(text.trim());
  return read?.mode !== 'rgb' || [read.r, read.g, read.b, read.alpha ?? 1].every((share) => share >= 0 && share <= 1);
}

/** One colour seen through another. */
export function over([red, green, blue, alpha]: Rgba, ground: Rgba): Rgba {
  const mix = (a: number, b: number): number => a * alpha + b * (1 - alpha);
  return [mix(red, ground[0]), mix(green, ground[1]), mix(blue, ground[2]), 1];
}

/** Contrast of two opaque colours, 1 to 21 (WCAG 2.2, contrast ratio). */
export function contrast(a: Rgba, b: Rgba): number {
  return wcagContrast(shared(a), shared(b));
}

/** Distance of two colours that differ as much as colours can. */
export const FARTHEST_COLOURS = 100;

/** How far apart two colours look: distance in Oklab (CSS Color 4, 9.2), times 100. About 2 is just visible side by side. */
export function colourDistance(a: Rgba, b: Rgba): number {
  const opaque = ([red, green, blue]: Rgba): Rgb => shared([red, green, blue, 1]);
  return 100 * Math.hypot(inOklab(opaque(a), opaque(b)), (a[3] - b[3]) / 2);
}

/** How far apart two colours of CSS look on white; as far as colours can be where one of them cannot be read. */
export function distanceOnWhite(a: string, b: string): number {
  if (a === b) return 0;
  const [first, second] = [a, b].map((text) => {
    const read = readColour(text);
    return read && over(read, WHITE);
  });
  return first && second ? colourDistance(first, second) : FARTHEST_COLOURS;
}

const WHITE: Rgba = [255, 255, 255, 1];
