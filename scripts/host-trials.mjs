// Figures of the host, measured on the built program: how fast editing pages answer with many pages, whether updates of many
// people at once are lost or doubled, whether anything is lost when the process is killed, whether a sending that is broken
// off again and again ends complete.
//   node scripts/host-trials.mjs speed|crowd|kill|send [--pages N] [--editors N] [--seconds N] [--times N] [--pictures N]
import { rmSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { crowd } from './host-trials/crowd.mjs';
import { kill } from './host-trials/kill.mjs';
import { clear, folder } from './host-trials/kit.mjs';
import { send } from './host-trials/send.mjs';
import { speed } from './host-trials/speed.mjs';

const { values: asked, positionals } = parseArgs({
  allowPositionals: true,
  options: Object.fromEntries(
    ['pages', 'editors', 'seconds', 'times', 'pictures'].map((name) => [name, { type: 'string' }]),
  ),
});
const count = (name, usual) => Number(asked[name] ?? usual);
const trials = { speed, crowd, kill, send };
const names = positionals.length ? positionals : Object.keys(trials);
const unknown = names.find((name) => !(name in trials));
if (unknown !== undefined) {
  console.error(`There is no trial "${unknown}". There are ${Object.keys(trials).join(', ')}.`);
  process.exit(2);
}
let fine = true;
for (const name of names) {
  clear();
  const began = Date.now();
  const holds = await trials[name](count);
  fine &&= holds;
  console.log(`${name}: ${holds ? 'holds' : 'does not hold'} (${Math.round((Date.now() - began) / 1000)} s)\n`);
}
rmSync(folder, { recursive: true, force: true });
process.exit(fine ? 0 : 1);
