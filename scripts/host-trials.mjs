// Figures of the host, measured on the built program: how fast editing pages answer with many pages, whether updates of many
// people at once are lost or doubled, whether anything is lost when the process is killed, whether a sending that is broken
// off again and again ends complete.
//   node scripts/host-trials.mjs speed|crowd|kill|send [--pages N] [--editors N] [--seconds N] [--times N] [--pictures N]
import { createHash } from 'node:crypto';
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as rest } from 'node:timers/promises';
import { parseArgs } from 'node:util';
import sharp from 'sharp';

const root = join(import.meta.dirname, '..');
const cli = join(root, 'dist/cli/main.js');
const require = createRequire(import.meta.url);
const { values: asked, positionals } = parseArgs({ allowPositionals: true, options: Object.fromEntries(['pages', 'editors', 'seconds', 'times', 'pictures'].map((name) => [name, { type: 'string' }])) }); // prettier-ignore
const count = (name, usual) => Number(asked[name] ?? usual);
const folder = mkdtempSync(join(tmpdir(), 'tavrik-trials-'));
const data = join(folder, 'data');
const sha = (bytes) => createHash('sha256').update(bytes).digest('hex');
let token = '';

/** Starts the built program; what it prints first says where it is. */
async function start() {
  const own = spawn(process.execPath, [cli, 'host', '--data', data, '--port', '0', '--json'], { stdio: ['ignore', 'pipe', 'inherit'] }); // prettier-ignore
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
  return { ...said, end: async (signal) => { own.kill(signal); await over; } }; // prettier-ignore
}

async function api(host, method, path, json, headers = {}) {
  const answer = await fetch(`${host.address}/api/v1${path}`, { method, headers: { authorization: `Bearer ${token}`, ...(json === undefined ? {} : { 'content-type': 'application/json' }), ...headers }, ...(json === undefined ? {} : { body: JSON.stringify(json) }) }); // prettier-ignore
  const text = await answer.text();
  return { status: answer.status, etag: answer.headers.get('etag') ?? '', body: text ? JSON.parse(text) : undefined };
}

/** A page as long as real ones are: sections with headings, texts and cards. @param index tells pages apart */
function longPage(index) {
  const words = (text, field) => ({ kind: 'words', text, field });
  const section = (at) => ({
    id: `s${at}`, kind: 'section', name: `Part ${at}`, element: 'section',
    children: [
      { id: `s${at}h`, kind: 'heading', name: 'heading', element: 'h2', children: [words(`Evening ${at} of page ${index}`, `part-${at}.heading`)] },
      { id: `s${at}p`, kind: 'text', name: 'text', element: 'p', children: [words('The tea is hot, and somebody is there to explain what the big reflector in the dome shows tonight.', `part-${at}.intro`)] },
      { id: `s${at}g`, kind: 'grid', name: 'cards', element: 'div', children: ['a', 'b', 'c', 'd'].map((id) => ({ id: `s${at}${id}`, kind: 'card', name: id, element: 'div', repeat: `cards-${at}`, entry: { list: `part-${at}.cards`, id }, children: [{ id: `s${at}${id}h`, kind: 'heading', name: id, element: 'h3', children: [words(`Card ${id}`, `part-${at}.cards.${id}.heading`)] }, { id: `s${at}${id}p`, kind: 'text', name: id, element: 'p', children: [words('Half price on hire, and a key to the warm room.', `part-${at}.cards.${id}.text`)] }] })) },
    ],
  }); // prettier-ignore
  const body = { id: 'body', kind: 'box', name: 'page', element: 'body', children: [0, 1, 2, 3, 4, 5, 6, 7].map(section) }; // prettier-ignore
  return { format: 'tavrik-page', version: 1, name: `page-${index}`, title: `Page ${index}`, language: 'en', source: { kind: 'html', files: ['page.html'], widths: [1440] }, breakpoints: [], styles: {}, body }; // prettier-ignore
}
const newPage = (index) => ({ id: `page-${index}`, kind: 'page', name: `Page ${index}`, path: `page-${index}.html`, document: longPage(index), content: {} }); // prettier-ignore

