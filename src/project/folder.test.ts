import fs, { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { AssetStore, fetchAssets } from './assets.js';
import { checkTarget, isProject, openProject, replaceFolder, replaceProject, type ProjectFile } from './folder.js';
import { readSettings, writeSettings, type ProjectSettings } from './settings.js';

const settings: ProjectSettings = {
  format: 'tavrik-project',
  version: 2,
  pages: [{ name: 'home', kind: 'html', sources: ['../home.html'], widths: [1440, 390] }],
  limits: { differ: 0.05, placed: 0.9 },
};
const files: ProjectFile[] = [
  ['tavrik.yaml', writeSettings(settings)],
  ['site/index.html', '<p>new'],
  ['content/home.yaml', 'page: {}\n'],
];

describe('the project folder', () => {
  let folder: string;
  let project: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'tavrik-folder-'));
    project = join(folder, 'p');
  });
  afterEach(() => {
    jest.restoreAllMocks();
    rmSync(folder, { recursive: true, force: true });
  });

  it('is written whole and read again', () => {
    replaceProject(project, files);
    expect(isProject(project)).toBe(true);
    expect(openProject(project)).toEqual(settings);
    expect(readdirSync(folder)).toEqual(['p']);
  });

  it('keeps what people wrote when it is replaced, and nothing else', () => {
    replaceProject(project, files);
    writeFileSync(join(project, 'brief.yaml'), 'mine');
    writeFileSync(join(project, 'content/other.yaml'), 'mine too');
    writeFileSync(join(project, 'site/stray.html'), 'stray');
    replaceProject(project, [...files.slice(0, 1), ['site/index.html', '<p>newer']]);
    expect(readFileSync(join(project, 'brief.yaml'), 'utf8')).toBe('mine');
    expect(readFileSync(join(project, 'content/other.yaml'), 'utf8')).toBe('mine too');
    expect(existsSync(join(project, 'site/stray.html'))).toBe(false);
    expect(readFileSync(join(project, 'site/index.html'), 'utf8')).toBe('<p>newer');
  });

  it.each([
    ['ENOSPC', /disk is full/],
    ['EROFS', /read-only/],
    ['EACCES', /cannot be written/],
  ])('stays as it was when writing fails with %s', (code, message) => {
    replaceProject(project, files);
    jest.spyOn(fs, 'writeFileSync').mockImplementation(() => {
      throw Object.assign(new Error(code), { code });
    });
    for (const write of [
      () => replaceProject(project, [['site/index.html', 'x']]),
      () => replaceFolder(project, 'site', [['index.html', 'x']]),
    ]) {
      expect(write).toThrow(message);
      expect(write).toThrow(TavrikError);
    }
    jest.restoreAllMocks();
    expect(readFileSync(join(project, 'site/index.html'), 'utf8')).toBe('<p>new');
    expect(readdirSync(folder)).toEqual(['p']);
    expect(readdirSync(project).sort()).toEqual(['content', 'site', 'tavrik.yaml']);
  });

  it('is refused where something else lies', () => {
    mkdirSync(project);
    expect(() => checkTarget(project)).not.toThrow();
    writeFileSync(join(project, 'notes.txt'), 'mine');
    expect(() => checkTarget(project)).toThrow(/not a Tavrik project/);
    expect(() => checkTarget(join(project, 'notes.txt'))).toThrow(/a file, not a folder/);
    expect(() => openProject(project)).toThrow(/not a Tavrik project/);
  });
});

describe('tavrik.yaml', () => {
  it('is read as it was written', () => {
    expect(readSettings(writeSettings(settings), 'f')).toEqual(settings);
  });

  it.each([
    ['limits:\n  differ: 2', /"limits.differ" must be less than or equal to 1/],
    ['pages:\n  - widths: [100]', /widths/],
    ['colour: red', /"colour" is not allowed/],
    ['a: [', /not YAML/],
  ])('names what is wrong in %j', (text, message) => {
    const whole = text.startsWith('page')
      ? `format: tavrik-project\nversion: 1\n${text}\n    name: a\n    kind: html\n    sources: [a]\n`
      : `${writeSettings(settings).replace(/limits:[^]*$/, '')}${text}\n`;
    expect(() => readSettings(whole, 'tavrik.yaml')).toThrow(message);
  });
});

describe('assets', () => {
  it('are named by their content, equal ones once', () => {
    const store = new AssetStore();
    const first = store.add(Buffer.from('one'), 'Dome at dusk.JPG');
    expect(first).toMatch(/^assets\/dome-at-dusk-[0-9a-f]{10}\.jpg$/);
    expect(store.add(Buffer.from('one'), 'other.png')).toBe(first);
    expect(store.add(Buffer.from('two'), '../../etc/passwd', 'image/png')).toMatch(/^assets\/[a-z0-9-]+\.png$/);
    expect(store.size).toBe(2);
  });

  it('leave small inline data inline and make a file of large', async () => {
    const store = new AssetStore();
    const small = 'data:image/png;base64,AAAA';
    const large = `data:image/png;base64,${Buffer.alloc(3000, 1).toString('base64')}`;
    const { places, missing } = await fetchAssets(
      [small, large, 'file:///etc/passwd', 'http://127.0.0.1:1/x.png'],
      'http://127.0.0.1:1/',
      store,
    );
    expect(places.get(small)).toBe(small);
    expect(places.get(large)).toMatch(/^assets\/image-[0-9a-f]+\.png$/);
    expect(missing).toEqual(['file:///etc/passwd', 'http://127.0.0.1:1/x.png']);
  });
});
