import { required } from '../../core/data/required.js';
import { existsSync, readFileSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import {
  aloneItems,
  assetsIn,
  partItem,
  sectionItems,
  siteItems,
  type HandedPage,
  type Item,
} from '../../core/sites/items.js';
import { nearestWords } from '../../core/text/nearest.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { slug } from '../../core/text/slug.js';
import { placesOf } from '../../core/render/site.js';
import { openProject } from '../../project/folder.js';
import { readSiteContent } from '../../project/page-content.js';
import { TOKENS_FILE } from '../../project/tokens-file.js';
import { readAdjusted } from '../render/read-page.js';
import type { Form } from './publisher.js';

/** A file that goes along, by the path that pages refer to it by. */
export interface HandedFile {
  readonly path: string;
  readonly bytes: Buffer;
}

export interface HandedProject {
  /** Name of the project: what comes from it again is known by it. */
  readonly source: string;
  readonly title: string;
  readonly language: string;
  readonly items: readonly Item[];
  /** The tokens file; nothing if there is none. */
  readonly tokens?: string;
  readonly files: readonly HandedFile[];
}

/**
 * What of a project is handed over. @param only ids of items, and none but these; what they need comes along
 * @throws TavrikError for what is not there
 */
export function handOver(
  project: string,
  { as, only = [] }: { readonly as: Form; readonly only?: readonly string[] },
): HandedProject {
  const settings = openProject(project);
  const places = placesOf(settings.pages.map(({ name }) => name));
  const pages = settings.pages.map(({ name }): HandedPage => {
    const { document, content } = readAdjusted(project, name);
    return { path: required(places.get(name)).html, document, content };
  });
  const source = slug(basename(resolve(project)), 60) || 'project';
  const items = chosen(itemsAs(pages, as, project), only);
  const tokens = join(project, TOKENS_FILE);
  const [first] = pages as [HandedPage];
  const text = existsSync(tokens) ? readFileSync(tokens, 'utf8') : undefined;
  const paths = assetsIn(items.map(({ assets }) => assets));
  return {
    source,
    title: first.document.head?.site ?? first.document.title,
    language: first.document.language || 'en',
    items,
    ...(text === undefined ? {} : { tokens: text }),
    files: paths.flatMap((path) => fileAt(project, path)),
  };

  function itemsAs(all: readonly HandedPage[], form: Form, where: string): readonly Item[] {
    if (form === 'site') return siteItems(all, readSiteContent(where), source);
    if (form === 'page') return aloneItems(all);
    if (form === 'section') return sectionItems(all);
    const part = partItem(all, form);
    if (!part)
      throw new TavrikError(
        `The project has no ${form}.`,
        where,
        `Mark the ${form} in its brief, or send it as a page.`,
      );
    return [part];
  }
}

/** Some of the items, and what they need. @throws TavrikError */
function chosen(items: readonly Item[], only: readonly string[]): readonly Item[] {
  if (only.length === 0) return items;
  const ids = items.map(({ id }) => id);
  const lost = only.find((id) => !ids.includes(id));
  if (lost !== undefined) {
    const near = nearestWords(lost, ids);
    throw new TavrikError(
      `"${lost}" not found in the project.`,
      '--only',
      `Give one of ${(near.length ? near : ids).slice(0, 8).join(', ')}.`,
      'not-found',
    );
  }
  const wanted = new Set(items.filter(({ id }) => only.includes(id)).flatMap(({ id, needs }) => [id, ...needs]));
  return items.filter(({ id }) => wanted.has(id));
}

/** A file of a project; what a page names and nobody has is left out, as it is in the site. */
function fileAt(project: string, path: string): HandedFile[] {
  const file = join(project, ...path.split('/'));
  return existsSync(file) ? [{ path, bytes: readFileSync(file) }] : [];
}
