// Compiles the program (TypeScript) and bundles the code that runs inside a web page into one file.
import { chmodSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
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
const bundle = { bundle: true, format: 'iife', platform: 'browser', target: 'chrome120', charset: 'utf8' };
await build({
  ...bundle,
  entryPoints: [join(root, 'src/browser/inpage/index.ts')],
  outfile: join(root, 'dist/browser/inpage.js'),
  globalName: 'tavrikInPage',
});
await build({
  ...bundle,
  entryPoints: [join(root, 'src/browser/inpage/pdf/index.ts')],
  outfile: join(root, 'dist/browser/pdf.js'),
  globalName: 'tavrikPdf',
  minify: true,
  logOverride: { 'empty-import-meta': 'silent' },
});
await build({
  ...bundle,
  entryPoints: [join(root, 'src/report/inpage/watch.ts')],
  outfile: join(root, 'dist/report/watch.js'),
});
await build({
  ...bundle,
  entryPoints: [join(root, 'src/host/inpage/edit.ts')],
  outfile: join(root, 'dist/host/edit.js'),
});
for (const room of ['browser', 'report', 'host'])
  rmSync(join(root, 'dist', room, 'inpage'), { recursive: true, force: true });
writeFileSync(
  join(root, 'schema/page.schema.json'),
  `${JSON.stringify(createRequire(import.meta.url)('../dist/core/document/schema.js').PAGE_SCHEMA, null, 2)}\n`,
);
writeFileSync(
  join(root, 'schema/package.schema.json'),
  `${JSON.stringify(createRequire(import.meta.url)('../dist/core/sites/manifest.js').MANIFEST_SCHEMA, null, 2)}\n`,
);
const { FILE_SCHEMAS } = createRequire(import.meta.url)('../dist/project/edited-files.js');
for (const [name, schema] of Object.entries(FILE_SCHEMAS))
  writeFileSync(join(root, 'schema', `${name}.schema.json`), `${JSON.stringify(schema(), null, 2)}\n`);
const { describeApi } = createRequire(import.meta.url)('../dist/host/describe.js');
writeFileSync(join(root, 'schema/api.openapi.json'), `${JSON.stringify(await describeApi(), null, 2)}\n`);
chmodSync(join(root, 'dist/cli/main.js'), 0o755);
