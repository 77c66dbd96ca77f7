import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, readdirSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { cleanUp, ROOT, temporary } from './program.js';

/** An empty project that has the packed package installed, with the dependencies of this checkout. */
const project = temporary();
const PAGE = `<!doctype html><html lang="en"><head><title>Tide table</title><style>
  body { margin: 0; font: 16px/1.5 Arimo, sans-serif; } section { padding: 40px; } h1 { font-size: 40px; }
</style></head><body><section><h1>When the creek is full</h1><p>High water comes twice a day.</p></section></body></html>`;

beforeAll(() => {
  const packed = spawnSync('npm', ['pack', '--ignore-scripts', '--json', '--pack-destination', project], {
    cwd: ROOT,
    encoding: 'utf8',
  });
  const [{ filename }] = JSON.parse(packed.stdout) as [{ filename: string }];
  const modules = join(project, 'node_modules');
  mkdirSync(join(modules, 'tavrik'), { recursive: true });
  for (const name of readdirSync(join(ROOT, 'node_modules')))
    if (name !== 'tavrik' && !name.startsWith('.')) symlinkSync(join(ROOT, 'node_modules', name), join(modules, name));
  execFileSync('tar', ['-xzf', join(project, filename), '-C', join(modules, 'tavrik'), '--strip-components', '1']);
  writeFileSync(join(project, 'package.json'), '{ "name": "user", "private": true, "type": "module" }\n');
  writeFileSync(join(project, 'page.html'), PAGE);
});
afterAll(cleanUp);

const node = (file: string): { readonly out: string; readonly err: string; readonly code: number | null } => {
  const ran = spawnSync(process.execPath, [join(project, file)], { cwd: project, encoding: 'utf8' });
  return { out: ran.stdout, err: ran.stderr, code: ran.status };
};

describe('the packed package', () => {
  it('is used from JavaScript, with one browser for several calls, and prints nothing by itself', () => {
    writeFileSync(
      join(project, 'use.js'),
      `import { convert, openBrowser, proof, render, survey } from 'tavrik';
const browser = await openBrowser();
const steps = [];
try {
  const onProgress = (step) => steps.push(step);
  const widths = [900, 390];
  const seen = await survey('page.html', { widths, browser, onProgress });
  const converted = await convert('page.html', { out: 'tides', widths, browser, proof: false, onProgress });
  const rendered = await render('tides');
  const compared = await proof('tides', { browser, thorough: false });
  console.log(JSON.stringify([seen.pages[0].title, converted.pages[0].name ?? converted.pages.length,
    rendered.pages, compared.over, compared.pages[0].widths.map(({ width }) => width), steps.length > 0]));
} finally {
  await browser.close();
}
`,
    );
    const { out, err, code } = node('use.js');
    expect([err, code]).toEqual(['', 0]);
    const [title, , pages, over, widths, isTold] = JSON.parse(out) as unknown[];
    expect([title, pages, over, widths, isTold]).toEqual(['Tide table', ['page'], [], [900, 390], true]);
  });

  it('rejects with an error whose code is stable, and leaves a project as it was when a call is aborted', () => {
    writeFileSync(
      join(project, 'fail.js'),
      `import { convert, render, TavrikError } from 'tavrik';
const fail = async (work) => {
  try {
    await work();
    return 'fine';
  } catch (error) {
    return [error instanceof TavrikError, error.code, error.where ?? ''];
  }
};
const stop = new AbortController();
const onProgress = () => stop.abort();
console.log(JSON.stringify([
  await fail(() => render('nowhere')),
  await fail(() => convert('none.html', { out: 'x' })),
  await fail(() => convert('page.html', { out: 'stopped', signal: AbortSignal.abort() })),
  await fail(() => convert('page.html', { out: 'stopped', signal: stop.signal, onProgress })),
]));
`,
    );
    const { out, err, code } = node('fail.js');
    expect([err, code]).toEqual(['', 0]);
    expect(JSON.parse(out)).toEqual([
      [true, 'not-found', 'nowhere'],
      [true, 'not-found', expect.stringMatching(/none\.html$/)],
      [true, 'aborted', ''],
      [true, 'aborted', ''],
    ]);
    expect(readdirSync(project)).not.toContain('stopped');
  });

  it('brings its types', () => {
    writeFileSync(
      join(project, 'typed.ts'),
      `import { convert, send, TavrikError, trial, type Converted, type ErrorCode } from 'tavrik';
export const all: Promise<Converted> = convert(['a.svg', 'b.svg'], { out: 'x', widths: [1440], signal: AbortSignal.timeout(5) });
export const sent = send('x', { to: 'https://example.org', by: 'webdav', dryRun: true }).then(({ conflicts }) => conflicts.length);
export const tried = trial('x', { fix: true }).then((pages) => pages.map(({ page }) => page.toUpperCase()));
export const codeOf = (error: unknown): ErrorCode | undefined => (error instanceof TavrikError ? error.code : undefined);
// @ts-expect-error the folder of the project is missing
export const wrong = convert('a.html', {});
`,
    );
    const checked = spawnSync(
      process.execPath,
      [
        join(ROOT, 'node_modules/typescript/bin/tsc'),
        ...['--noEmit', '--strict', '--skipLibCheck', '--target', 'es2022', '--lib', 'es2023,dom'],
        ...['--module', 'node16', '--moduleResolution', 'node16', '--types', 'node', 'typed.ts'],
      ],
      { cwd: project, encoding: 'utf8' },
    );
    expect([checked.stdout, checked.status]).toEqual(['', 0]);
  });
});
