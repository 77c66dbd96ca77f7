import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { zip } from '../../tests/zip.js';
import { pageIn, unpack } from './archive.js';

const folder = mkdtempSync(join(tmpdir(), 'tavrik-archive-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

let count = 0;
function archive(files: Readonly<Record<string, string | Buffer>>): string {
  const file = join(folder, `${(count += 1)}.zip`);
  writeFileSync(file, zip(files));
  return file;
}

/** Folders of unpacked archives that are still there. */
const unpacked = (): string[] => readdirSync(tmpdir()).filter((name) => /^tavrik-[A-Za-z0-9]{6}$/.test(name));

describe('unpack', () => {
  it('puts every file where it belongs, and takes all away again', async () => {
    const {
      folder: result,
      files,
      remove,
    } = await unpack(archive({ 'index.html': '<p>Marsh</p>', 'deep/er/style.css': 'p {}', 'empty/': '' }));
    expect(files).toEqual(['deep/er/style.css', 'index.html']);
    expect(readFileSync(join(result, 'deep/er/style.css'), 'utf8')).toBe('p {}');
    remove();
    expect(existsSync(result)).toBe(false);
  });

  it.each([
    [
      'more bytes than the limit',
      { 'a.html': 'x'.repeat(600), 'b.html': 'x'.repeat(600) },
      1000,
      10,
      /unpacks to more than/,
    ],
    [
      'more files than the limit',
      { 'a.html': '', 'b.html': '', 'c.html': '' },
      1000,
      2,
      /unpacks to more than 2 files/,
    ],
    ['a file outside of its folder', { '../escaped.html': 'x' }, 1000, 10, /outside of its own folder/],
    ['a file at the root of the machine', { '/escaped.html': 'x' }, 1000, 10, /outside of its own folder/],
  ])('refuses %s, and leaves nothing behind', async (_, files, bytes, most, message) => {
    const before = unpacked();
    await expect(unpack(archive(files as Record<string, string>), bytes, most)).rejects.toThrow(message);
    expect(unpacked()).toEqual(before);
    expect(existsSync(join(tmpdir(), 'escaped.html'))).toBe(false);
  });

  it('counts what really comes out, whatever the archive says of its sizes', async () => {
    const bytes = zip({ 'index.html': 'x'.repeat(5000) });
    for (const mark of ['PK\u0003\u0004', 'PK\u0001\u0002']) {
      const at = bytes.indexOf(Buffer.from(mark)) + (mark.endsWith('\u0004') ? 22 : 24);
      bytes.writeUInt32LE(10, at);
    }
    const file = join(folder, 'lies.zip');
    writeFileSync(file, bytes);
    await expect(unpack(file, 1000)).rejects.toThrow(/cannot be unpacked|unpacks to more/);
  });

  it('says of a file that is none that it cannot be unpacked', async () => {
    const file = join(folder, 'none.zip');
    writeFileSync(file, 'not an archive');
    await expect(unpack(file)).rejects.toThrow(/cannot be unpacked/);
  });
});

describe('pageIn', () => {
  it('takes the index nearest to the top, else the only page there', () => {
    expect(pageIn(['a/index.html', 'index.htm', 'other.html'], 'x')).toBe('index.htm');
    expect(pageIn(['a/b/index.html', 'a/index.html'], 'x')).toBe('a/index.html');
    expect(pageIn(['marsh.html', 'marsh_files/frame.html'], 'x')).toBe('marsh.html');
  });

  it('does not take the hidden twins that some systems put into archives', () => {
    expect(pageIn(['__MACOSX/._index.html', '.index.html', 'a/page.html'], 'x')).toBe('a/page.html');
  });

  it('says what is wrong with archives without a page, and with several', () => {
    expect(() => pageIn(['style.css'], 'x')).toThrow('This archive holds no HTML page.');
    expect(() => pageIn(['a.html', 'b.html'], 'x')).toThrow(/2 pages and none is called index\.html/);
  });
});
