import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { v2 as webdav } from 'webdav-server';
import { cleanUp, DEMO_PAGE, filesIn, tavrik, tavrikBeside, temporary } from './program.js';

/* Sending to servers that are not ours: a web server by WebDAV, a repository by git. */

const folder = temporary();
const project = join(folder, 'home');
beforeAll(() => {
  expect(tavrik(['convert', DEMO_PAGE, '--out', project, '--widths', '1440', '--no-proof']).code).toBe(0);
});
afterAll(cleanUp);

async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as { port: number };
  await new Promise((done) => server.close(done));
  return port;
}

const site = (): Map<string, Buffer> => filesIn(join(project, 'site'));

describe('a web server by WebDAV', () => {
  const www = join(folder, 'www');
  const login = join(folder, 'login.txt');
  let server: webdav.WebDAVServer;
  let address = '';
  const requests: string[] = [];
  let failAfter = Infinity;
  beforeAll(async () => {
    mkdirSync(www);
    writeFileSync(login, 'keeper:dome-key\n');
    const users = new webdav.SimpleUserManager();
    const keeper = users.addUser('keeper', 'dome-key', false);
    const rights = new webdav.SimplePathPrivilegeManager();
    rights.setRights(keeper, '/', ['all']);
    const port = await freePort();
    server = new webdav.WebDAVServer({
      port,
      hostname: '127.0.0.1',
      requireAuthentification: true,
      httpAuthentication: new webdav.HTTPBasicAuthentication(users, 'marsh'),
      privilegeManager: rights,
    });
    server.beforeRequest((context, next) => {
      requests.push(`${context.request.method} ${context.requested.path.toString()}`);
      if (requests.length <= failAfter) return next();
      context.setCode(503);
      return context.exit();
    });
    await server.setFileSystemAsync('/', new webdav.PhysicalFileSystem(www), true);
    await server.startAsync(port);
    address = `http://127.0.0.1:${port}`;
  });
  afterAll(() => server.stopAsync());
  const send = (...args: string[]) =>
    tavrikBeside(['send', project, '--to', address, '--by', 'webdav', '--token-file', login, ...args]);

  it('is shown first what would happen, and asked', async () => {
    const looked = await send('--dry-run', '--json');
    expect((JSON.parse(looked.out) as { plan: { put: string[] } }).plan.put).toContain('index.html');
    expect((await send()).err).toContain('No terminal to ask on.');
    expect(readdirSync(www)).toEqual([]);
  });

  it('goes on where it was broken off, and has the site byte for byte in the end', async () => {
    requests.length = 0;
    failAfter = 18;
    const broken = await send('--yes');
    expect([broken.code, broken.err]).toEqual([2, expect.stringContaining('files that arrived are not sent twice')]);
    const half = readdirSync(join(www, 'assets'));
    expect(half.length).toBeGreaterThan(2);
    expect(existsSync(join(www, 'index.html'))).toBe(false);
    failAfter = Infinity;
    requests.length = 0;
    expect((await send('--yes')).code).toBe(0);
    const puts = requests.filter((request) => request.startsWith('PUT /assets/')).length;
    expect(puts).toBeLessThan(site().size - half.length + 2);
    const there = filesIn(www);
    for (const [path, bytes] of site()) expect([path, there.get(path)?.equals(bytes)]).toEqual([path, true]);
    expect([...there.keys()].filter((path) => path.includes('.coming'))).toEqual([]);
  });

  it('is sent only what changed, and loses what is gone', async () => {
    expect(tavrik(['content', project, 'set', 'membership.heading', 'Become a member']).code).toBe(0);
    const { plan } = JSON.parse((await send('--dry-run', '--json')).out) as { plan: { put: string[]; take: string[] } };
    const { put, take } = plan;
    expect([put, take]).toEqual([['index.html'], []]);
    expect((await send('--yes')).code).toBe(0);
    expect(readFileSync(join(www, 'index.html'), 'utf8')).toContain('Become a member');
  });

  it('keeps what somebody changed there, unless it is to be replaced', async () => {
    const edited = readFileSync(join(www, 'index.html'), 'utf8').replace('Become a member', 'Edited on the server');
    writeFileSync(join(www, 'index.html'), edited);
    expect(tavrik(['content', project, 'set', 'membership.heading', 'Join us']).code).toBe(0);
    const sent = await send('--yes');
    expect([sent.code, sent.out]).toEqual([
      1,
      expect.stringContaining('Changed on the server since the last sending: index.html'),
    ]);
    expect(readFileSync(join(www, 'index.html'), 'utf8')).toBe(edited);
    expect((await send('--yes', '--place', 'replace')).code).toBe(0);
    expect(readFileSync(join(www, 'index.html'), 'utf8')).toContain('Join us');
  });

  it('says when it does not let us in', async () => {
    writeFileSync(join(folder, 'wrong.txt'), 'keeper:wrong');
    const wrong = await tavrikBeside([
      'send',
      project,
      '--to',
      address,
      '--by',
      'webdav',
      '--token-file',
      join(folder, 'wrong.txt'),
      '--yes',
    ]);
    expect([wrong.code, wrong.err]).toEqual([2, expect.stringContaining('The server denied access.')]);
  });
});

