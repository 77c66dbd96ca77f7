import { createReadStream, realpathSync, statSync } from 'node:fs';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { join, sep } from 'node:path';
import { mediaTypeOf } from '../core/html-elements/media-types.js';

export interface Served {
  readonly origin: string;
  /** Serves bytes from memory at a path. */
  readonly hold: (path: string, type: string, bytes: string | Buffer) => void;
  readonly close: () => Promise<void>;
}

/** Serves files from memory, by path, and nothing else. */
export async function serveFiles(files: Iterable<readonly [path: string, bytes: Buffer]>): Promise<Served> {
  const served = await serveFolder(undefined);
  for (const [path, bytes] of files) served.hold(`/${path}`, mediaTypeOf(path), bytes);
  return served;
}

/** How a folder is served besides plainly. */
export interface Serving {
  /** TCP port; a free one without it. */
  readonly port?: number;
  /** No page of another origin may read it. */
  readonly closed?: boolean;
  /** Comes before memory and files. @returns whether it has answered */
  readonly answer?: (path: string, request: IncomingMessage, response: ServerResponse) => boolean;
}

/** Serves one folder on the loopback address. What is put in memory (by path) comes before files. */
export async function serveFolder(
  root: string | undefined,
  { port: wished = 0, closed = false, answer }: Serving = {},
): Promise<Served> {
  const memory = new Map<string, { readonly type: string; readonly bytes: string | Buffer }>();
  const folder = root === undefined ? undefined : realpathSync(root);
  const server = createServer((request, response) => {
    const path = pathOf(request.url ?? '/');
    if (answer?.(path, request, response)) return;
    const held = memory.get(path);
    if (held) {
      response.writeHead(200, { 'content-type': held.type }).end(held.bytes);
      return;
    }
    const file = folder === undefined ? undefined : fileIn(folder, path);
    if (!file) {
      response.writeHead(404).end();
      return;
    }
    response.writeHead(200, {
      'content-type': mediaTypeOf(file),
      ...(closed ? {} : { 'access-control-allow-origin': '*' }),
    });
    createReadStream(file)
      .on('error', () => response.destroy())
      .pipe(response);
  });
  await new Promise<void>((done, fail) => server.once('error', fail).listen(wished, '127.0.0.1', done));
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : 0;
  return {
    origin: `http://127.0.0.1:${port}`,
    hold: (path, type, bytes) => memory.set(path, { type, bytes }),
    close: () => stop(server),
  };
}

function pathOf(url: string): string {
  try {
    return decodeURIComponent(new URL(url, 'http://127.0.0.1').pathname);
  } catch {
    return '/';
  }
}

/** The file that a path stands for, if it lies in the folder, links followed. */
export function fileIn(folder: string, path: string): string | undefined {
  try {
    const real = realpathSync(join(folder, path));
    const inside = real === folder || real.startsWith(folder.endsWith(sep) ? folder : folder + sep);
    return inside && statSync(real).isFile() ? real : undefined;
  } catch {
    return undefined;
  }
}

async function stop(server: Server): Promise<void> {
  server.closeAllConnections();
  await new Promise<void>((done) => server.close(() => done()));
}
