import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { built } from './program.js';

const { openBrowser } = built<typeof import('../src/browser/launch.js')>('browser/launch');
const { serveFiles } = built<typeof import('../src/browser/serve.js')>('browser/serve');

/** What a page comes to when it asks other machines, and what reaches a server of another address. */
async function asked(online: boolean): Promise<{ said: string[]; reached: string[] }> {
  const reached: string[] = [];
  const other = createServer((request, response) => {
    reached.push(request.url ?? '');
    response.setHeader('access-control-allow-origin', '*');
    response.end('here');
  }).listen(0, '127.0.0.2');
  await new Promise((done) => other.once('listening', done));
  const { port } = other.address() as AddressInfo;
  const served = await serveFiles([]);
  served.hold('/page', 'text/html', '<!doctype html><title>x</title>');
  const browser = await openBrowser(undefined, online);
  try {
    const page = await browser.newPage(800);
    await page.goto(`${served.origin}/page`);
    const texts = await page.evaluate(async (at) => {
      const fetched = await fetch(`http://127.0.0.2:${at}/fetched`).then(
        () => 'fetched',
        () => 'refused',
      );
      const socket = await new Promise<string>((done) => {
        const asking = new WebSocket(`ws://127.0.0.2:${at}/socket`);
        asking.onopen = () => done('open');
        asking.onerror = () => done('refused');
      });
      return [fetched, socket];
    }, port);
    return { said: texts, reached };
  } finally {
    await browser.close();
    await served.close();
    other.close();
  }
}

describe('a page that is kept on this machine', () => {
  it('reaches no other address, in a browser that has no need to', async () => {
    expect(await asked(false)).toEqual({ said: ['refused', 'refused'], reached: [] });
  });

  it('fetches nothing from another address, in a browser that lets other pages out', async () => {
    const { said, reached } = await asked(true);
    expect(said[0]).toBe('refused');
    expect(reached).not.toContain('/fetched');
  });
});
