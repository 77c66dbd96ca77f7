import { required } from '../core/data/required.js';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { ProjectFile } from './folder.js';

/** Where comparisons are kept, in the folder of the last proof: what has not changed since is not measured again. */
const KEPT = 'kept';

/** A comparison that was made before. */
export interface CachedProof<Value> {
  readonly value: Value;
  readonly pictures: Readonly<Record<string, Buffer>>;
}

/** A short word for everything that a comparison depends on. */
export function keyOf(parts: Iterable<string | Buffer>): string {
  const hash = createHash('sha256');
  for (const part of parts) hash.update(`${part.length}:`).update(part);
  return hash.digest('hex').slice(0, 32);
}

/** What was kept under a name, if it was made from the same; what cannot be read is made again. */
export function readKept<Value>(project: string, name: string, key: string): CachedProof<Value> | undefined {
  const folder = join(project, 'proof', KEPT);
  try {
    const kept = JSON.parse(readFileSync(join(folder, `${name}.json`), 'utf8')) as {
      key: string;
      pictures: string[];
      value: Value;
    };
    if (kept.key !== key) return undefined;
    const images = kept.pictures.map((image) => [image, readFileSync(join(folder, `${name}-${image}`))] as const);
    return { value: kept.value, pictures: Object.fromEntries(images) };
  } catch {
    return undefined;
  }
}

/** What was kept under a name, whatever it was made from. */
export function readKeptAtAll<Value>(project: string, name: string): Value | undefined {
  try {
    return (JSON.parse(readFileSync(join(project, 'proof', KEPT, `${name}.json`), 'utf8')) as { value: Value }).value;
  } catch {
    return undefined;
  }
}

/** The files, in the folder of the proof, that keep a comparison. */
export function keptFiles(name: string, key: string, { value, pictures: images }: CachedProof<unknown>): ProjectFile[] {
  const names = Object.keys(images).sort();
  return [
    [`${KEPT}/${name}.json`, `${JSON.stringify({ key, pictures: names, value })}\n`],
    ...names.map((text): ProjectFile => [`${KEPT}/${name}-${text}`, required(images[text])]),
  ];
}

/** What was kept before and is not kept anew, of these names. */
export function keptBefore(
  project: string,
  anew: readonly ProjectFile[],
  still: (file: string) => boolean,
): ProjectFile[] {
  const folder = join(project, 'proof', KEPT);
  if (!existsSync(folder)) return [];
  const written = new Set(anew.map(([path]) => path));
  return readdirSync(folder)
    .sort()
    .filter((file) => still(file) && !written.has(`${KEPT}/${file}`))
    .map((file): ProjectFile => [`${KEPT}/${file}`, readFileSync(join(folder, file))]);
}

/** Everything that a page of a site shows: its own file, its style sheet, and all assets. */
export interface SiteParts {
  readonly html: string;
  readonly sheet: string;
  /** Names and fingerprints of the assets. */
  readonly files: readonly (readonly [name: string, print: string])[];
}

export function siteParts(project: string, html: string, sheet: string): SiteParts {
  const site = join(project, 'site');
  const textOf = (file: string): string => (existsSync(join(site, file)) ? readFileSync(join(site, file), 'utf8') : '');
  const assets = join(site, 'assets');
  const found = existsSync(assets)
    ? readdirSync(assets, { withFileTypes: true }).filter((dirent) => dirent.isFile())
    : [];
  const names = found.map(({ name }) => name).sort();
  return {
    html: textOf(html),
    sheet: textOf(sheet),
    files: names.map((name) => [name, keyOf([readFileSync(join(assets, name))])]),
  };
}
