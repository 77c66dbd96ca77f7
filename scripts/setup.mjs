// Makes a fresh checkout ready: installs from the lock file and builds, each only when needed, and says so.
import { existsSync, readdirSync, statSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');

/** Runs a command and ends this program if it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    shell: process.platform === 'win32' && command === 'npm',
    ...options,
  });
  if (result.status !== 0) process.exit(result.status ?? 1);
}

function newest(folder) {
  return Math.max(
    0,
    ...readdirSync(folder, { withFileTypes: true }).map((entry) => {
      const path = join(folder, entry.name);
      return entry.isDirectory() ? newest(path) : statSync(path).mtimeMs;
    }),
  );
}

export function setUp() {
  if (!existsSync(join(root, 'node_modules', '.package-lock.json'))) {
    console.log('Installing the packages of the lock file …');
    run('npm', ['ci', '--no-audit', '--no-fund', '--ignore-scripts']);
  }
  const built = join(root, 'dist', 'browser', 'inpage.js');
  if (!existsSync(built) || newest(join(root, 'src')) > statSync(built).mtimeMs) {
    console.log('Building …');
    run(process.execPath, ['scripts/build.mjs']);
  }
}
