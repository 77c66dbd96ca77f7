import { assetAddresses, mapAssets } from '../../core/document/addresses.js';
import type { PageDocument } from '../../core/document/types.js';
import { fetchAssets, type AssetStore, type FetchOptions } from '../../project/assets.js';

/** A page whose files are our own, and what could not be had, in words. */
export interface PageWithAssets {
  readonly document: PageDocument;
  readonly missing: readonly string[];
}

/**
 * Brings the files that a page shows into the store.
 * @param base address that relative addresses count from
 * @param instead the file that stands where one is missing
 */
export async function bringAssets(
  raw: PageDocument,
  base: string,
  store: AssetStore,
  { instead, ...options }: FetchOptions & { readonly instead?: string } = {},
): Promise<PageWithAssets> {
  const ours = new URL(base).hostname === '127.0.0.1' ? new URL(base).origin : '';
  /* Files that links lead to come along from this machine; elsewhere there may be any number of any size. */
  const fetched = await fetchAssets(assetAddresses(raw, ours !== ''), base, store, options);
  const missing = fetched.missing.map(
    (text) => `File could not be loaded, its space is kept: ${(ours ? text.replace(ours, '') : text).slice(0, 200)}`,
  );
  const placeholder =
    instead !== undefined && missing.length ? store.add(Buffer.from(instead), 'missing.svg') : undefined;
  return { document: mapAssets(raw, (text) => fetched.places.get(text) ?? placeholder, ours !== ''), missing };
}
