import { required } from '../src/core/data/required.js';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse, stringify } from 'yaml';
import {
  cleanUp,
  copy,
  DEMO_PAGE,
  digests,
  digestsOfTexts,
  filesIn,
  tavrik,
  temporary,
  onlyPage,
  type Figures,
  type Ran,
} from './program.js';

describe('an existing page', () => {
  const folder = temporary();
  const project = join(folder, 'home');
  const site = (file: string): string => readFileSync(join(project, 'site', file), 'utf8');
  let converted: Ran;

  beforeAll(() => {
    converted = tavrik(['convert', DEMO_PAGE, '--out', project, '--json']);
  });
  afterAll(cleanUp);

  it('becomes a project with everything in its place', () => {
    expect(converted).toMatchObject({ code: 0, err: '' });
    const paths = [...filesIn(project).keys()];
    for (const path of [
      'tavrik.yaml',
      'content/home.yaml',
      'pages/home.json',
      'site/index.html',
      'site/style.css',
      'reference/home/1440.png',
      'reference/home/1440.json',
      'proof/index.html',
    ])
      expect(paths).toContain(path);
    expect(paths.filter((path) => /^assets\/.*\.jpg$/.test(path) && !path.includes('/preview-'))).toHaveLength(6);
    expect(paths.filter((path) => /^assets\/.*\.woff2$/.test(path))).toHaveLength(3);
  });

  it('looks like its source at every told width', () => {
    const { proof } = onlyPage<{ proof: Figures }>(converted);
    expect(proof.widths.map(({ width }) => width)).toEqual([1440, 820, 390]);
    for (const width of proof.widths) {
      expect(width.differ).toBeLessThan(0.001);
      expect(width.words).toMatchObject({ placed: 1, missing: 0 });
      expect(width.overflow).toBe(0);
    }
  });

  it('looks like its source at widths nobody told it of', () => {
    const ran = tavrik(['proof', project, '--widths', '1021,1020,860,700,561,320', '--quick', '--json']);
    expect(ran.code).toBe(0);
    for (const width of onlyPage<Figures>(ran).widths) {
      expect(width.differ).toBeLessThan(0.002);
      expect(width.words.placed).toBe(1);
    }
  });

  it('has its sections, header and footer found', () => {
    const { sections } = onlyPage<{ sections: { name: string }[] }>(converted);
    expect(sections.map(({ name }) => name)).toEqual([
      'header',
      'The darkest sky for forty …',
      'One dome, three telescopes',
      'Three ways to begin',
      'Programme',
      'Membership',
      'Questions and answers',
      'Write to us',
      'footer',
    ]);
  });

  it('keeps every word of the source', () => {
    const source = readFileSync(DEMO_PAGE, 'utf8')
      .replace(/^[^]*<body>/, '')
      .replace(/<[^>]*>/g, ' ')
      .replace(/&amp;/g, '&');
    const result = site('index.html')
      .replace(/^[^]*<body/, '')
      .replace(/<[^>]*>/g, ' ')
      .replace(/&amp;/g, '&');
    const words = (text: string): string[] => text.split(/\s+/).filter(Boolean).sort();
    expect(words(result).join(' ')).toContain(words(source).join(' ').slice(0, 200));
    for (const word of new Set(words(source))) expect(words(result)).toContain(word);
  });

  it('loads nothing from elsewhere, runs no script and styles nothing inline', () => {
    const html = site('index.html');
    expect(html).not.toMatch(/<script|\son\w+=|\sstyle=|(src|href)="(https?:)?\/\//);
    expect(site('style.css')).not.toMatch(/url\("?(https?:)?\/\//);
    for (const [, address] of `${html}${site('style.css')}`.matchAll(/(?:src="|url\(")([^"]+)"/g))
      expect(existsSync(join(project, 'site', required(address)))).toBe(true);
  });

  it('keeps the form so that it still posts', () => {
    const form = /<form[^]*<\/form>/.exec(site('index.html'))?.[0] ?? '';
    expect(form).toMatch(/<form[^>]*action="\/post\/letter"[^>]*method="post"/);
    for (const part of [
      'type="hidden" name="list" value="visitors"',
      'name="mail"',
      '<select',
      'name="evening"',
      '<textarea',
      'type="checkbox" name="almanac"',
      '<button',
      'for="your-name"',
    ])
      expect(form).toContain(part);
    expect(form).toMatch(/name="mail"[^>]* required>/);
  });

  it('shares one style among things that look alike, also where each has its own id', () => {
    const cards = [
      ...site('index.html').matchAll(
        /<div class="([\w-]+)"[^>]*>\s*<img[^>]*alt="(?:Visitors around|Star trails turning|The boardwalk across)/g,
      ),
    ].map(([, name]) => name);
    expect(cards).toHaveLength(3);
    expect(new Set(cards).size).toBe(1);
  });

  it('keeps hover looks, also those of a card that change its heading', () => {
    expect(site('style.css')).toMatch(/\.[\w-]+:hover \.[\w-]+(,[^{}]*)? \{\s*color: var\(--color-accent\);/);
    expect(site('style.css')).toMatch(/::after \{\s*content: " →";/);
  });

  it('is rendered again to the same bytes', () => {
    const before = digests(join(project, 'site'));
    expect(tavrik(['render', project]).code).toBe(0);
    expect(digests(join(project, 'site'))).toEqual(before);
  });

  it('is converted again to the same bytes', () => {
    const again = join(folder, 'again');
    expect(tavrik(['convert', DEMO_PAGE, '--out', again]).code).toBe(0);
    expect(digestsOfTexts(again)).toEqual(digestsOfTexts(project));
  });

  it('takes the words that a client wrote, and keeps them when it is converted again', () => {
    const mine = join(folder, 'mine');
    copy(project, mine);
    const file = join(mine, 'content/home.yaml');
    const content = parse(readFileSync(file, 'utf8')) as Record<string, Record<string, string>>;
    const fields = required(content['the-darkest-sky-for']);
    fields['heading'] = 'Stars & <tides>';
    writeFileSync(file, stringify(content));
    expect(tavrik(['render', mine]).code).toBe(0);
    expect(readFileSync(join(mine, 'site/index.html'), 'utf8')).toContain('>Stars &amp; &lt;tides&gt;</h1>');
    expect(tavrik(['convert', DEMO_PAGE, '--out', mine, '--widths', '1440', '--no-proof']).code).toBe(0);
    expect(readFileSync(join(mine, 'site/index.html'), 'utf8')).toContain('>Stars &amp; &lt;tides&gt;</h1>');
    const proof = tavrik(['proof', mine, '--quick', '--limit', '0']);
    expect(proof.code).toBe(1);
    expect(proof.out).toContain('over the limit');
  });
});
