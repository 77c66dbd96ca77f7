import { spawn } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as rest } from 'node:timers/promises';
import sharp from 'sharp';
import { api, cli, data, folder, longPage, require, root, sha, start } from './kit.mjs';

/** Sends a project with many pictures; the sending is killed again and again, and the site twice. */
export async function send(count) {
  const [pictures, times] = [count('pictures', 500), count('times', 10)];
  const project = join(folder, 'project');
  const names = await projectWith(project, pictures);
  let host = await start();
  const again = () =>
    spawn(
      process.execPath,
      [
        cli,
        'send',
        project,
        '--to',
        host.address,
        '--token-file',
        join(data, 'token.txt'),
        '--yes',
        '--publish',
        '--json',
      ],
      { stdio: ['ignore', 'pipe', 'pipe'] },
    );
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
  const before = (await api(host, 'POST', '/media/missing', { files: names.map(({ name, hash }) => ({ name, hash })) }))
    .body.files.length;
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
  console.log(
    `${pictures} pictures, broken off ${times} times: ${before} were still to be sent, ${sent.files} were; ${wrong} are wrong or missing, ${shown} are shown`,
  );
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
  const images = names.map(({ name }, at) => ({
    id: `i${at}`,
    kind: 'image',
    name: `Sky ${at}`,
    element: 'img',
    attributes: { src: `assets/${name}`, alt: `Sky ${at}` },
  }));
  const body = {
    id: 'body',
    kind: 'box',
    name: 'page',
    element: 'body',
    children: [{ id: 's', kind: 'section', name: 'Skies', element: 'section', children: images }],
  };
  writeFileSync(
    join(project, 'pages/skies.json'),
    JSON.stringify({ ...longPage(0), name: 'skies', title: 'Skies', body }),
  );
  writeFileSync(join(project, 'content/skies.yaml'), 'page:\n  title: Skies\n');
  const { writeSettings } = require(join(root, 'dist/project/settings.js'));
  const settings = {
    format: 'tavrik-project',
    version: 2,
    pages: [{ name: 'skies', kind: 'html', sources: ['skies.html'], widths: [1440] }],
    limits: { differ: 0.05, placed: 0.9 },
  };
  writeFileSync(join(project, 'tavrik.yaml'), writeSettings(settings));
  return names;
}
