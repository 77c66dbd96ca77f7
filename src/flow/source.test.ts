import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findSource } from './source.js';

const folder = mkdtempSync(join(tmpdir(), 'tavrik-source-'));
const put = (path: string, text: string): string => {
  const file = join(folder, path);
  mkdirSync(join(file, '..'), { recursive: true });
  writeFileSync(file, text);
  return file;
};
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('findSource', () => {
  const page = put('site/pages/about us.html', '<link href="../css/a.css"><img src="../../shared/b.png">');
  const home = put('site/index.html', '<!doctype html><p>Hi');
  const boards = [1440, 390].map((width) =>
    put(`boards/star-${width}.svg`, '<svg xmlns="http://www.w3.org/2000/svg"/>'),
  );

  it('takes a page, with the folder that its own addresses reach', () => {
    expect(findSource([page])).toMatchObject({
      kind: 'html',
      name: 'about-us',
      root: folder,
      path: 'site/pages/about%20us.html',
    });
    expect(findSource([page], join(folder, 'site'))).toMatchObject({
      root: join(folder, 'site'),
      path: 'pages/about%20us.html',
    });
  });

  it('takes a folder for its home page', () => {
    expect(findSource([join(folder, 'site')])).toMatchObject({ kind: 'html', file: home, name: 'home' });
  });

  it('takes artboards, named after what their names share', () => {
    expect(findSource(boards)).toMatchObject({ kind: 'svg', name: 'star', files: boards });
    expect(findSource([put('evenings/1440.svg', '<svg/>')])).toMatchObject({ name: 'evenings' });
  });

  it('tells what a file without an ending is', () => {
    expect(findSource([put('plain', '<!DOCTYPE html><p>Hi')])).toMatchObject({ kind: 'html', name: 'plain' });
    expect(findSource([put('drawn', '<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg"/>')])).toMatchObject({
      kind: 'svg',
    });
  });

  it('takes an address', () => {
    expect(findSource(['https://example.org/'])).toMatchObject({
      kind: 'address',
      name: 'home',
      address: 'https://example.org/',
    });
    expect(findSource(['http://127.0.0.1:8080/star%20evenings.html'])).toMatchObject({
      name: expect.stringMatching(/^star/),
    });
  });
});
