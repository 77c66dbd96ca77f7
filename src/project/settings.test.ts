import { pageNamed, readSettings, writeSettings, type ProjectSettings } from './settings.js';

const settings = {
  format: 'tavrik-project',
  version: 2,
  pages: [{ name: 'marsh', kind: 'html', sources: ['../index.html'], widths: [1440, 390] }],
  limits: { differ: 0.02, placed: 0.95 },
} satisfies ProjectSettings;
const page = { ...settings.pages[0], kind: 'html' as const } as ProjectSettings['pages'][number];
const withPages = (...pages: object[]): string => JSON.stringify({ ...settings, pages });

describe('settings of a project', () => {
  it('are read as they were written', () => {
    expect(readSettings(writeSettings(settings), 'x')).toEqual(settings);
    const chosen = {
      ...settings,
      pages: [{ ...page, select: ['main'], move: ['parent' as const], schemes: 'dark' as const }],
    };
    expect(readSettings(writeSettings(chosen), 'x')).toEqual(chosen);
  });

  it('of version 1 are read, in which designs were of the kind "svg"', () => {
    const old = { ...settings, version: 1, pages: [page, { ...page, name: 'star', kind: 'svg' }] };
    const now = readSettings(JSON.stringify(old), 'x');
    expect(now.version).toBe(2);
    expect(now.pages.map(({ kind }) => kind)).toEqual(['html', 'design']);
    expect(() => readSettings(JSON.stringify({ ...old, version: 2 }), 'x')).toThrow(/"pages\[1\]\.kind"/);
  });

  it('have usual limits if none are given', () => {
    const { limits: _, ...without } = settings;
    expect(readSettings(JSON.stringify(without), 'x').limits).toEqual({ differ: 0.05, placed: 0.9 });
  });

  it.each([
    ['text that is no YAML', 'page: [1', /This is not YAML/],
    ['nothing', '', /"format" is required/],
    ['another format', 'format: other', /"format" must be/],
    ['a name that leaves its folder', withPages({ ...page, name: '../up' }), /"pages\[0\]\.name"/],
    ['a width of nothing', withPages({ ...page, widths: [0] }), /"pages\[0\]\.widths\[0\]"/],
    ['two pages of one name', withPages(page as object, page as object), /"pages\[1\]" contains a duplicate/],
    ['a limit over all', writeSettings({ ...settings, limits: { differ: 2, placed: 1 } }), /"limits\.differ"/],
  ])('refuse %s, and name it', (_, text, message) => {
    expect(() => readSettings(text, 'tavrik.yaml')).toThrow(message);
  });

  it('name their pages, the first if none is asked for', () => {
    const several = readSettings(withPages(page, { ...page, name: 'hire' }), 'x');
    expect([pageNamed(several, undefined).name, pageNamed(several, 'hire').name]).toEqual(['marsh', 'hire']);
    expect(() => pageNamed(several, 'tides')).toThrow('Page "tides" not found');
  });
});
