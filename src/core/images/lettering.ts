import { required } from '../data/required.js';
/** A picture as it is painted: red, green, blue and opacity of each pixel, row by row, 0 to 255. */
export interface Pixels {
  readonly data: ArrayLike<number>;
  readonly width: number;
  readonly height: number;
}

/** Ink differs from the ground by so much brightness, of 255. */
const INK = 72;
/** Share of the picture that letters cover. */
const LEAST_INK = 0.01;
const MOST_INK = 0.45;
/** Share of the pixels that are either ground or ink: letters have no shades but at their edges. */
const PLAIN = 0.8;
/** Height of a letter that can be told, px. */
const LOWEST = 5;
/** Letters of a line, and of the whole picture, at least. */
const FEWEST = 6;
/** Share of the ink that stands in lines of letters. */
const IN_LINES = 0.6;

interface Patch {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly area: number;
}

/**
 * Whether a picture shows little but words: patches of one ink on a plain ground, of about one height, that stand on
 * lines beside each other. Reads no letter; photographs, charts and single signs are not taken for words.
 */
export function showsWords({ data, width, height }: Pixels): boolean {
  const light = brightness({ data, width, height });
  const ground = mostCommon(light);
  const ink = light.map((value) => (Math.abs(value - ground) > INK ? 1 : 0));
  const tones = light.filter((_, at) => ink[at]);
  const inked = tones.length;
  if (inked < LEAST_INK * ink.length || inked > MOST_INK * ink.length) return false;
  const tone = mostCommon(tones);
  const near = (value: number): boolean => Math.abs(value - ground) < INK / 3 || Math.abs(value - tone) < INK / 3;
  if (light.filter(near).length < PLAIN * light.length) return false;
  const letters = patchesOf(ink, width, height).filter(isLetter);
  const set = linesOf(letters).filter(isLineOfLetters).flat();
  return set.length >= FEWEST && set.reduce((sum, { area }) => sum + area, 0) >= IN_LINES * inked;
}

/** Brightness of each pixel on white; of a picture with holes, how much shows of it. */
function brightness({ data, width, height }: Pixels): Uint8Array {
  const light = new Uint8Array(width * height);
  const at = (pixel: number, channel: number): number => data[4 * pixel + channel] ?? 0;
  let open = 0;
  for (let pixel = 0; pixel < light.length; pixel += 1) if (at(pixel, 3) < 128) open += 1;
  for (let pixel = 0; pixel < light.length; pixel += 1) {
    const alpha = at(pixel, 3);
    const value = 0.2126 * at(pixel, 0) + 0.7152 * at(pixel, 1) + 0.0722 * at(pixel, 2);
    light[pixel] = open > light.length / 5 ? 255 - alpha : 255 + ((value - 255) * alpha) / 255;
  }
  return light;
}

/** The middle of the band of brightness, 16 wide, in which most pixels are. */
function mostCommon(values: Uint8Array): number {
  const counts = new Uint32Array(16);
  for (const value of values) counts[value >> 4] = (counts[value >> 4] ?? 0) + 1;
  return counts.indexOf(Math.max(...counts)) * 16 + 8;
}

/** Patches of ink that hang together, corners included. */
function patchesOf(ink: Uint8Array, width: number, height: number): Patch[] {
  const seen = new Uint8Array(ink.length);
  const patches: Patch[] = [];
  for (let start = 0; start < ink.length; start += 1) {
    if (!ink[start] || seen[start]) continue;
    let [left, right, top, bottom, area] = [width, 0, height, 0, 0];
    const open = [start];
    seen[start] = 1;
    for (let pixel = open.pop(); pixel !== undefined; pixel = open.pop()) {
      const [x, y] = [pixel % width, Math.floor(pixel / width)];
      [left, right, top, bottom] = [Math.min(left, x), Math.max(right, x), Math.min(top, y), Math.max(bottom, y)];
      area += 1;
      for (let dy = Math.max(0, y - 1); dy <= Math.min(height - 1, y + 1); dy += 1)
        for (let dx = Math.max(0, x - 1); dx <= Math.min(width - 1, x + 1); dx += 1) {
          const next = dy * width + dx;
          if (!ink[next] || seen[next]) continue;
          seen[next] = 1;
          open.push(next);
        }
    }
    patches.push({ left, top, right: right + 1, bottom: bottom + 1, area });
  }
  return patches;
}

function isLetter({ left, right, top, bottom }: Patch): boolean {
  return bottom - top >= LOWEST && right - left <= 3 * (bottom - top);
}

/** Patches beside each other, by how far they share their heights. */
function linesOf(letters: readonly Patch[]): Patch[][] {
  const lines: Patch[][] = [];
  for (const letter of [...letters].sort((a, b) => a.left - b.left)) {
    const line = lines.find((line) => {
      const last = required(line.at(-1));
      const shared = Math.min(last.bottom, letter.bottom) - Math.max(last.top, letter.top);
      const high = Math.max(last.bottom - last.top, letter.bottom - letter.top);
      return (
        shared >= 0.4 * Math.min(last.bottom - last.top, letter.bottom - letter.top) &&
        letter.left - last.right < 1.5 * high
      );
    });
    if (line) line.push(letter);
    else lines.push([letter]);
  }
  return lines;
}

/** Enough of them, of like heights, most on one line, and not all of one width as the bars of a chart are. */
function isLineOfLetters(line: readonly Patch[]): boolean {
  if (line.length < FEWEST) return false;
  const middle = (values: number[]): number => required(values.sort((a, b) => a - b)[values.length >> 1]);
  const high = middle(line.map(({ top, bottom }) => bottom - top));
  const foot = middle(line.map(({ bottom }) => bottom));
  const alike = line.filter(({ top, bottom }) => bottom - top >= 0.5 * high && bottom - top <= 2 * high);
  const standing = line.filter(({ bottom }) => Math.abs(bottom - foot) <= Math.max(2, 0.2 * high));
  const widths = new Set(line.map(({ left, right }) => right - left));
  return alike.length >= 0.8 * line.length && standing.length >= 0.6 * line.length && widths.size >= 2;
}
