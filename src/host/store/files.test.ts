import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import sharp from 'sharp';
import { sha256 } from '../../core/text/hash.js';
import { Refusal } from './refusal.js';
import { openStore, type Store } from './store.js';
import type { ItemState } from './item-records.js';

let folder: string;

let store: Store;

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'tavrik-store-'));
  store = openStore(folder);
});

afterEach(() => {
  store.close();
  rmSync(folder, { recursive: true, force: true });
});

const BY = { author: 'Mara', note: 'edited' };

const state = (text: string, more: Partial<ItemState> = {}): ItemState => ({
  name: 'Evenings',
  content: { evenings: { heading: text } },
  ...more,
});

/** The status of a refusal. */
const refused = (work: () => unknown): number => {
  try {
    work();
  } catch (error) {
    if (error instanceof Refusal) return error.status;
    throw error;
  }
  return 0;
};

const image = (shade: number): Promise<Buffer> =>
  sharp({ create: { width: 8, height: 6, channels: 3, background: { r: shade, g: 40, b: 60 } } })
    .png()
    .toBuffer();

describe('files', () => {
  it('are there once, and know where they are shown', async () => {
    const bytes = await image(10);
    const mediaRecord = await store.media.add('dome.png', bytes);
    await store.media.add('again.png', bytes);
    expect(mediaRecord).toMatchObject({
      type: 'image/png',
      width: 8,
      height: 6,
      bytes: bytes.length,
      hash: sha256(bytes),
    });
    expect(readdirSync(join(folder, 'media'))).toEqual([mediaRecord.hash]);
    store.items.add('evenings', 'page', state('assets/dome.png'), BY);
    expect([store.media.usesOf('dome.png'), store.media.usesOf('again.png')]).toEqual([['evenings'], []]);
    expect(refused(() => store.media.remove('dome.png'))).toBe(409);
    store.media.remove('again.png');
    expect(store.media.list({ limit: 5 }).map(({ name, uses }) => [name, uses])).toEqual([['dome.png', 1]]);
  });

  it('are what their bytes say, under a name that is one', async () => {
    const text = Buffer.from('<script>alert(1)</script>');
    for (const name of ['dome.png', 'dome.html', 'dome.txt'])
      await expect(store.media.add(name, text)).rejects.toMatchObject({ status: 415 });
    for (const name of ['../dome.png', 'a/b.png', '.png', 'dome', `${'d'.repeat(160)}.png`])
      await expect(store.media.add(name, await image(1))).rejects.toMatchObject({ status: 422 });
    await store.media.add('dome.png', await image(1));
    await expect(store.media.add('dome.png', await image(2))).rejects.toMatchObject({ status: 409 });
  });

  it('take drawings of symbols, which have no size of their own', async () => {
    const sprite = Buffer.from(
      '<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg"><symbol id="star" viewBox="0 0 9 9"><path d="M0 0h9v9z"/></symbol><script>alert(1)</script></svg>',
    );
    expect(await store.media.add('signs.svg', sprite)).toMatchObject({ type: 'image/svg+xml' });
    await expect(store.media.add('lie.svg', Buffer.from('<p><svg></svg>'))).rejects.toThrow(/not allowed/);
  });

  it('lose their scripts if they are drawings, and are known by what was sent', async () => {
    const drawing = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="4" height="4" onload="alert(1)"><script>alert(2)</script><rect width="4" height="4"/></svg>',
    );
    const kept = await store.media.add('dome.svg', drawing);
    const text = store.media.read(kept).toString();
    expect(text).toContain('<rect');
    expect(text).not.toMatch(/script|onload/);
    expect(store.media.has('dome.svg', sha256(drawing))).toBe(true);
    expect(store.media.has('dome.svg', kept.hash)).toBe(kept.hash === sha256(drawing));
  });

  it('that a person chose have names that tell them apart, and are taken again', async () => {
    const mediaRecord = await store.media.addChosen('Star Trails (1).JPG', await image(1));
    const other = await store.media.addChosen('Star Trails (1).JPG', await image(2));
    expect(mediaRecord.name).toMatch(/^star-trails-1-[0-9a-f]{10}\.png$/);
    expect(other.name).not.toBe(mediaRecord.name);
    expect(await store.media.addChosen('copy.png', await image(1))).toEqual(mediaRecord);
  });
});

describe('uploads', () => {
  const begin = (bytes: Buffer, more = {}) =>
    store.uploads.begin('Mara', { name: 'dome.png', hash: sha256(bytes), bytes: bytes.length, ...more });

  it('come in parts, and go on where they stopped', async () => {
    const bytes = await image(3);
    const { id } = begin(bytes);
    expect(await store.uploads.take('Mara', id, 0, Readable.from([bytes.subarray(0, 20)]))).toEqual({ offset: 20 });
    expect(begin(bytes)).toMatchObject({ id, offset: 20 });
    await expect(store.uploads.take('Mara', id, 0, Readable.from([bytes]))).rejects.toMatchObject({
      status: 409,
      more: { offset: 20 },
    });
    const { done } = await store.uploads.take('Mara', id, 20, Readable.from([bytes.subarray(20)]));
    expect(done).toMatchObject({ name: 'dome.png', hash: sha256(bytes) });
    expect([refused(() => store.uploads.get('Mara', id)), readdirSync(join(folder, 'uploads'))]).toEqual([404, []]);
  });

  it('keep what had arrived when the connection broke', async () => {
    const bytes = await image(4);
    const { id } = begin(bytes);
    const broken = Readable.from(
      (async function* () {
        yield bytes.subarray(0, 30);
        await Promise.resolve();
        throw new Error('reset');
      })(),
    );
    await expect(store.uploads.take('Mara', id, 0, broken)).rejects.toThrow('reset');
    const { offset } = store.uploads.get('Mara', id);
    expect((await store.uploads.take('Mara', id, offset, Readable.from([bytes.subarray(offset)]))).done).toBeDefined();
  });

  it('are no more and nothing else than was said, and are their owner’s', async () => {
    const bytes = await image(5);
    const small = begin(bytes, { bytes: 10 });
    await expect(store.uploads.take('Mara', small.id, 0, Readable.from([bytes]))).rejects.toMatchObject({
      status: 413,
    });
    const other = begin(bytes, { hash: sha256('else') });
    await expect(store.uploads.take('Mara', other.id, 0, Readable.from([bytes]))).rejects.toMatchObject({
      status: 422,
    });
    expect(store.media.find('dome.png')).toBeUndefined();
    const mine = begin(bytes);
    expect(refused(() => store.uploads.get('Ivo', mine.id))).toBe(404);
    expect(refused(() => begin(bytes, { bytes: 1e12 }))).toBe(413);
  });
});
