import { required } from '../src/core/data/required.js';
import { appendFileSync, existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { built, cleanUp, copy, DEMO_PAGE, shortPage, tavrik, temporary } from './program.js';

const folder = temporary();
afterAll(cleanUp);

const clean = join(folder, 'clean');
beforeAll(() => {
  const page = shortPage(join(folder, 'source'), 'cards-outer', 'evenings', 'questions');
  expect(tavrik(['convert', page, '--out', clean, '--widths', '1200,390', '--no-proof']).code).toBe(0);
});
const fresh = (name: string): string => {
  copy(clean, join(folder, name));
  return join(folder, name);
};

const { prove } = built<typeof import('../src/flow/proof/prove.js')>('flow/proof/prove');

/** What a proof did, by its progress. */
async function stepsOf(project: string, thorough = false, conditions = false): Promise<string[]> {
  const steps: string[] = [];
  await prove(project, { thorough, withoutConditions: !conditions, progress: (step) => steps.push(step) });
  return steps;
}

describe('what has not changed', () => {
  it('is not measured again, and is told as before', async () => {
    const project = fresh('kept');
    const proof = () => readFileSync(join(project, 'proof/proof.json'), 'utf8');
    const report = () => readFileSync(join(project, 'proof/index.html'), 'utf8');
    expect(await stepsOf(project, true, true)).toEqual([
      'home: Comparing at 1200, 390 px',
      expect.stringMatching(/^home: Sweeping over \d\d widths, and checking accessibility$/),
      'home: Comparing in dark, print, hovered and under other conditions',
    ]);
    const [figures, page] = [proof(), report()];
    expect(await stepsOf(project, true, true)).toEqual([]);
    expect([proof(), report() === page]).toEqual([figures, true]);
  });

  it('is measured again where the site, an asset or the source is another one', async () => {
    const project = fresh('changed');
    await stepsOf(project);
    appendFileSync(join(project, 'site/style.css'), 'h2 { color: teal }\n');
    expect((await stepsOf(project))[0]).toBe('home: Comparing at 1200, 390 px');
    const [asset] = readdirSync(join(project, 'site/assets'));
    appendFileSync(join(project, 'site/assets', required(asset)), ' ');
    expect((await stepsOf(project))[0]).toBe('home: Comparing at 1200, 390 px');
    const reference = join(project, 'reference/home/390.json');
    writeFileSync(reference, readFileSync(reference, 'utf8').replace(/"height": \d+/, '"height": 7'));
    expect((await stepsOf(project))[0]).toBe('home: Comparing at 390 px');
  });
});

describe('a section that has changed', () => {
  const parts = (project: string): string[] =>
    ['proof.json', 'index.html', 'kept/home.further.json'].map((file) =>
      readFileSync(join(project, 'proof', file), 'utf8'),
    );
  /** All that is told of a project is the same as if nothing had been kept. */
  const asIfNew = async (project: string): Promise<void> => {
    const before = parts(project);
    rmSync(join(project, 'proof'), { recursive: true });
    await stepsOf(project, true);
    expect(parts(project)).toEqual(before);
  };

  it('is looked into with those beside it, and what is told is as if all were', async () => {
    const project = fresh('section');
    await stepsOf(project, true);
    expect(
      tavrik(['content', project, 'set', 'membership.heading', 'Become a member of the observatory'.repeat(3)]).code,
    ).toBe(0);
    const [compared, swept] = await stepsOf(project, true);
    expect(compared).toBe('home: Comparing at 1200, 390 px');
    expect(swept).toMatch(/^home: Sweeping over \d\d widths, where membership changed,/);
    await asIfNew(project);
  });

  it('is looked into only at the widths at which it did', async () => {
    const project = fresh('below');
    await stepsOf(project, true);
    const [style] =
      /^\.(membership-[a-z-]*title) \{/m.exec(readFileSync(join(project, 'site/style.css'), 'utf8'))?.slice(1) ?? [];
    const below = /Available: .*below-(\d+)\./.exec(
      tavrik(['adjust', project, 'set', `.${style}`, 'margin-left', '700px', '--at', 'none', '--no-proof']).err,
    )?.[1];
    expect(
      tavrik(['adjust', project, 'set', `.${style}`, 'margin-left', '700px', '--at', `below-${below}`, '--no-proof'])
        .code,
    ).toBe(0);
    const [compared, swept] = await stepsOf(project, true);
    expect(compared).toBe('home: Comparing at 390 px');
    expect(Number(/Sweeping over (\d+) widths/.exec(swept ?? '')?.[1])).toBeLessThan(20);
    const [page] = (JSON.parse(required(parts(project)[0])) as { pages: { sweep: object[] }[] }).pages;
    const range = { from: 320, to: Number(below) - 1 };
    expect(page?.sweep).toMatchObject([
      { kind: 'scrolls', ...range },
      { kind: 'cut-off', section: 'membership', ...range },
    ]);
    await asIfNew(project);
  });
});

describe('proof', () => {
  it('looks between the widths and at accessibility, and writes JUnit XML', () => {
    const project = fresh('whole');
    const junit = join(folder, 'proof.xml');
    const ran = tavrik(['proof', project, '--junit', junit, '--json']);
    const [page] = (
      JSON.parse(ran.out) as {
        pages: {
          widths: { differences: unknown[]; seen: number }[];
          sweep: unknown[];
          conditions: unknown[];
          barriers: { source: object; worse: unknown[]; result: unknown[] };
        }[];
      }
    ).pages;
    expect(page?.widths.map(({ differences }) => differences)).toEqual([[], []]);
    expect(page?.sweep).toEqual([]);
    expect(page?.barriers.worse).toEqual([]);
    expect(Object.keys(page?.barriers.source ?? {}).length).toBeGreaterThan(0);
    const xml = readFileSync(junit, 'utf8');
    expect(xml).toMatch(/<testsuite name="home" tests="\d+" failures="0">/);
    expect(xml.match(/<testcase/g)?.length).toBe(6 * 2 + (page?.conditions.length ?? 0) + 2);
    expect(existsSync(join(project, 'proof/index.html'))).toBe(true);
  });

  it('tells of one section, and ends with 1 where it is over a limit', () => {
    const project = fresh('limits');
    const [style] =
      /^\.((?:membership-)?card) \{/m.exec(readFileSync(join(project, 'site/style.css'), 'utf8'))?.slice(1) ?? [];
    expect(tavrik(['adjust', project, 'set', `.${style}`, 'margin-top', '90px', '--no-proof']).code).toBe(0);
    const ran = tavrik(['proof', project, '--section', 'membership', '--quick', '--width', '1200']);
    expect(ran.code).toBe(1);
    expect(ran.out).toMatch(/membership \/ .*px in the source/);
    expect(ran.out).not.toContain('programme /');
    expect(tavrik(['proof', project, '--section', 'tides', '--quick'])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/no section "tides".*membership/s),
    });
  });

  it('has limits for what is missing, for faults between the widths and for accessibility', () => {
    const project = fresh('more-limits');
    const file = join(project, 'tavrik.yaml');
    writeFileSync(
      file,
      readFileSync(file, 'utf8').replace('placed: 0.9', 'placed: 0.1\n  missing: 0.001\n  faults: 0\n  worse: 0'),
    );
    expect(tavrik(['proof', project, '--limit', '100', '--quick']).code).toBe(0);
    expect(tavrik(['adjust', project, 'set', '.title', 'display', 'none', '--no-proof']).code).toBe(0);
    expect(tavrik(['adjust', project, 'set', '.page', 'min-width', '700px', '--no-proof']).code).toBe(0);
    const ran = tavrik(['proof', project, '--limit', '100', '--width', '1200']);
    expect([ran.code, ran.out]).toEqual([1, expect.stringMatching(/words are missing, the limit is 0\.10 %/)]);
    expect(ran.out).toMatch(/faults between the compared widths, the limit is 0/);
    expect(ran.out).toMatch(/320 to \d+ px: The page scrolls sideways/);
  });

  it('says that the source is gone, and does without it', () => {
    const project = fresh('gone');
    const file = join(project, 'tavrik.yaml');
    writeFileSync(file, readFileSync(file, 'utf8').replaceAll('../source', '../nowhere'));
    expect(tavrik(['proof', project]).out).toContain('the source cannot be checked');
    expect(tavrik(['proof', project, '--width', '700'])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/source is missing/),
    });
  });

  it('says that a reference is of another browser', () => {
    const project = fresh('older');
    const file = join(project, 'reference/home/1200.json');
    writeFileSync(file, readFileSync(file, 'utf8').replace(/"browser": "[^"]*"/, '"browser": "99.0"'));
    expect(tavrik(['proof', project, '--quick']).err).toMatch(/from browser 99\.0, those of the result from \d/);
  });
});

describe('a site that somebody changed by hand', () => {
  const project = (): string => join(folder, 'edited');
  beforeAll(() => {
    fresh('edited');
    appendFileSync(join(project(), 'site/style.css'), '.page { color: red }\n');
  });

  it.each([
    ['render', []],
    ['convert', []],
    ['adjust', ['set', '.page', 'color', 'teal', '--no-proof']],
  ])('is not thrown away by %s', (command, args) => {
    const given = command === 'convert' ? [DEMO_PAGE, '--out', project(), '--no-proof'] : [project(), ...args];
    expect(tavrik([command, ...given])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/site\/style\.css was edited by hand.*--anew/s),
    });
    expect(readFileSync(join(project(), 'site/style.css'), 'utf8')).toContain('color: red');
  });

  it('is compared as it stands, and that is said; it is made new only when asked for', () => {
    expect(tavrik(['proof', project(), '--quick']).err).toContain('site/style.css was edited by hand');
    expect(tavrik(['render', project(), '--anew']).code).toBe(0);
    expect(readFileSync(join(project(), 'site/style.css'), 'utf8')).not.toContain('.page { color: red }');
    expect(tavrik(['render', project()]).code).toBe(0);
  });
});
