import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readSignIn } from './sign-in.js';

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
    expect(() => read('headers: [')).toThrow(/Neither valid YAML nor JSON/);
    expect(() => readSignIn(join(folder, 'none.yaml'))).toThrow('File not found.');
  });
});
