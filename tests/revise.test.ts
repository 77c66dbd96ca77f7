import { required } from '../src/core/data/required.js';
import { cpSync, existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { cleanUp, DEMO, DEMO_ARTBOARDS, DEMO_PAGE, digestsOfTexts, tavrik, temporary } from './program.js';

/* A new version of the source is taken in, and nothing that people made is lost. */

const folder = temporary();
const base = join(folder, 'base');
const BRIEF = join(DEMO, 'existing/brief.yaml');
const WINTER = join(DEMO, 'existing/winter.html');
const HEADING = 'the-darkest-sky-for.heading';
let project = '';
let count = 0;
const content = (...args: string[]) => tavrik(['content', project, ...args]);
const revise = (source: string, ...args: string[]) => tavrik(['revise', project, source, ...args]);
const html = (): string => readFileSync(join(project, 'site/index.html'), 'utf8');
interface Told {
  readonly same: boolean;
  readonly pages: readonly {
    changes: { what: string; name: string; section: string }[];
    conflicts: { path: string; before: string; ours: string; theirs: string }[];
    parked: Record<string, string>;
    returned: string[];
    newFields: string[];
    adjustments: number;
    found: number;
  }[];
}
const told = (out: string): Told => JSON.parse(out) as Told;

beforeAll(() => {
  expect(
    tavrik(['convert', DEMO_PAGE, '--out', base, '--widths', '1440,390', '--no-proof', '--no-tune', '--brief', BRIEF])
      .code,
  ).toBe(0);
});
beforeEach(() => {
  count += 1;
  project = join(folder, `project-${count}`);
  cpSync(base, project, { recursive: true });
});
afterAll(cleanUp);

describe('the same source once more', () => {
  it('changes no byte', () => {
    expect(content('set', HEADING, 'The darkest sky, says everybody').code).toBe(0);
    const before = digestsOfTexts(project);
    const revised = revise(DEMO_PAGE, '--json');
    expect([revised.code, told(revised.out).same]).toEqual([0, true]);
    expect(digestsOfTexts(project)).toEqual(before);
  });
});

describe('a new version', () => {
  it('comes over, and what was written, adjusted and decided stays', () => {
    content('set', 'membership.cards.household.heading', 'Families');
    content('set', 'questions-and-answers.questions.may-i-bring-my-dog.answer', 'Only small ones.');
    content('set', HEADING, 'The darkest sky, says everybody');
    const document = readFileSync(join(project, 'pages/home.json'), 'utf8');
    const heading = required(/"id": "([0-9a-f]{8})",\s+"kind": "heading",\s+"name": "Membership"/.exec(document)?.[1]);
    writeFileSync(
      join(project, 'adjust.yaml'),
      `format: tavrik-adjust\nversion: 1\nadjustments:\n  - element: "${heading}"\n    set: { letter-spacing: 2px }\n`,
    );
    const file = join(project, 'content/home.yaml');
    writeFileSync(
      file,
      readFileSync(file, 'utf8').replace('membership:\n', '# Agreed with the keepers.\nmembership:\n'),
    );
    writeFileSync(join(project, 'notes.md'), 'Ask Ida about the prices.');
    const looked = revise(WINTER, '--dry-run', '--json');
    const [page] = told(looked.out).pages;
    expect(html()).not.toContain('Student');
    expect(page?.changes.filter(({ what }) => what === 'added').map(({ name }) => name)).toEqual([
      '13 November The Leonids, lying …',
      'Student',
    ]);
    expect(page?.changes.filter(({ what }) => what === 'moved').map(({ name }) => name)).toEqual([
      'Questions and answers',
    ]);
    expect(page?.conflicts).toEqual([
      {
        path: HEADING,
        before: 'The darkest sky for forty miles',
        ours: 'The long nights have begun',
        theirs: 'The darkest sky, says everybody',
      },
    ]);
    expect(page?.parked).toEqual({ 'questions-and-answers.questions.may-i-bring-my-dog.answer': 'Only small ones.' });
    expect([page?.adjustments, (page?.found ?? 0) > 0.9]).toEqual([0, true]);

    const taken = revise(WINTER);
    expect([taken.code, taken.out]).toEqual([0, expect.stringContaining('takes it back')]);
    for (const text of ['Families', 'The darkest sky, says everybody', 'Join as a student', 'The Leonids, lying down'])
      expect(html()).toContain(text);
    expect(html()).not.toMatch(/Only small ones|Saturn before bedtime<\/td>/);
    expect(readFileSync(join(project, 'site/style.css'), 'utf8')).toContain('letter-spacing: 2px');
    expect(readFileSync(join(project, 'content/home.yaml'), 'utf8')).toMatch(
      /_parked:\n {2}questions-and-answers\.questions\.may-i-bring-my-dog\.answer: Only small ones\./,
    );
    expect(html()).toMatch(/Questions and answers[\s\S]*>Membership</);
    expect(readFileSync(join(project, 'changes/index.html'), 'utf8')).toMatch(
      /New: card “Student”[\s\S]*data:image\/jpeg/,
    );
    expect(readFileSync(join(project, 'changes/for-the-client.txt'), 'utf8')).toContain('“Only small ones.” is kept');

    expect(readFileSync(file, 'utf8')).toContain('# Agreed with the keepers.\nmembership:');
    expect(readFileSync(join(project, 'notes.md'), 'utf8')).toBe('Ask Ida about the prices.');

    /* The way back gives everything, what was kept aside too. */
    const back = revise(DEMO_PAGE, '--json');
    expect(told(back.out).pages[0]?.returned).toEqual(['questions-and-answers.questions.may-i-bring-my-dog.answer']);
    for (const text of ['Families', 'Only small ones.', 'The darkest sky, says everybody'])
      expect(html()).toContain(text);
    expect(readFileSync(join(project, 'content/home.yaml'), 'utf8')).not.toContain('_parked');
    expect(html()).not.toContain('Student');
  });

  it('gives what it says where it is asked for, and is taken back whole', () => {
    content('set', HEADING, 'The darkest sky, says everybody');
    const before = digestsOfTexts(project);
    expect(revise(WINTER, '--take', `home:${HEADING}`).code).toBe(0);
    expect(html()).toContain('The long nights have begun');
    expect(tavrik(['revise', project, '--undo']).code).toBe(0);
    expect(digestsOfTexts(project)).toEqual(before);
    expect(tavrik(['revise', project, '--undo']).err).toContain('No revision to undo.');
  });
});

describe('a site with a page more', () => {
  it('keeps what was written on the pages that were there, and gives the new one its content', () => {
    content('set', 'membership.heading', 'Belong');
    const second = join(DEMO, 'existing/winter.html');
    const revised = tavrik(['revise', project, DEMO_PAGE, second, '--json']);
    expect([revised.code, (JSON.parse(revised.out) as { addedPages: string[] }).addedPages]).toEqual([0, ['winter']]);
    expect(html()).toContain('Belong');
    expect(readFileSync(join(project, 'site/winter.html'), 'utf8')).toContain('The long nights have begun');
    expect(tavrik(['content', project, '--page', 'winter', 'check']).code).toBe(0);
    expect(tavrik(['content', project, '--page', 'home', 'check']).code).toBe(0);
  });
});

describe('the brief', () => {
  it('settles which element is which', () => {
    const next = join(folder, 'settled');
    cpSync(join(DEMO, 'existing'), next, { recursive: true });
    const page = join(next, 'index.html');
    writeFileSync(
      page,
      readFileSync(page, 'utf8')
        .replace('<h3>Single</h3>', '<h3>Alone</h3>')
        .replace('<h3>Keeper</h3>', '<h3>Guardian</h3>'),
    );
    content('set', 'membership.cards.single.heading', 'Written for one');
    const brief = join(project, 'brief.yaml');
    writeFileSync(
      brief,
      `${readFileSync(brief, 'utf8')}\nsame:\n  - { was: '*#membership*div:nth-of-type(1) > div > h3', is: Guardian }\n`,
    );
    const revised = revise(page, '--json', '--dry-run');
    expect(revised.code).toBe(0);
    const reworded = told(revised.out).pages[0]?.changes.filter(({ what }) => what === 'reworded') as {
      before?: string;
      now?: string;
    }[];
    expect(reworded.find(({ now }) => now === 'Guardian')?.before).toBe('Single');
  });
});

describe('addresses in the brief', () => {
  it('follow what is called otherwise now or lies elsewhere, and go back with it', () => {
    const next = join(folder, 'renamed');
    cpSync(join(DEMO, 'existing'), next, { recursive: true });
    const page = join(next, 'index.html');
    const renamed = (text: string): string =>
      text
        .replace('<h3>Friday evening</h3>', '<h3>Friday under the stars</h3>')
        .replaceAll('id="hero"', 'id="top-of-all"');
    writeFileSync(page, renamed(readFileSync(page, 'utf8')));
    const brief = join(project, 'brief.yaml');
    const before = readFileSync(brief, 'utf8');
    const revised = revise(page, '--json');
    expect([revised.code, (JSON.parse(revised.out) as { notes: string[] }).notes]).toEqual([
      0,
      expect.arrayContaining([expect.stringMatching(/brief\.yaml: "Friday evening" is "Friday under the stars" now/)]),
    ]);
    const after = readFileSync(brief, 'utf8');
    expect(after).toContain('{ at: Friday under the stars, whole: true }');
    expect(after).not.toContain('#hero');
    expect(after.split('\n')).toHaveLength(before.split('\n').length);
    /* What was decided is done: the whole card is one link, and the heading comes in. */
    const [was, is] = [
      readFileSync(join(base, 'site/style.css'), 'utf8'),
      readFileSync(join(project, 'site/style.css'), 'utf8'),
    ];
    for (const rule of ['enter-from-left', '::after'])
      expect([rule, is.split(rule).length]).toEqual([rule, was.split(rule).length]);
    expect(revise(DEMO_PAGE, '--json').code).toBe(0);
    expect(readFileSync(brief, 'utf8')).toContain('{ at: Friday evening, whole: true }');
  });
});

describe('what is refused', () => {
  it('is another page, unless somebody says so', () => {
    const other = join(folder, 'other.html');
    writeFileSync(
      other,
      '<!doctype html><html lang="en"><head><title>Other</title></head><body><ul><li>Flour</li><li>Salt</li></ul></body></html>',
    );
    const before = digestsOfTexts(project);
    const refused = revise(other);
    expect([refused.code, refused.err]).toEqual([2, expect.stringMatching(/another page: only \d+ % of the elements/)]);
    expect(digestsOfTexts(project)).toEqual(before);
    expect(revise(other, '--anyway').code).toBe(0);
  });

  it('is a site that was edited by hand, and fewer artboards than before', () => {
    writeFileSync(join(project, 'site/index.html'), `${html()}<!-- mine -->`);
    expect(revise(WINTER).err).toContain('was edited by hand');
    writeFileSync(join(project, 'site/index.html'), html().replace('<!-- mine -->', ''));
    const file = join(project, 'pages/home.json');
    writeFileSync(file, readFileSync(file, 'utf8').replace('"Membership"', '"Belonging"'));
    const byHand = revise(WINTER);
    expect([byHand.code, byHand.err]).toEqual([2, expect.stringContaining('pages/home.json was edited by hand')]);
    expect(readFileSync(file, 'utf8')).toContain('"Belonging"');
    expect(revise(WINTER, '--anyway').code).toBe(0);
    const artboard = join(folder, 'boards');
    expect(tavrik(['convert', ...DEMO_ARTBOARDS, '--out', artboard, '--no-proof', '--no-tune']).code).toBe(0);
    const fewer = tavrik(['revise', artboard, required(DEMO_ARTBOARDS[0])]);
    expect([fewer.code, fewer.err]).toEqual([2, expect.stringContaining('is made from 3 artboards; one is given now')]);
    const same = tavrik(['revise', artboard, ...DEMO_ARTBOARDS, '--json']);
    expect(told(same.out).same).toBe(true);
  });

  it('is nothing at all, a source that is not there, and sources that are taken back', () => {
    expect(tavrik(['revise', project]).err).toContain('The new version is missing.');
    expect(revise(join(folder, 'nowhere.html')).code).toBe(2);
    expect(revise(WINTER, '--undo').err).toContain('--undo takes no source.');
    writeFileSync(
      join(project, 'tavrik.yaml'),
      readFileSync(join(project, 'tavrik.yaml'), 'utf8').replace('version: 2', 'version: 3'),
    );
    expect(revise(WINTER).code).toBe(2);
    expect(existsSync(join(project, 'before'))).toBe(false);
  });
});
