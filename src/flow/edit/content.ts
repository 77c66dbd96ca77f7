import { required } from '../../core/data/required.js';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { checkContent, fieldsByPath, type ContentFault } from '../../core/content/check.js';
import { wholeContent } from '../../core/content/content.js';
import { originalContent, originalValues } from '../../core/content/source-values.js';
import { isTranslated } from '../../core/document/field-types.js';
import { regionsOf, type Field, type Region } from '../../core/content/regions.js';
import { entriesAt, flatten, ID, nest, type Content, type FlatContent, type Group } from '../../core/content/values.js';
import { freeName } from '../../core/text/free-name.js';
import { nearestWords } from '../../core/text/nearest.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { slug } from '../../core/text/slug.js';
import {
  addEntry,
  hasList,
  moveEntry,
  openContent,
  removeEntry,
  saveContent,
  setList,
  setValue,
  type ContentFile,
} from '../../project/content-edit.js';
import { readContentText } from '../../project/content-file.js';
import { covers, knownOf } from '../../core/content/common.js';
import { readSiteContent, siteFileOf } from '../../project/page-content.js';
import { languagesOf } from '../../project/languages.js';
import { openProject } from '../../project/folder.js';
import { pageNamed } from '../../project/settings.js';
import { readPage, unknownInSite, type ReadPage } from '../render/read-page.js';
import { writeAndRender } from '../render/render.js';
import { noEntry, noField, refuseMissingEntry } from './missing.js';

/** A page with its fields and what fills them. */
export interface OpenedPage extends ReadPage {
  readonly project: string;
  readonly regions: readonly Region[];
  readonly source: FlatContent;
  readonly written: FlatContent;
}

/** A field as it is filled now. */
export interface FilledField {
  readonly path: string;
  readonly label: string;
  readonly type: Field['type'];
  readonly value: string;
  /** What the source says, if a client changed it. */
  readonly source?: string;
  readonly help?: string;
}

/** Opens the content of a page. @throws TavrikError */
export function openPage(project: string, name: string | undefined): OpenedPage {
  const settings = openProject(project);
  const page = readPage(project, pageNamed(settings, name).name);
  return {
    ...page,
    project,
    regions: regionsOf(page.document),
    source: originalValues(page.document),
    written: flatten(page.content),
  };
}

/** The regions of a page, with their fields. @throws TavrikError */
export function contentRegions(project: string, page?: string): readonly Region[] {
  return openPage(project, page).regions;
}

/** All fields of a page as they are filled, or those below a path. @throws TavrikError if there is none */
export function listContent(project: string, page: string | undefined, below?: string): FilledField[] {
  const opened = openPage(project, page);
  const { source, written, regions } = opened;
  const find = fieldsByPath(regions);
  const paths = [...flatten(wholeContent(opened.document, opened.content)).values.keys()];
  const asked = paths.filter((path) => below === undefined || path === below || path.startsWith(`${below}.`));
  if (asked.length === 0 && below !== undefined) throw noField(below, opened);
  return asked.flatMap((path) => {
    const field = find(path);
    if (!field) return [];
    const before = source.values.get(path);
    const value = written.values.get(path) ?? before ?? '';
    return [
      {
        path,
        label: field.label,
        type: field.type,
        value,
        ...(before !== undefined && before !== value ? { source: before } : {}),
        ...(field.help ? { help: field.help } : {}),
      },
    ];
  });
}

/** Sets a field and renders the site. @throws TavrikError */
export function setContent(project: string, page: string | undefined, path: string, value: string): FilledField {
  const opened = openPage(project, page);
  const field = fieldsByPath(opened.regions)(path);
  const isLeaf = opened.source.values.has(path) || opened.written.values.has(path);
  if (!field || (!isLeaf && field.fields))
    throw field?.fields
      ? new TavrikError(
          `"${path}" matches several fields.`,
          'set',
          `Set one of ${field.fields.map(({ name }) => `${path}.${name}`).join(', ')}.`,
        )
      : noField(path, opened);
  refuseMissingEntry(opened, path);
  edit(opened, path, (file) => setValue(file, path, value));
  return required(listContent(project, page, path)[0]);
}

