import { required } from '../src/core/data/required.js';
import { spawn } from 'node:child_process';
import { createServer } from 'node:http';
import { existsSync, mkdirSync, readdirSync, readFileSync, readlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { cleanUp, CLI, DEMO_ARTBOARDS, DEMO_PAGE, digests, filesIn, tavrik, temporary } from './program.js';

const folder = temporary();
const put = (name: string, text: string): string => {
  const path = join(folder, name);
  mkdirSync(join(path, '..'), { recursive: true });
  writeFileSync(path, text);
  return path;
};
const svg = (attributes: string, inside = '<rect width="9" height="9"/>'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`;

afterAll(cleanUp);

describe('an error', () => {
  it('is told as data as well, if that is asked for', () => {
    const missing = tavrik(['convert', join(folder, 'none.html'), '--out', join(folder, 'never'), '--json']);
    expect([missing.code, JSON.parse(missing.out)]).toEqual([
      2,
      {
        error: {
          code: 'not-found',
          what: 'File not found.',
          where: join(folder, 'none.html'),
          todo: 'Check the path.',
        },
      },
    ]);
    expect(missing.err).toContain('File not found.');
    const unknown = tavrik(['convert', 'x.html', '--unknown', '--json']);
    expect([unknown.code, JSON.parse(unknown.out)]).toMatchObject([2, { error: { code: 'invalid-input' } }]);
    expect(tavrik(['convert', join(folder, 'none.html'), '--out', join(folder, 'never')]).out).toBe('');
  });
});

describe('input that cannot be converted', () => {
  const page = put('page.html', '<!doctype html><title>x</title><p>Hello');
  const held = put('held/notes.txt', 'mine');
  mkdirSync(join(folder, 'empty'));
  const wide = put('a-800.svg', svg('width="800" height="300"', '<text x="9" y="40">One</text>'));

  const grown = Array.from('bcdefghij', (name, at) => `<!ENTITY ${name} "${`&${'abcdefghi'[at]};`.repeat(10)}">`).join(
    '',
  );

  it.each<[string, string[], RegExp]>([
    ['no such file', [join(folder, 'none.html')], /not found/i],
    ['a folder without a page', [join(folder, 'empty')], /no page/i],
    ['an empty page', [put('empty.html', '  \n')], /empty/i],
    ['something else', [put('notes.txt', 'hello')], /not an HTML page, an SVG file or a PDF file/i],
    ['an SVG without a size', [put('nosize.svg', svg(''))], /no size/i],
    [
      'a broken SVG',
      [put('broken.svg', '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><g></svg>')],
      /cannot be read.*line/i,
    ],
    ['an SVG that shows nothing', [put('blank.svg', svg('width="300" height="300"', '<g/>'))], /is empty/i],
    ['two artboards of one width', [wide, put('a-800-copy.svg', readFileSync(wide, 'utf8'))], /800 px wide/i],
    [
      'entities that grow without end',
      [
        put(
          'laughs.svg',
          `<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY a "ha">${grown}]>${svg('width="300" height="300"', '<text x="9" y="40">&j;</text>')}`,
        ),
      ],
      /cannot be read.*entit/i,
    ],
    [
      'a drawing of too many elements',
      [
        put(
          'many.svg',
          svg(
            'width="300" height="300"',
            Array.from({ length: 30100 }, (_, at) => `<path d="M${at % 290} ${at / 110}h9v9z"/>`).join(''),
          ),
        ),
      ],
      /301\d\d elements; at most 30000/,
    ],
    ['an option for designs with a page', [page, '--scale', '0.4'], /--scale: This is for designs/],
    ['an option for pages with a design', [wide, '--keep-boxes'], /--keep-boxes: This is for web pages/],
    ['a scale that is none', [wide, '--scale', '2'], /"2" is neither a number/i],
    ['two kinds at once', [page, wide], /different kinds/i],
    ['one page twice', [page, page], /would be called/i],
    ['parts of several pages', [page, DEMO_PAGE, '--select', 'main'], /chosen from one page/i],
    ['an address of another kind', ['ftp://example.org/page'], /"ftp:" cannot be converted/i],
    ['an address that does not answer', ['http://127.0.0.1:1/'], /cannot be reached/i],
    ['a page outside of its root', [page, '--root', join(folder, 'empty')], /outside/i],
    ['a root that is not there', [page, '--root', join(folder, 'none')], /Folder not found/i],
    ['widths that are no numbers', [page, '--widths', '1440,wide'], /"wide" is not a width/i],
    ['a width that is too small', [page, '--widths', '199'], /199 px is not a screen width/i],
    ['a width that is too large', [page, '--widths', '4001'], /4001 px is not a screen width/i],
    ['no width at all', [page, '--widths', ','], /no width/i],
    ['a browser that is not there', [page, '--browser', join(folder, 'none')], /Browser not found/i],
    ['a browser that does not start', [page, '--browser', held], /could not be started/i],
  ])('%s: says so, exits with 2 and writes nothing', (_, args, message) => {
    const out = join(folder, 'out');
    const ran = tavrik(['convert', ...args, '--out', out]);
    expect(ran.err).toMatch(message);
    expect(ran).toMatchObject({ code: 2, out: '' });
    expect(ran.err.trim().split('\n').length).toBeLessThanOrEqual(3);
    expect(existsSync(out)).toBe(false);
  });

  it('a page of more elements than can be converted: says so, and how to convert a part of it', () => {
    const huge = put('huge.html', `<!doctype html><title>x</title>${'<p>x</p>'.repeat(50100)}`);
    const ran = tavrik(['convert', huge, '--out', join(folder, 'out'), '--widths', '800']);
    expect(ran).toMatchObject({ code: 2, out: '' });
    expect(ran.err).toMatch(/has 501\d\d elements; at most 50000.*\n.*--select/);
    expect(existsSync(join(folder, 'out'))).toBe(false);
  });

  it('names the three ways to get a browser', () => {
    const ran = tavrik(['convert', page, '--out', join(folder, 'out')], {
      env: { TAVRIK_BROWSER: join(folder, 'none') },
    });
    expect(ran.code).toBe(2);
    for (const way of ['install Chromium', 'TAVRIK_BROWSER', '@sparticuz/chromium']) expect(ran.err).toContain(way);
  });

  it('never overwrites a folder that is no project', () => {
    const ran = tavrik(['convert', page, '--out', join(held, '..')]);
    expect(ran.code).toBe(2);
    expect(ran.err).toMatch(/not a Tavrik project/);
    expect([...filesIn(join(held, '..')).keys()]).toEqual(['notes.txt']);
    expect(tavrik(['convert', page, '--out', held]).err).toMatch(/is a file/);
  });

  it('leaves an old project as it was', () => {
    const project = join(folder, 'old');
    expect(tavrik(['convert', page, '--out', project, '--widths', '800', '--no-proof']).code).toBe(0);
    const before = digests(project);
    expect(tavrik(['convert', join(folder, 'broken.svg'), '--out', project]).code).toBe(2);
    expect(digests(project)).toEqual(before);
    expect(readdirSync(folder).filter((name) => name.startsWith('.old'))).toEqual([]);
  });

  it('asks for what is missing on the command line', () => {
    expect(tavrik(['convert', page])).toMatchObject({
      code: 2,
      err: expect.stringContaining("'--out <folder>' not specified"),
    });
    expect(tavrik(['convert'])).toMatchObject({ code: 2 });
    expect(tavrik(['paint'])).toMatchObject({ code: 2, err: expect.stringContaining("unknown command 'paint'") });
  });

  it('refuses proof and render of what is no project', () => {
    for (const command of ['proof', 'render']) {
      expect(tavrik([command, join(folder, 'none')])).toMatchObject({
        code: 2,
        err: expect.stringContaining('Folder not found'),
      });
      expect(tavrik([command, join(folder, 'held')])).toMatchObject({
        code: 2,
        err: expect.stringContaining('not a Tavrik project'),
      });
    }
    expect(tavrik(['proof', join(folder, 'old'), '--limit', 'much'])).toMatchObject({
      code: 2,
      err: expect.stringContaining('"much" is not a percentage'),
    });
  });

  it('names the line of content that is not YAML, and keeps the site', () => {
    const file = join(folder, 'old/content/page.yaml');
    const before = readFileSync(join(folder, 'old/site/index.html'), 'utf8');
    for (const text of [
      'page:\n  title: "x\n',
      'page:\n\ttitle: x\n',
      '- a\n',
      'page: text\n',
      'page:\n  title: [1]\n',
    ]) {
      writeFileSync(file, text);
      const ran = tavrik(['render', join(folder, 'old')]);
      expect(ran.code).toBe(2);
      expect(ran.err).toContain('page.yaml');
    }
    expect(readFileSync(join(folder, 'old/site/index.html'), 'utf8')).toBe(before);
  });

  it('says when artboards have no such width', () => {
    const project = join(folder, 'boards');
    expect(tavrik(['convert', ...DEMO_ARTBOARDS.slice(2), '--out', project, '--no-proof']).code).toBe(0);
    expect(tavrik(['proof', project, '--widths', '700'])).toMatchObject({
      code: 2,
      err: expect.stringContaining('No artboard is 700 px wide'),
    });
  });
});

describe('a browser that dies', () => {
  it('in the middle of a capture is said, and nothing is written', async () => {
    const server = createServer((request, response) => {
      if (request.url === '/')
        response.writeHead(200, { 'content-type': 'text/html' }).end('<p>Hello<img src="/never.png">');
    });
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    const { port } = server.address() as { port: number };
    const out = join(folder, 'died');
    const child = spawn(process.execPath, [CLI, 'convert', `http://127.0.0.1:${port}/`, '--out', out]);
    let text = '';
    child.stderr.on('data', (data: Buffer) => (text += data.toString()));
    const ended = new Promise<number | null>((done) => child.on('exit', done));
    await new Promise<void>((done) => server.once('connection', () => setTimeout(done, 300)));
    for (const pid of childrenOf(required(child.pid))) process.kill(pid, 'SIGKILL');
    expect(await ended).toBe(3);
    server.closeAllConnections();
    server.close();
    expect(text).toMatch(/browser ended before the work was done/);
    expect(existsSync(out)).toBe(false);
  });
});

/** Processes started by a process (Linux). */
function childrenOf(pid: number): number[] {
  return readdirSync('/proc')
    .filter((name) => {
      try {
        return (
          /^\d+$/.test(name) &&
          readlinkSync(`/proc/${name}/exe`) &&
          readFileSync(`/proc/${name}/stat`, 'utf8').split(') ')[1]?.split(' ')[1] === String(pid)
        );
      } catch {
        return false;
      }
    })
    .map(Number);
}
