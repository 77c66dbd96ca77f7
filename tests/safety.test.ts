import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { cleanUp, filesIn, tavrik, temporary, onlyPage } from './program.js';

const folder = temporary();
afterAll(cleanUp);

const written = (project: string): string =>
  [...filesIn(project)]
    .filter(([path]) => /\.(html|css|json|yaml|svg)$/.test(path) && !path.startsWith('reference/'))
    .map(([, bytes]) => bytes.toString('utf8'))
    .join('\n');

describe('a hostile page', () => {
  const project = join(folder, 'page');
  beforeAll(() => {
    writeFileSync(
      join(folder, 'drawn.svg'),
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9" onload="alert(11)"><script>alert(12)</script><a href="&#106;avascript:alert(13)"><rect width="9" height="9" onclick="alert(14)"/></a></svg>',
    );
    writeFileSync(
      join(folder, 'hostile.html'),
      `<!doctype html><html><head><title>&lt;script&gt;alert(0)&lt;/script&gt;</title>
       <meta http-equiv="refresh" content="9999;url=http://127.0.0.1:1/evil"><style>p{color:red}</style><link rel="icon" href="drawn.svg"></head><body onload="window.evil=1">
       <p onclick="alert(1)">Text with &lt;b&gt;markup&lt;/b&gt; in it</p>
       <a href="javascript:alert(2)">Press</a> <a href=" jaVa&#10;script:alert(3)">Press too</a>
       <form action="javascript:alert(4)"><input name="q" value='"><script>alert(5)</script>'></form>
       <svg width="20" height="20"><script>alert(6)</script><a href="javascript:alert(7)"><rect width="20" height="20" onclick="alert(8)"/></a></svg>
       <img src="x.png" onerror="alert(9)" alt='"><script>alert(10)</script>'>
       <img src="drawn.svg" alt="">
       <script>document.body.insertAdjacentHTML('beforeend', '<p>Written by a script</p>')</script></body></html>`,
    );
    expect(tavrik(['convert', join(folder, 'hostile.html'), '--out', project, '--no-proof'])).toMatchObject({
      code: 0,
    });
  });

  it('leaves no script, handler, script address or refresh in anything that is written', () => {
    const html = readFileSync(join(project, 'site/index.html'), 'utf8');
    expect(html).not.toMatch(/<script|<[^>]*\son\w+=|<[^>]*="\s*java\s*script:|http-equiv/i);
    expect(written(project)).not.toMatch(/127\.0\.0\.1/);
  });

  it('leaves none in drawings that it shows, which may be opened by themselves', () => {
    const drawn = [...filesIn(project)].filter(([path]) => /site\/assets\/drawn-.*\.svg$/.test(path));
    expect(drawn).toHaveLength(1);
    expect(drawn[0]?.[1].toString('utf8')).toMatch(/^<svg[^>]*><rect width="9" height="9"\/><\/svg>$/);
  });

  it('keeps words that look like markup as words', () => {
    const html = readFileSync(join(project, 'site/index.html'), 'utf8');
    expect(html).toContain('Text with &lt;b&gt;markup&lt;/b&gt; in it');
    expect(html).toContain('<title>&lt;script&gt;alert(0)&lt;/script&gt;</title>');
    expect(html).toContain('value="&quot;&gt;&lt;script&gt;alert(5)');
  });

  it('keeps what its scripts wrote before the capture', () => {
    expect(readFileSync(join(project, 'site/index.html'), 'utf8')).toContain('Written by a script');
  });

  it('says which file could not be had, and keeps its space', () => {
    const ran = tavrik(['convert', join(folder, 'hostile.html'), '--out', project, '--no-proof', '--json']);
    expect(onlyPage<{ notes: string[] }>(ran).notes.join()).toContain('/x.png');
  });
});

describe('a hostile drawing', () => {
  it('leaves no script or handler in what is written', () => {
    const file = join(folder, 'hostile-600.svg');
    writeFileSync(
      file,
      `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="300" onload="alert(1)"><script>document.title='evil'</script>
       <g onclick="alert(2)"><path d="M10 10 L60 60 L10 60 Z" onmouseover="alert(3)"/></g>
       <a href="javascript:alert(4)"><text x="100" y="60" font-size="20">Press &lt;here&gt;</text></a>
       <path id="big" d="M300 100 Q400 0 500 100 T590 290 L300 290 Z"/><use href="#loop" id="loop"/></svg>`,
    );
    const project = join(folder, 'drawing');
    expect(tavrik(['convert', file, '--out', project, '--no-proof'])).toMatchObject({ code: 0 });
    const text = written(project);
    expect(text).not.toMatch(/<script|\son\w+=\\?"|javascript:/i);
    expect(readFileSync(join(project, 'site/index.html'), 'utf8')).toContain('Press &lt;here&gt;');
  });
});

describe('a page that asks for files outside of its folder', () => {
  it('does not get them', () => {
    mkdirSync(join(folder, 'inner'));
    writeFileSync(join(folder, 'secret.png'), 'secret bytes');
    writeFileSync(
      join(folder, 'inner/index.html'),
      '<!doctype html><title>t</title><p>Hi<img src="/..%2fsecret.png" alt=""><img src="/%2e%2e/secret.png" alt="">',
    );
    const project = join(folder, 'inside');
    expect(tavrik(['convert', join(folder, 'inner'), '--out', project, '--no-proof']).code).toBe(0);
    expect([...filesIn(project).values()].some((bytes) => bytes.includes('secret bytes'))).toBe(false);
  });
});