/** Gives a field the words of the source again. @throws TavrikError */
export function unsetContent(project: string, page: string | undefined, path: string): void {
  const opened = openPage(project, page);
  const before = opened.source.values.get(path);
  if (before === undefined) throw noField(path, opened);
  if (!opened.written.values.has(path)) return;
  const target = fileOf(opened, path);
  const file = openContent(target);
  setValue(file, path, before);
  writeAndRender(project, () => saveContent(target, file));
}

/** What is wrong stops a change: nothing is written then. */
export function save(opened: OpenedPage, content: Content, write: () => void): void {
  const before = new Set(checkPageContent(opened, opened.content).map(({ path, what }) => `${path} ${what}`));
  const [fault] = checkPageContent(opened, content).filter(
    ({ path, what, wrong }) => wrong && !before.has(`${path} ${what}`),
  );
  if (fault) throw new TavrikError(`${fault.what}.`, fault.path, 'Nothing was changed.');
  writeAndRender(opened.project, write);
}

export function checkPageContent({ project, document, regions }: OpenedPage, content: Content): ContentFault[] {
  const assets = join(project, 'assets');
  const files = existsSync(assets) ? readdirSync(assets).map((name) => `assets/${name}`) : [];
  return checkContent(document, regions, content, new Set(files));
}

/** What a person should see to in the content of a page. @throws TavrikError */
export function checkProjectContent(project: string, page?: string): ContentFault[] {
  const opened = openPage(project, page);
  const translated = [...languagesOf(project, opened.name)].flatMap(([language, words]) =>
    languageFaults(opened, language, words),
  );
  return [...checkPageContent(opened, opened.content), ...siteFaults(project), ...translated];
}

/** Fields in the content of the site that no page has. */
function siteFaults(project: string): ContentFault[] {
  return unknownInSite(project).map((path) => ({ path, wrong: true, what: 'Field not found on any page' }));
}

/** What is to be seen to in the words of a language: fields that are gone, and those that are not translated yet. */
function languageFaults({ document, content, regions }: OpenedPage, language: string, words: Content): ContentFault[] {
  const find = fieldsByPath(regions);
  const all = flatten(wholeContent(document, content)).values;
  const { values } = flatten(words);
  const gone = [...values.keys()].filter((path) => !all.has(path));
  const open = [...all].filter(([path, value]) => {
    const field = find(path);
    return field !== undefined && isTranslated(field) && /\p{L}/u.test(value) && !values.get(path);
  });
  return [
    ...gone.map((path) => ({ path: `${language}: ${path}`, wrong: false, what: 'Field not found' })),
    ...(open.length
      ? [
          {
            path: `${language}: ${open[0]?.[0] ?? ''}`,
            wrong: false,
            what: `Not translated yet${open.length > 1 ? `, and ${open.length - 1} more` : ''}`,
          },
        ]
      : []),
  ];
}

/** A list of a page and the ids of its entries as they are now. @throws TavrikError if there is none */
export function listIn(opened: OpenedPage, list: string): { readonly ids: readonly string[]; readonly plain: boolean } {
  const { source, written } = opened;
  const ids = written.lists.get(list) ?? source.lists.get(list);
  if (!ids) {
    const lists = [...source.lists.keys()];
    const near = nearestWords(list, lists);
    const known = lists.length ? `Its lists: ${lists.join(', ')}.` : 'The page has no lists.';
    throw new TavrikError(
      `The page has no list "${list}".`,
      opened.contentFile,
      near.length ? `Did you mean ${near.join(', ')}?` : known,
      'not-found',
    );
  }
  const first = source.lists.get(list) ?? ids;
  return { ids, plain: first.every((id) => source.values.has(`${list}.${id}`)) };
}

