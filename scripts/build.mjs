// Compiles the program (TypeScript) and bundles the code that runs inside a web page into one file.
import { chmodSync, rmSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { build } from 'esbuild';

const root = join(import.meta.dirname, '..');
rmSync(join(root, 'dist'), { recursive: true, force: true });
const compiled = spawnSync(
  process.execPath,
  [join(root, 'node_modules/typescript/bin/tsc'), '-p', 'tsconfig.build.json'],
  {
    cwd: root,
    stdio: 'inherit',
  },
);
if (compiled.status !== 0) process.exit(compiled.status ?? 1);
await build({
  entryPoints: [join(root, 'src/browser/inpage/index.ts')],
  outfile: join(root, 'dist/browser/inpage.js'),
  bundle: true,
  format: 'iife',
  globalName: 'tavrikInPage',
  platform: 'browser',
  target: 'chrome120',
  charset: 'utf8',
});
rmSync(join(root, 'dist/browser/inpage'), { recursive: true, force: true });
chmodSync(join(root, 'dist/cli/main.js'), 0o755);
