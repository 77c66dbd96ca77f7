import { appendFileSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ConditionProof } from '../src/core/proof/conditions.js';
import { cleanUp, copy, tavrik, temporary } from './program.js';

const PAGE = `<!doctype html><html lang="en"><meta charset="utf-8"><title>Hollin Marsh Observatory</title><style>
:root { --ground: #fff; --ink: #223 }
@media (prefers-color-scheme: dark) { :root { --ground: #112; --ink: #eef } }
body { margin: 0; background: var(--ground); color: var(--ink); font: 1rem/1.5 sans-serif }
nav { display: flex; gap: 1rem; padding: 1rem }
nav a { color: inherit } nav a:hover { background: #eca } nav a:focus-visible { outline: 3px solid #06c }
article { padding: 1rem; border: 1px solid #ccc } article .more { opacity: .2 } article:hover .more { opacity: 1 }

.box { height: 40px; overflow-y: auto; border: 1px solid }
@media print { nav { display: none } }
@media (forced-colors: active) { article { border: 4px solid CanvasText } }
@media (prefers-contrast: more) { article { border-color: #000 } }
@media (prefers-reduced-motion: reduce) { article { background: #9e9 } }
</style><nav><a href="#nights">Nights</a><a href="#tides">Tides</a></nav>
<main><h1>Hollin Marsh Observatory</h1><article><h2>Saturn evening</h2><p>Come at eight.</p><a class="more" href="#saturn">Read more</a></article>
<details><summary>When is it dark enough?</summary><p>An hour after sunset.</p></details>
<div class="box"><p>Boots</p><p>Lamp</p><p>Flask</p></div>
<button popovertarget="way">Directions</button><div id="way" popover>Take the shore road to the end.</div></main></html>`;

const folder = temporary();
afterAll(cleanUp);

const clean = join(folder, 'clean');
beforeAll(() => {
  mkdirSync(join(folder, 'source'));
  writeFileSync(join(folder, 'source/page.html'), PAGE);
  const made = tavrik([
    'convert',
    join(folder, 'source/page.html'),
    '--out',
    clean,
    '--widths',
    '900,390',
    '--no-proof',
  ]);
  expect([made.code, made.err]).toEqual([0, expect.anything()]);
});

interface Told {
  readonly code: number | null;
  readonly conditions: readonly ConditionProof[];
  readonly over: readonly string[];
}

function prove(project: string, ...more: string[]): Told {
  const { code, out } = tavrik(['proof', project, '--json', ...more]);
  const { pages, over } = JSON.parse(out) as { pages: { conditions?: readonly ConditionProof[] }[]; over: string[] };
  return { code, conditions: pages[0]?.conditions ?? [], over };
}

/** A project whose page has been spoilt. */
function spoilt(name: string, spoil: (text: string) => string, file = 'style.css'): string {
  const project = join(folder, name);
  copy(clean, project);
  const path = join(project, 'site', file);
  const before = readFileSync(path, 'utf8');
  writeFileSync(path, spoil(before));
  expect(readFileSync(path, 'utf8')).not.toBe(before);
  return project;
}

const worst = (conditions: readonly ConditionProof[], condition: string): number =>
  Math.max(...conditions.filter((proof) => proof.condition === condition).map(({ differ }) => differ));

describe('the proof under conditions', () => {
  it('finds a converted page as its source under each of them', () => {
    const { code, conditions } = prove(clean);
    expect(conditions.map(({ condition, part, width }) => [part ?? condition, width].join(' '))).toEqual([
      'dark 900',
      'dark 390',
      'hover 900',
      'hover 390',
      'focus 900',
      'focus 390',
      'opened 900',
      '#way 900',
      'opened 390',
      '#way 390',
      'scrolled 900',
      'scrolled 390',
      'reduced-motion 900',
      'more-contrast 900',
      'forced-colours 900',
      'print 794',
      'text-200 900',
    ]);
    expect(Math.max(...conditions.map(({ differ }) => differ))).toBeLessThan(0.0005);
    expect(conditions.flatMap(({ controls }) => controls?.unlike ?? [])).toEqual([]);
    expect(conditions.find(({ condition }) => condition === 'hover')?.controls?.count).toBe(5);
    expect(code).toBe(0);
  });

  it('tells each one that is lost', () => {
    const rules = {
      dark: '@media (prefers-color-scheme: dark)',
      'reduced-motion': '@media (prefers-reduced-motion: reduce)',
      'more-contrast': '@media (prefers-contrast: more)',
      'forced-colours': '@media (forced-colors: active)',
      print: '@media print',
    };
    const spoil = (css: string): string =>
      Object.values(rules).reduce((text, rule) => text.replace(rule, '@media speech'), css);
    const lost = spoilt('lost', (css) => spoil(css).replace('font: 1rem', 'font: 16px'));
    const { conditions } = prove(lost, '--widths', '900');
    for (const condition of [...Object.keys(rules), 'text-200'])
      expect([condition, worst(conditions, condition) > 0.001]).toEqual([condition, true]);
    for (const condition of ['hover', 'focus', 'opened']) expect(worst(conditions, condition)).toBeLessThan(0.0005);
  });

  it('names the controls that no longer answer to pointer and keyboard', () => {
    const { conditions } = prove(
      spoilt('states', (css) => css.replace('-link:hover', '-link:target').replace(':focus-visible', ':target')),
      '--widths',
      '900',
    );
    const names = (state: string): string[] =>
      conditions.flatMap(({ condition, controls }) =>
        condition === state ? (controls?.unlike.map(({ name }) => name).sort() ?? []) : [],
      );
    expect(names('hover')).toEqual(['Nights', 'Tides']);
    expect(names('focus')).toEqual(['Nights', 'Tides']);
  });

  it('tells how many parts can no longer be opened', () => {
    const project = spoilt(
      'closed',
      (html) => html.replace(/<(\/?)details/g, '<$1div').replace(/ popover/g, ' hidden'),
      'index.html',
    );
    const parts = prove(project, '--widths', '900').conditions.find(({ condition }) => condition === 'opened')?.parts;
    expect(parts).toEqual({ source: 2, result: 0 });
  });

  it('holds limits of its own, and shows in the report what there is to see', () => {
    const project = spoilt('limits', (css) => css.replace('-link:hover', '-link:target'));
    const told = tavrik(['proof', project, '--widths', '900']);
    expect(told.out).toMatch(
      /Under other conditions: 1 of \d+ comparisons differ\n.*every control hovered, 900 px.*2 of 5 controls look different/,
    );
    expect(told.code).toBe(0);
    appendFileSync(join(project, 'tavrik.yaml'), '  controls: 1\n  conditions:\n    hover: 0.0001\n');
    const { code, over } = prove(project, '--widths', '900');
    expect(code).toBe(1);
    expect(over).toEqual([
      expect.stringMatching(
        /^every control hovered, 900 px: .* of the pixels differ more than at rest, the limit is 0\.01 %$/,
      ),
      'every control hovered, 900 px: 2 controls look different, the limit is 1',
    ]);
    const report = readFileSync(join(project, 'proof/index.html'), 'utf8');
    expect(report).toMatch(/<h4>(Nights, Tides|Tides, Nights)<\/h4>/);
    expect(report).toContain('every control hovered, 900 px');
  });

  it('says what was not looked at because the source is missing', () => {
    const project = join(folder, 'gone');
    copy(clean, project);
    const page = join(folder, 'source/page.html');
    rmSync(page);
    const { code, err } = tavrik(['proof', project, '--widths', '900']);
    writeFileSync(page, PAGE);
    expect(err).toContain('the source is missing');
    expect(code).toBe(0);
  });
});
