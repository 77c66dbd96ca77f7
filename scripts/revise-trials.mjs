// Revisions of the demo page whose truth is known: each is made by script from the same page, every element of which is
// numbered, so that it is known which element became which. After each the project is looked at: were elements found
// again, did edits, corrections and decisions stay, was nothing called a conflict that is none, does the way back give
// what was there.
//   node scripts/revise-trials.mjs [--only NAME,NAME] [--back] [--page FILE [--root FOLDER]]
// With --page it is another page, and the revisions are such as can be made of any.
import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join, relative, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { parse } from 'yaml';
import { REVISIONS as OF_ANY } from './revisions/any.mjs';
import { REVISIONS as OF_DEMO } from './revisions/demo.mjs';
import { HELPERS } from './revisions/in-page.mjs';

const root = join(import.meta.dirname, '..');
const cli = join(root, 'dist/cli/main.js');
const require = createRequire(import.meta.url);
const { openBrowser } = require(join(root, 'dist/browser/launch.js'));
const { values: asked } = parseArgs({
  options: { only: { type: 'string' }, back: { type: 'boolean' }, page: { type: 'string' }, root: { type: 'string' } },
});
const REVISIONS = asked.page ? OF_ANY : OF_DEMO;
const from = asked.page ? resolve(asked.root ?? dirname(asked.page)) : join(root, 'demo/existing');
/** The page, as it lies in its folder. */
const own = asked.page ? relative(from, resolve(asked.page)) : 'index.html';
const folder = mkdtempSync(join(tmpdir(), 'tavrik-revisions-'));

const run = (...args) => spawnSync(process.execPath, [cli, ...args], { encoding: 'utf8', maxBuffer: 1 << 28 });
const must = (ran, what) => {
  if (ran.status !== 0) throw new Error(`${what}: ${ran.stderr}`);
  return ran.stdout;
};
/** Style sheets of the page that lie in a folder of that name, without those of versions before; others are not changed. */
const sheetsAt = (at) =>
  existsSync(join(at, 'css'))
    ? Object.fromEntries(
        readdirSync(join(at, 'css'))
          .filter((name) => name.endsWith('.css') && !name.startsWith('next-'))
          .map((name) => [name, readFileSync(join(at, 'css', name), 'utf8')]),
      )
    : {};

const source = join(folder, 'source');
cpSync(from, source, { recursive: true });
const file = join(source, own);
/* The next version lies beside it, so that it finds the same pictures. */
const next = join(dirname(file), 'next-version.html');
const browser = await openBrowser();
/* Scripts of the page do not run while it is revised: what is numbered is what is written. */
const page = await (await browser.newPage(1440)).context().browser().newPage({ javaScriptEnabled: false });

/** Opens a page, does something in it, and returns its HTML with and without numbers, and what each numbered element says. */
async function inPage(html, change, sheets) {
  await page.setContent(html);
  await page.evaluate(HELPERS);
  return page.evaluate(
    ([code, given]) => {
      if (code === null) globalThis.numbered();
      else new Function('helpers', `return (${code})(helpers)`)(globalThis.helpers(given));
      const doctype = '<!doctype html>\n';
      const numbered = doctype + document.documentElement.outerHTML;
      const says = Object.fromEntries(
        [...document.querySelectorAll('[data-was]')].map((one) => [
          one.getAttribute('data-was'),
          one.textContent.replace(/\s+/g, ' ').trim(),
        ]),
      );
      const paths = {};
      for (const one of document.querySelectorAll('[data-was]')) one.removeAttribute('data-was');
      return { numbered, clean: doctype + document.documentElement.outerHTML, says, paths, sheets: given };
    },
    [change === null ? null : change.toString(), sheets],
  );
}

/** Numbers of the elements that nodes of a page document came from, by the ids of the nodes. */
async function numbersOf(numbered, document) {
  await page.setContent(numbered);
  const found = [];
  const visit = (node) => {
    if (node.kind === 'words') return;
    if (node.from?.path) found.push([node.id, node.from.path]);
    (node.children ?? []).forEach(visit);
  };
  visit(document.body);
  const numbers = await page.evaluate(
    (all) =>
      all.map(([id, path]) => {
        try {
          return [id, document.querySelector(path)?.getAttribute('data-was') ?? null];
        } catch {
          return [id, null];
        }
      }),
    found,
  );
  return new Map(numbers.filter(([, number]) => number !== null));
}

const pageOf = (project) => JSON.parse(readFileSync(join(project, `pages/${pageName}.json`), 'utf8'));

/** Edits a third of all texts, and corrects the look of three elements. */
function editAll(project, numbers) {
  const document = pageOf(project);
  const leaves = [];
  const visit = (node) => {
    if (node.kind === 'words') return;
    const own = (node.children ?? []).find((child) => child.kind === 'words' && child.field);
    if (own && ['heading', 'text', 'button', 'link'].includes(node.kind))
      leaves.push({ field: own.field, number: numbers.get(node.id), id: node.id });
    (node.children ?? []).forEach(visit);
  };
  visit(document.body);
  const edits = leaves.filter((one, at) => at % 3 === 1 && one.number !== undefined);
  edits.forEach((one, at) => {
    one.text = `Edited by the client ${at}`;
    must(run('content', project, 'set', one.field, one.text), one.field);
  });
  const looks = leaves.filter((one, at) => at % 9 === 2 && one.number !== undefined).slice(0, 3);
  writeFileSync(
    join(project, 'adjust.yaml'),
    `format: tavrik-adjust\nversion: 1\nadjustments:\n${looks.map(({ id }) => `  - element: "${id}"\n    set: { opacity: "0.9" }\n`).join('')}`,
  );
  must(run('render', project), 'render');
  return { edits, looks };
}

