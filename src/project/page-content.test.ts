import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { contentFileOf, covers, knownOf, partContent, readPageContent, readSiteContent, siteFileOf } from './page-content.js'; // prettier-ignore

const project = mkdtempSync(join(tmpdir(), 'tavrik-content-'));
afterAll(() => rmSync(project, { recursive: true }));
mkdirSync(join(project, 'content'));
const known = new Set(['hero.heading', 'site.phone', 'site.menu']);
writeFileSync(contentFileOf(project, 'home'), 'hero:\n  heading: Clear nights\nsite:\n  phone: "1"\n');

describe('the content of a page', () => {
  it('is that of its own file as long as the site has none', () => {
    expect(readPageContent(project, 'home', known)).toEqual({
      hero: { heading: 'Clear nights' },
      site: { phone: '1' },
    });
    expect(covers(readSiteContent(project), 'site.phone')).toBe(false);
  });

  it('holds what it has in common with other pages, and nothing that only others have', () => {
    writeFileSync(siteFileOf(project), 'site:\n  phone: "2"\n  email: a@example.org\n  menu:\n    - id: hire\n      label: Hire\n'); // prettier-ignore
    expect(readPageContent(project, 'home', known)).toEqual({
      hero: { heading: 'Clear nights' },
      site: { phone: '2', menu: [{ id: 'hire', label: 'Hire' }] },
    });
    const site = readSiteContent(project);
    expect(['site.phone', 'site.menu', 'site.menu.new.label', 'hero.heading'].map((path) => covers(site, path))).toEqual([true, true, true, false]); // prettier-ignore
    expect([...knownOf(site, known).values.keys()]).toEqual(['site.phone', 'site.menu.hire.label']);
  });

  it('is parted again into what is its own and what is common', () => {
    const content = { hero: { heading: 'A' }, site: { menu: [{ id: 'x', label: 'X' }] } };
    expect(partContent(content, (path) => path.startsWith('site.'))).toEqual({ own: { hero: { heading: 'A' } }, shared: { site: content.site } }); // prettier-ignore
  });
});
