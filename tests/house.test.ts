import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './program.js';

/** A table without the spaces that only make it readable. */
const cells = (table: string): string[] =>
  table
    .split('\n')
    .filter((line) => line.startsWith('|'))
    .map((line) =>
      line
        .split('|')
        .map((cell) => cell.trim().replace(/^-+$/, '-'))
        .join('|'),
    ); // prettier keeps columns aligned

describe('the map of the house', () => {
  it('has the rooms and arrows that the lint rule enforces', () => {
    const house = readFileSync(join(ROOT, 'docs/house.md'), 'utf8');
    const from = house.indexOf('| room of `src/`');
    const table = house.slice(from, house.indexOf('\n\n', from));
    const listed = execFileSync(process.execPath, [join(ROOT, 'scripts/rooms.mjs')], { encoding: 'utf8' });
    expect(cells(table)).toEqual(cells(listed));
  });
});
