import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Decision } from '../src/core/brief/brief.js';
import {
  cleanUp,
  copy,
  DEMO_ARTBOARDS,
  DEMO_PAGE,
  digestsOfTexts,
  onlyPage,
  ROOT,
  tavrik,
  temporary,
} from './program.js';

const folder = temporary();
afterAll(cleanUp);

const HEAD = 'format: tavrik-brief\nversion: 1\n';
const html = (project: string): string => readFileSync(join(project, 'site/index.html'), 'utf8');
const css = (project: string): string => readFileSync(join(project, 'site/style.css'), 'utf8');
const written = (name: string, text: string): string => {
  const file = join(folder, name);
  writeFileSync(file, HEAD + text);
  return file;
};

describe('a brief for a design', () => {
  const brief = written(
    'design.yaml',
    `breakpoints: { tablet: 1000, phone: 600 }
scale: 0.4
fluid: true
decisions:
  - { do: leave-out, at: Join }
  - { do: merge, at: "Welcome / g:4" }
  - { do: alt, at: "Welcome / g:4", to: The deck }
  - { do: name, at: "Dates / text:1", to: Programme title }
  - { do: kind, at: "Welcome / text:3", to: quote }
  - { do: level, at: "What to expect / text:1", to: 4 }
  - { do: link, at: "Hero / See dates", to: /dates }
  - { do: fit, at: "Keepers / *image*", to: contain }
  - { do: colour, at: "#b3541e", to: "#1d5c74" }
  - { do: font, at: Figtree, to: Fraunces }
  - { do: leave-out, at: Keepers, on: false }
  - { do: name, at: Keeprs, to: Team }
`,
  );
  const project = join(folder, 'design');
  const ran = tavrik(['convert', ...DEMO_ARTBOARDS, '--out', project, '--brief', brief, '--json']);
  const { notes } = JSON.parse(ran.out) as { notes: string[] };
  const page = onlyPage<{ breakpoints: number[]; proof: { widths: { words: { missing: number } }[] } }>(ran);

  it('is done as it says, each decision of it', () => {
    const site = html(project);
    expect(site).not.toContain('A key to the warm room');
    expect(site).toMatch(/<img[^>]*src="assets\/[^"]*\.svg"[^>]*alt="The deck"/);
    expect(site).toMatch(/<blockquote[^>]*>If clouds come/);
    expect(site).toMatch(/<h4[^>]*>What to expect/);
    expect(site).toContain('href="/dates"');
    expect(site).toContain('Ida Wrenfield');
    expect(css(project)).not.toContain('#b3541e');
    expect(css(project)).not.toMatch(/font-family: Figtree/);
    expect(css(project)).toContain('object-fit: contain');
    expect(readFileSync(join(project, 'pages/star-evenings.json'), 'utf8')).toContain('"name": "Programme title"');
    expect(page.breakpoints).toEqual([1000, 600]);
  });

  it('counts for the proof as well: what is left out is missed by nobody', () => {
    for (const { words } of page.proof.widths) expect(words.missing).toBe(0);
  });

  it('has what it could not do said, with its line and the nearest address', () => {
    expect(notes).toEqual([expect.stringMatching(/line 18: no element at "Keeprs".*there are .*Keeper/)]);
  });

  it('is kept in the project, and makes the same again', () => {
    const line = '# yaml-language-server: $schema=schema/brief.schema.json\n';
    expect(readFileSync(join(project, 'brief.yaml'), 'utf8')).toBe(line + readFileSync(brief, 'utf8'));
    const before = digestsOfTexts(project);
    expect(tavrik(['convert', ...DEMO_ARTBOARDS, '--out', project]).code).toBe(0);
    expect(digestsOfTexts(project)).toEqual(before);
  });

  it('says which artboards are one page', () => {
    const place = join(folder, 'boards');
    copy(join(ROOT, 'demo/design'), place);
    const [wide, narrow] = [join(place, 'star-evenings-1440.svg'), join(place, 'final-v2.svg')];
    copy(join(place, 'star-evenings-390.svg'), narrow);
    const mapped = written('pages.yaml', 'pages:\n  evenings: [star-evenings-1440.svg]\n  handset: [final-v2]\n');
    const out = join(folder, 'mapped');
    const done = tavrik(['convert', wide, narrow, '--out', out, '--brief', mapped, '--no-proof', '--json']);
    expect(JSON.parse(done.out)).toMatchObject({
      pages: [
        { page: 'evenings', widths: [1440] },
        { page: 'handset', widths: [390] },
      ],
    });
    const wrong = written('wrong-pages.yaml', 'pages:\n  evenings: [tides.svg]\n');
    expect(tavrik(['convert', wide, '--out', join(folder, 'never'), '--brief', wrong])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/missing artboard: tides\.svg/),
    });
  });
});

