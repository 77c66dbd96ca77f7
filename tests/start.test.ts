import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Started } from '../src/flow/start/start.js';
import { cleanUp, DEMO_ARTBOARDS, ROOT, tavrik, temporary } from './program.js';

const folder = temporary();
afterAll(cleanUp);

const source = join(folder, 'dome page.html');
writeFileSync(source, '<!doctype html><title>Dome</title><h1>Dome</h1><h4>Hours</h4><p><a href="#gone">Book</a></p>');

/** Starts as a person would who answers in this order. */
function answering(
  ...answers: readonly (string | readonly string[] | boolean)[]
): Started & { readonly heard: string } {
  const ran = spawnSync(process.execPath, [join(ROOT, 'tests/answering.cjs'), JSON.stringify(answers)], {
    encoding: 'utf8',
    timeout: 100000,
  });
  if (ran.status !== 0) throw new Error(ran.stderr);
  return JSON.parse(ran.stdout) as Started & { heard: string };
}

describe('start', () => {
  it('asks, shows a summary, converts with what was chosen, and says the commands', () => {
    const out = join(folder, 'page');
    const { heard, commands, made } = answering(
      join(folder, 'none.html'),
      `"${source}"`,
      out,
      '80',
      '800',
      '',
      ['heading-order'],
      true,
    );
    expect(heard).toMatch(/not found/);
    expect(heard).toMatch(/80 px is not a screen width/);
    expect(heard).toMatch(/heading-order \(1\): Screen reader users/);
    expect(heard).toContain('Accepted decisions: heading-order');
    expect(made?.pages[0]?.proof?.over).toEqual([]);
    expect(readFileSync(join(out, 'site/index.html'), 'utf8')).toMatch(/<h2[^>]*>Hours/);
    expect(commands).toEqual([
      `tavrik convert '${source}' --out ${out} --widths 800 --no-proof`,
      `tavrik brief ${out} accept heading-order`,
      `tavrik convert '${source}' --out ${out} --widths 800`,
    ]);
  });

  it('writes nothing if the person says no', () => {
    const out = join(folder, 'never');
    const { heard, commands, made } = answering(DEMO_ARTBOARDS.join(' '), out, '', false);
    expect(commands).toEqual([`tavrik convert ${DEMO_ARTBOARDS.join(' ')} --out ${out}`]);
    expect(made).toBeUndefined();
    expect(heard).toContain('1440 px, 834 px, 390 px');
    expect(existsSync(out)).toBe(false);
  });

  it('stops where there is A terminal is required', () => {
    expect(tavrik(['start'])).toMatchObject({
      code: 2,
      out: '',
      err: expect.stringContaining('A terminal is required'),
    });
  });
});
