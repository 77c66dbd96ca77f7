import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { LANGUAGE } from '../core/content/languages.js';
import type { Content } from '../core/content/values.js';
import { readContentFile } from './content-file.js';

/** The file with the words of a page in a language. */
export function languageFile(project: string, page: string, language: string): string {
  return join(project, 'content', `${page}.${language}.yaml`);
}

/** The languages that a page is translated into, with their words. @throws TavrikError for a file that cannot be read */
export function languagesOf(project: string, page: string): ReadonlyMap<string, Content> {
  const folder = join(project, 'content');
  const names = existsSync(folder) ? readdirSync(folder).sort() : [];
  return new Map(
    names.flatMap((name): [string, Content][] => {
      const language = name.startsWith(`${page}.`) ? name.slice(page.length + 1).replace(/\.yaml$/, '') : '';
      return LANGUAGE.test(language) && name.endsWith('.yaml') && name !== `${page}.yaml`
        ? [[language, readContentFile(join(folder, name))]]
        : [];
    }),
  );
}
