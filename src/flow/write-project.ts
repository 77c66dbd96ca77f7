import type { DesignChoices } from '../core/design/screens.js';
import { existsSync, readFileSync } from 'node:fs';
import { basename, join, relative, resolve } from 'node:path';
import { parse, stringify } from 'yaml';
import { originalContent, type Content } from '../core/content/content.js';
import { checkDocument } from '../core/page/check.js';
import type { PageDocument } from '../core/page/types.js';
import type { Reading } from '../core/source/reading.js';
import type { Trimmed } from '../core/trim/trim.js';
import { renderSite, SHEET } from '../core/render/site.js';
import type { AssetStore } from '../project/assets.js';
import { isProject, replaceProject, type ProjectFile } from '../project/folder.js';
import { LIMITS, readSettings, SETTINGS_FILE, writeSettings, type ProjectSettings } from '../project/settings.js';
import { referenceFiles, type Reference } from './reference.js';
import type { Source } from './source.js';

/** A source turned into a page, with everything that goes into its project. */
export interface Made {
  readonly document: PageDocument;
  readonly references: readonly Reference[];
  readonly assets: AssetStore;
  readonly notes: readonly string[];
  readonly sourceElements: number;
  readonly trimmed?: Omit<Trimmed, 'document'>;
  readonly reasons?: readonly SectionReasons[];
  /** Of a design: what a person chose. */
  readonly choices?: DesignChoices;
}

/** Why a section of a design became what it is: lines of words, indented. */
export interface SectionReasons {
  readonly section: string;
  readonly lines: readonly string[];
}

/** Sizes of what was written. */
export interface Written {
  readonly cssBytes: number;
}

/** Writes a converted source as a project, whole or not at all; what people wrote in an old project stays. */
export function writeProject(
  source: Source,
  made: Made,
  reading: Reading,
  browserVersion: string,
  out: string,
): Written {
  const { document } = made;
  checkDocument(document, `pages/${document.name}.json`);
  const settings = settingsFor(source, made, reading, out);
  const content = contentFor(out, document);
  const site = renderSite(document, content);
  const assets = made.assets.entries();
  const files: ProjectFile[] = [
    [SETTINGS_FILE, writeSettings(settings)],
    [`content/${document.name}.yaml`, stringify(content, { lineWidth: 0 })],
    [`pages/${document.name}.json`, `${JSON.stringify(document, null, 2)}\n`],
    ...assets,
    ...assets.map(([path, bytes]): ProjectFile => [`site/${path}`, bytes]),
    ...Object.entries(site).map(([path, text]): ProjectFile => [`site/${path}`, text]),
    ...referenceFiles(made.references, browserVersion),
  ];
  replaceProject(out, files);
  return { cssBytes: Buffer.byteLength(site[SHEET] ?? '') };
}

function settingsFor(source: Source, made: Made, reading: Reading, out: string): ProjectSettings {
  const { document } = made;
  const target = resolve(out);
  const own =
    source.kind === 'address'
      ? [source.address]
      : (source.kind === 'svg' ? boardsOf(source.files, document) : [source.file]).map((file) =>
          relative(target, file),
        );
  const before = settingsBefore(out);
  return {
    format: 'tavrik-project',
    version: 1,
    page: {
      name: document.name,
      kind: document.source.kind,
      sources: own,
      ...(source.kind === 'html' ? { root: relative(target, source.root) || '.' } : {}),
      ...(source.kind === 'svg' || reading.schemes === 'both' ? {} : { schemes: reading.schemes }),
      ...(reading.choice ? { select: reading.choice.selectors, move: reading.choice.moves } : {}),
      ...(made.choices && Object.keys(made.choices).length ? { design: made.choices } : {}),
      widths: document.source.widths,
    },
    limits: before?.limits ?? LIMITS,
  };
}

/** The files with artboards of this page; others in the call were of other pages. */
function boardsOf(files: readonly string[], { source }: PageDocument): string[] {
  return files.filter((file) => source.files.includes(basename(file)));
}

/** The settings of the project that lies there already. */
export function settingsBefore(out: string): ProjectSettings | undefined {
  const target = resolve(out);
  if (!isProject(target)) return undefined;
  return readSettings(readFileSync(join(target, SETTINGS_FILE), 'utf8'), SETTINGS_FILE);
}

/** What the client wrote stays; fields that nobody touched take the words of the source as it is now. */
function contentFor(out: string, document: PageDocument): Content {
  const fresh = originalContent(document);
  const contentFile = join(out, 'content', `${document.name}.yaml`);
  const pageFile = join(out, 'pages', `${document.name}.json`);
  if (!existsSync(contentFile) || !existsSync(pageFile)) return fresh;
  const written = (parse(readFileSync(contentFile, 'utf8')) ?? {}) as Content;
  const before = originalContent(JSON.parse(readFileSync(pageFile, 'utf8')) as PageDocument);
  const kept: Record<string, Record<string, string>> = {};
  for (const [section, values] of Object.entries(fresh)) kept[section] = { ...values };
  for (const [section, values] of Object.entries(written)) {
    for (const [name, value] of Object.entries(values ?? {}))
      if (value !== before[section]?.[name]) (kept[section] ??= {})[name] = value;
  }
  return kept;
}
