import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { checkDocument } from '../core/document/check.js';
import { element, page, words } from '../core/document/sample.js';
import { changedPages, pageText } from './page-file.js';

const folder = mkdtempSync(join(tmpdir(), 'tavrik-pages-'));
mkdirSync(join(folder, 'pages'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const text = pageText(page({}, element('section', 'tea', { element: 'section' }, words('Tea', 'tea.text'))));
const changed = (written: string): string[] => {
  writeFileSync(join(folder, 'pages/sample.json'), written);
  return changedPages(folder, [{ name: 'sample' }, { name: 'gone' }]);
};

describe('the file of a page document', () => {
  it('is a page document, the same each time it is written', () => {
    const read: unknown = JSON.parse(text);
    checkDocument(read, 'x');
    expect(pageText(read)).toBe(text);
  });

  it('tells whether its words were changed by hand, however it is laid out', () => {
    expect(changed(text)).toEqual([]);
    expect(changed(JSON.stringify(JSON.parse(text)))).toEqual([]);
    expect(changed(text.replace('"Tea"', '"Cocoa"'))).toEqual(['pages/sample.json']);
    expect(changed(text.replace(/,\s*"sum": "[^"]*"/, ''))).toEqual([]);
  });
});
