import { execFile } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './program.js';

/* The figures of the host, on a small scale: the same commands measure them whole. */

function trial(...args: string[]): Promise<{ readonly code: number; readonly out: string }> {
  return new Promise((done) => {
    execFile(
      process.execPath,
      [join(ROOT, 'scripts/host-trials.mjs'), ...args],
      { timeout: 150_000 },
      (error, out, err) => done({ code: error ? Number(error.code) : 0, out: out + err }),
    );
  });
}

it('loses nothing that was acknowledged when it is killed while it writes, and writes nothing by halves', async () => {
  expect(await trial('kill', '--times', '5')).toEqual({
    code: 0,
    out: expect.stringMatching(/Killed 5 times .* 0 of these lost, 0 half-written/),
  });
});

it('loses and doubles nothing when many people change the same pages at once', async () => {
  expect(await trial('crowd', '--editors', '12', '--seconds', '4')).toEqual({
    code: 0,
    out: expect.stringMatching(/0 lost, 0 doubled/),
  });
});

it('has all pictures of a project in the end, however often the sending is broken off', async () => {
  expect(await trial('send', '--pictures', '60', '--times', '5')).toEqual({
    code: 0,
    out: expect.stringMatching(/0 are wrong or missing, 60 are shown/),
  });
});

it('says which trials there are', async () => {
  expect(await trial('jump')).toEqual({
    code: 2,
    out: 'There is no trial "jump". There are speed, crowd, kill, send.\n',
  });
});
