import { required } from '../src/core/data/required.js';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { cleanUp, copy, DEMO_PAGE, filesIn, tavrik, temporary } from './program.js';

/* What search engines, and links to a page elsewhere, are told of it. */

const folder = temporary();
afterAll(cleanUp);
const [source, project] = [join(folder, 'source'), join(folder, 'project')];
const brief = join(source, 'brief.yaml');
const site = (file: string): string => readFileSync(join(project, 'site', file), 'utf8');
const convert = (out = project) =>
  tavrik(['convert', join(source, 'index.html'), '--out', out, '--widths', '1440', '--no-proof', '--brief', brief]);

beforeAll(() => {
  copy(join(DEMO_PAGE, '..'), source);
  expect(convert().code).toBe(0);
});

describe('the head of a page', () => {
  it('says what the brief says, and shows its files', () => {
    const html = site('index.html');
    expect(html).toContain('<link rel="canonical" href="https://hollin-marsh.example/">');
    expect(html).toMatch(/og:image" content="https:\/\/hollin-marsh\.example\/assets\/marsh-night-\w+\.jpg"/);
    const named = [...html.matchAll(/<link rel="(?:icon|apple-touch-icon)" href="([^"]+)"/g)].map(([, file]) =>
      required(file),
    );
    expect(named).toHaveLength(5);
    for (const file of named) expect(existsSync(join(project, 'site', file))).toBe(true);
    expect(JSON.parse(/ld\+json">(.*?)<\/script>/.exec(html)?.[1] ?? '')).toMatchObject({
      '@type': 'Museum',
      openingHours: ['Fr,Sa 19:00-23:00'],
    });
    expect(site('sitemap.xml')).toContain('<loc>https://hollin-marsh.example/</loc>');
    expect(site('robots.txt')).toContain('Sitemap: https://hollin-marsh.example/sitemap.xml');
  });

  it('is the same when the site is rendered again', () => {
    const before = filesIn(join(project, 'site'));
    expect(tavrik(['render', project]).code).toBe(0);
    expect(filesIn(join(project, 'site'))).toEqual(before);
  });

  it('takes what the source says, and a picture of its beginning where it has none', () => {
    const page = readFileSync(join(source, 'index.html'), 'utf8');
    const more =
      '<meta property="og:title" content="Nights"><meta name="robots" content="noindex"><link rel="icon" href="pictures/mark.svg"><script type="application/ld+json">{"@type":"Place","name":"</b>"}</script>';
    writeFileSync(join(source, 'index.html'), page.replace('</head>', `${more}</head>`));
    writeFileSync(
      brief,
      'format: tavrik-brief\nversion: 1\nabout-pages:\n  nowhere: { title: x }\n  home: { picture: ../../secret.png }\n',
    );
    const out = join(folder, 'own');
    const ran = convert(out);
    const html = readFileSync(join(out, 'site/index.html'), 'utf8');
    expect(html).toMatch(/og:title" content="Nights"[^]*og:image" content="assets\/preview-\w+\.jpg"/);
    expect(html).toMatch(/og:image:width" content="1200"[^]*ld\+json">\{"@type":"Place","name":"\\u003c\/b>"\}/);
    expect(html).toContain('<meta name="robots" content="noindex">');
    expect(html).toMatch(/rel="icon" href="assets\/mark-\w+\.svg"/);
    expect(html).not.toContain('canonical');
    expect(existsSync(join(out, 'site/robots.txt'))).toBe(false);
    expect(ran.err).toMatch(/about-pages names "nowhere", which is no page; there are home/);
    expect(ran.err).toMatch(/the file "\.\.\/\.\.\/secret\.png" could not be loaded/);
  });

  it('is listed with the outline and the landmarks of the page, and checked', () => {
    const about = (...args: string[]) => tavrik(['about', project, ...args]);
    expect(about().out).toMatch(
      /site +Hollin Marsh Observatory, https:\/\/hollin-marsh\.example\/\n.*\nicons +drawing, 16 px, .*512 px\nfacts +Museum\n/,
    );
    expect(about().out).toMatch(
      /landmarks +banner, main, contentinfo\n.*\n {2}1 The darkest sky for forty miles\n {4}2 /,
    );
    expect(about('check')).toMatchObject({ code: 0, out: 'No problems found.\n' });
    expect(tavrik(['content', project, 'set', 'page.title', 'x'.repeat(90)]).code).toBe(0);
    expect(about('check')).toMatchObject({
      code: 1,
      out: expect.stringContaining('The title has 90 letters') as unknown,
    });
    expect(about('--page', 'none')).toMatchObject({
      code: 2,
      err: expect.stringContaining('Page "none" not found') as unknown,
    });
    expect(JSON.parse(about('--json').out)).toMatchObject({ pages: [{ page: 'home', language: 'en' }] });
  });

  it.each([
    ['site: { address: hollin }', /Line 3.*address|Line 4.*address/s],
    ['site: { facts: { opens: [Friday] } }', /Write days and times as/],
    ['site: { theme: blue }', /#rrggbb/],
    ['about-pages: { home: { language: english-please-now } }', /language tag/],
    ['about-pages: { Home: { title: x } }', /Write names of pages/],
  ])('refuses what cannot be: %s', (text, why) => {
    const out = join(folder, 'refused');
    writeFileSync(brief, `format: tavrik-brief\nversion: 1\n${text}\n`);
    const { code, err } = convert(out);
    expect([code, existsSync(out)]).toEqual([2, false]);
    expect(err).toMatch(why);
  });
});
