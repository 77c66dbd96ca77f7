import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The folder of the installed package. */
const PACKAGE_ROOT = join(__dirname, '../..');

/** The version of the installed package, as its `package.json` states it. */
export function packageVersion(): string {
  return (JSON.parse(readFileSync(join(PACKAGE_ROOT, 'package.json'), 'utf8')) as { version: string }).version;
}

/** The text of a file of the built program. @param path in `dist`, such as `report/watch.js` */
export function builtFile(path: string): Buffer {
  return readFileSync(join(PACKAGE_ROOT, 'dist', path));
}
