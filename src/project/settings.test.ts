import { readSettings, writeSettings, type ProjectSettings } from './settings.js';

const settings: ProjectSettings = {
  format: 'tavrik-project',
  version: 1,
  page: { name: 'marsh', kind: 'html', sources: ['../index.html'], widths: [1440, 390] },
  limits: { differ: 0.02, placed: 0.95 },
};

describe('settings of a project', () => {
  it('are read as they were written', () => {
    expect(readSettings(writeSettings(settings), 'x')).toEqual(settings);
    const chosen = { ...settings, page: { ...settings.page, select: ['main'], move: ['parent' as const], schemes: 'dark' as const } }; // prettier-ignore
    expect(readSettings(writeSettings(chosen), 'x')).toEqual(chosen);
  });

  it('have usual limits if none are given', () => {
    const { limits: _, ...without } = settings;
    expect(readSettings(JSON.stringify(without), 'x').limits).toEqual({ differ: 0.05, placed: 0.9 });
  });

  it.each([
    ['text that is no YAML', 'page: [1', /This is not YAML/],
    ['nothing', '', /"format" is required/],
    ['another format', 'format: other', /"format" must be/],
    ['a name that leaves its folder', writeSettings({ ...settings, page: { ...settings.page, name: '../up' } }), /"page\.name"/], // prettier-ignore
    ['a width of nothing', writeSettings({ ...settings, page: { ...settings.page, widths: [0] } }), /"page\.widths\[0\]"/], // prettier-ignore
    ['a limit over all', writeSettings({ ...settings, limits: { differ: 2, placed: 1 } }), /"limits\.differ"/],
  ])('refuse %s, and name it', (_, text, message) => {
    expect(() => readSettings(text, 'tavrik.yaml')).toThrow(message);
  });
});