describe('a brief for a page', () => {
  it('leaves out, names, levels and recolours', () => {
    const brief = written(
      'page.yaml',
      `decisions:
  - { do: leave-out, at: "*div#membership" }
  - { do: level, at: Three ways to begin, to: 3 }
  - { do: alt, at: "The boardwalk that leads to the dome", to: Boardwalk }
  - { do: part, at: "*div#footer-outer", to: footer }
  - { do: colour, at: "#b3541e", to: "#1d5c74" }
  - { do: leave-out, at: "*div#memberships" }
`,
    );
    const project = join(folder, 'page');
    const ran = tavrik([
      'convert',
      DEMO_PAGE,
      '--out',
      project,
      '--brief',
      brief,
      '--widths',
      '1000',
      '--no-tune',
      '--json',
    ]);
    const { notes } = JSON.parse(ran.out) as { notes: string[] };
    const { proof } = onlyPage<{ proof: { widths: { words: { missing: number; placed: number } }[] } }>(ran);
    expect(html(project)).not.toContain('54 crowns');
    expect(html(project)).toMatch(/<h3[^>]*>Three ways to begin/);
    expect(html(project)).toContain('alt="Boardwalk"');
    expect(html(project)).toMatch(/<footer/);
    expect(css(project)).not.toContain('#b3541e');
    expect(notes).toEqual([expect.stringMatching(/line 9: no element at/)]);
    expect(proof.widths[0]?.words).toMatchObject({ missing: 0, placed: 1 });
    const elsewhere = tavrik(['proof', project, '--widths', '700', '--quick', '--json']);
    expect(onlyPage<typeof proof>(elsewhere).widths[0]?.words.missing).toBe(0);
  });
});

describe('proposals', () => {
  const source = join(folder, 'plain.html');
  const project = join(folder, 'proposed');
  beforeAll(() => {
    copy(join(ROOT, 'demo/existing/pictures/dome-dusk.jpg'), join(folder, 'dome.jpg'));
    writeFileSync(
      source,
      '<!doctype html><title>Dome</title><h1>Dome</h1><h4>Hours</h4><img src="dome.jpg" width="300" height="200"><p><a href="#gone">Book</a></p>',
    );
    expect(tavrik(['convert', source, '--out', project, '--no-proof', '--widths', '800']).code).toBe(0);
  });
  const decisions = (): Decision[] =>
    (JSON.parse(tavrik(['brief', project, '--json']).out) as { decisions: Decision[] }).decisions;

  it('are decisions that are off, with their reasons', () => {
    expect(decisions().map(({ code, do: deed, on }) => [code, deed, on])).toEqual([
      ['missing-alt', 'alt', false],
      ['heading-order', 'level', false],
      ['dead-link', 'link', false],
    ]);
    expect(readFileSync(join(project, 'brief.yaml'), 'utf8')).toContain(
      '# This image has no alternative text. People who',
    );
    const file = join(folder, 'from-survey.yaml');
    expect(tavrik(['survey', source, '--widths', '800', '--write-brief', file]).code).toBe(0);
    expect(readFileSync(join(project, 'brief.yaml'), 'utf8')).toMatch(/^# yaml-language-server: \$schema=/);
    expect(readFileSync(file, 'utf8')).toBe(
      readFileSync(join(project, 'brief.yaml'), 'utf8').split('\n').slice(1).join('\n'),
    );
    expect(tavrik(['survey', source, '--write-brief', file])).toMatchObject({
      code: 2,
      err: expect.stringContaining('already'),
    });
  });

  it('are accepted and declined by code or all together, and then done', () => {
    expect(tavrik(['brief', project, 'accept', 'heading-order']).out).toContain('1 decision accepted');
    expect(tavrik(['convert', source, '--out', project, '--no-proof', '--widths', '800']).code).toBe(0);
    expect(html(project)).toMatch(/<h2[^>]*>Hours/);
    expect(tavrik(['brief', project, 'decline', 'all', '--json']).out).toContain('"turned": 3');
    expect(decisions().filter(({ on }) => on)).toEqual([]);
  });

  it.each([
    [
      ['brief', 'PROJECT', 'accept', 'low-tide'],
      /no decision with the code "low-tide"\.\n.*missing-alt, heading-order, dead-link\), or all/,
    ],
    [['brief', 'PROJECT', 'paint', 'all'], /Unknown value "paint"/],
    [['brief', join(folder, 'nowhere')], /Folder not found/],
    [['convert', source, '--out', join(folder, 'x'), '--brief', join(folder, 'none.yaml')], /Brief not found/],
  ])('%j is refused', (args, pattern) => {
    const ran = tavrik(args.map((arg) => (arg === 'PROJECT' ? project : arg)));
    expect([ran.code, ran.err]).toEqual([2, expect.stringMatching(pattern)]);
  });

  it('a brief that is wrong is refused before anything is done', () => {
    const wrong = written('wrong.yaml', 'decisions:\n  - { do: level, at: x, to: 12 }\n');
    const ran = tavrik(['convert', source, '--out', join(folder, 'never'), '--brief', wrong]);
    expect(ran).toMatchObject({ code: 2, err: expect.stringMatching(/wrong\.yaml.*Line 4/) });
    const contrary = written('contrary.yaml', 'breakpoints: { phone: 5 }\n');
    expect(tavrik(['convert', source, '--out', join(folder, 'never'), '--brief', contrary]).code).toBe(2);
    expect(existsSync(join(folder, 'never'))).toBe(false);
  });
});

