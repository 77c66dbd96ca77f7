// npm test: makes the checkout ready, checks style and arrows, then runs all tests. Arguments go to Jest.
import { run, setUp } from './setup.mjs';

setUp();
const args = process.argv.slice(2);
if (args.length === 0) {
  console.log('Checking style and imports …');
  run(process.execPath, ['node_modules/eslint/bin/eslint.js', '.']);
  run(process.execPath, ['node_modules/prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.']);
}
run(process.execPath, ['node_modules/jest/bin/jest.js', ...args]);
