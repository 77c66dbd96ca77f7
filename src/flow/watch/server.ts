import type { IncomingMessage, ServerResponse } from 'node:http';
import { basename } from 'node:path';
import { serveFolder, type Served } from '../../browser/serve.js';
import { watchPage, WATCH_MARK, WATCH_STYLE } from '../../report/watch-page.js';
import { builtFile } from '../../project/installation.js';
import type { WatchState } from '../../report/watch-state.js';

/** Media type of a stream of events (HTML, 9.2.4). */
const EVENTS = 'text/event-stream';

/** Nothing of the project but what is to be seen, to this machine only, and without scripts of the site. */
export async function serveWatch(
  folder: string,
  port: number,
  listeners: Set<ServerResponse>,
  state: () => WatchState,
): Promise<Served> {
  const answer = (path: string, request: IncomingMessage, response: ServerResponse): boolean => {
    response.setHeader('cache-control', 'no-store');
    response.setHeader('x-content-type-options', 'nosniff');
    const host = (request.headers.host ?? '').replace(/:\d+$/, '');
    const known = path === '/' || path.startsWith('/-/') || path.startsWith('/site/') || path.startsWith('/reference/');
    if (!['127.0.0.1', 'localhost'].includes(host) || !known || request.method !== 'GET') {
      response.writeHead(known ? 403 : 404).end();
      return true;
    }
    if (path === '/-/events') {
      response.writeHead(200, { 'content-type': EVENTS }).write(eventOf(state()));
      listeners.add(response);
      response.on('close', () => listeners.delete(response));
      return true;
    }
    response.setHeader(
      'content-security-policy',
      path.startsWith('/site/') ? "script-src 'none'" : "default-src 'self'; style-src 'self' 'unsafe-inline'",
    );
    return false;
  };
  const site = await serveFolder(folder, { port, closed: true, answer }).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'EADDRINUSE') throw error;
    return serveFolder(folder, { closed: true, answer });
  });
  site.hold('/', 'text/html; charset=utf-8', watchPage(basename(folder)));
  site.hold('/-/mark.svg', 'image/svg+xml', WATCH_MARK);
  site.hold('/-/watch.css', 'text/css; charset=utf-8', WATCH_STYLE);
  site.hold('/-/watch.js', 'text/javascript; charset=utf-8', builtFile('report/watch.js'));
  return site;
}

/** A state as an event of the stream (HTML, 9.2.6). */
export function eventOf(state: WatchState): string {
  return `event: state\ndata: ${JSON.stringify(state)}\n\n`;
}
