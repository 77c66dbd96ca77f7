import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { encode, leanVector, rasterOf } from './image-codec.js';

const PHOTO = readFileSync(join(__dirname, '../../demo/design/pictures/dome-dusk.jpg'));

describe('pictures', () => {
  it('are known by what they are, not by their ending alone', async () => {
    expect(await rasterOf('dome.jpg', PHOTO)).toMatchObject({ format: 'jpeg', width: expect.any(Number) });
    expect(await rasterOf('dome.jpg', Buffer.from('no picture'))).toBeUndefined();
    expect(await rasterOf('dome.svg', PHOTO)).toBeUndefined();
  });

  it.each(['jpeg', 'png', 'webp', 'avif'] as const)(
    'are written as %s in the width asked for, never wider',
    async (format) => {
      const own = await sharp(PHOTO).metadata();
      const small = await sharp(await encode(PHOTO, 120, format, 70)).metadata();
      expect([small.width, small.format]).toEqual([120, format === 'avif' ? 'heif' : format]);
      expect((await sharp(await encode(PHOTO, 9000, format, 70)).metadata()).width).toBe(own.width);
    },
  );

  it('are the same bytes each time', async () => {
    const [bytes, two] = await Promise.all([encode(PHOTO, 200, 'webp', 80), encode(PHOTO, 200, 'webp', 80)]);
    expect(bytes.equals(two)).toBe(true);
  });
});

describe('drawings', () => {
  it('lose what changes nothing; what cannot be read stays', async () => {
    const drawn = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><!-- dome --><g><rect x="1.00000" y="1" width="8" height="8" fill="#ff0000"/></g></svg>',
    );
    const lean = await leanVector(drawn);
    expect(lean.length).toBeLessThan(drawn.length);
    expect(lean.toString()).toContain('viewBox');
    const broken = Buffer.from('<svg><g>');
    expect(await leanVector(broken)).toBe(broken);
  });
});
