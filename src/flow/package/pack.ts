import { required } from '../../core/data/required.js';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { sha256 } from '../../core/text/hash.js';
import { assetsIn } from '../../core/sites/items.js';
import {
  MANIFEST_FILE,
  type Manifest,
  type PackageForm,
  type PackedItem,
  type PackedPage,
} from '../../core/sites/manifest.js';
import { nearestWords } from '../../core/text/nearest.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { fileNameOf, placesOf } from '../../core/render/site.js';
import { openProject, type ProjectFile } from '../../project/folder.js';
import { writeZip } from '../../project/zip.js';
import { renderedFiles } from '../render/render.js';
import { bareDocument } from '../publish/plan.js';
import { handOver, type HandedProject } from '../publish/hand-over.js';
import { tryPackage, type PackageTrial } from './try-package.js';

export interface Packed extends PackageTrial {
  readonly file: string;
  readonly as: PackageForm;
  readonly bytes: number;
  readonly files: number;
  /** Ids of items, or names of pages. */
  readonly holds: readonly string[];
}

export interface PackOptions {
  readonly as: PackageForm;
  readonly out: string;
  readonly only: readonly string[];
}

/**
 * Packs a project, and tries the package: it is unpacked and installed into a fresh site before anybody is told that it is
 * done. @throws Problem; then nothing is written
 */
export async function pack(project: string, { as, out, only }: PackOptions): Promise<Packed> {
  if (!out.endsWith('.zip'))
    throw new TavrikError('A package is a ZIP archive.', out, 'Give it a name that ends in .zip.');
  if (!existsSync(dirname(resolve(out))))
    throw new TavrikError('Folder not found.', dirname(resolve(out)), 'Create it first, or choose another with --out.');
  const { files, manifest } = as === 'document' ? documents(project, only) : rendered(project, as, only);
  const listed = files
    .map(([path, bytes]) => ({ path, bytes: Buffer.byteLength(bytes), sha256: sha256(bytes) }))
    .sort((a, b) => (a.path < b.path ? -1 : 1));
  const whole: Manifest = { ...manifest, files: listed };
  const making = `${out}.trying.zip`;
  await writeZip(making, [...files, [MANIFEST_FILE, `${JSON.stringify(whole, null, 2)}\n`]]);
  const tried = await tryPackage(making, out);
  return {
    file: out,
    as,
    bytes: statSync(out).size,
    files: files.length + 1,
    holds: whole.items?.map(({ id }) => id) ?? whole.pages?.map(({ name }) => name) ?? [],
    ...tried,
  };
}

interface PackContents {
  readonly files: readonly ProjectFile[];
  readonly manifest: Omit<Manifest, 'files'>;
}

function manifestOf(
  { source, title, language }: Pick<HandedProject, 'source' | 'title' | 'language'>,
  as: PackageForm,
): Omit<Manifest, 'files'> {
  return { format: 'tavrik-package', version: 1, as, source, title, language };
}

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;

/** Pages, parts and sections as page documents, with content, tokens and files. */
function documents(project: string, only: readonly string[]): PackContents {
  const all = handOver(project, { as: 'site' });
  const ids = new Set(all.items.map(({ id }) => id));
  const sections = only.some((id) => !ids.has(id))
    ? handOver(project, { as: 'section', only: only.filter((id) => !ids.has(id)) })
    : undefined;
  const own = only.length ? only.filter((id) => ids.has(id)) : [...ids];
  const handed = own.length ? handOver(project, { as: 'site', only: own }) : { ...all, items: [], files: [] };
  const items = [...handed.items, ...(sections?.items ?? [])];
  const assets = new Map([...handed.files, ...(sections?.files ?? [])].map(({ path, bytes }) => [path, bytes]));
  const packed = items.map(({ document, content: _, ...item }): PackedItem => ({
    ...item,
    assets: item.assets.filter((path) => assets.has(path)),
    ...(document ? { document: `items/${item.id}.json` } : {}),
    content: `items/${item.id}.content.json`,
  }));
  const files = items.flatMap(({ id, document, content }): ProjectFile[] => [
    ...(document ? [[`items/${id}.json`, json(bareDocument(document))] as const] : []),
    [`items/${id}.content.json`, json(content)],
  ]);
  const tokens: ProjectFile[] = handed.tokens === undefined ? [] : [['tokens.json', handed.tokens]];
  return {
    files: [...files, ...tokens, ...assets],
    manifest: { ...manifestOf(handed, 'document'), items: packed, ...(tokens.length ? { tokens: 'tokens.json' } : {}) },
  };
}

/** The rendered site, or templates with what fills them, with the files that they show. */
function rendered(project: string, as: 'site' | 'templates', only: readonly string[]): PackContents {
  const settings = openProject(project);
  const names = settings.pages.map(({ name }) => name);
  const lost = only.find((name) => !names.includes(name));
  if (lost !== undefined)
    throw new TavrikError(
      `The project has no page "${lost}".`,
      '--only',
      `Give one of ${(nearestWords(lost, names).length ? nearestWords(lost, names) : names).join(', ')}.`,
    );
  const all = new Map(renderedFiles(project, as));
  const places = placesOf(names);
  const wanted = only.length ? only : names;
  const ownFiles = (name: string): string[] => {
    const { html, sheet } = required(places.get(name));
    const starts =
      as === 'site' ? [sheet, html, html.replace(/\.html$/, '.')] : [`${fileNameOf(name)}.`, `${fileNameOf(name)}/`];
    return [...all.keys()].filter((path) =>
      starts.some((start) => path === start || (/[./]$/.test(start) && path.startsWith(start))),
    );
  };
  const pages = wanted.map((name): PackedPage => {
    const files = ownFiles(name).sort();
    const shown = assetsIn(files.map((path) => String(all.get(path)))).filter((path) =>
      existsSync(join(project, path)),
    );
    return { name, files, needs: shown };
  });
  const ofPages = new Set(names.flatMap(ownFiles));
  /* Files for search engines and the like are of the whole site. */
  const common = only.length ? [] : [...all.keys()].filter((path) => !ofPages.has(path));
  const commonAssets = assetsIn(common.map((path) => String(all.get(path)))).filter((path) =>
    existsSync(join(project, path)),
  );
  const paths = new Set([...pages.flatMap(({ files }) => files), ...common]);
  const assets = new Set([...pages.flatMap(({ needs }) => needs), ...commonAssets]);
  return {
    files: [
      ...[...paths].map((path): ProjectFile => [path, all.get(path) as string]),
      ...[...assets].map((path): ProjectFile => [path, readFileSync(join(project, path))]),
    ],
    manifest: { ...manifestOf(handOver(project, { as: 'page' }), as), pages },
  };
}
