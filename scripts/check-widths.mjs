// node scripts/check-widths.mjs FOLDER…: folders of artboards (SVG), each converted as a whole and from its widest artboard alone,
// and looked at at every width from 320 to 1920 px: sideways scrolling, words on other words, words cut off, and the share of
// elements that are placed one by one. Exit code 1 if anything scrolls or words lie on each other.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';

const CLI = join(import.meta.dirname, '../dist/cli/main.js');
const LOOKED_FOR = ['scrolls', 'clash', 'cut-off'];

const folder = mkdtempSync(join(tmpdir(), 'tavrik-widths-'));
const run = (...args) => spawnSync(process.execPath, [CLI, ...args], { encoding: 'utf8', maxBuffer: 2 ** 28 });

/** The width that a drawing has, px. */
function widthOf(file) {
  const [root = ''] = /<svg\b[^>]*>/.exec(readFileSync(file, 'utf8')) ?? [];
  const viewBox = /viewBox="[\d.-]+[ ,]+[\d.-]+[ ,]+([\d.]+)/.exec(root)?.[1];
  return Number(/\bwidth="([\d.]+)/.exec(root)?.[1] ?? viewBox ?? 0);
}

/** The share of elements that are placed one by one, by the styles of the page document. */
function placed(project) {
  const [file] = readdirSync(join(project, 'pages'));
  const { styles, body } = JSON.parse(readFileSync(join(project, 'pages', file), 'utf8'));
  let [all, own] = [0, 0];
  const visit = ({ kind, style, children = [] }) => {
    if (kind === 'words') return;
    all += 1;
    const { rest = {}, variants = [] } = styles[style] ?? {};
    if ([rest, ...variants.map(({ set }) => set ?? {})].some((look) => look.position === 'absolute')) own += 1;
    children.forEach(visit);
  };
  visit(body);
  return own / all;
}

let wrong = false;
try {
  for (const [at, design] of process.argv.slice(2).entries()) {
    const boards = readdirSync(design)
      .filter((name) => name.endsWith('.svg'))
      .map((name) => join(design, name))
      .sort((a, b) => widthOf(b) - widthOf(a));
    for (const [how, given] of Object.entries({ 'all artboards': boards, 'the widest alone': boards.slice(0, 1) })) {
      const project = join(folder, `${at}-${given.length}`);
      const made = run('convert', ...given, '--out', project, '--no-proof');
      const proof = made.status === 0 ? run('proof', project, '--json') : made;
      if (!proof.stdout.startsWith('{')) {
        console.log(`${basename(design)}, ${how}: ${proof.stderr.trim().split('\n').at(-1)}`);
        wrong = true;
        continue;
      }
      const faults = JSON.parse(proof.stdout).pages.flatMap(({ sweep = [] }) => sweep);
      const counts = LOOKED_FOR.map((kind) => faults.filter((one) => one.kind === kind));
      wrong ||= counts[0].length + counts[1].length > 0;
      console.log(
        `${basename(design)}, ${how}: ${LOOKED_FOR.map((kind, of) => `${kind} ${counts[of].length}`).join(', ')}; ${(100 * placed(project)).toFixed(1)} % placed one by one`,
      );
      for (const { kind, from, to, what } of counts.flat().slice(0, 6))
        console.log(`  ${kind} at ${from}–${to} px: ${what}`);
    }
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
if (wrong) process.exitCode = 1;