describe('a brief for the fields of a page', () => {
  const project = join(folder, 'fields');
  const message = (fields: string): string => written('fields.yaml', `fields:\n${fields}`);
  const convert = (brief: string) =>
    tavrik(['convert', DEMO_PAGE, '--out', project, '--widths', '1440', '--no-proof', '--brief', brief]);
  const values = (): string => readFileSync(join(project, 'content/home.yaml'), 'utf8');

  it('names, moves, hides, locks, splits and limits them, and looks the same', () => {
    expect(tavrik(['convert', DEMO_PAGE, '--out', project, '--widths', '1440', '--no-proof']).code).toBe(0);
    const before = html(project);
    const edited = tavrik(['content', project, 'set', 'programme.rows.9-october.with', 'Ada Fenwick']);
    expect(edited.code).toBe(0);
    const ran = convert(
      message(`  - { at: programme.rows.*.with, name: speaker, label: Who speaks }
  - { at: three-ways-to-begin.cards, fewest: 3, most: 3 }
  - { at: the-darkest-sky-for.kicker, lock: true }
  - { at: one-dome-three.link, to: site, name: instruments }
  - { at: header.menu.*.highlighted, hide: true }
  - { at: one-dome-three.paragraphs.1, split: true }
  - { at: footer.copyright, hide: true }
  - { at: footer.copywrong, hide: true }
`),
    );
    expect(ran.code).toBe(0);
    expect(ran.err + ran.out).toMatch(/line 11: the page has no field "footer\.copywrong"; there are/);
    expect(html(project)).toBe(before.replace('Ida Wrenfield', 'Ada Fenwick'));
    expect(values()).toMatch(/speaker: Ada Fenwick/);
    expect(values()).toMatch(/site:\n {2}instruments:\n/);
    expect(values()).not.toMatch(/copyright|\n +with: /);
    expect(values().split('the-darkest-sky-for')[0]).not.toContain('highlighted: ');
  });

  it('hold for the commands: what is locked or beyond a limit is refused, and nothing changes', () => {
    const before = values();
    const refused = (...args: string[]): string => {
      const { code, err } = tavrik(['content', project, ...args]);
      expect(code).toBe(2);
      return err;
    };
    expect(refused('set', 'the-darkest-sky-for.kicker', 'Closed')).toContain('It is locked');
    expect(refused('add', 'three-ways-to-begin.cards', 'A fourth way')).toContain('3 are the most');
    expect(refused('remove', 'three-ways-to-begin.cards', 'friday-evening')).toContain('3 are the fewest');
    expect(values()).toBe(before);
    expect(tavrik(['content', project, 'fields']).out).toMatch(/speaker: Who speaks/);
  });

  it.each([
    ['  - { at: footer.link, name: privacy }\n', /line 4: The field "footer\.privacy.*" already exists/s],
    ['  - { at: footer.link }\n', /Line 4:.*must contain at least one of/s],
    ['  - { at: footer.link, same-as: footer.privacy, name: x }\n', /Line 4:.*same-as/s],
    ['  - { at: Footer Link, hide: true }\n', /Line 4:.*path of a field/s],
    ['  - { at: header.menu, fewest: 4, most: 2 }\n', /Line 4:.*most/s],
  ])('that is wrong is refused with its line: %s', (fields, wanted) => {
    const before = values();
    const ran = convert(message(fields));
    expect([ran.code, wanted.test(ran.err) ? '' : ran.err]).toEqual([2, '']);
    expect(values()).toBe(before);
  });
});
