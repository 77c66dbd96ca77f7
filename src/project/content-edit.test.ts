import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { flatten, nest, type Content } from '../core/content/values.js';
import {
  addEntry,
  bringTo,
  hasList,
  moveEntry,
  openContent,
  removeEntry,
  saveContent,
  setList,
  setValue,
} from './content-edit.js';
import { readContentFile, readContentText, writeContent } from './content-file.js';

/* Content files, changed as little as can be. */

const folder = mkdtempSync(join(tmpdir(), 'tavrik-content-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = join(folder, 'home.yaml');
const TEXT = `# Ours.
hero:
  heading: Old # by Ida
  phone: 0170
cards:
  list:
    - id: a
      heading: A
    - heading: B
  words:
    - one
    - two
`;
const changed = (change: (document: ReturnType<typeof openContent>) => void): string => {
  writeFileSync(file, TEXT);
  const document = openContent(file);
  change(document);
  saveContent(file, document);
  return readFileSync(file, 'utf8');
};

describe('a change of a content file', () => {
  it('leaves notes, order and all else as they are', () => {
    expect(changed((contentFile) => setValue(contentFile, 'hero.heading', 'New: one'))).toBe(
      TEXT.replace('Old', '"New: one"'),
    );
    expect(changed((contentFile) => setValue(contentFile, 'cards.list.a.heading', 'AA'))).toBe(
      TEXT.replace('heading: A', 'heading: AA'),
    );
    expect(changed((contentFile) => setValue(contentFile, 'cards.list.2.heading', 'BB'))).toBe(
      TEXT.replace('heading: B', 'heading: BB'),
    );
    expect(changed((contentFile) => setValue(contentFile, 'cards.words.2', 'three'))).toBe(
      TEXT.replace('two', 'three'),
    );
  });

  it('writes lines as lines, and makes what is not there yet', () => {
    expect(changed((contentFile) => setValue(contentFile, 'hero.text', 'a\nb'))).toContain(
      '  text: |-\n    a\n    b\n',
    );
    expect(changed((contentFile) => setValue(contentFile, 'footer.note', 'x'))).toMatch(/\nfooter:\n {2}note: x\n$/);
    rmSync(file);
    const document = openContent(file);
    setValue(document, 'hero.heading', 'x');
    saveContent(file, document);
    expect(readFileSync(file, 'utf8')).toBe('hero:\n  heading: x\n');
  });

  it('adds, moves and removes entries', () => {
    expect(changed((contentFile) => addEntry(contentFile, 'cards.list', { id: 'c', heading: 'C' }, 0))).toContain(
      'list:\n    - id: c\n      heading: C\n    - id: a',
    );
    expect(changed((contentFile) => moveEntry(contentFile, 'cards.words', '2', 0))).toContain('- two\n    - one');
    expect(changed((contentFile) => removeEntry(contentFile, 'cards.list', 'a'))).not.toContain('id: a');
    expect(changed((contentFile) => setList(contentFile, 'cards.more', ['x']))).toContain('more:\n    - x');
    expect([hasList(openContent(file), 'cards.list'), hasList(openContent(file), 'hero.heading')]).toEqual([
      true,
      false,
    ]);
    expect(() => removeEntry(openContent(file), 'hero.heading', 'a')).toThrow(/not a list/);
  });
});

describe('a content file', () => {
  it('is read as it was written: numbers, empty values and aliases are texts', () => {
    expect(readContentText('a:\n  b: 0170\n  c: 8.50\n  d: yes\n  e:\n  f: &f [x]\n  g: *f\n', 'f')).toEqual({
      a: { b: '0170', c: '8.50', d: 'yes', e: '', f: ['x'], g: ['x'] },
    });
    expect(readContentFile(join(folder, 'none.yaml'))).toEqual({});
    expect(readContentText('', 'f')).toEqual({});
  });

  it('says the same again when it is written', () => {
    const content = { a: { b: '0170', c: 'x: y', d: '', e: [{ id: 'one', f: '- a' }] } };
    expect(readContentText(writeContent(content), 'f')).toEqual(content);
  });

  it('brings a file to what it should say: lists become groups, and groups lists, whole', () => {
    const brought = (after: Content): string =>
      changed((contentFile) => bringTo(contentFile, flatten(readContentText(TEXT, 'f')), flatten(after)));
    const group: Content = {
      hero: { heading: 'Old', phone: '0170' },
      cards: { list: { a: { heading: 'A', words: ['one', 'two'] }, b: { heading: 'B' } }, words: ['one', 'two'] },
    };
    const result = brought(group);
    expect(readContentText(result, 'f')).toEqual(group);
    expect(result).toContain('# by Ida');
    expect(
      readContentText(
        changed((contentFile) => {
          bringTo(contentFile, flatten(readContentText(TEXT, 'f')), flatten(group));
          bringTo(contentFile, flatten(group), flatten(readContentText(TEXT, 'f')));
        }),
        'f',
      ),
    ).toEqual(nest(flatten(readContentText(TEXT, 'f'))));
    expect(readContentText(brought({ hero: { heading: 'Old' } }), 'f')).toEqual({ hero: { heading: 'Old' } });
  });

  it.each([
    ['- a\n', /no sections with fields/],
    ['a: [x]\n', /line 1: "a" has no fields/],
    ['a:\n  b.c: x\n', /line 2: "b.c" below "a" is not a valid/],
    ['a:\n  b: [[x]]\n', /Entry 1 of "a.b" is a list/],
    ['a:\n  b:\n    - id: x.y\n', /line 3: The id "x.y" of "a.b" holds a dot/],
    ['a:\n=======\n', /line 2: This file has unresolved merge conflicts/],
  ])('%j is refused', (text, words) => {
    expect(() => readContentText(text, 'f')).toThrow(expect.objectContaining({ what: expect.anything() }));
    try {
      readContentText(text, 'f.yaml');
    } catch (error) {
      const { where, what } = error as { where?: string; what: string };
      expect(`${where}: ${what}`).toMatch(words);
    }
  });
});
