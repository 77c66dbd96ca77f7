import type { Field, Region } from '../core/content/regions.js';
import { regionsOf } from '../core/content/regions.js';
import { contentFileSchema } from '../core/content/content-schema.js';
import { writeContent as contentText } from './content-file.js';
import type { Content } from '../core/content/values.js';
import type { PageDocument } from '../core/document/types.js';
import { TOKENS_SCHEMA } from '../core/tokens/tokens-schema.js';
import { ADJUST_SCHEMA } from './adjust-file.js';
import { BRIEF_SCHEMA } from './brief-schema.js';
import type { ProjectFile } from './folder.js';
import { PARKED } from './parked-content.js';
import { jsonSchemaOf, type JsonSchema } from './json-schema.js';
import { SETTINGS_SCHEMA } from './settings.js';

/*
 * The files of a project that people edit, and the JSON Schema of each. A project carries the schemas, so that editors
 * find them wherever it lies.
 */

/** The folder of a project that holds the schemas. */
export const SCHEMA_FOLDER = 'schema';

/** Files that are the same in every project, by the name of their schema. Each schema comes from what checks the file. */
export const FILE_SCHEMAS: Readonly<Record<'project' | 'brief' | 'adjust' | 'tokens', () => JsonSchema>> = {
  project: () => jsonSchemaOf(SETTINGS_SCHEMA, 'tavrik.yaml: sources, widths and limits of a project'),
  brief: () => jsonSchemaOf(BRIEF_SCHEMA, 'brief.yaml: decisions about how a source is converted'),
  adjust: () => jsonSchemaOf(ADJUST_SCHEMA, 'adjust.yaml: corrections to the styling of pages'),
  tokens: () => TOKENS_SCHEMA,
};

/** The schemas that a project carries: of the files that all have, and of the content of each page. */
export function schemaFiles(documents: readonly PageDocument[]): ProjectFile[] {
  const pages = documents.map((document) => [document.name, regionsOf(document)] as const);
  const schemas: readonly (readonly [string, JsonSchema])[] = [
    ...Object.entries(FILE_SCHEMAS).map(([name, schema]) => [name, schema()] as const),
    ...pages.map(
      ([name, regions]) => [`content-${name}`, contentFileSchema(`Content of ${name}`, regions, PARKED)] as const,
    ),
    [
      'content-site',
      contentFileSchema('Content that several pages share', mergedRegions(pages.flatMap(([, all]) => all)), PARKED),
    ],
  ];
  return schemas.map(([name, schema]) => [
    `${SCHEMA_FOLDER}/${name}.schema.json`,
    `${JSON.stringify(schema, null, 2)}\n`,
  ]);
}

/** Regions of several pages: those of one name together, with the fields of all. */
function mergedRegions(regions: readonly Region[]): Region[] {
  const merged = new Map<string, Region>();
  for (const region of regions) {
    const known = merged.get(region.name);
    merged.set(region.name, known ? { ...known, fields: mergedFields(known.fields, region.fields) } : region);
  }
  return [...merged.values()];
}

function mergedFields(first: readonly Field[], second: readonly Field[]): Field[] {
  const merged = new Map(first.map((field) => [field.name, field]));
  for (const field of second) {
    const known = merged.get(field.name);
    if (!known) merged.set(field.name, field);
    else if (known.fields && field.fields)
      merged.set(field.name, { ...known, fields: mergedFields(known.fields, field.fields) });
  }
  return [...merged.values()];
}

/** The text of a content file of a page, in its own language or another. */
export function pageContentText(page: string, content: Content): string {
  return contentText(content, `../${SCHEMA_FOLDER}/content-${page}.schema.json`);
}

/** The text of the content file of the site. */
export function siteContentText(content: Content): string {
  return contentText(content, `../${SCHEMA_FOLDER}/content-site.schema.json`);
}
