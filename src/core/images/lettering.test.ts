import { showsWords, type Pixels } from './lettering.js';

/** Letters of five by seven squares: A, B, C, E, H, I, L, O, T. */
const LETTERS = [
  '01110 10001 10001 11111 10001 10001 10001',
  '11110 10001 11110 10001 10001 10001 11110',
  '01111 10000 10000 10000 10000 10000 01111',
  '11111 10000 11110 10000 10000 10000 11111',
  '10001 10001 10001 11111 10001 10001 10001',
  '00100 00100 00100 00100 00100 00100 00100',
  '10000 10000 10000 10000 10000 10000 11111',
  '01110 10001 10001 10001 10001 10001 01110',
  '11111 00100 00100 00100 00100 00100 00100',
].map((text) => text.split(' '));

type Paint = (x: number, y: number) => readonly [red: number, green: number, blue: number, alpha: number];

function painted(width: number, height: number, paint: Paint): Pixels {
  const at = Array.from({ length: width * height }, (_, pixel) => paint(pixel % width, Math.floor(pixel / width)));
  return { data: at.flat(), width, height };
}

/** Two lines of letters, each square of a letter 2 px wide. */
function isLettered(x: number, y: number): boolean {
  const row = Math.floor((y - 8) / 2) % 14;
  const column = Math.floor((x - 8) / 2) % 7;
  const letter = LETTERS[(Math.floor((x - 8) / 14) * 5 + Math.floor((y - 8) / 28)) % LETTERS.length];
  return x >= 8 && y >= 8 && x < 190 && y < 60 && row < 7 && letter?.[row]?.[column] === '1';
}

describe('showsWords', () => {
  it('knows letters on a plain ground, dark or light, and on none', () => {
    const dark: Paint = (x, y) => (isLettered(x, y) ? [250, 240, 220, 255] : [20, 30, 60, 255]);
    const light: Paint = (x, y) => (isLettered(x, y) ? [130, 20, 20, 255] : [255, 255, 255, 255]);
    const open: Paint = (x, y) => (isLettered(x, y) ? [255, 255, 255, 255] : [0, 0, 0, 0]);
    expect([dark, light, open].map((paint) => showsWords(painted(200, 70, paint)))).toEqual([true, true, true]);
  });

  it('takes no letters on a picture, no bars, no dots and nothing plain for words', () => {
    const shaded: Paint = (x, y) => (isLettered(x, y) ? [250, 250, 250, 255] : [x, (x + 2 * y) % 200, y, 255]);
    const bars: Paint = (x, y) => (x % 12 < 8 && y > (x * 7) % 50 ? [60, 90, 130, 255] : [255, 255, 255, 255]);
    const dots: Paint = (x, y) => ((x * 13 + y * 29) % 97 === 0 ? [255, 255, 255, 255] : [0, 10, 40, 255]);
    const plain: Paint = () => [200, 200, 200, 255];
    expect([shaded, bars, dots, plain].map((paint) => showsWords(painted(200, 70, paint)))).toEqual([
      false,
      false,
      false,
      false,
    ]);
  });

  it('takes one sign, and a few letters, for a sign', () => {
    const sign: Paint = (x, y) => ((x - 100) ** 2 + (y - 35) ** 2 < 900 ? [20, 90, 60, 255] : [255, 255, 255, 255]);
    const few: Paint = (x, y) => (x < 50 && isLettered(x, y) && y < 30 ? [0, 0, 0, 255] : [255, 255, 255, 255]);
    expect([sign, few].map((paint) => showsWords(painted(200, 70, paint)))).toEqual([false, false]);
  });
});
