import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { cleanUp, tavrik, temporary } from './program.js';

/* Where links lead: by brief, by command, and the check of all of them. */

const folder = temporary();
afterAll(cleanUp);
const project = join(folder, 'project');
const brief = join(folder, 'brief.yaml');
const html = (): string => readFileSync(join(project, 'site/index.html'), 'utf8');
const PAGE = `<!doctype html><html lang="en"><title>Marsh</title><style>body{margin:0;font:16px Arial}header{padding:10px}section{padding:40px 20px;height:220px}.card{padding:20px;width:300px;background:#eee}</style>
<header><a href="#">Fees</a> <a href="papers/fees.pdf">Fees on paper</a> <a href="https://x.example/">Tides</a></header>
<section><h1>Star evenings</h1><div class="card" id="card-1"><h3>Household</h3><p>For two and their children.</p></div></section>
<section><h2>What it costs</h2><p>Nothing on the first evening.</p></section></html>`;
const convert = (text: string, out = project) => {
  writeFileSync(brief, `format: tavrik-brief\nversion: 1\n${text}\n`);
  return tavrik([
    'convert',
    join(folder, 'index.html'),
    '--out',
    out,
    '--widths',
    '900',
    '--no-proof',
    '--brief',
    brief,
  ]);
};
const links = (...args: string[]) => tavrik(['links', project, ...args]);

beforeAll(() => {
  writeFileSync(join(folder, 'index.html'), PAGE);
});

describe('links', () => {
  it('lead where the brief says, bring files along, and make one area of a box', () => {
    mkdirSync(join(folder, 'papers'));
    writeFileSync(join(folder, 'papers/fees.pdf'), '%PDF-1.4');
    const ran = convert(
      'links:\n  - { at: Fees, section: what-it-costs }\n  - { at: Tides, new-tab: true }\n  - { at: Household, whole: true, mail: us@x.example, on: false }\n  - { at: "*#card-1", whole: true, mail: us@x.example }',
    );
    expect([ran.code, ran.err]).toEqual([0, '']);
    expect(html()).toContain('href="#what-it-costs"');
    expect(html()).toMatch(/target="_blank"[^>]*rel="noopener"|rel="noopener"[^>]*target="_blank"/);
    expect(html()).toMatch(/<h3[^>]*><a [^>]*href="mailto:us@x\.example">Household<\/a><\/h3>/);
    const [file] = /assets\/fees-\w+\.pdf/.exec(html()) ?? [];
    expect(readFileSync(join(project, 'site', file ?? ''), 'utf8')).toBe('%PDF-1.4');
    expect(readFileSync(join(project, 'site/style.css'), 'utf8')).toMatch(/::after \{[^}]*position: absolute/);
  });

  it('are listed and all right, led elsewhere by command, and found where they lead nowhere', () => {
    expect(links('check')).toMatchObject({ code: 0, out: 'All links work.\n' });
    expect(links('set', 'header.menu.fees', '--section', 'star-evenings').out).toBe(
      'header.menu.fees now leads to #star-evenings\n',
    );
    expect(html()).toContain('href="#star-evenings"');
    const content = join(project, 'content/home.yaml');
    writeFileSync(content, readFileSync(content, 'utf8').replace('"#star-evenings"', '"#nothing"'));
    const { pages } = JSON.parse(links('--json').out) as { pages: { links: { field: string; fault?: string }[] }[] };
    expect(pages[0]?.links.filter(({ fault }) => fault).map(({ field }) => field)).toEqual([
      'header.menu.fees.address',
    ]);
    expect(links('check')).toMatchObject({
      code: 1,
      out: expect.stringContaining('The page has no anchor "nothing".') as unknown,
    });
  });

  it.each([
    [['set', 'header.none', '--section', 'star-evenings'], /Link "header\.none" not found/],
    [['set', 'header.menu.fees', '--section', 'nothing'], /no section or anchor/],
    [['set', 'header.menu.fees', '--mail', 'a@b.c', '--section', 'x'], /only one target/],
    [['set', 'header.menu.fees'], /Where should the link lead/],
    [['set', 'header.menu.fees', '--file', 'none.pdf'], /File "none\.pdf" not found/],
    [['set', 'header.menu.fees', '--to-page', 'none'], /Page "none" not found/],
    [['follow'], /Unknown value "follow"/],
  ])('refuse what cannot be: %j', (args, why) => {
    const before = html();
    expect(links(...args)).toMatchObject({ code: 2, err: expect.stringMatching(why) as unknown });
    expect(html()).toBe(before);
  });

  it.each([
    ['  - { at: Fees, section: nothing }', /no section or anchor "nothing"/],
    ['  - { at: Fees, page: nothing }', /the page "nothing", which does not exist/],
    [
      '  - { at: Fees, section: a }\n  - { at: fees, mail: a@b.example }',
      /Line 5: "fees" already has another target in line 4/,
    ],
    ['  - { at: Fees, mail: a@b.example, address: https://x.example }', /Line 4.*conflict/],
    ['  - { at: Fees }', /Write "at" with an element, and one target/],
    ['  - { at: Fees, address: "javascript:alert(1)" }', /Line 4/],
  ])('of a brief are refused whole: %s', (text, why) => {
    const out = join(folder, 'refused');
    const ran = convert(`links:\n${text}`, out);
    expect([ran.code, existsSync(out)]).toEqual([2, false]);
    expect(ran.err).toMatch(why);
  });
});
