import { assetAddresses, mapAssets } from '../../core/document/addresses.js';
import type { PageDocument } from '../../core/document/types.js';
import type { SignIn } from '../../core/source/reading.js';
import { fetchAssets, type AssetStore } from '../../project/assets.js';

/** A page whose files are our own, and what could not be had, in words. */
export interface PageWithAssets {
  readonly document: PageDocument;
  readonly missing: readonly string[];
}

/**
 * Brings the files that a page shows into the store.
 * @param base address that relative addresses count from
 * @param instead stands where a file is missing
 */
export async function bringAssets(
  raw: PageDocument,
  base: string,
  store: AssetStore,
  { signIn, instead }: { readonly signIn?: SignIn; readonly instead?: string } = {},
): Promise<PageWithAssets> {
  const ours = new URL(base).hostname === '127.0.0.1' ? new URL(base).origin : '';
  /* Files that links lead to come along from this machine; elsewhere there may be any number of any size. */
  const fetched = await fetchAssets(assetAddresses(raw, ours !== ''), base, store, signIn);
  const missing = fetched.missing.map(
    (text) => `File could not be loaded, its space is kept: ${(ours ? text.replace(ours, '') : text).slice(0, 200)}`,
  );
  return { document: mapAssets(raw, (text) => fetched.places.get(text) ?? instead, ours !== ''), missing };
}
