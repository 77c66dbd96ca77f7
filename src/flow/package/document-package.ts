import { type PackContents, json, manifestOf } from './package-format.js';
import { handOver } from '../publish/hand-over.js';
import type { PackedItem } from '../../core/sites/manifest.js';
import type { ProjectFile } from '../../project/folder.js';
import { bareDocument } from '../publish/plan.js';

/** Pages, parts and sections as page documents, with content, tokens and files. */
export function documents(project: string, only: readonly string[]): PackContents {
  const all = handOver(project, { as: 'site' });
  const ids = new Set(all.items.map(({ id }) => id));
  const sections = only.some((id) => !ids.has(id))
    ? handOver(project, { as: 'section', only: only.filter((id) => !ids.has(id)) })
    : undefined;
  const own = only.length ? only.filter((id) => ids.has(id)) : [...ids];
  const handed = own.length ? handOver(project, { as: 'site', only: own }) : { ...all, items: [], files: [] };
  const items = [...handed.items, ...(sections?.items ?? [])];
  const assets = new Map([...handed.files, ...(sections?.files ?? [])].map(({ path, bytes }) => [path, bytes]));
  const packed = items.map(({ document, content: _, ...item }): PackedItem => ({
    ...item,
    assets: item.assets.filter((path) => assets.has(path)),
    ...(document ? { document: `items/${item.id}.json` } : {}),
    content: `items/${item.id}.content.json`,
  }));
  const files = items.flatMap(({ id, document, content }): ProjectFile[] => [
    ...(document ? [[`items/${id}.json`, json(bareDocument(document))] as const] : []),
    [`items/${id}.content.json`, json(content)],
  ]);
  const tokens: ProjectFile[] = handed.tokens === undefined ? [] : [['tokens.json', handed.tokens]];
  return {
    files: [...files, ...tokens, ...assets],
    manifest: { ...manifestOf(handed, 'document'), items: packed, ...(tokens.length ? { tokens: 'tokens.json' } : {}) },
  };
}
