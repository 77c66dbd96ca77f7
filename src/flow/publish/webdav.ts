import { required } from '../../core/data/required.js';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { WebDAVClient } from 'webdav' with { 'resolution-mode': 'import' };
import { sha256 } from '../../core/text/hash.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { filesBelow } from '../../project/folder.js';
import { readSecret, siteAddress } from './connection.js';
import type { Publisher } from './publisher.js';

/** What we sent to a server last, kept there beside the site. */
const RECORD = 'tavrik-sent.json';

/** Sends the rendered site to a folder of a web server by WebDAV (RFC 4918). */
export const webdavPublisher: Publisher = {
  async prepare({ project, to, secret, place }) {
    const { plan, send: put } = await toFolder(project, to, readSecret(secret.file, secret.environment));
    const blocked = plan.edited.length > 0 && place !== 'replace';
    return {
      plan,
      conflicts: [],
      describe: () => [
        `Plan: send ${plan.put.length} ${plan.put.length === 1 ? 'file' : 'files'}, delete ${plan.take.length}.`,
      ],
      ...(blocked
        ? {
            blocked: `Changed on the server since the last sending: ${plan.edited.join(', ')}. Nothing was sent.\nMove the changes to content/, or overwrite them with --place replace.`,
          }
        : {}),
      send: async (tell) => {
        await put(tell);
        return { result: { put: plan.put, take: plan.take }, describe: () => `Sent to ${to}` };
      },
    };
  },
};

/** What has to be done to a folder of a server so that it shows the site. */
interface FolderPlan {
  readonly put: readonly string[];
  readonly take: readonly string[];
  /** Files that somebody changed there since we sent them. */
  readonly edited: readonly string[];
}

interface FolderSending {
  readonly plan: FolderPlan;
  readonly send: (tell: (file: string, share: number) => void) => Promise<void>;
}

/** Name and password, from a file or the environment as `NAME:PASSWORD`; an empty text if the server asks for none. */
async function toFolder(project: string, address: string, password: string): Promise<FolderSending> {
  const folder = join(project, 'site');
  if (!existsSync(join(folder, 'index.html')))
    throw new TavrikError('The project has no site yet.', project, 'Run tavrik render first.');
  const site = siteAddress(address);
  const { createClient } = await import('webdav');
  const [username = '', ...rest] = password.trim().split(':');
  const client = createClient(site, password.trim() ? { username, password: rest.join(':') } : {});
  const files = new Map(filesBelow(folder).map((path) => [path, readFileSync(join(folder, path))]));
  const known = await reached(site, () => recordOf(client));
  const edited = await reached(site, () => editedThere(client, known));
  const changed = [...files].filter(([path, bytes]) => known[path] !== sha256(bytes)).map(([path]) => path);
  const plan: FolderPlan = { put: changed, take: Object.keys(known).filter((path) => !files.has(path)), edited };
  return { plan, send: (tell) => reached(site, () => send(client, files, plan, known, tell)) };
}

/** Pages come last, so that they never show what is not there yet; each file changes in one go. */
async function send(
  client: WebDAVClient,
  files: ReadonlyMap<string, Buffer>,
  { put, take }: FolderPlan,
  known: Readonly<Record<string, string>>,
  tell: (file: string, share: number) => void,
): Promise<void> {
  const ordered = [...put].sort((a, b) => Number(/\.html$/.test(a)) - Number(/\.html$/.test(b)) || (a < b ? -1 : 1));
  const set = new Set<string>();
  const record = new Map(Object.entries(known));
  let done = 0;
  for (const path of ordered) {
    tell(path, done / ordered.length);
    const folder = path.split('/').slice(0, -1).join('/');
    if (folder && !set.has(folder)) await client.createDirectory(`/${folder}`, { recursive: true });
    set.add(folder);
    const bytes = required(files.get(path));
    const coming = `/${path}.coming`;
    await client.putFileContents(coming, bytes, { overwrite: true });
    await client.moveFile(coming, `/${path}`, { overwrite: true });
    record.set(path, sha256(bytes));
    await client.putFileContents(`/${RECORD}`, textOf(record), { overwrite: true });
    done += 1;
  }
  for (const path of take) {
    if (await client.exists(`/${path}`)) await client.deleteFile(`/${path}`);
    record.delete(path);
  }
  if (take.length) await client.putFileContents(`/${RECORD}`, textOf(record), { overwrite: true });
}

function textOf(record: ReadonlyMap<string, string>): string {
  return `${JSON.stringify(Object.fromEntries([...record].sort(([a], [b]) => (a < b ? -1 : 1))), null, 2)}\n`;
}

async function recordOf(client: WebDAVClient): Promise<Record<string, string>> {
  if (!(await client.exists(`/${RECORD}`))) return {};
  try {
    return JSON.parse(String(await client.getFileContents(`/${RECORD}`, { format: 'text' }))) as Record<string, string>;
  } catch {
    throw new TavrikError(
      'The record of the last sending cannot be read.',
      RECORD,
      'Take that file away on the server; then everything is sent anew.',
    );
  }
}

/** Pages and style sheets that are there and are not as we sent them. */
async function editedThere(client: WebDAVClient, known: Readonly<Record<string, string>>): Promise<string[]> {
  const found: string[] = [];
  for (const [path, hash] of Object.entries(known)) {
    if (!/\.(html|css)$/.test(path) || !(await client.exists(`/${path}`))) continue;
    if (sha256(Buffer.from((await client.getFileContents(`/${path}`)) as ArrayBuffer)) !== hash) found.push(path);
  }
  return found;
}

/** Tells what a server refuses in words. */
async function reached<Made>(address: string, work: () => Promise<Made>): Promise<Made> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof TavrikError) throw error;
    const { status, message } = error as { status?: number; message: string };
    if (status === 401 || status === 403)
      throw new TavrikError(
        'The server denied access.',
        address,
        'Put NAME:PASSWORD into a file, and name the file with --token-file.',
        'denied',
      );
    if (status === 507)
      throw new TavrikError(
        'The server has no room left.',
        address,
        'Free some space there, and send again: files that arrived are not sent twice.',
        'not-writable',
      );
    if (status === 404 || status === 405 || status === 409)
      throw new TavrikError(
        `The folder cannot be written to (status ${status}).`,
        address,
        'Give the address of a folder that the server offers through WebDAV.',
        'not-writable',
      );
    throw new TavrikError(
      `The server cannot be reached (${status ?? message}).`,
      address,
      'Check the address, and send again: files that arrived are not sent twice.',
      'unreachable',
    );
  }
}