async function addPages(host, pages) {
  for (let at = 0; at < pages; at += 1) {
    const { status } = await api(host, 'POST', '/items', newPage(at));
    if (status !== 201) throw new Error(`Page ${at} was refused (${status}).`);
  }
}

/** Editors who are signed in, made before the host runs. */
function signedIn(editors) {
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

const middle = (numbers) => [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)];
const share = (numbers, part) => [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length * part)];

async function speed() {
  const pages = count('pages', 1000);
  const [cookie] = signedIn(1);
  const host = await start();
  await addPages(host, pages);
  const kinds = {
    'the list of pages': () => '/edit',
    'finding pages': (at) => `/edit?words=${at}`,
    'one page to edit': (at) => `/edit/items/page-${at}`,
    'its preview': (at) => `/edit/items/page-${at}/shown`,
    'what changed': (at) => `/edit/items/page-${at}/changes`,
  };
  const found = {};
  for (const [name, path] of Object.entries(kinds)) {
    const times = [];
    for (let at = 0; at < 60; at += 1) {
      const began = performance.now();
      const answer = await fetch(host.address + path((at * 37) % pages), { headers: { cookie }, redirect: 'manual' });
      await answer.text();
      if (answer.status !== 200) throw new Error(`${name}: ${answer.status}`);
      times.push(performance.now() - began);
    }
    found[name] = { middle: Math.round(middle(times)), 'one in twenty': Math.round(share(times, 0.95)) };
  }
  const times = [];
  for (let at = 0; at < 60; at += 1) {
    const page = `page-${(at * 53) % pages}`;
    const html = await (await fetch(`${host.address}/edit/items/${page}`, { headers: { cookie } })).text();
    const form = new FormData();
    for (const name of ['guard', 'base']) form.append(name, new RegExp(`name="${name}" value="([^"]*)"`).exec(html)[1]);
    form.append('do', 'save');
    form.append('f:part-0.heading', `Saved ${at}`);
    const began = performance.now();
    const answer = await fetch(`${host.address}/edit/items/${page}`, { method: 'POST', body: form, headers: { cookie, 'x-answer': 'json' } }); // prettier-ignore
    await answer.text();
    if (answer.status !== 200) throw new Error(`saving: ${answer.status}`);
    times.push(performance.now() - began);
  }
  found['saving a field'] = { middle: Math.round(middle(times)), 'one in twenty': Math.round(share(times, 0.95)) };
  await host.end('SIGTERM');
  console.log(`${pages} pages; ms until the whole answer is there:`);
  console.table(found);
  return Object.values(found).every((one) => one.middle < 50);
}

