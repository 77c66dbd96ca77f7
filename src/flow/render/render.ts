import { required } from '../../core/data/required.js';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { unknownFields, wholeContent } from '../../core/content/content.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { PageDocument } from '../../core/document/types.js';
import { slug } from '../../core/text/slug.js';
import { sectionsOf } from '../../core/passes/structure/sections.js';
import { renderFragment } from '../../core/render/fragment.js';
import { indexFiles } from '../../core/render/index-files.js';
import {
  alternatesOf,
  fileNameOf,
  filesOf,
  placesOf,
  renderLanguages,
  type LanguagePlaces,
  type SitePlace,
} from '../../core/render/site.js';
import { documentIn, inLanguage } from '../../core/content/languages.js';
import type { Content } from '../../core/content/values.js';
import { renderCss } from '../../core/render/css.js';
import { regionsOf } from '../../core/content/regions.js';
import { templateData, type Spoken } from '../../core/templates/data.js';
import { contentSchema } from '../../core/content/content-schema.js';
import { renderTemplates } from '../../core/templates/template.js';
import { withTokens } from '../../core/tokens/apply.js';
import { languagesOf } from '../../project/languages.js';
import { siteFileOf } from '../../project/page-content.js';
import { tokensOf } from '../../project/tokens-file.js';
import { RENDERED_FILE, refuseEdited, renderedText } from '../../project/rendered.js';
import { openProject, replaceFolder, writeFile, type ProjectFile } from '../../project/folder.js';
import { pageNamed, type ProjectSettings } from '../../project/settings.js';
import { readAdjusted, unknownInSite, type ReadPage } from './read-page.js';

export interface Rendered {
  readonly pages: readonly string[];
  readonly files: number;
  readonly notes: readonly string[];
}

/** What a project is rendered as. */
export interface RenderAs {
  /** `site` is the whole pages by themselves; `fragment` is a part to paste into another page, `templates` is what a content management system fills. */
  readonly as: 'site' | 'fragment' | 'templates';
  /** Mark the editable places of a site. */
  readonly marks?: boolean;
  /** Throw away what somebody changed in the site by hand. */
  readonly anew?: boolean;
  /** Name of the page that the fragment is of; the first without it. */
  readonly page?: string;
  /** Name of the section that the fragment shows; the whole page without it. */
  readonly section?: string;
}

/** Makes the site of a project again from its page documents, content and assets. @throws TavrikError */
export function render(project: string, options: RenderAs = { as: 'site' }): Rendered {
  const settings = openProject(project);
  if (options.as === 'site' && !options.anew) refuseEdited(project);
  const renderedPages = make(project, settings, options);
  const assets = join(project, 'assets');
  const files: ProjectFile[] = [
    ...(existsSync(assets) ? readdirSync(assets).sort() : []).map((name): ProjectFile => [
      `assets/${name}`,
      readFileSync(join(assets, name)),
    ]),
    ...renderedPages.files,
  ];
  replaceFolder(project, options.as, files);
  if (options.as === 'site') writeFile(join(project, RENDERED_FILE), renderedText(renderedPages.files));
  return {
    pages: renderedPages.pages.map(({ name }) => name),
    files: files.length,
    notes: [...renderedPages.pages.flatMap(unknownNotes), ...siteNotes(project)],
  };
}

/** Writes what a person changed, and makes the site again. @throws TavrikError before anything is written if the site was changed by hand */
export function writeAndRender(project: string, write: () => void): void {
  refuseEdited(project);
  write();
  render(project);
}

/** The files that a project is rendered as, but for those that it shows; nothing is written. @throws TavrikError */
export function renderedFiles(project: string, as: 'site' | 'templates'): readonly ProjectFile[] {
  return make(project, openProject(project), { as }).files;
}

function make(project: string, settings: ProjectSettings, options: RenderAs): RenderedPages {
  if (options.as === 'site') return wholeSite(project, settings, options.marks === true);
  return options.as === 'templates' ? templates(project, settings) : fragment(project, settings, options);
}

interface RenderedPages {
  readonly pages: readonly ReadPage[];
  readonly files: readonly ProjectFile[];
}

