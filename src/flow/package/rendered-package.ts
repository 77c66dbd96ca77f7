import { type PackContents, manifestOf } from './package-format.js';
import { openProject, type ProjectFile } from '../../project/folder.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { nearestWords } from '../../core/text/nearest.js';
import { join } from 'node:path';
import { renderedFiles } from '../render/render.js';
import { placesOf, fileNameOf } from '../../core/render/site.js';
import { required } from '../../core/data/required.js';
import type { PackedPage } from '../../core/sites/manifest.js';
import { assetsIn } from '../../core/sites/items.js';
import { existsSync, readFileSync } from 'node:fs';
import { handOver } from '../publish/hand-over.js';

/** The rendered site, or templates with what fills them, with the files that they show. */
export function rendered(project: string, as: 'site' | 'templates', only: readonly string[]): PackContents {
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
