import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { keptBefore, keptFiles, keyOf, readKept, siteParts } from './proof-cache.js';
import type { ProjectFile } from './folder.js';

const folder = mkdtempSync(join(tmpdir(), 'tavrik-kept-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const put = (files: readonly ProjectFile[], at = 'proof'): void => {
  for (const [path, bytes] of files) {
    mkdirSync(dirname(join(folder, at, path)), { recursive: true });
    writeFileSync(join(folder, at, path), bytes);
  }
};

describe('comparisons that are kept', () => {
  const files = keptFiles('home.390', 'k1', { value: { differ: 0.5 }, pictures: { 'result.png': Buffer.from('p') } });

  it('are found again under the same key, with their pictures', () => {
    put(files);
    expect(readKept(folder, 'home.390', 'k1')).toEqual({
      value: { differ: 0.5 },
      pictures: { 'result.png': Buffer.from('p') },
    });
    expect(readKept(folder, 'home.390', 'k2')).toBeUndefined();
    expect(readKept(folder, 'home.820', 'k1')).toBeUndefined();
  });

  it('are made again if they cannot be read', () => {
    put([['kept/bad.json', '{']]);
    expect(readKept(folder, 'bad', 'k1')).toBeUndefined();
    put(keptFiles('lost', 'k', { value: 1, pictures: { 'result.png': Buffer.from('p') } }).slice(0, 1));
    expect(readKept(folder, 'lost', 'k')).toBeUndefined();
  });

  it('stay for the pages that are still there and were not compared now', () => {
    const still = keptBefore(folder, files, (file) => file.startsWith('home.') || file.startsWith('bad'));
    expect(still.map(([path]) => path)).toEqual(['kept/bad.json']);
    expect(keptBefore(join(folder, 'none'), [], () => true)).toEqual([]);
  });
});

describe('the key of a comparison', () => {
  it('is another one if any part, or where a part ends, is', () => {
    const keys = [['ab', 'c'], ['a', 'bc'], ['abc'], ['ab', 'd']].map(keyOf);
    expect(new Set(keys).size).toBe(4);
    expect(keyOf(['ab', 'c'])).toBe(keys[0]);
  });

  it('counts the page, its styles and every asset', () => {
    put(
      [
        ['index.html', 'h'],
        ['style.css', 's'],
        ['assets/a.jpg', 'a'],
      ],
      'site',
    );
    const key = (): string => JSON.stringify(siteParts(folder, 'index.html', 'style.css'));
    const seen = new Set([key()]);
    for (const [path, text] of [
      ['index.html', 'i'],
      ['style.css', 't'],
      ['assets/a.jpg', 'b'],
      ['assets/b.jpg', 'b'],
    ] as const) {
      put([[path, text]], 'site');
      seen.add(key());
    }
    expect(seen.size).toBe(5);
  });
});
