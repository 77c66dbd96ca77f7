import { createHash } from 'node:crypto';
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/* What the trials of the host share: a folder, the built program, its API, pages as long as real ones are. */

export const root = join(import.meta.dirname, '../..');
export const cli = join(root, 'dist/cli/main.js');
export const require = createRequire(import.meta.url);
export const folder = mkdtempSync(join(tmpdir(), 'tavrik-trials-'));
export const data = join(folder, 'data');
export const sha = (bytes) => createHash('sha256').update(bytes).digest('hex');
let token = '';

/** Everything anew. */
export function clear() {
  rmSync(data, { recursive: true, force: true });
  token = '';
}

/** Starts the built program; what it prints first says where it is. */
export async function start() {
  const own = spawn(process.execPath, [cli, 'host', '--data', data, '--port', '0', '--json'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const over = new Promise((done) => own.once('exit', done));
  const line = await new Promise((done, fail) => {
    let out = '';
    own.stdout.on('data', (text) => {
      out += text;
      if (out.includes('\n')) done(out.split('\n')[0]);
    });
    own.once('exit', () => fail(new Error('The host did not start.')));
  });
  token ||= readFileSync(join(data, 'token.txt'), 'utf8').trim();
  const said = JSON.parse(line);
  return {
    ...said,
    end: async (signal) => {
      own.kill(signal);
      await over;
    },
  };
}

export async function api(host, method, path, json, headers = {}) {
  const answer = await fetch(`${host.address}/api/v1${path}`, {
    method,
    headers: {
      authorization: `Bearer ${token}`,
      ...(json === undefined ? {} : { 'content-type': 'application/json' }),
      ...headers,
    },
    ...(json === undefined ? {} : { body: JSON.stringify(json) }),
  });
  const text = await answer.text();
  return { status: answer.status, etag: answer.headers.get('etag') ?? '', body: text ? JSON.parse(text) : undefined };
}

/** A page as long as real ones are: sections with headings, texts and cards. @param index tells pages apart */
export function longPage(index) {
  const words = (text, field) => ({ kind: 'words', text, field });
  const section = (at) => ({
    id: `s${at}`,
    kind: 'section',
    name: `Part ${at}`,
    element: 'section',
    children: [
      {
        id: `s${at}h`,
        kind: 'heading',
        name: 'heading',
        element: 'h2',
        children: [words(`Evening ${at} of page ${index}`, `part-${at}.heading`)],
      },
      {
        id: `s${at}p`,
        kind: 'text',
        name: 'text',
        element: 'p',
        children: [
          words(
            'The tea is hot, and somebody is there to explain what the big reflector in the dome shows tonight.',
            `part-${at}.intro`,
          ),
        ],
      },
      {
        id: `s${at}g`,
        kind: 'grid',
        name: 'cards',
        element: 'div',
        children: ['a', 'b', 'c', 'd'].map((id) => ({
          id: `s${at}${id}`,
          kind: 'card',
          name: id,
          element: 'div',
          repeat: `cards-${at}`,
          entry: { list: `part-${at}.cards`, id },
          children: [
            {
              id: `s${at}${id}h`,
              kind: 'heading',
              name: id,
              element: 'h3',
              children: [words(`Card ${id}`, `part-${at}.cards.${id}.heading`)],
            },
            {
              id: `s${at}${id}p`,
              kind: 'text',
              name: id,
              element: 'p',
              children: [words('Half price on hire, and a key to the warm room.', `part-${at}.cards.${id}.text`)],
            },
          ],
        })),
      },
    ],
  });
  const body = {
    id: 'body',
    kind: 'box',
    name: 'page',
    element: 'body',
    children: [0, 1, 2, 3, 4, 5, 6, 7].map(section),
  };
  return {
    format: 'tavrik-page',
    version: 2,
    name: `page-${index}`,
    title: `Page ${index}`,
    language: 'en',
    source: { kind: 'html', files: ['page.html'], widths: [1440] },
    breakpoints: [],
    styles: {},
    body,
  };
}
export const newPage = (index) => ({
  id: `page-${index}`,
  kind: 'page',
  name: `Page ${index}`,
  path: `page-${index}.html`,
  document: longPage(index),
  content: {},
});

export async function addPages(host, pages) {
  for (let at = 0; at < pages; at += 1) {
    const { status } = await api(host, 'POST', '/items', newPage(at));
    if (status !== 201) throw new Error(`Page ${at} was refused (${status}).`);
  }
}

/** Editors who are signed in, made before the host runs. */
export function signedIn(editors) {
  const { openStore } = require(join(root, 'dist/host/store/store.js'));
  const store = openStore(data);
  const cookies = Array.from({ length: editors }, (_, at) => {
    store.access.addEditor(`editor-${at}`, `word-${at}`);
    return `tavrik_session=${store.access.signIn(`editor-${at}`, `word-${at}`)}`;
  });
  token = store.access.addToken('trial', ['read', 'write', 'publish']);
  store.close();
  return cookies;
}

export const middle = (numbers) => [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)];
export const share = (numbers, part) => [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length * part)];
