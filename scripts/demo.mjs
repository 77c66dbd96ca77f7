// npm run demo: makes the checkout ready, looks over and converts both demo sources, tunes the design, proves both, packs and
// sends them into a site, takes new versions in, and says where to look. With -- --open the site stays, and its editing pages open.
import { spawn } from 'node:child_process';
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { run, setUp } from './setup.mjs';

setUp();
/* Edits of an earlier run would be kept. */
rmSync('demo/out', { recursive: true, force: true });
const cli = ['dist/cli/main.js'];
const boards = [1440, 834, 390].map((width) => `demo/design/star-evenings-${width}.svg`);
const say = (text) => console.log(`\n$ tavrik ${text}`);

say('survey demo/existing/index.html --out demo/out/survey-home');
run(process.execPath, [...cli, 'survey', 'demo/existing/index.html', '--out', 'demo/out/survey-home']);
say('convert demo/existing/index.html --out demo/out/home --brief demo/existing/brief.yaml');
run(process.execPath, [
  ...cli,
  'convert',
  'demo/existing/index.html',
  '--out',
  'demo/out/home',
  '--no-proof',
  '--brief',
  'demo/existing/brief.yaml',
]);
say('proof demo/out/home --width 1440,1100,820,600,390');
run(process.execPath, [...cli, 'proof', 'demo/out/home', '--width', '1440,1100,820,600,390']);
say('content demo/out/home check');
run(process.execPath, [...cli, 'content', 'demo/out/home', 'check']);
say('render demo/out/home --templates');
run(process.execPath, [...cli, 'render', 'demo/out/home', '--templates']);
say('tokens demo/out/home show');
run(process.execPath, [...cli, 'tokens', 'demo/out/home', 'show']);
say('convert demo/export/hire.html --root demo --out demo/out/hire');
run(process.execPath, [...cli, 'convert', 'demo/export/hire.html', '--root', 'demo', '--out', 'demo/out/hire']);
say('content demo/out/hire add three-to-choose-from.cards "The child’s telescope"');
run(process.execPath, [
  ...cli,
  'content',
  'demo/out/hire',
  'add',
  'three-to-choose-from.cards',
  'The child’s telescope',
]);
say(`survey ${boards.join(' ')} --out demo/out/survey-star-evenings`);
run(process.execPath, [...cli, 'survey', ...boards, '--out', 'demo/out/survey-star-evenings']);
say(`convert ${boards.join(' ')} --out demo/out/star-evenings --brief demo/design/brief.yaml`);
run(process.execPath, [
  ...cli,
  'convert',
  ...boards,
  '--out',
  'demo/out/star-evenings',
  '--no-proof',
  '--brief',
  'demo/design/brief.yaml',
]);
say('elements demo/out/star-evenings');
run(process.execPath, [...cli, 'elements', 'demo/out/star-evenings']);
say('links demo/out/star-evenings');
run(process.execPath, [...cli, 'links', 'demo/out/star-evenings']);
say('tune demo/out/star-evenings');
run(process.execPath, [...cli, 'tune', 'demo/out/star-evenings']);
say('proof demo/out/star-evenings');
run(process.execPath, [...cli, 'proof', 'demo/out/star-evenings']);

/* The same design as other programs hand it over: its text as outlines, without its fonts, and as a PDF. */
const outlined = [1440, 390].map((width) => `demo/design/star-evenings-outlined-${width}.svg`);
say(`survey ${outlined.join(' ')} --out demo/out/survey-outlined`);
run(process.execPath, [...cli, 'survey', ...outlined, '--out', 'demo/out/survey-outlined']);
for (const [name, files] of [
  ['outlined', [1440, 834, 390].map((width) => `demo/design/star-evenings-outlined-${width}.svg`)],
  ['pdf', [1440, 834, 390].map((width) => `demo/design/star-evenings-${width}.pdf`)],
]) {
  const args = [...files, '--fonts', 'demo/design/fonts', '--out', `demo/out/${name}`, '--no-tune'];
  say(`convert ${args.join(' ')}`);
  run(process.execPath, [...cli, 'convert', ...args]);
}

