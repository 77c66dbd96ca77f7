import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findSources } from './find-sources.js';
import type { Source } from './source.js';

const folder = mkdtempSync(join(tmpdir(), 'tavrik-source-'));
const put = (path: string, text: string): string => {
  const file = join(folder, path);
  mkdirSync(join(file, '..'), { recursive: true });
  writeFileSync(file, text);
  return file;
};
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The only source there is. */
function only(...given: Parameters<typeof findSources>): Source | undefined {
  const found = findSources(...given);
  expect(found).toHaveLength(1);
  return found[0];
}

describe('findSources', () => {
  const page = put('site/pages/about us.html', '<link href="../css/a.css"><img src="../../shared/b.png">');
  const home = put('site/index.html', '<!doctype html><p>Hi');
  const artboards = [1440, 390].map((width) =>
    put(`boards/star-${width}.svg`, '<svg xmlns="http://www.w3.org/2000/svg"/>'),
  );

  it('takes a page, with the folder that its own addresses reach', () => {
    expect(only([page])).toMatchObject({
      kind: 'html',
      name: 'about-us',
      root: folder,
      path: 'site/pages/about%20us.html',
    });
    expect(only([page], join(folder, 'site'))).toMatchObject({
      root: join(folder, 'site'),
      path: 'pages/about%20us.html',
    });
  });

  it('takes a folder for its home page', () => {
    expect(only([join(folder, 'site')])).toMatchObject({ kind: 'html', file: home, name: 'home' });
  });

  it('takes artboards, named after what their names share', () => {
    expect(only(artboards)).toMatchObject({ kind: 'design', name: 'star', files: artboards });
    expect(only([put('evenings/1440.svg', '<svg/>')])).toMatchObject({ name: 'evenings' });
  });

  it('tells what a file without an ending is', () => {
    expect(only([put('plain', '<!DOCTYPE html><p>Hi')])).toMatchObject({ kind: 'html', name: 'plain' });
    expect(only([put('drawn', '<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg"/>')])).toMatchObject({
      kind: 'design',
    });
  });

  it('takes an address', () => {
    expect(only(['https://example.org/'])).toMatchObject({
      kind: 'address',
      name: 'home',
      address: 'https://example.org/',
    });
    expect(only(['http://127.0.0.1:8080/star%20evenings.html'])).toMatchObject({
      name: expect.stringMatching(/^star/),
    });
  });

  it('takes several pages, equal names told apart by their folders', () => {
    const hire = put('site/hire/index.html', '<!doctype html><p>Hire');
    const names = (...given: string[]): string[] => findSources(given).map(({ name }) => name);
    expect(names(home, page)).toEqual(['home', 'about-us']);
    expect(names(home, hire)).toEqual(['site', 'hire']);
    expect(names('https://example.org/', 'https://example.org/tides')).toEqual(['home', 'tides']);
    expect(() => findSources([home, home])).toThrow('Two pages would be called "site"');
    expect(() => findSources([home, 'https://example.org/'])).toThrow('different kinds');
  });
});