/** Everybody adds words of their own to the same few pages; each that was acknowledged must be there, once. */
async function crowd() {
  const [editors, seconds, pages] = [count('editors', 100), count('seconds', 60), 10];
  const cookies = signedIn(editors);
  const host = await start();
  await addPages(host, pages);
  const until = Date.now() + seconds * 1000;
  const told = [];
  let [late, forms] = [0, 0];
  const times = [];
  const work = async (editor) => {
    for (let at = 0; Date.now() < until; at += 1) {
      const page = `page-${(editor + at) % pages}`;
      const word = `w${editor}x${at}`;
      for (let kept = false; !kept && Date.now() < until;) {
        const now = await api(host, 'GET', `/items/${page}`);
        const text = `${now.body.content['part-1'].intro} ${word}`;
        const began = performance.now();
        const { status } = await api(host, 'PATCH', `/items/${page}/content`, { values: { 'part-1.intro': text } }, { 'if-match': now.etag }); // prettier-ignore
        times.push(performance.now() - began);
        if (status === 200) {
          told.push([page, word]);
          kept = true;
        } else if (status === 412) late += 1;
        else throw new Error(`An update was refused (${status}).`);
      }
    }
  };
  /* Half of them work with forms, each at fields of their own, as people do. */
  const byForm = async (editor) => {
    const headers = { cookie: cookies[editor] };
    const page = `page-${editor % pages}`;
    const field = `part-${2 + (Math.floor(editor / pages) % 6)}.cards.${'abcd'[Math.floor(editor / 60) % 4]}.text`;
    for (let at = 0; Date.now() < until; at += 1) {
      const html = await (await fetch(`${host.address}/edit/items/${page}`, { headers })).text();
      const form = new FormData();
      for (const name of ['guard', 'base'])
        form.append(name, new RegExp(`name="${name}" value="([^"]*)"`).exec(html)[1]);
      form.append('do', 'save');
      form.append(`f:${field}`, `f${editor}x${at}`);
      const { status } = await fetch(`${host.address}/edit/items/${page}`, { method: 'POST', body: form, headers: { ...headers, 'x-answer': 'json' } }); // prettier-ignore
      if (status === 200) {
        lastOf.set(`${page} ${field}`, `f${editor}x${at}`);
        forms += 1;
      } else if (status !== 409) throw new Error(`A form was refused (${status}).`);
    }
  };
  const lastOf = new Map();
  await Promise.all(cookies.map((_, editor) => (editor % 2 ? byForm(editor) : work(editor))));
  let [lost, doubled] = [0, 0];
  const texts = {};
  for (let at = 0; at < pages; at += 1)
    texts[`page-${at}`] = (await api(host, 'GET', `/items/page-${at}`)).body.content;
  for (const [page, word] of told) {
    const times_ = texts[page]['part-1'].intro.split(' ').filter((one) => one === word).length;
    if (times_ === 0) lost += 1;
    if (times_ > 1) doubled += 1;
  }
  for (const [key, value] of lastOf) {
    const [page, path] = key.split(' ');
    const [part, , id] = path.split('.');
    if (texts[page][part].cards.find((one) => one.id === id).text !== value) lost += 1;
  }
  await host.end('SIGTERM');
  console.log(`${editors} editors for ${seconds} s: ${told.length + forms} updates acknowledged (${forms} of them forms), ${late} asked to look again, ${lost} lost, ${doubled} doubled; an update takes ${Math.round(middle(times))} ms in the middle`); // prettier-ignore
  return lost === 0 && doubled === 0 && told.length + forms > editors;
}

/** Kills the process while it writes, and looks at what is there after each start. */
async function kill() {
  const times = count('times', 200);
  let host = await start();
  await addPages(host, 4);
  let [acknowledged, lost, halves, sent] = [0, 0, 0, 0];
  const last = [0, 0, 0, 0];
  for (let round = 0; round < times; round += 1) {
    let running = true;
    const writing = [0, 1, 2, 3].map(async (page) => {
      let etag = (await api(host, 'GET', `/items/page-${page}`).catch(() => undefined))?.etag;
      for (let at = last[page] + 1; running && etag; at += 1) {
        sent += 1;
        const values = { 'part-0.heading': `n${at}`, 'part-1.heading': `n${at}` };
        const done = await api(host, 'PATCH', `/items/page-${page}/content`, { values }, { 'if-match': etag }).catch(() => undefined); // prettier-ignore
        if (done?.status !== 200) return;
        [last[page], etag] = [at, done.etag];
        acknowledged += 1;
      }
    });
    await rest(150 + ((round * 37) % 230));
    await host.end('SIGKILL');
    running = false;
    await Promise.all(writing);
    host = await start();
    for (let page = 0; page < 4; page += 1) {
      const { body } = await api(host, 'GET', `/items/page-${page}`);
      const [one, other] = [body.content['part-0'].heading, body.content['part-1'].heading];
      if (one !== other && /^n/.test(one + other)) halves += 1;
      const there = one.startsWith('n') ? Number(one.slice(1)) : 0;
      if (there < last[page]) lost += 1;
      last[page] = there;
    }
  }
  await host.end('SIGTERM');
  console.log(`Killed ${times} times while it wrote: ${acknowledged} of ${sent} writes acknowledged, ${lost} of these lost, ${halves} half-written`); // prettier-ignore
  return lost === 0 && halves === 0 && acknowledged > times;
}

