import { readShadow, type Pixels } from './shadow-image.js';

/** A white box of 80 × 50 with a dark shadow that fades over `blur` pixels, `drop` below it; in a picture of 160 × 140. */
function picture(
  blur: number,
  drop: number,
  alpha: number,
  inside: (x: number, y: number) => number = () => 255,
): Pixels {
  const [width, height] = [160, 140];
  const data = new Uint8ClampedArray(width * height * 4);
  const fade = (from: number, to: number, at: number): number => {
    const steps = 200;
    let sum = 0;
    for (let step = 0; step < steps; step += 1) {
      const place = (step + 0.5) / steps;
      sum +=
        at + (place - 0.5) * 6 * (blur / 2) >= from && at + (place - 0.5) * 6 * (blur / 2) <= to
          ? weight((place - 0.5) * 6)
          : 0;
    }
    return (sum * 6) / steps;
  };
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const at = (y * width + x) * 4;
      const isBox = x >= 40 && x < 120 && y >= 40 && y < 90;
      const shade = alpha * fade(40, 119, x) * fade(40 + drop, 89 + drop, y);
      data.set(isBox ? [inside(x, y), 255, 255, 255] : [20, 36, 58, Math.round(255 * shade)], at);
    }
  return { width, height, data };
}

function weight(deviations: number): number {
  return Math.exp((-deviations * deviations) / 2) / Math.sqrt(2 * Math.PI);
}

describe('a picture of a box and its shadow', () => {
  it('is read as both', () => {
    const found = readShadow(picture(16, 6, 0.4));
    expect(found).toMatchObject({ box: [40, 40, 80, 50], color: [255, 255, 255], radius: 0 });
    expect(found?.shadow.blur).toBeGreaterThan(13);
    expect(found?.shadow.blur).toBeLessThan(19);
    expect(Math.abs((found?.shadow.y ?? 0) - 6)).toBeLessThanOrEqual(1);
    expect(Math.abs((found?.shadow.alpha ?? 0) - 0.4)).toBeLessThan(0.08);
    expect(found?.shadow.color).toEqual([20, 36, 58]);
  });

  it('is none where something is drawn on the box, or nothing around it', () => {
    expect(readShadow(picture(16, 6, 0.4, (x, y) => (x === 60 && y === 60 ? 0 : 255)))).toBeUndefined();
    expect(readShadow(picture(16, 6, 0))).toBeUndefined();
  });
});
