import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sha256 } from '../core/text/hash.js';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { isProject } from './folder.js';

/** What the site was when it was rendered: so that what somebody changed in it by hand is not lost. */
export const RENDERED_FILE = 'rendered.json';

/** The text of the record of a site: its pages and style sheets by path, with the hash of their bytes. */
export function renderedText(files: Iterable<readonly [path: string, bytes: string | Buffer]>): string {
  const own = [...files].filter(([path]) => /\.(html|css)$/.test(path)).sort(([a], [b]) => (a < b ? -1 : 1));
  return `${JSON.stringify(Object.fromEntries(own.map(([path, bytes]) => [path, sha256(bytes)])), null, 2)}\n`;
}

/** Files of a project's site that are otherwise than they were rendered. */
export function editedByHand(project: string): string[] {
  const file = join(project, RENDERED_FILE);
  if (!isProject(project) || !existsSync(file)) return [];
  let known: Record<string, string>;
  try {
    known = JSON.parse(readFileSync(file, 'utf8')) as Record<string, string>;
  } catch {
    return [];
  }
  return Object.entries(known).flatMap(([path, hash]) => {
    const own = join(project, 'site', path);
    return existsSync(own) && sha256(readFileSync(own)) !== hash ? [`site/${path}`] : [];
  });
}

/** @throws TavrikError if somebody changed the site by hand: rendering would throw that away */
export function refuseEdited(project: string): void {
  const [first, ...more] = editedByHand(project);
  if (first === undefined) return;
  throw new TavrikError(
    `${[first, ...more].join(', ')} ${more.length ? 'were' : 'was'} edited by hand since the site was rendered. Nothing was changed.`,
    project,
    `Move the edits to content/, brief.yaml or adjust.yaml, then overwrite the site with tavrik render ${project} --anew.`,
    'conflict',
  );
}
