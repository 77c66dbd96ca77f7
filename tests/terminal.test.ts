import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, tavrikAlone as tavrik } from './program.js';

describe('help and version', () => {
  it('lists the commands', () => {
    const ran = tavrik(['--help']);
    expect(ran.code).toBe(0);
    for (const name of ['convert', 'render', 'proof']) expect(ran.out).toContain(name);
    expect(tavrik([]).out).toBe(ran.out);
  });

  it.each(['convert', 'render', 'proof'])('of %s has an example', (command) => {
    const ran = tavrik([command, '--help']);
    expect(ran.code).toBe(0);
    expect(ran.out).toMatch(new RegExp(`Examples?:\\n  tavrik ${command} `));
    expect(ran.out).toContain('--json');
  });

  it('has a page in docs/ for every command, with every option', () => {
    for (const command of [
      'convert',
      'render',
      'proof',
      'tune',
      'adjust',
      'brief',
      'survey',
      'content',
      'trial',
      'tokens',
      'links',
      'elements',
      'about',
      'start',
      'watch',
    ]) {
      const text = readFileSync(join(ROOT, `docs/${command}.md`), 'utf8');
      for (const [option] of tavrik([command, '--help']).out.matchAll(/--[a-z-]+/g))
        if (option !== '--help') expect(text).toContain(option);
    }
  });

  it('prints the version of the package', () => {
    const { version } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8')) as { version: string };
    expect(tavrik(['--version'])).toMatchObject({ code: 0, out: `${version}\n` });
  });

  it('writes no colours where no one sees them', () => {
    expect(tavrik(['--help']).out).not.toContain('\u001b');
  });
});