describe('a repository', () => {
  const bare = join(folder, 'git/site.git');
  const copy = join(folder, 'copy');
  let daemon: ChildProcess;
  let address = '';
  const git = (...args: string[]): string =>
    execFileSync('git', args, {
      encoding: 'utf8',
      env: {
        ...process.env,
        GIT_AUTHOR_NAME: 'K',
        GIT_AUTHOR_EMAIL: 'k@example.org',
        GIT_COMMITTER_NAME: 'K',
        GIT_COMMITTER_EMAIL: 'k@example.org',
      },
    });
  beforeAll(async () => {
    mkdirSync(join(folder, 'git'));
    git('init', '--quiet', '--bare', '--initial-branch', 'main', bare);
    git('clone', '--quiet', bare, copy);
    mkdirSync(join(copy, 'docs'));
    writeFileSync(join(copy, 'README.md'), '# The observatory\n');
    writeFileSync(join(copy, 'docs/old.html'), '<p>old</p>');
    git('-C', copy, 'checkout', '--quiet', '-b', 'main');
    git('-C', copy, 'add', '.');
    git('-C', copy, 'commit', '--quiet', '--message', 'Begin');
    git('-C', copy, 'push', '--quiet', 'origin', 'main');
    const port = await freePort();
    daemon = spawn(
      'git',
      [
        'daemon',
        '--reuseaddr',
        `--port=${port}`,
        '--listen=127.0.0.1',
        '--export-all',
        '--enable=receive-pack',
        `--base-path=${join(folder, 'git')}`,
      ],
      { stdio: 'ignore' },
    );
    address = `git://127.0.0.1:${port}/site.git`;
    for (let tries = 0; tries < 50; tries += 1) {
      try {
        execFileSync('git', ['ls-remote', address], { stdio: 'ignore' });
        return;
      } catch {
        await new Promise((done) => setTimeout(done, 100));
      }
    }
  });
  afterAll(() => daemon.kill());
  const send = (...args: string[]) =>
    tavrik(['send', project, '--to', address, '--by', 'commit', '--folder', 'docs', ...args]);
  const show = (path: string): string => git('-C', bare, 'show', `main:${path}`);

  it('gets the site as one commit in its folder, and nothing else changes', () => {
    const looked = send('--dry-run');
    expect(looked.out).toMatch(/To be committed:\n[\s\S]*A docs\/index\.html[\s\S]*D docs\/old\.html/);
    expect(git('-C', bare, 'rev-list', '--count', 'main').trim()).toBe('1');
    const sent = send('--yes', '--message', 'The new site', '--json');
    expect(sent.code).toBe(0);
    const { commit } = (JSON.parse(sent.out) as { sent: { commit: string } }).sent;
    expect(git('-C', bare, 'rev-parse', 'main').trim()).toBe(commit);
    expect(git('-C', bare, 'log', '-1', '--format=%s').trim()).toBe('The new site');
    expect([show('README.md'), show('docs/index.html')]).toEqual([
      '# The observatory\n',
      site().get('index.html')?.toString(),
    ]);
    expect(git('-C', bare, 'ls-tree', '-r', '--name-only', 'main', 'docs/').trim().split('\n')).toHaveLength(
      site().size,
    );
  });

  it('gets no commit if nothing changed', () => {
    expect(send('--yes').out).toContain('No changes, no commit.');
    expect(git('-C', bare, 'rev-list', '--count', 'main').trim()).toBe('2');
  });

  it.each([
    [['--branch', 'none'], 'Branch not found in the repository.'],
    [['--branch=--upload-pack=x'], 'is not a valid branch name'],
    [['--folder', '../out'], 'This folder is not in the repository.'],
    [['--folder', '.git/hooks'], 'This folder is not in the repository.'],
    [['--to', '/nowhere/site.git'], 'The repository rejected the commit'],
    [['--to=--upload-pack=touch /tmp/x'], 'This is not the address of a repository.'],
  ])('refuses %j', (args, why) => {
    const ran = send('--yes', ...args);
    expect([ran.code, ran.err]).toEqual([2, expect.stringContaining(why)]);
  });
});
