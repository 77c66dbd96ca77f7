// node scripts/check-trials.mjs PROJECT…: what clients do, done to copies of converted projects with fixes on: how many cases of
// the trial stay clean, for each project and in all. Exit code 1 below nine of ten in all.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const CLI = join(import.meta.dirname, '../dist/cli/main.js');
const SHARE = 0.9;

const folder = mkdtempSync(join(tmpdir(), 'tavrik-trials-'));
let [clean, all] = [0, 0];
try {
  for (const [at, project] of process.argv.slice(2).entries()) {
    const copy = join(folder, String(at));
    cpSync(project, copy, { recursive: true });
    const { stdout, stderr } = spawnSync(process.execPath, [CLI, 'trial', copy, '--fix', '--json'], {
      encoding: 'utf8',
      maxBuffer: 2 ** 28,
    });
    if (!stdout) {
      console.log(`${project}: ${stderr.trim().split('\n').at(-1)}`);
      all += 1;
      continue;
    }
    for (const { page, cases } of JSON.parse(stdout).pages) {
      const broken = cases.filter(({ faults }) => faults.length > 0);
      clean += cases.length - broken.length;
      all += cases.length;
      console.log(`${project} ${page}: ${cases.length - broken.length} of ${cases.length} clean`);
      for (const one of broken)
        console.log(
          `  ${one.what ?? one.name}: ${one.faults.length}, as ${JSON.stringify(one.faults[0]).slice(0, 200)}`,
        );
    }
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
console.log(`${clean} of ${all} clean (${((100 * clean) / Math.max(1, all)).toFixed(1)} %)`);
if (clean < SHARE * all) process.exitCode = 1;