/** All values of a content file by their paths, so that two can be compared. */
function contentOf(project) {
  return JSON.stringify(parse(readFileSync(join(project, `content/${pageName}.yaml`), 'utf8')));
}

const first = await inPage(readFileSync(file, 'utf8'), null, {});
writeFileSync(file, first.clean);
const base = join(folder, 'base');
const began = Date.now();
must(
  run(
    'convert',
    file,
    '--root',
    source,
    '--out',
    base,
    '--no-proof',
    '--no-tune',
    ...(asked.page ? [] : ['--brief', join(root, 'demo/existing/brief.yaml')]),
  ),
  'convert',
);
const { name: pageName } = parse(readFileSync(join(base, 'tavrik.yaml'), 'utf8')).pages[0];
const converting = Date.now() - began;
const numbersBefore = await numbersOf(first.numbered, pageOf(base));
const { edits, looks } = editAll(base, numbersBefore);

const names = asked.only ? asked.only.split(',') : Object.keys(REVISIONS);
const all = { right: 0, known: 0, kept: 0, edits: 0, looks: 0, adjusted: 0, falsely: 0, back: 0, slow: 0 };
const faults = [];
for (const name of names) {
  const project = join(folder, 'project');
  rmSync(project, { recursive: true, force: true });
  const sheets = sheetsAt(dirname(file));
  const made = await inPage(first.numbered, REVISIONS[name], sheets);
  let html = made.clean;
  for (const [sheet, text] of Object.entries(made.sheets)) {
    if (text === sheets[sheet]) continue;
    writeFileSync(join(dirname(file), 'css', `next-${sheet}`), text);
    html = html.replaceAll(`css/${sheet}"`, `css/next-${sheet}"`);
  }
  writeFileSync(next, html);
  cpSync(base, project, { recursive: true });
  const started = Date.now();
  const ran = run('revise', project, next, '--json');
  const took = Date.now() - started;
  if (ran.status !== 0) {
    faults.push(`${name}: ${ran.stderr.trim()}`);
    continue;
  }
  const { pages } = JSON.parse(ran.stdout);
  const after = await numbersOf(made.numbered, pageOf(project));
  const there = new Set(after.values());
  const known = [...numbersBefore].filter(([, number]) => there.has(number));
  const wrong = known.filter(([id, number]) => after.get(id) !== number);
  const shown = readFileSync(join(project, 'site/index.html'), 'utf8');
  const due = edits.filter(({ number }) => there.has(number));
  const lost = due.filter(({ text }) => !shown.includes(text));
  const ids = new Set(after.keys());
  const corrections = looks.filter(({ number }) => there.has(number));
  const uncorrected = corrections.filter(({ id }) => !ids.has(id));
  /* Where the new version says something else too it is a conflict, also in a text that the field has become part of. */
  const reworded = edits.filter(({ number }) => made.says[number] !== first.says[number]);
  const falsely = pages[0].conflicts.filter(
    ({ path, theirs = '' }) => !reworded.some(({ field, text }) => field === path || theirs.includes(text)),
  );
  let back = true;
  if (asked.back) {
    must(run('revise', project, file, '--anyway'), `${name}, back`);
    const values = contentOf(project);
    back = edits.every(({ text }) => values.includes(text));
  }
  all.right += known.length - wrong.length;
  all.known += known.length;
  all.kept += due.length - lost.length;
  all.edits += due.length;
  all.looks += corrections.length - uncorrected.length;
  all.adjusted += corrections.length;
  all.falsely += falsely.length;
  all.back += back ? 1 : 0;
  all.slow = Math.max(all.slow, took / converting);
  const notes = [
    wrong.length &&
      `${wrong.length} elements wrong: ${wrong
        .slice(0, 4)
        .map(([id]) => id)
        .join(' ')}`,
    lost.length &&
      `${lost.length} edits lost: ${lost
        .slice(0, 3)
        .map(({ field }) => field)
        .join(' ')}`,
    uncorrected.length && `${uncorrected.length} corrections lost`,
    falsely.length && `falsely a conflict: ${falsely.map(({ path }) => path).join(' ')}`,
    !back && 'the way back lost an edit',
  ].filter(Boolean);
  console.log(
    `${name.padEnd(34)} ${String(known.length - wrong.length).padStart(3)}/${known.length} elements  ${due.length - lost.length}/${due.length} edits  ${(took / converting).toFixed(2)} x${notes.length ? `  – ${notes.join('; ')}` : ''}`,
  );
}
await browser.close();
rmSync(folder, { recursive: true, force: true });
for (const fault of faults) console.log(`refused: ${fault}`);
const rate = (part, whole) => (whole ? `${((part / whole) * 100).toFixed(2)} %` : 'none');
console.log(
  `${names.length} revisions: elements ${rate(all.right, all.known)}, edits ${rate(all.kept, all.edits)}, corrections ${rate(all.looks, all.adjusted)}, ${all.falsely} false conflicts${asked.back ? `, ${all.back} of ${names.length} come back whole` : ''}; the slowest takes ${all.slow.toFixed(2)} x a conversion`,
);
process.exit(
  faults.length === 0 && all.right / all.known >= 0.98 && all.kept === all.edits && all.falsely === 0 ? 0 : 1,
);
