import { Ajv2020 } from 'ajv/dist/2020.js';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sha256 } from '../../core/text/hash.js';
import type { Item } from '../../core/sites/items.js';
import { MANIFEST_FILE, MANIFEST_SCHEMA, manifestFaults, type Manifest } from '../../core/sites/manifest.js';
import type { Content } from '../../core/content/values.js';
import { readDocument } from '../../core/document/check.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { readTokens } from '../../core/tokens/format.js';
import { paletteOf } from '../../core/tokens/palette.js';
import { unpack, type Unpacked } from '../../project/archive.js';
import type { HandedProject } from './hand-over.js';

/** A package that was unpacked and made sure of. */
export interface OpenedPackage {
  readonly manifest: Manifest;
  readonly read: (path: string) => Buffer;
  readonly files: readonly string[];
  readonly close: () => void;
}

/** Unpacks a package and makes sure of every file in it. @throws TavrikError naming what is wrong */
export async function openPackage(file: string): Promise<OpenedPackage> {
  if (!existsSync(file))
    throw new TavrikError('File not found.', file, 'Name a package that tavrik pack wrote.', 'not-found');
  const unpacked = await unpack(file);
  try {
    return opened(file, unpacked);
  } catch (error) {
    unpacked.remove();
    throw error;
  }
}

function opened(file: string, { folder, files, remove }: Unpacked): OpenedPackage {
  const read = (path: string): Buffer => readFileSync(join(folder, path));
  if (!files.includes(MANIFEST_FILE))
    throw new TavrikError(
      `This is not a package: ${MANIFEST_FILE} is missing.`,
      file,
      'Name a package that tavrik pack wrote.',
      'not-found',
    );
  const manifest = manifestOf(read(MANIFEST_FILE).toString('utf8'), file);
  const [fault, ...more] = manifestFaults(manifest, new Set(files));
  if (fault !== undefined)
    throw new TavrikError(
      `This package is not whole: ${fault}${more.length ? `, and ${more.length} more` : ''}.`,
      file,
      'Pack it again.',
    );
  const changed = manifest.files.find((file) => sha256(read(file.path)) !== file.sha256);
  if (changed)
    throw new TavrikError(
      `${changed.path} has changed since it was packed.`,
      file,
      'Pack it again, or download it again.',
    );
  return { manifest, read, files, close: remove };
}

/** @throws TavrikError if it is no manifest of a version that is known */
function manifestOf(text: string, file: string): Manifest {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw new TavrikError(`Its manifest is not JSON (${(error as Error).message}).`, file, 'Pack it again.');
  }
  const { version } = (json ?? {}) as { version?: unknown };
  if (typeof version === 'number' && version > 1)
    throw new TavrikError(
      `This package is of version ${version}; 1 is known here.`,
      file,
      'Use a newer version of the program.',
    );
  const isManifest = new Ajv2020({ strict: false }).compile<Manifest>(MANIFEST_SCHEMA);
  if (isManifest(json)) return json;
  const [error] = isManifest.errors ?? [];
  throw new TavrikError(
    `Its manifest is invalid (${error?.instancePath || 'top'} ${error?.message}).`,
    file,
    'Pack it again.',
  );
}

/** What a package of documents hands over. @throws TavrikError for a package of something else */
export function handedFrom({ manifest, read }: OpenedPackage, file: string): HandedProject {
  if (manifest.as !== 'document' || !manifest.items)
    throw new TavrikError(
      `This is a package of ${manifest.as === 'site' ? 'a site' : 'templates'}.`,
      file,
      'Pack it with --as document to send it.',
    );
  const { source, title, language, tokens } = manifest;
  const text = tokens === undefined ? undefined : read(tokens).toString('utf8');
  const palette = text === undefined ? {} : { palette: paletteOf(readTokens(text, `${file}, ${tokens}`)) };
  const json = (path: string): unknown => JSON.parse(read(path).toString('utf8'));
  const items = manifest.items.map(({ document: path, content, ...item }): Item => {
    const document = path === undefined ? undefined : readDocument(json(path), `${file}, ${path}`);
    return {
      ...item,
      content: json(content) as Content,
      ...(document === undefined ? {} : { document: { ...document, ...palette } }),
    };
  });
  const assets = manifest.files.filter(({ path }) => path.startsWith('assets/'));
  return {
    source,
    title,
    language,
    items,
    ...(text === undefined ? {} : { tokens: text }),
    files: assets.map(({ path }) => ({ path, bytes: read(path) })),
  };
}