/** Sends a project with many pictures; the sending is killed again and again, and the site twice. */
async function send() {
  const [pictures, times] = [count('pictures', 500), count('times', 10)];
  const project = join(folder, 'project');
  const names = await projectWith(project, pictures);
  let host = await start();
  const again = () => spawn(process.execPath, [cli, 'send', project, '--to', host.address, '--token-file', join(data, 'token.txt'), '--yes', '--publish', '--json'], { stdio: ['ignore', 'pipe', 'pipe'] }); // prettier-ignore
  for (let round = 0; round < times; round += 1) {
    const sending = again();
    const over = new Promise((done) => sending.once('exit', done));
    await rest(700 + round * 90);
    if (round % 5 === 4) {
      await host.end('SIGKILL');
      sending.kill('SIGKILL');
      await over;
      host = await start();
    } else {
      sending.kill('SIGKILL');
      await over;
    }
  }
  const before = (await api(host, 'POST', '/media/missing', { files: names.map(({ name, hash }) => ({ name, hash })) })).body.files.length; // prettier-ignore
  const last = again();
  let out = '';
  last.stdout.on('data', (text) => (out += text));
  const code = await new Promise((done) => last.once('exit', done));
  const { sent } = JSON.parse(out);
  let wrong = 0;
  for (const { name, hash } of names) {
    const answer = await fetch(`${host.address}/assets/${name}`);
    if (!answer.ok || sha(Buffer.from(await answer.arrayBuffer())) !== hash) wrong += 1;
  }
  const page = await (await fetch(`${host.address}/`)).text();
  const shown = names.filter(({ name }) => page.includes(name)).length;
  await host.end('SIGTERM');
  console.log(`${pictures} pictures, broken off ${times} times: ${before} were still to be sent, ${sent.files} were; ${wrong} are wrong or missing, ${shown} are shown`); // prettier-ignore
  return code === 0 && wrong === 0 && shown === pictures && sent.files === before;
}

/** A project whose page shows so many pictures, each of its own. */
async function projectWith(project, pictures) {
  mkdirSync(join(project, 'assets'), { recursive: true });
  for (const one of ['pages', 'content']) mkdirSync(join(project, one));
  const names = [];
  for (let at = 0; at < pictures; at += 1) {
    const noise = Buffer.from(Array.from({ length: 96 * 96 * 3 }, (_, dot) => (dot * (at + 7) * 31) % 251));
    const bytes = await sharp(noise, { raw: { width: 96, height: 96, channels: 3 } })
      .png()
      .toBuffer();
    const name = `sky-${at}-${sha(bytes).slice(0, 10)}.png`;
    writeFileSync(join(project, 'assets', name), bytes);
    names.push({ name, hash: sha(bytes) });
  }
  const images = names.map(({ name }, at) => ({ id: `i${at}`, kind: 'image', name: `Sky ${at}`, element: 'img', attributes: { src: `assets/${name}`, alt: `Sky ${at}` } })); // prettier-ignore
  const body = { id: 'body', kind: 'box', name: 'page', element: 'body', children: [{ id: 's', kind: 'section', name: 'Skies', element: 'section', children: images }] }; // prettier-ignore
  writeFileSync(join(project, 'pages/skies.json'), JSON.stringify({ ...longPage(0), name: 'skies', title: 'Skies', body })); // prettier-ignore
  writeFileSync(join(project, 'content/skies.yaml'), 'page:\n  title: Skies\n');
  const { writeSettings } = require(join(root, 'dist/project/settings.js'));
  const settings = { format: 'tavrik-project', version: 1, pages: [{ name: 'skies', kind: 'html', sources: ['skies.html'], widths: [1440] }], limits: { differ: 0.05, placed: 0.9 } }; // prettier-ignore
  writeFileSync(join(project, 'tavrik.yaml'), writeSettings(settings));
  return names;
}

const trials = { speed, crowd, kill, send };
const names = positionals.length ? positionals : Object.keys(trials);
const unknown = names.find((name) => !(name in trials));
if (unknown !== undefined) {
  console.error(`There is no trial "${unknown}". There are ${Object.keys(trials).join(', ')}.`);
  process.exit(2);
}
let fine = true;
for (const name of names) {
  rmSync(data, { recursive: true, force: true });
  token = '';
  const began = Date.now();
  const holds = await trials[name]();
  fine &&= holds;
  console.log(`${name}: ${holds ? 'holds' : 'does not hold'} (${Math.round((Date.now() - began) / 1000)} s)\n`);
}
rmSync(folder, { recursive: true, force: true });
process.exit(fine ? 0 : 1);