/** Adds an entry to a list: like another one, with words of its own to be set. @returns its id @throws TavrikError */
export function addContent(
  project: string,
  page: string | undefined,
  list: string,
  how: { readonly text?: string; readonly like?: string; readonly at?: number },
): string {
  const opened = openPage(project, page);
  const { ids, plain } = listIn(opened, list);
  const like = how.like ?? ids.at(-1) ?? opened.source.lists.get(list)?.[0] ?? '';
  if (how.like !== undefined && !ids.includes(how.like)) throw noEntry(list, how.like, ids);
  const at = Math.min(Math.max(0, (how.at ?? ids.length + 1) - 1), ids.length);
  const id = plain ? String(at + 1) : freeName(slug(how.text ?? '', 24) || 'entry', (text) => ids.includes(text));
  const entry = plain
    ? (how.text ?? valueAt(opened, `${list}.${like}`))
    : named({ ...copyOf(opened, list, like), [ID]: id }, how.text);
  edit(opened, list, (file) => addEntry(file, list, entry, at));
  return id;
}

/** An entry under another heading, or label. */
function named(entry: Group, text: string | undefined): Group {
  const title = ['heading', 'label'].find((name) => typeof entry[name] === 'string');
  return text === undefined || title === undefined ? entry : { ...entry, [title]: text };
}

function valueAt({ source, written }: OpenedPage, path: string): string {
  return written.values.get(path) ?? source.values.get(path) ?? '';
}

/** An entry with its values as they are now; where the list is empty, one of the source. */
function copyOf({ document, content }: OpenedPage, list: string, id: string): Group {
  const find = (from: Content): Group | undefined =>
    (entriesAt(from, list) as Group[]).find((entry) => entry[ID] === id);
  return find(wholeContent(document, content)) ?? find(originalContent(document)) ?? {};
}

/** Takes an entry out of a list. @throws TavrikError */
export function removeContent(project: string, page: string | undefined, list: string, id: string): void {
  const opened = openPage(project, page);
  const { ids } = listIn(opened, list);
  if (!ids.includes(id)) throw noEntry(list, id, ids);
  edit(opened, list, (file) => removeEntry(file, list, id));
}

/** Moves an entry of a list. @param to its new place, from 1 on @throws TavrikError */
export function moveContent(project: string, page: string | undefined, list: string, id: string, to: number): void {
  const opened = openPage(project, page);
  const { ids } = listIn(opened, list);
  if (!ids.includes(id)) throw noEntry(list, id, ids);
  if (!Number.isInteger(to) || to < 1 || to > ids.length)
    throw new TavrikError(`"${list}" has no position ${to}.`, '--to', `Give a number from 1 to ${ids.length}.`);
  edit(opened, list, (file) => moveEntry(file, list, id, to - 1));
}

/** The file that a field or a list is filled from: that of its page, or that of the site. */
function fileOf({ project, contentFile }: OpenedPage, path: string): string {
  return covers(readSiteContent(project), path) ? siteFileOf(project) : contentFile;
}

/** Changes the file that fills a path; the site is rendered then. @throws TavrikError; nothing is changed then */
export function edit(opened: OpenedPage, path: string, make: (file: ContentFile) => void): void {
  const target = fileOf(opened, path);
  const file = withLists(opened, path, target);
  make(file);
  const now = readContentText(file.toString({ lineWidth: 0 }), target);
  const own = target === opened.contentFile ? now : nest(knownOf(flatten(now), opened.document));
  save(opened, own, () => saveContent(target, file));
}

/** A content file with every list on the way to a path: what it lacks it takes from the source, from the outside in. */
function withLists({ document, source }: OpenedPage, path: string, target: string): ContentFile {
  const file = openContent(target);
  const around = [...source.lists.keys()].filter((list) => path === list || path.startsWith(`${list}.`));
  for (const list of around.sort((a, b) => a.length - b.length))
    if (!hasList(file, list)) setList(file, list, entriesAt(originalContent(document), list));
  return file;
}