say('pack demo/out/home --as document --out demo/out/home.zip');
run(process.execPath, [...cli, 'pack', 'demo/out/home', '--as', 'document', '--out', 'demo/out/home.zip']);
const stays = process.argv.includes('--open');
say(`host --data demo/out/site${stays ? ' --open' : ''} &`);
const port = stays ? [] : ['--port', '0'];
const host = spawn(
  process.execPath,
  [...cli, 'host', '--data', 'demo/out/site', ...port, ...(stays ? ['--open'] : [])],
  { stdio: ['inherit', 'pipe', 'inherit'] },
);
let said = '';
const address = await new Promise((done) => {
  host.stdout.on('data', (text) => {
    process.stdout.write(text);
    said += text;
    if (said.includes('Ctrl-C')) done(/http:\/\/\S+?:\d+/.exec(said)[0]);
  });
});
for (const project of ['home', 'star-evenings']) {
  say(`send demo/out/${project} --to ${address} --token-file demo/out/site/token.txt --yes --publish`);
  run(process.execPath, [
    ...cli,
    'send',
    `demo/out/${project}`,
    '--to',
    address,
    '--token-file',
    'demo/out/site/token.txt',
    '--yes',
    '--publish',
  ]);
}
say('revise demo/out/home demo/existing/winter.html');
run(process.execPath, [...cli, 'revise', 'demo/out/home', 'demo/existing/winter.html']);
say('proof demo/out/home');
run(process.execPath, [...cli, 'proof', 'demo/out/home']);
say('tokens demo/out/home show');
run(process.execPath, [...cli, 'tokens', 'demo/out/home', 'show']);
say(`send demo/out/home --to ${address} --token-file demo/out/site/token.txt --yes --publish`);
run(process.execPath, [
  ...cli,
  'send',
  'demo/out/home',
  '--to',
  address,
  '--token-file',
  'demo/out/site/token.txt',
  '--yes',
  '--publish',
]);
const winter = [1440, 834, 390].map((width) => `demo/design/winter-${width}.svg`);
say(`revise demo/out/star-evenings ${winter.join(' ')} --dry-run`);
run(process.execPath, [...cli, 'revise', 'demo/out/star-evenings', ...winter, '--dry-run']);
if (!stays) host.kill('SIGTERM');

const out = join(import.meta.dirname, '..', 'demo', 'out');
const pages = {
  'the existing page, looked over': 'survey-home/index.html',
  'its new version, converted': 'home/site/index.html',
  'its proof': 'home/proof/index.html',
  'its colours and text styles': 'home/tokens/index.html',
  'what the new version changed': 'home/changes/index.html',
  'a page of placed boxes, with an entry more': 'hire/site/index.html',
  'the design, converted': 'star-evenings/site/index.html',
  'its proof, too': 'star-evenings/proof/index.html',
  'its text as outlines, read': 'survey-outlined/index.html',
  'converted from outlines, its proof': 'outlined/proof/index.html',
  'converted from a PDF, its proof': 'pdf/proof/index.html',
};
const missing = Object.values(pages).filter((path) => !existsSync(join(out, path)));
if (missing.length) {
  console.error(`The demo did not make ${missing.join(', ')}.`);
  process.exit(1);
}
console.log(`
Open these in a browser:
${Object.entries(pages)
  .map(([what, path]) => `  ${what.padEnd(44)}${join(out, path)}`)
  .join('\n')}
A package of it is demo/out/home.zip. ${stays ? `The site is at ${address}, editing at ${address}/edit` : 'To edit both in a site: npm run demo -- --open, or npx tavrik host --data demo/out/site'}
The words to edit are in demo/out/*/content; after an edit: npx tavrik render demo/out/home
The same by command: npx tavrik content demo/out/home add membership.cards Student; and what would break: npx tavrik trial demo/out/home`);
