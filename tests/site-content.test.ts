import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import { cleanUp, copy, DEMO_PAGE, tavrik, temporary } from './program.js';

/* What several pages of a site have in common is said once. */

const folder = temporary();
afterAll(cleanUp);
const [source, project] = [join(folder, 'source'), join(folder, 'project')];
const site = join(project, 'content/_site.yaml');
const html = (page: string): string => readFileSync(join(project, 'site', page), 'utf8');
const content = (...args: string[]) => tavrik(['content', project, ...args]);
const convert = () =>
  tavrik([
    'convert',
    join(source, 'index.html'),
    join(source, 'hire.html'),
    '--out',
    project,
    '--widths',
    '1440',
    '--no-proof',
  ]);
const LIST = 'site.menu';

beforeAll(() => {
  copy(join(DEMO_PAGE, '..'), source);
  const page = readFileSync(join(source, 'index.html'), 'utf8');
  writeFileSync(join(source, 'hire.html'), page.replace('The darkest sky for forty miles', 'Hire a telescope'));
  expect(convert().code).toBe(0);
});

describe('what pages have in common', () => {
  it('stands once, in a file of the site', () => {
    const { site: common } = parse(readFileSync(site, 'utf8')) as { site: { menu: { id: string }[] } };
    expect(common.menu.map(({ id }) => id)).toContain('membership');
    for (const page of ['home', 'hire'])
      expect(readFileSync(join(project, `content/${page}.yaml`), 'utf8')).not.toMatch(/^site:/m);
  });

  it('changes on all pages when it is set on one, and by hand', () => {
    expect(content('set', `${LIST}.membership.label`, 'Join us', '--page', 'hire').code).toBe(0);
    expect([html('index.html'), html('hire.html')].map((text) => text.match(/>Join us</g)?.length)).toEqual([1, 1]);
    writeFileSync(site, readFileSync(site, 'utf8').replace('Join us', 'Become a member'));
    expect(tavrik(['render', project]).code).toBe(0);
    for (const page of ['index.html', 'hire.html']) expect(html(page)).toContain('>Become a member<');
  });

  it('has entries added, moved and taken out on all pages', () => {
    expect(content('add', LIST, 'Fog watch', '--page', 'home', '--like', 'questions').code).toBe(0);
    for (const page of ['index.html', 'hire.html']) expect(html(page)).toContain('>Fog watch<');
    expect(content('remove', LIST, 'contact', '--page', 'hire').code).toBe(0);
    for (const page of ['index.html', 'hire.html']) expect(html(page)).not.toMatch(/<nav[^]*>Contact<[^]*<\/nav>/);
    expect(content('check', '--page', 'hire').out).toContain('No problems found.');
  });

  it('stays as the client wrote it when the source is converted again', () => {
    const before = readFileSync(site, 'utf8');
    expect(convert().code).toBe(0);
    expect(readFileSync(site, 'utf8')).toBe(before);
    expect(html('hire.html')).toContain('>Fog watch<');
  });

  it('says which of its fields no page has, and where a value has another form', () => {
    const before = readFileSync(site, 'utf8');
    writeFileSync(site, `${before}  fax: "12"\n`);
    expect(content('check', '--page', 'hire')).toMatchObject({
      code: 1,
      out: expect.stringMatching(/site\.fax: Field not found on any page/) as unknown,
    });
    expect(tavrik(['render', project]).err).toMatch(
      /No page has the field "site\.fax"; its value is left in .*_site\.yaml/,
    );
    writeFileSync(site, before.replace(/menu:[^]*/, 'menu: one\n'));
    expect(tavrik(['render', project])).toMatchObject({
      code: 2,
      err: expect.stringMatching(/_site\.yaml: "site\.menu" is not a list/) as unknown,
    });
    writeFileSync(site, before);
  });

  it('goes out and comes in with the content of a page', () => {
    const out = content('export', '--page', 'home');
    expect(out.out).toContain('Fog watch');
    const file = join(folder, 'home.yaml');
    writeFileSync(file, out.out.replace('Fog watch', 'Mist watch'));
    expect(content('import', file, '--page', 'home').code).toBe(0);
    for (const page of ['index.html', 'hire.html']) expect(html(page)).toContain('>Mist watch<');
    expect(readFileSync(site, 'utf8')).toContain('Mist watch');
  });

  it('is said in a language by command', () => {
    const ran = content('set', 'membership.heading', 'Mitglied werden', '--page', 'home', '--language', 'de');
    expect(ran.code).toBe(0);
    expect(html('index.de.html')).toContain('>Mitglied werden<');
    expect(html('index.html')).not.toContain('Mitglied werden');
    const refused = content('set', 'header.brand.address', '/', '--page', 'home', '--language', 'de');
    expect([refused.code, refused.err]).toEqual([2, expect.stringMatching(/is the same in every language/)]);
    expect(existsSync(join(project, 'content/hire.de.yaml'))).toBe(false);
  });

  it('is not lost when one of the pages is converted without the other', () => {
    const before = readFileSync(site, 'utf8');
    expect(
      tavrik(['convert', join(source, 'index.html'), '--out', project, '--widths', '1440', '--no-proof']).code,
    ).toBe(0);
    expect(readFileSync(site, 'utf8')).toBe(before);
    expect(convert().code).toBe(0);
    for (const page of ['index.html', 'hire.html']) expect(html(page)).toContain('>Mist watch<');
  });
});
