import { ITEM_KINDS, type ItemKind } from './items.js';

/** What a package is. */
export const PACKAGE_FORMS = ['site', 'templates', 'document'] as const;
export type PackageForm = (typeof PACKAGE_FORMS)[number];

export const MANIFEST_FILE = 'manifest.json';

/** An item of a package of documents: where its parts lie in it, and what it needs. */
export interface PackedItem {
  readonly id: string;
  readonly kind: ItemKind;
  readonly name: string;
  readonly path?: string;
  readonly framed?: boolean;
  readonly document?: string;
  readonly content: string;
  /** Ids of other items. */
  readonly needs: readonly string[];
  /** Paths of files. */
  readonly assets: readonly string[];
}

/** A page of a package of a site or of templates. */
export interface PackedPage {
  readonly name: string;
  /** Its own files: page, style sheet, template, data. */
  readonly files: readonly string[];
  /** Files that it shows. */
  readonly needs: readonly string[];
}

/** What is in a package, and what needs what. */
export interface Manifest {
  readonly format: 'tavrik-package';
  readonly version: 1;
  readonly as: PackageForm;
  /** Name of the project that it comes from. */
  readonly source: string;
  readonly title: string;
  readonly language: string;
  readonly items?: readonly PackedItem[];
  readonly pages?: readonly PackedPage[];
  readonly tokens?: string;
  /** Every file but this one. */
  readonly files: readonly { readonly path: string; readonly bytes: number; readonly sha256: string }[];
}

const text = { type: 'string', minLength: 1 };
const path = { type: 'string', pattern: '^(?!/)(?!.*\\.\\.)[^\\\\]+$', description: 'Path in the package.' };
const list = (items: object): object => ({ type: 'array', items });

/** JSON Schema of a manifest (2020-12). */
export const MANIFEST_SCHEMA = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'Manifest of a package',
  type: 'object',
  required: ['format', 'version', 'as', 'source', 'title', 'language', 'files'],
  additionalProperties: false,
  properties: {
    format: { const: 'tavrik-package' },
    version: { const: 1 },
    as: { enum: [...PACKAGE_FORMS] },
    source: text,
    title: { type: 'string' },
    language: text,
    tokens: path,
    items: list({
      type: 'object',
      required: ['id', 'kind', 'name', 'content', 'needs', 'assets'],
      additionalProperties: false,
      properties: {
        id: { type: 'string', pattern: '^[a-z0-9][a-z0-9-]*$' },
        kind: { enum: [...ITEM_KINDS] },
        name: text,
        path,
        framed: { type: 'boolean' },
        document: path,
        content: path,
        needs: list(text),
        assets: list(path),
      },
    }),
    pages: list({
      type: 'object',
      required: ['name', 'files', 'needs'],
      additionalProperties: false,
      properties: { name: text, files: list(path), needs: list(path) },
    }),
    files: list({
      type: 'object',
      required: ['path', 'bytes', 'sha256'],
      additionalProperties: false,
      properties: {
        path,
        bytes: { type: 'integer', minimum: 0 },
        sha256: { type: 'string', pattern: '^[0-9a-f]{64}$' },
      },
    }),
  },
} as const;

/** What a manifest says that is not so: needs that are not there, files that nobody lists. Empty if all is well. */
export function manifestFaults(manifest: Manifest, paths: ReadonlySet<string>): string[] {
  const listed = new Set(manifest.files.map((file) => file.path));
  const ids = new Set(manifest.items?.map(({ id }) => id));
  const wanted = [
    ...(manifest.items ?? []).flatMap(({ document, content, assets }) => [document ?? [], content, assets].flat(2)),
    ...(manifest.pages ?? []).flatMap(({ files, needs }) => [...files, ...needs]),
    ...(manifest.tokens ? [manifest.tokens] : []),
  ];
  return [
    ...[...listed].filter((text) => !paths.has(text)).map((text) => `${text} is listed but missing`),
    ...[...paths].filter((path) => path !== MANIFEST_FILE && !listed.has(path)).map((path) => `${path} is not listed`),
    ...[...new Set(wanted)].filter((text) => !listed.has(text)).map((text) => `${text} is required but missing`),
    ...(manifest.items ?? []).flatMap(({ id, needs }) =>
      needs.filter((need) => !ids.has(need)).map((need) => `${id} requires ${need}, which is missing`),
    ),
  ];
}
