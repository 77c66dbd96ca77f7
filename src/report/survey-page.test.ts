import type { Finding } from '../core/survey/finding.js';
import type { PageSurvey } from '../core/survey/summary.js';
import type { Proof } from '../core/proof/proof.js';
import { proofTable } from './proof-table.js';
import { surveyPage } from './survey-page.js';

const finding = (more: Partial<Finding> = {}): Finding => ({
  code: 'dead-link',
  severity: 'risk',
  name: 'Join <now>',
  path: 'Hero / Join',
  what: 'It has no target.',
  why: 'A visitor gets nowhere.',
  screen: 1000,
  box: [100, 50, 200, 40],
  ...more,
});
const screen = (width: number) => ({
  name: `board ${width}`,
  file: 'a.svg',
  width,
  height: 500,
  things: 3,
  sections: [],
  differences: [],
});
const page = (more: Partial<PageSurvey> = {}): PageSurvey => ({
  page: 'visit',
  kind: 'design',
  title: 'Visit',
  description: '',
  language: 'en',
  screens: [screen(1000)],
  kinds: { text: 2 },
  outline: [],
  behaviours: [],
  fonts: [{ family: 'Marshlight', weights: [400], there: false, instead: 'Arial' }],
  colours: [{ value: '#14243a', count: 2 }],
  textStyles: [],
  spacings: [],
  pictures: [{ name: 'Dome', address: 'a.jpg', bytes: 2048, natural: [900, 600], shown: 300, times: 3 }],
  artwork: { count: 1, pieces: 7, bytes: 900 },
  weights: [{ name: 'Dome', box: [0, 0, 300, 200], bytes: 2048, pieces: 0 }],
  forms: [],
  scripts: 0,
  embeds: 0,
  findings: [finding()],
  ...more,
});
const png = Buffer.from('png');
const htmlOf = (...pages: PageSurvey[]): string =>
  String(
    surveyPage(
      pages,
      pages.map(({ screens }) => screens.map(() => png)),
    )[0]?.[1],
  );

describe('the report of a survey', () => {
  it('marks findings where they are, and leads from the list to the picture and back', () => {
    const html = htmlOf(page());
    expect(html).toContain('style="left:10%;top:10%;width:20%;height:8%"');
    expect(html).toMatch(/id="m0-0" href="#f0-0"/);
    expect(html).toMatch(/id="f0-0".*href="#m0-0">seen at 1000 px/);
    expect(html).toContain('1 risk');
  });

  it('escapes what it was told, and loads nothing from elsewhere', () => {
    const html = htmlOf(page({ title: '<script>x</script>', findings: [finding({ what: '"><img src=x>' })] }));
    expect(html).not.toMatch(/<script|<img src=x|https?:\/\/(?!$)/);
    expect(html).toContain('Join &lt;now&gt;');
  });

  it('folds many of one kind, and marks of notes only those that it shows', () => {
    const many = Array.from({ length: 6 }, (_, at) => finding({ name: `Link ${at}`, severity: 'note' }));
    const html = htmlOf(page({ findings: many }));
    expect(html).toContain('3 more of this kind');
    expect(html.match(/class="mark note"/g)).toHaveLength(3);
    for (const [, id = ''] of html.matchAll(/href="#([^"]+)"/g)) expect(html).toContain(`id="${id}"`);
  });

  it('has a picture for each screen, also for two of one width', () => {
    const pages = [page({ screens: [screen(1000), screen(1000), screen(390)] })];
    const files = surveyPage(pages, [[png, png, png]]).map(([path]) => path);
    expect(files).toEqual(['index.html', 'visit-1000.png', 'visit-1000-2.png', 'visit-390.png']);
  });

  it('says what there is, and where the weight lies', () => {
    const html = htmlOf(page());
    for (const text of ['Marshlight', 'Arial is used', '#14243a', '900 × 600', '3 ×', '2 kB', '7 shapes in 1'])
      expect(html).toContain(text);
    expect(htmlOf(page({ findings: [] }))).toContain('No findings');
  });

  it('names pages only if there are several', () => {
    expect(htmlOf(page())).not.toContain('<h2>visit');
    expect(htmlOf(page(), page({ page: 'hire' }))).toContain('<h2>hire</h2>');
  });
});

describe('the table of proofs', () => {
  const proof = (name: string, differ: number, over: string[] = []): Proof => ({
    page: name,
    limits: { differ: 0.05, placed: 0.9 },
    over,
    widths: [
      {
        width: 390,
        differ,
        seen: 0,
        words: { words: 9, placed: 1, missing: 0, extra: 0, moved: [] },
        height: { source: 9, result: 9 },
        overflow: 0,
        clashes: 0,
        sections: [],
        differences: [],
      },
    ],
  });

  it('leads to the report of each page and width, also where its name is taken', () => {
    const html = proofTable([proof('visit', 0.001), proof('index', 0.2, ['index, 390 px: too much'])]);
    expect(html).toContain('<a href="visit.html">visit</a>');
    expect(html).toContain('<td class="first poor"><a href="index-page.html#w390">20.00 %</a></td>');
    expect(html).toContain('<li>index, 390 px: too much</li>');
  });

  it('says that all is well if it is', () => {
    expect(proofTable([proof('visit', 0), proof('hire', 0)])).toContain('All pages are within the limits');
  });
});
