import { fieldsByPath } from '../../core/content/check.js';
import { wholeContent } from '../../core/content/content.js';
import { readFrontMatter, writeFrontMatter } from '../../core/content/front-matter.js';
import { inLanguage, LANGUAGE } from '../../core/content/languages.js';
import { isTranslated } from '../../core/document/field-types.js';
import { flatten, nest, type Content } from '../../core/content/values.js';
import { readXliff, writeXliff, type TranslatedUnit, type Unit } from '../../core/content/xliff.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { readContentText, writeContent } from '../../project/content-file.js';
import { languagesOf } from '../../project/languages.js';
import type { OpenedPage } from './content.js';

/** Texts longer than this, in words, stand below the front matter. */
const LONG = 12;

/** @throws TavrikError for what is no language */
export function checkLanguage(language: string): string {
  if (LANGUAGE.test(language)) return language;
  throw new TavrikError(`"${language}" is not a language tag.`, '--language', 'Give a BCP 47 tag, as de or pt-BR.');
}

/** @throws TavrikError for the language that the page has anyway */
export function refuseOwn({ document }: OpenedPage, language: string): void {
  if (checkLanguage(language) === document.language)
    throw new TavrikError(
      `The page itself is in "${language}".`,
      '--language',
      'Its texts are in content/NAME.yaml: leave --language out, or name another language.',
    );
}

/** The content of a page, or its words in a language. */
export function contentIn(opened: OpenedPage, language: string | undefined): Content {
  const { document, content, project, name } = opened;
  if (language === undefined) return wholeContent(document, content);
  refuseOwn(opened, language);
  const find = fieldsByPath(opened.regions);
  const words = languagesOf(project, name).get(language) ?? {};
  const { values } = flatten(inLanguage(document, content, words));
  const isWord = ([path]: readonly [string, string]): boolean => {
    const field = find(path);
    return field !== undefined && isTranslated(field);
  };
  return nestLike(opened, new Map([...values].filter(isWord)));
}

/** Values by sections; entries as the page has them now. */
export function nestLike({ document, content }: OpenedPage, values: ReadonlyMap<string, string>): Content {
  const { lists } = flatten(wholeContent(document, content));
  const used = [...lists].filter(([list]) => [...values.keys()].some((path) => path.startsWith(`${list}.`)));
  return nest({ values, lists: new Map(used) });
}

/** A page as Markdown with front matter: values by path in front, long texts below. */
export function asMarkdown(opened: OpenedPage, language: string | undefined): string {
  const { values, lists } = flatten(contentIn(opened, language));
  const find = fieldsByPath(opened.regions);
  const isLong = ([path, value]: readonly [string, string]): boolean => {
    const type = find(path)?.type;
    return type === 'rich' || type === 'article' || (type === 'text' && value.split(/\s+/).length > LONG);
  };
  const texts = new Map([...values].filter(isLong));
  const inLists = (path: string): boolean =>
    [...lists].some(([list, ids]) => ids.some((id) => path === `${list}.${id}`));
  /* An entry that is no more than a text cannot be left out of its list. */
  const below = new Map([...texts].filter(([path]) => !inLists(path)));
  const short = new Map([...values].filter(([path]) => !below.has(path)));
  return writeFrontMatter(writeContent(nest({ values: short, lists })), below);
}

/** Takes Markdown with front matter apart. @throws TavrikError with the line */
export function fromMarkdownFile(text: string, file: string, { source, written }: OpenedPage): Content {
  const { front, texts } = readFrontMatter(text, file);
  const flat = flatten(readContentText(front, file));
  const known = (path: string): boolean => source.values.has(path) || written.values.has(path);
  for (const [path, { line }] of texts) {
    if (!known(path))
      throw new TavrikError(
        `The page has no field "${path}".`,
        `${file}, line ${line}`,
        'Nothing was changed.',
        'not-found',
      );
    if (flat.values.has(path))
      throw new TavrikError(
        `"${path}" appears both in the front matter and below.`,
        `${file}, line ${line}`,
        'Keep one of them.',
      );
  }
  return nest({
    values: new Map([...flat.values, ...[...texts].map(([path, own]) => [path, own.text] as const)]),
    lists: flat.lists,
  });
}

/** The words of a page for a translator; those that are translated already with their translation. */
export function asXliff(opened: OpenedPage, language: string): string {
  refuseOwn(opened, language);
  const { document, content, project, name } = opened;
  const find = fieldsByPath(opened.regions);
  const done = flatten(languagesOf(project, name).get(language) ?? {}).values;
  const units = [...flatten(wholeContent(document, content)).values].flatMap(([path, source]): Unit[] => {
    const field = find(path);
    if (!field || !isTranslated(field) || !/\p{L}/u.test(source)) return [];
    const target = done.get(path);
    return [
      {
        path,
        label: field.label,
        rich: field.type === 'rich',
        source,
        ...(field.help && field.type !== 'rich' ? { help: field.help } : {}),
        ...(target ? { target } : {}),
      },
    ];
  });
  return writeXliff(name, { source: document.language || 'und', target: language }, units);
}

/** Translated words as they were read, and what a person should know of them. */
export interface TranslatedWords {
  readonly language: string;
  readonly words: ReadonlyMap<string, string>;
  /** Fields whose words have changed since they were given to be translated, and fields that the file lacks. */
  readonly stale: readonly string[];
  readonly missing: readonly string[];
}

/** Reads what a translator gave back. @throws TavrikError with the line; nothing of the file is taken then */
export function fromXliff(text: string, file: string, opened: OpenedPage): TranslatedWords {
  const { target, pages } = readXliff(text, file);
  refuseOwn(opened, target);
  const units = pages.get(opened.name);
  if (!units)
    throw new TavrikError(
      `It has no texts of the page "${opened.name}".`,
      file,
      `It has ${[...pages.keys()].join(', ') || 'none'}.`,
    );
  const find = fieldsByPath(opened.regions);
  const now = flatten(wholeContent(opened.document, opened.content)).values;
  const words = new Map<string, string>();
  const stale: string[] = [];
  for (const unit of units) {
    const field = find(unit.path);
    const where = `${file}, line ${unit.line}`;
    if (!field || !now.has(unit.path))
      throw new TavrikError(`The page has no field "${unit.path}".`, where, 'Nothing was changed.', 'not-found');
    if (!isTranslated(field))
      throw new TavrikError(`"${unit.path}" has no text to translate.`, where, 'Nothing was changed.');
    refuseLost(unit, where);
    const rich = field.type === 'rich';
    if (unit.source(rich) !== now.get(unit.path)) stale.push(unit.path);
    const value = unit.target?.(rich);
    if (value !== undefined) words.set(unit.path, value);
  }
  const missing = [...flatten(contentIn(opened, target)).values.keys()].filter(
    (path) => !units.some((unit) => unit.path === path) && /\p{L}/u.test(now.get(path) ?? ''),
  );
  return { language: target, words, stale, missing };
}

function refuseLost({ lost, path }: TranslatedUnit, where: string): void {
  if (lost.length)
    throw new TavrikError(
      `The translation of "${path}" lacks the placeholder ${lost.join(', ')}.`,
      where,
      'Keep the formatting of the source in the translation. Nothing was changed.',
    );
}