/** The pages of a project with their places in the site, and the languages that they are translated into. */
interface SitePages {
  readonly pages: readonly (ReadPage & {
    readonly place: SitePlace;
    readonly languages: ReadonlyMap<string, Content>;
  })[];
  readonly translated: LanguagePlaces['translated'];
}

function sitePages(project: string, settings: ProjectSettings): SitePages {
  const names = settings.pages.map(({ name }) => name);
  const places = placesOf(names);
  const pages = names.map((name) => ({
    ...readAdjusted(project, name),
    place: required(places.get(name)),
    languages: languagesOf(project, name),
  }));
  return { pages, translated: new Map(pages.map(({ place, languages }) => [place.html, [...languages.keys()]])) };
}

function wholeSite(project: string, settings: ProjectSettings, marked: boolean): RenderedPages {
  const { pages, translated } = sitePages(project, settings);
  const tokens = tokensOf(project);
  const files = pages.flatMap(({ document, content, place, languages }) =>
    Object.entries(renderLanguages(withTokens(document, tokens), content, languages, { place, marked, translated })),
  );
  const indexed = pages.map(({ document, place, languages }) => ({
    document,
    files: filesOf(place, languages.keys()),
  }));
  return { pages, files: [...files, ...Object.entries(indexFiles(indexed))] };
}

/** A template for each page, part and kind of entry; what fills them, as data in each language and as a schema of the content. */
function templates(project: string, settings: ProjectSettings): RenderedPages {
  const { pages, translated } = sitePages(project, settings);
  const tokens = tokensOf(project);
  const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
  const files = pages.flatMap(({ name, document, content, place, languages }): ProjectFile[] => {
    const own = fileNameOf(name);
    const alternates = alternatesOf(document, place, [...languages.keys()]);
    const spoken = alternates.length ? { languages: { alternates, translated } } : {};
    const { page, parts } = renderTemplates(document, { sheet: `${own}.css`, file: place.html, ...spoken });
    const filling = (named: string, whole: Content, as?: Spoken): ProjectFile[] => [
      [`${named}.data.json`, json(templateData(document, whole, as))],
      [`${named}.content.json`, json(wholeContent(document, whole))],
    ];
    const inEach = alternates.flatMap(({ language, file }) => {
      const words = languages.get(language);
      const { direction } = words ? documentIn(document, language) : document;
      const as = { language, file, translated, ...(direction ? { direction } : {}) };
      return words
        ? filling(`${own}.${language}`, inLanguage(document, content, words), as)
        : filling(own, content, as);
    });
    return [
      [`${own}.mustache`, page],
      ...Object.entries(parts).map(([part, text]): ProjectFile => [`${own}/${part}.mustache`, text]),
      [`${own}.css`, renderCss(withTokens(document, tokens))],
      ...(inEach.length ? inEach : filling(own, content)),
      [`${own}.schema.json`, json(contentSchema(document.name, regionsOf(document)))],
    ];
  });
  return { pages, files };
}

function fragment(project: string, settings: ProjectSettings, { page, section }: RenderAs): RenderedPages {
  const read = readAdjusted(project, pageNamed(settings, page).name);
  const id = section === undefined ? undefined : idOf(read.document, section, read.file);
  return {
    pages: [read],
    files: [['index.html', renderFragment(withTokens(read.document, tokensOf(project), 'values'), read.content, id)]],
  };
}

function unknownNotes({ document, content, contentFile }: ReadPage): string[] {
  return unknownFields(document, content).map(
    (field) => `The page has no field "${field}"; its value is left in ${contentFile}.`,
  );
}

function siteNotes(project: string): string[] {
  return unknownInSite(project).map(
    (field) => `No page has the field "${field}"; its value is left in ${siteFileOf(project)}.`,
  );
}

/** @throws TavrikError if there is no section of that name */
function idOf(document: PageDocument, section: string, file: string): string {
  const all = sectionsOf(document);
  const found = all.find(({ name }) => name === section || slug(name, 40) === section);
  if (found) return found.id;
  throw new TavrikError(
    `Section "${section}" not found.`,
    file,
    `Give one of ${all.map(({ name }) => slug(name, 40)).join(', ')}.`,
    'not-found',
  );
}
