import { appendFileSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import { fillPage } from '../src/core/content/content.js';
import { originalContent, originalValues } from '../src/core/content/source-values.js';
import { iconsOf } from '../src/core/content/icons.js';
import { nest, type FlatContent } from '../src/core/content/values.js';
import type { ElementNode, PageDocument } from '../src/core/document/types.js';
import { isElement, isWords, walk } from '../src/core/document/walk.js';
import { renderHtml } from '../src/core/render/html.js';
import { cleanUp, copy, DEMO_ARTBOARDS, DEMO_PAGE, digests, tavrik, temporary } from './program.js';

/* What a client does with the content of a page, by the commands and by hand. */

const folder = temporary();
afterAll(cleanUp);
const clean = join(folder, 'clean');
const design = join(folder, 'design');
beforeAll(() => {
  expect(tavrik(['convert', DEMO_PAGE, '--out', clean, '--widths', '1440', '--no-proof']).code).toBe(0);
  expect(tavrik(['convert', ...DEMO_ARTBOARDS, '--out', design, '--no-proof']).code).toBe(0);
});

const fresh = (name: string): string => {
  copy(clean, join(folder, name));
  return join(folder, name);
};
const file = (project: string): string => join(project, 'content/home.yaml');
const html = (project: string): string => readFileSync(join(project, 'site/index.html'), 'utf8');
const content = (project: string, ...args: string[]) => tavrik(['content', project, ...args]);
const documentOf = (project: string, page: string): PageDocument =>
  JSON.parse(readFileSync(join(project, `pages/${page}.json`), 'utf8')) as PageDocument;

/** Another value that a field can have. */
function otherThan(path: string, value: string, document: PageDocument): string {
  if (path.endsWith('.focus')) return '7% 93%';
  if (/\.(required|open)$/.test(path)) return value === 'yes' ? 'no' : 'yes';
  if (path.endsWith('.icon')) return [...iconsOf(document).keys()].find((name) => name !== value) ?? '';
  return 'zzmark';
}

describe.each([
  ['the existing page', () => documentOf(clean, 'home')],
  ['the design', () => documentOf(design, 'star-evenings')],
])('%s', (_, read) => {
  it('has a field for every word, picture and link that is no ornament', () => {
    const { body } = read();
    const bare: string[] = [];
    const visit = (node: ElementNode, rich: boolean): void => {
      const decoration =
        node.attributes?.['aria-hidden'] === 'true' || node.kind === 'artwork' || node.attributes?.['alt'] === '';
      if (node.element === 'a' && node.attributes?.['href'] !== undefined && !node.fields?.['href'] && !rich)
        bare.push(node.id);
      if (node.element === 'img' && !node.fields?.['src'] && !decoration) bare.push(node.id);
      for (const child of node.children ?? []) {
        if (isElement(child)) visit(child, rich || node.rich !== undefined);
        else if (/[\p{L}\p{N}]/u.test(child.text) && !child.field && !rich && node.rich === undefined)
          bare.push(child.text);
      }
    };
    visit(body, false);
    expect(bare).toEqual([]);
  });

  it('changes in just the place of a field that is set, whichever it is', () => {
    const document = read();
    const { values, lists } = originalValues(document);
    const before = renderHtml(document, 'style.css').split('\n');
    const wrong: string[] = [];
    for (const path of values.keys()) {
      if (/\.(look|highlighted|flipped)$/.test(path) || path.startsWith('page.')) continue;
      const mark = otherThan(path, values.get(path) ?? '', document);
      const changed: FlatContent = { values: new Map(values).set(path, mark), lists };
      const after = renderHtml(fillPage(document, nest(changed)), 'style.css').split('\n');
      const lines = after.filter((line, at) => line !== before[at]);
      const isThere = (line: string): boolean => /\.(required|open|icon)$/.test(path) || line.includes(mark);
      if (after.length !== before.length || lines.length === 0 || !lines.every(isThere)) wrong.push(path);
    }
    expect(wrong).toEqual([]);
  });

  it('has names that say what a thing is', () => {
    const names = [...originalValues(read()).values.keys()].map((path) => path.split('.').at(-1) ?? '');
    expect(names.filter((name) => /^(text|item|cell|link|heading|picture)-\d+$/.test(name))).toEqual([]);
  });
});

describe('lists', () => {
  it('are found where things repeat, and only there', () => {
    const { lists } = originalValues(documentOf(clean, 'home'));
    const outer = [...lists].filter(([path]) => path.split('.').length === 2).map(([path, ids]) => [path, ids.length]);
    expect(Object.fromEntries(outer)).toEqual({
      'header.menu': 5,
      'one-dome-three.paragraphs': 2,
      'three-ways-to-begin.cards': 3,
      'questions-and-answers.questions': 3,
      'programme.rows': 4,
      'membership.cards': 3,
    });
    const drawn = originalValues(documentOf(design, 'star-evenings')).lists;
    expect(drawn.get('the-next-evenings.cards')).toHaveLength(4);
    expect(drawn.get('what-to-expect.cards')).toHaveLength(3);
  });

  it('take entries, move them and let them go, in the file and on the page', () => {
    const project = fresh('lists');
    expect(content(project, 'add', 'membership.cards', 'Student', '--like', 'household', '--to', '1').out).toContain(
      'student',
    );
    expect(content(project, 'set', 'membership.cards.student.number', '18').code).toBe(0);
    expect(content(project, 'move', 'membership.cards', 'keeper', '--to', '1').code).toBe(0);
    expect(content(project, 'remove', 'programme.rows', '6-november').code).toBe(0);
    const { membership } = parse(readFileSync(file(project), 'utf8')) as { membership: { cards: { id: string }[] } };
    expect(membership.cards.map(({ id }) => id)).toEqual(['keeper', 'student', 'single', 'household']);
    const page = html(project);
    expect([
      page.match(/Most chosen/g)?.length,
      page.includes('>18<'),
      page.includes('Clusters for beginners</td>'),
    ]).toEqual([2, true, false]);
    expect(page.indexOf('Keeper')).toBeLessThan(page.indexOf('Student'));
  });

  it('are changed where the file says nothing of them yet, inner ones too', () => {
    const project = fresh('bare');
    writeFileSync(file(project), 'header:\n  phone: 0170\n'.replace('phone', '# phone'));
    expect(content(project, 'set', 'membership.cards.single.heading', 'Alone').code).toBe(0);
    expect(content(project, 'add', 'membership.cards.single.items', 'A lamp').code).toBe(0);
    const { membership } = parse(readFileSync(file(project), 'utf8')) as {
      membership: { cards: { id: string; heading: string; items: string[] }[] };
    };
    expect(membership.cards[0]).toMatchObject({
      id: 'single',
      heading: 'Alone',
      items: ['All Friday evenings', 'The almanac by post', 'Half price on hire', 'A lamp'],
    });
    expect(membership.cards).toHaveLength(3);
    expect(html(project)).toContain('>A lamp</li>');
    expect(content(project, 'add', 'membership.cards', 'x', '--to', 'first')).toMatchObject({
      code: 2,
      err: expect.stringMatching(/"first" is not a position/),
    });
  });

  it('are filled from a table', () => {
    const project = fresh('filled');
    const table = join(folder, 'dates.csv');
    writeFileSync(
      table,
      'date,evening,with,begins\n1 March,"Comets, many",Ida Wrenfield,20:00\n2 March,Moons,Tobias Quill,21:00\n',
    );
    expect(content(project, 'fill', 'programme.rows', table).out).toContain('2 entries');
    expect(html(project)).toContain('Comets, many');
    expect(html(project)).not.toContain('Saturn before bedtime</td>');
    const list = join(folder, 'dates.json');
    writeFileSync(
      list,
      JSON.stringify([{ id: 'one', date: '3 March', evening: 'Saturn', with: 'Ida', begins: '19:00' }]),
    );
    expect(content(project, 'fill', 'programme.rows', list).out).toContain('1 entry');
    writeFileSync(table, 'date,evning\n1 March,Comets\n');
    expect(content(project, 'fill', 'programme.rows', table)).toMatchObject({
      code: 2,
      err: expect.stringMatching(/row 1.*no field "evning".*It has date, evening/s),
    });
  });
});

describe('the entries of a list as a file', () => {
  it.each(['csv', 'json'])('come back from %s as they went out', (format) => {
    const project = fresh(`rows-${format}`);
    const before = html(project);
    const rows = join(folder, `rows.${format}`);
    writeFileSync(rows, content(project, 'export', 'programme.rows', '--format', format).out);
    expect(readFileSync(rows, 'utf8')).toContain('Saturn before bedtime');
    expect(content(project, 'fill', 'programme.rows', rows).code).toBe(0);
    expect(html(project)).toBe(before);
    writeFileSync(rows, readFileSync(rows, 'utf8').replace('Saturn before bedtime', 'Mars at last'));
    expect(content(project, 'fill', 'programme.rows', rows).code).toBe(0);
    expect(html(project)).toContain('Mars at last');
  });

  it('are no YAML, and only those of a list', () => {
    const project = fresh('rows-refused');
    expect(content(project, 'export', 'programme.rows')).toMatchObject({
      code: 2,
      err: expect.stringMatching(/A list is exported as CSV or JSON.*--format csv/s),
    });
    expect(content(project, 'export', 'programme.row', '--format', 'csv')).toMatchObject({
      code: 2,
      err: expect.stringMatching(/no list "programme.row".*programme\.rows/s),
    });
  });
});

describe('tavrik content', () => {
  it('lists, shows, sets and takes back', () => {
    const project = fresh('fields');
    const path = 'the-darkest-sky-for.heading';
    expect(content(project).out).toContain(`${path}  The darkest sky for forty miles`);
    expect(content(project, 'fields').out).toMatch(
      /kicker: Kicker \(text, up to \d+ letters\) Use normal capitalisation: the page shows it in capitals/,
    );
    appendFileSync(file(project), '# a note of the client\n');
    expect(content(project, 'set', path, 'Stars & <tides>').out).toContain('(changed)');
    expect(html(project)).toContain('Stars &amp; &lt;tides&gt;</h1>');
    expect(readFileSync(file(project), 'utf8')).toContain('# a note of the client');
    expect(content(project, 'show', path).out).toMatch(/in the source: The darkest sky for forty miles/);
    expect(content(project, 'unset', path).code).toBe(0);
    expect(html(project)).toBe(html(clean));
  });

  it('exports and imports, all or nothing', () => {
    const project = fresh('exported');
    for (const format of ['yaml', 'json', 'csv']) {
      const out = join(folder, `texts.${format}`);
      writeFileSync(out, content(project, 'export', '--format', format).out);
      expect(content(project, 'import', out).out).toContain('0 values changed');
      const text = readFileSync(out, 'utf8');
      const cell =
        format === 'csv'
          ? text.replace(',Half price on hire\n', ',A third off\n')
          : text.replace('Half price on hire', 'A third off');
      writeFileSync(out, cell);
      expect(content(project, 'import', out).out).toContain('1 value changed');
      expect(html(project)).toContain('A third off');
      expect(content(project, 'unset', 'membership.cards.single.items.3').code).toBe(0);
    }
    expect(html(project)).toBe(html(clean));
    const before = digests(project);
    const bad = join(folder, 'bad.yaml');
    writeFileSync(bad, 'membership:\n  heading: Join\n  gone: x\n');
    expect(content(project, 'import', bad)).toMatchObject({
      code: 2,
      err: expect.stringMatching(/line 3.*membership\.gone.*not found/s),
    });
    expect(digests(project)).toEqual(before);
  });

  it('checks addresses, files, numbers and lengths', () => {
    const project = fresh('checked');
    const text = readFileSync(file(project), 'utf8')
      .replace('address: "#evenings"', 'address: "#nowhere"')
      .replace(/file: assets\/\S+/, 'file: assets/none.jpg')
      .replace('number: "36"', 'number: many')
      .replace('heading: Programme', `heading: ${'Programme '.repeat(9)}`);
    writeFileSync(file(project), text);
    const ran = content(project, 'check');
    expect(ran.code).toBe(1);
    for (const words of [
      'The page has no anchor "nowhere"',
      'File "assets/none.jpg" not found',
      '"many" is not a number',
      'may not fit',
    ])
      expect(ran.out).toContain(words);
    expect(content(fresh('well'), 'check')).toMatchObject({
      code: 0,
      out: expect.stringContaining('No problems found'),
    });
  });
});

describe('content that cannot be read', () => {
  const project = join(folder, 'broken');
  beforeAll(() => copy(clean, project));
  it.each([
    ['tabs', 'header:\n\tlink: x\n', /Tabs are not allowed.*line 2/s],
    ['a name twice', 'header:\n  link:\n    label: a\n    label: b\n', /keys must be unique.*line 4/s],
    ['a text for a section', 'header: x\n', /line 1: "header" has no fields/],
    [
      'an entry twice',
      'membership:\n  cards:\n    - id: a\n      heading: A\n    - id: a\n      heading: B\n',
      /line 5: "membership.cards" has two entries with the id "a"/,
    ],
    [
      'anchors that explode',
      `a: &a [x,x,x,x,x,x,x,x,x,x]\n${[...'bcdefgh'].map((name, at) => `${name}: &${name} [${Array(10).fill(`*${'abcdefg'[at]}`).join(',')}]`).join('\n')}\nheader:\n  link: *h\n`,
      /has no fields|more than 50000 values/,
    ],
    [
      'a value of 5 MB',
      `header:\n  link:\n    label: ${'x'.repeat(5 * 1024 * 1024)}\n`,
      /line 3: "header.link.label" is longer than 100000 letters/,
    ],
    [
      'two people’s edits',
      'header:\n<<<<<<< mine\n  link: a\n=======\n  link: b\n>>>>>>> yours\n',
      /line 2: This file has unresolved merge conflicts/,
    ],
  ])('%s: says where, and leaves the site as it is', (_, text, words) => {
    const before = html(project);
    writeFileSync(file(project), text);
    const ran = tavrik(['render', project]);
    expect([ran.code, html(project) === before]).toEqual([2, true]);
    expect(ran.err).toMatch(words);
  });

  it('a field that the page no longer has is said, and left', () => {
    writeFileSync(file(project), 'header:\n  gone: x\n');
    const ran = tavrik(['render', project]);
    expect([ran.code, ran.err]).toEqual([0, expect.stringMatching(/no field "header.gone"/)]);
    expect(readFileSync(file(project), 'utf8')).toContain('gone: x');
  });

  it.each([
    [['set', 'foo.bar', 'x'], /no field "foo.bar"/],
    [['set', 'membership.cards', 'x'], /matches several fields.*membership\.cards\.heading/s],
    [['set', 'header.menu.contact.address', 'javascript:alert(1)'], /must not run a script/],
    [['remove', 'membership.cards', 'nobody'], /no entry "nobody".*It has single, household, keeper/s],
    [['move', 'membership.cards', 'single', '--to', '9'], /no position 9.*1 to 3/s],
    [['add', 'membership.boxes', 'x'], /no list "membership.boxes".*membership\.cards/s],
    [['import', 'nothing.yaml'], /not found/],
    [['export', '--format', 'word'], /Unknown value "word"/],
    [['frobnicate'], /Give one of list, show/],
  ])('%j is refused', (args, words) => {
    const own = fresh(`refused-${args.join('-').replace(/\W/g, '')}`);
    const before = digests(own);
    expect(content(own, ...args)).toMatchObject({ code: 2, err: expect.stringMatching(words) });
    expect(digests(own)).toEqual(before);
  });
});

describe('a conversion done again', () => {
  it('keeps entries that a client added, and takes new words of the source', () => {
    const source = join(folder, 'source');
    copy(join(DEMO_PAGE, '..'), source);
    const project = join(folder, 'again');
    const convert = () =>
      tavrik(['convert', join(source, 'index.html'), '--out', project, '--widths', '1440', '--no-proof']);
    expect(convert().code).toBe(0);
    const untouched = originalContent(
      JSON.parse(
        readFileSync(join(project, 'pages/index.json').replace('index.json', 'home.json'), 'utf8'),
      ) as PageDocument,
    );
    expect(Object.keys(untouched)).toContain('membership');
    content(project, 'add', 'membership.cards', 'Student');
    const page = join(source, 'index.html');
    writeFileSync(page, readFileSync(page, 'utf8').replace('One dome, three telescopes', 'One dome, four telescopes'));
    expect(convert().code).toBe(0);
    expect(html(project)).toContain('One dome, four telescopes');
    expect(html(project)).toMatch(/<h3[^>]*>Student<\/h3>/);
    expect([...walk(documentOf(project, 'home').body)].filter(isWords).some(({ text }) => text === 'Student')).toBe(
      false,
    );
  });
});

describe('texts for others', () => {
  const project = join(folder, 'texts');
  const xliff = (): string => content(project, 'export', '--format', 'xliff', '--language', 'de').out;
  const sent = (name: string, text: string): string => {
    const out = join(folder, name);
    writeFileSync(out, text);
    return out;
  };
  /* A translator who writes each text in capitals, and leaves tags alone. */
  const translated = (text: string): string =>
    text.replace(
      /<source xml:space="preserve">([^]*?)<\/source>/g,
      (whole, says: string) =>
        `${whole}<target>${says.replace(/(^|>)([^<]+)/g, (_, before: string, words: string) => `${before}${words.toUpperCase()}`)}</target>`,
    );
  beforeAll(() => copy(clean, project));

  it('go out as Markdown with front matter, and come back the same and changed', () => {
    const out = content(project, 'export', '--format', 'markdown').out;
    expect(out).toMatch(/<!-- field: programme\.text -->\n\nIf it is cloudy/);
    expect(content(project, 'import', sent('home.md', out)).out).toContain('0 values changed');
    const ran = content(
      project,
      'import',
      sent(
        'home.md',
        out.replace('If it is cloudy', 'If it is *cloudy*,').replace('heading: Programme', 'heading: Dates'),
      ),
    );
    expect([ran.code, ran.out]).toEqual([0, expect.stringContaining('2 values changed')]);
    expect(html(project)).toContain('>Dates</h2>');
    const lost = content(
      project,
      'import',
      sent('bad.md', out.replace('field: programme.text', 'field: programme.words')),
    );
    expect(lost).toMatchObject({ code: 2, err: expect.stringMatching(/line \d+: .*no field "programme\.words"/) });
  });

  it('go to a translator as XLIFF, and come back as a page of that language beside the first', () => {
    const before = html(project);
    const ran = content(project, 'import', sent('de.xlf', translated(xliff())));
    expect([ran.code, ran.out, ran.err]).toEqual([
      0,
      expect.stringMatching(/^\d+ values changed in de/),
      expect.anything(),
    ]);
    const german = readFileSync(join(project, 'site/index.de.html'), 'utf8');
    expect(german).toContain('<html lang="de"');
    expect(german).toMatch(/>FOUR THOUSAND EYES<\/em>/);
    expect(german).toContain('href="tel:+990170455"');
    expect(html(project).replace(/ *<link rel="alternate".*\n/g, '')).toBe(before);
    expect(content(project, 'import', join(folder, 'de.xlf')).out).toContain('0 values changed');
    expect(xliff()).toMatch(/<target xml:space="preserve">DATES<\/target>/);
  });

  it('stay through another conversion, and the check says what is not translated', () => {
    expect(content(project, 'add', 'membership.cards', 'Student').code).toBe(0);
    expect(content(project, 'check').out).toMatch(
      /de: membership\.cards\.student\.heading: Not translated yet, and \d+ more/,
    );
    expect(tavrik(['convert', DEMO_PAGE, '--out', project, '--widths', '1440', '--no-proof']).code).toBe(0);
    expect(readFileSync(join(project, 'site/index.de.html'), 'utf8')).toContain('DATES');
  });

  it('say what has changed since they went out', () => {
    expect(content(project, 'set', 'programme.heading', 'Nights').code).toBe(0);
    const late = content(project, 'import', join(folder, 'de.xlf'), '--json');
    expect(JSON.parse(late.out)).toMatchObject({
      language: 'de',
      stale: expect.arrayContaining(['programme.heading']) as unknown,
    });
  });

  it.each<[string, (text: string) => string, RegExp]>([
    [
      'a field that the page does not have',
      (text) => text.replace('name="programme.heading"', 'name="programme.gone"'),
      /line \d+: .*no field "programme\.gone"/,
    ],
    [
      'a placeholder that got lost',
      (text) => translated(text).replace(/<target>([^<]*)<pc[^>]*>([^<]*)<\/pc>/, '<target>$1$2'),
      /line \d+: .*lacks the placeholder 1/,
    ],
    ['entities', (text) => text.replace('<xliff', '<!DOCTYPE x [<!ENTITY a "b">]><xliff'), /document type/],
    ['another page', (text) => text.replace('<file id="home"', '<file id="hire"'), /no texts of the page "home"/],
    ['no XML', (text) => text.slice(0, 900), /not XML/],
  ])('are refused whole for %s', (name, change, pattern) => {
    const before = digests(project);
    const ran = content(project, 'import', sent('bad.xlf', change(xliff())));
    expect([ran.code, pattern.test(ran.err) ? '' : `${name}: ${ran.err}`]).toEqual([2, '']);
    expect(digests(project)).toEqual(before);
  });

  it.each([
    ['yaml', 'fr.yaml'],
    ['json', 'fr.json'],
    ['csv', 'fr.csv'],
    ['markdown', 'fr.md'],
  ])('hold the words of a language as %s too', (format, name) => {
    const language = `fr-${format.slice(0, 4)}`;
    const out = content(project, 'export', '--format', format, '--language', language).out;
    expect(out).not.toMatch(/imprint\.html|assets\//);
    const file = sent(name, out.replace(/Questions and answers/g, 'Des questions'));
    expect(content(project, 'import', file, '--language', language).out).toMatch(/values changed in fr-/);
    expect(readFileSync(join(project, `site/index.${language}.html`), 'utf8')).toContain('Des questions');
  });

  it('need a language for XLIFF, and one that is one', () => {
    expect(content(project, 'export', '--format', 'xliff')).toMatchObject({
      code: 2,
      err: expect.stringContaining('--language de'),
    });
    expect(content(project, 'export', '--format', 'xliff', '--language', 'en')).toMatchObject({
      code: 2,
      err: expect.stringContaining('The page itself is in "en"'),
    });
    expect(content(project, 'export', '--format', 'xliff', '--language', '../x')).toMatchObject({
      code: 2,
      err: expect.stringContaining('is not a language tag'),
    });
  });
});
