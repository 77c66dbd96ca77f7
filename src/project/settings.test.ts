import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readSignIn } from '../flow/sign-in.js';
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

describe('what signs in', () => {
  const folder = mkdtempSync(join(tmpdir(), 'tavrik-sign-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const read = (text: string) => {
    const file = join(folder, 'who.yaml');
    writeFileSync(file, text);
    return readSignIn(file);
  };

  it('is headers and cookies, as YAML or JSON', () => {
    const wanted = { headers: { Authorization: 'Bearer x' }, cookies: [{ name: 'session', value: 'y=1' }] };
    expect(read('headers:\n  Authorization: Bearer x\ncookies:\n  session: y=1\n')).toEqual(wanted);
    expect(read('{"headers":{"Authorization":"Bearer x"},"cookies":{"session":"y=1"}}')).toEqual(wanted);
    expect(read('')).toEqual({ headers: {}, cookies: [] });
  });

  it('is refused if a name or a value could change the request', () => {
    expect(() => read('headers:\n  "A: b": c\n')).toThrow(/not allowed/);
    expect(() => read('headers:\n  A: "b\\r\\nC: d"\n')).toThrow(/inverted pattern/);
    expect(() => read('passwords:\n  a: b\n')).toThrow(/not allowed/);
    expect(() => read('headers: [')).toThrow(/neither YAML nor JSON/);
    expect(() => readSignIn(join(folder, 'none.yaml'))).toThrow('There is no such file.');
  });
});
