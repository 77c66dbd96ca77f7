import { required } from '../../core/data/required.js';
import { mkdtempSync, renameSync, rmSync } from 'node:fs';
import Mustache from 'mustache';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { assetsIn } from '../../core/sites/items.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { runHost, type Running } from '../../host/run.js';
import type { Connection } from '../publish/api-client.js';
import { ApiClient } from '../publish/api-client.js';
import type { HandedProject } from '../publish/hand-over.js';
import { handedFrom, openPackage, type OpenedPackage } from '../publish/package-file.js';
import { SiteSending } from '../publish/send.js';

/** What came of a trial. */
export interface PackageTrial {
  /** Addresses that were opened in the fresh site, each of which answered. */
  readonly opened: number;
}

/**
 * Installs a package into a fresh site of its own, opens all that it brought, and gives it its name if all is there.
 * @param making the package as it lies now; it is taken away if something is wrong
 * @throws TavrikError naming what is missing
 */
export async function tryPackage(making: string, out: string): Promise<PackageTrial> {
  const data = mkdtempSync(join(tmpdir(), 'tavrik-try-'));
  try {
    const opened = await openPackage(making);
    try {
      const host = await runHost(data);
      try {
        const count = await install(opened, host, out).catch((error: unknown) => {
          throw error instanceof TavrikError && error.where !== out ? notInstalled(error, out) : error;
        });
        renameSync(making, out);
        return { opened: count };
      } finally {
        await host.close();
      }
    } finally {
      opened.close();
    }
  } finally {
    rmSync(making, { force: true });
    rmSync(data, { recursive: true, force: true });
  }
}

function notInstalled({ what, todo }: TavrikError, out: string): TavrikError {
  return new TavrikError(
    `A fresh site rejected it: ${[what, todo].filter(Boolean).join(' ')} Nothing was written.`,
    out,
    'Fix the project, and pack it again.',
  );
}

async function install(opened: OpenedPackage, host: Running, out: string): Promise<number> {
  const { manifest } = opened;
  const token = host.store.access.addToken('trial', ['read', 'write', 'publish']);
  const connection = { address: host.address, token };
  if (manifest.as === 'document') return installDocuments(handedFrom(opened, out), connection, out);
  const texts = manifest.as === 'site' ? siteTexts(opened) : filledTexts(opened, out);
  await send(connection, withoutItems(opened));
  await new ApiClient(connection).put('/plain', { files: Object.fromEntries(texts) }, '"0"');
  const addresses = [...[...texts].map(([path]) => path), ...assetsOf(opened)];
  for (const path of addresses) await answered(`${host.address}/${path}`, path, out);
  return addresses.length;
}

function assetsOf({ files }: OpenedPackage): string[] {
  return files.filter((path) => path.startsWith('assets/'));
}

function withoutItems({ manifest, read }: OpenedPackage): HandedProject {
  const { source, title, language } = manifest;
  const assets = manifest.files.filter(({ path }) => path.startsWith('assets/'));
  return { source, title, language, items: [], files: assets.map(({ path }) => ({ path, bytes: read(path) })) };
}

async function send(connection: Connection, handed: HandedProject): Promise<SiteSending> {
  const sending = new SiteSending(connection, handed);
  const plan = await sending.plan({ place: 'new', decided: new Map(), meant: new Set() });
  await sending.send(plan, true, () => undefined);
  return sending;
}

/** Everything is sent and published; then each page is opened, with its style sheet and all files that it shows. */
async function installDocuments(handed: HandedProject, connection: Connection, out: string): Promise<number> {
  await send(connection, handed);
  const client = new ApiClient(connection);
  const pages = handed.items.flatMap(({ path }) => path ?? []);
  for (const { id, kind } of handed.items) {
    if (kind === 'page' || kind === 'facts') continue;
    const { body } = await client.post<{ path: string }>(`/items/${id}/previews`, {});
    pages.push(body.path.slice(1));
  }
  const addresses = new Set(pages);
  for (const page of pages) {
    const html = await answered(`${connection.address}/${page}`, page, out);
    for (const [, sheet] of html.matchAll(/href="\/(-\/sheets\/[^"]+)"/g)) addresses.add(required(sheet));
    for (const asset of assetsIn(html)) addresses.add(asset);
  }
  for (const path of addresses) {
    const text = await answered(`${connection.address}/${path}`, path, out);
    if (path.startsWith('-/'))
      for (const asset of assetsIn(text)) await answered(`${connection.address}/${asset}`, asset, out);
  }
  return addresses.size;
}

/** @throws TavrikError if a fresh site does not have it */
async function answered(address: string, path: string, out: string): Promise<string> {
  const answer = await fetch(address);
  if (!answer.ok)
    throw new TavrikError(
      `Installed into a fresh site, ${path} is missing (status ${answer.status}). Nothing was written.`,
      out,
      'Convert and render the project again.',
      'not-found',
    );
  return answer.text();
}

function siteTexts({ files, read }: OpenedPackage): Map<string, string> {
  return new Map(
    files
      .filter((path) => !path.startsWith('assets/') && path !== 'manifest.json')
      .map((path) => [path, read(path).toString('utf8')]),
  );
}

/** Templates as a content management system fills them, in each language, with the data and style sheets that came along. */
export function filledTexts(opened: OpenedPackage, out: string): Map<string, string> {
  const { read, files } = opened;
  const textOf = (path: string): string => read(path).toString('utf8');
  const sheets = files.filter((path) => path.endsWith('.css'));
  const pages = files
    .filter((path) => /^[^/]+\.mustache$/.test(path))
    .flatMap((path): [string, string][] => {
      const own = path.replace(/\.mustache$/, '');
      const part = (name: string): string => {
        if (files.includes(`${own}/${name}.mustache`)) return textOf(`${own}/${name}.mustache`);
        throw new TavrikError(
          `The template ${path} uses ${own}/${name}.mustache, which is not in the package. Nothing was written.`,
          out,
          'Render the templates again and pack them.',
        );
      };
      const data = files.filter((file) => file.startsWith(`${own}.`) && file.endsWith('.data.json'));
      return data.map((datum) => [
        `${datum.replace(/\.data\.json$/, '')}.html`,
        Mustache.render(textOf(path), JSON.parse(textOf(datum)) as object, part),
      ]);
    });
  return new Map([...pages, ...sheets.map((path): [string, string] => [path, textOf(path)])]);
}
