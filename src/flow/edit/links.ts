import { BRIEF_FILE } from '../../project/brief-file.js';
import { required } from '../../core/data/required.js';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { hrefOf, PAGE_SCHEME, type LinkTarget } from '../../core/brief/links.js';
import { fillPage } from '../../core/content/content.js';
import { anchorsIn, linksIn, type FoundLink } from '../../core/sites/find-links.js';
import { anchorIn } from '../../core/sites/resolve-links.js';
import { nearestWords } from '../../core/text/nearest.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { placesOf } from '../../core/render/site.js';
import { openProject } from '../../project/folder.js';
import { pageNamed } from '../../project/settings.js';
import { setContent } from './content.js';
import { readPage } from '../render/read-page.js';

/** The links of a page of a project. */
export interface PageLinks {
  readonly page: string;
  readonly file: string;
  readonly links: readonly FoundLink[];
}

/** The links of the pages of a project as they are filled, with what is wrong with them. @throws TavrikError */
export function linksOf(project: string, page?: string): PageLinks[] {
  const settings = openProject(project);
  const places = placesOf(settings.pages.map(({ name }) => name));
  const fileOf = (name: string): string => required(places.get(name)).html;
  const pages = settings.pages.map(({ name }) => {
    const { document, content } = readPage(project, name);
    return { name, document: fillPage(document, content) };
  });
  const assets = join(project, 'assets');
  const files = existsSync(assets) ? readdirSync(assets).map((name) => `assets/${name}`) : [];
  const site = {
    anchors: new Map(pages.map(({ name, document }) => [fileOf(name), anchorsIn(document)])),
    files: new Set(files),
  };
  const asked = page === undefined ? undefined : pageNamed(settings, page).name;
  return pages
    .filter(({ name }) => asked === undefined || name === asked)
    .map(({ name, document }) => ({ page: name, file: fileOf(name), links: linksIn(document, fileOf(name), site) }));
}

/**
 * Leads a link elsewhere: the content of its page says so from then on.
 * @param at path of its field, with or without `.address` at its end
 * @throws TavrikError for a link, a page, a section or a file that does not exist
 */
export function setLink(project: string, page: string | undefined, at: string, target: LinkTarget): string {
  const [own] = linksOf(project, pageNamed(openProject(project), page).name);
  const fields = (own?.links ?? []).flatMap(({ field }) => (field === undefined ? [] : [field]));
  const field = [at, `${at}.address`].find((text) => fields.includes(text));
  if (field === undefined) {
    const fixed = own?.links.find(({ id, field: has }) => id === at && has === undefined);
    if (fixed)
      throw new TavrikError(
        `Link "${at}" has no field in the content.`,
        project,
        `Say where it leads in ${BRIEF_FILE}, with do: link and at: ${JSON.stringify(fixed.words || at)}, and convert again.`,
        'not-found',
      );
    const near = nearestWords(at, fields);
    throw new TavrikError(
      `Link "${at}" not found.`,
      project,
      near.length ? `Did you mean ${near.join(', ')}?` : 'See tavrik links PROJECT.',
      'not-found',
    );
  }
  const address = addressOf(project, own?.page ?? '', target);
  setContent(project, own?.page, field, address);
  return address;
}

function addressOf(project: string, own: string, target: LinkTarget): string {
  const href = hrefOf(target);
  if (href === undefined)
    throw new TavrikError(
      'Where should the link lead?',
      '',
      'Give --to-page, --section, --address, --mail, --telephone or --file.',
    );
  if (target.file !== undefined && !existsSync(join(project, 'assets', target.file.replace(/^assets\//, ''))))
    throw new TavrikError(`File "${target.file}" not found.`, join(project, 'assets'), 'Add it first.', 'not-found');
  if (target.file !== undefined) return `assets/${target.file.replace(/^assets\//, '')}`;
  if (!href.startsWith(PAGE_SCHEME)) return href;
  const settings = openProject(project);
  const name = target.page === undefined ? own : pageNamed(settings, target.page).name;
  const file = required(placesOf(settings.pages.map((page) => page.name)).get(name)).html;
  const anchor =
    target.section === undefined ? '' : `#${anchorIn(readPage(project, name).document, target.section, project)}`;
  return name === own && anchor ? anchor : `${file}${anchor}`;
}
