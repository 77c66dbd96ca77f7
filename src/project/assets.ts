import { extname } from 'node:path';
import { sha256 } from '../core/text/hash.js';
import type { SignIn } from '../core/source/reading.js';
import { slug } from '../core/text/slug.js';

/** Inline data up to this size (bytes) stays inline. */
const INLINE_LIMIT = 2048;
/** Longest wait for one file (ms), and its largest size (bytes). */
const FETCH_LIMIT = 20000;
const SIZE_LIMIT = 64 * 1024 * 1024;

const ENDINGS: Readonly<Record<string, string>> = {
  'image/png': '.png',
  'image/jpeg': '.jpg',
  'image/gif': '.gif',
  'image/webp': '.webp',
  'image/avif': '.avif',
  'image/svg+xml': '.svg',
  'image/x-icon': '.ico',
  'image/vnd.microsoft.icon': '.ico',
  'font/woff2': '.woff2',
  'font/woff': '.woff',
  'font/ttf': '.ttf',
  'font/otf': '.otf',
  'application/font-woff': '.woff',
  'application/font-woff2': '.woff2',
  'video/mp4': '.mp4',
  'video/webm': '.webm',
  'audio/mpeg': '.mp3',
  'image/bmp': '.bmp',
};

/** Files of a page by content: equal bytes are one file, named after the first address and a hash of its bytes. */
export class AssetStore {
  private readonly files = new Map<string, Buffer>();
  private readonly byHash = new Map<string, string>();

  /** Adds bytes and returns the path by which the site finds them. */
  add(bytes: Buffer, hint: string, type?: string): string {
    const hash = sha256(bytes).slice(0, 10);
    const known = this.byHash.get(hash);
    if (known) return known;
    const ending =
      (extname(hint)
        .toLowerCase()
        .match(/^\.[a-z0-9]{1,5}$/)?.[0] ??
        ENDINGS[type ?? '']) ||
      '.bin';
    const base = slug(hint.replace(/\.[^.]*$/, ''), 40) || 'asset';
    const path = `assets/${base}-${hash}${ending}`;
    this.byHash.set(hash, path);
    this.files.set(path, bytes);
    return path;
  }

  /** Takes over the files of another store, under the names they have there. */
  addAll(other: AssetStore): void {
    for (const [path, bytes] of other.files) this.files.set(path, bytes);
    for (const [hash, path] of other.byHash) if (other.files.has(path)) this.byHash.set(hash, path);
  }

  /** Forgets the files that are not among these paths. */
  keep(paths: ReadonlySet<string>): void {
    for (const path of this.files.keys()) if (!paths.has(path)) this.files.delete(path);
  }

  /** Path to bytes, in the order of paths. */
  entries(): [string, Buffer][] {
    return [...this.files].sort(([a], [b]) => (a < b ? -1 : 1));
  }

  get size(): number {
    return this.files.size;
  }
}

export interface FetchedAssets {
  /** What each address became; small inline data stays as it is, a missing file is undefined. */
  readonly places: ReadonlyMap<string, string | undefined>;
  /** Addresses of files that could not be had. */
  readonly missing: readonly string[];
}

/** How files are fetched. */
export interface FetchOptions {
  readonly signIn?: SignIn;
  /** Inline data stays inline up to this size, bytes. */
  readonly inlineLimit?: number;
}

/** Fetches the files behind addresses into the store. `base` resolves relative ones. */
export async function fetchAssets(
  addresses: readonly string[],
  base: string,
  store: AssetStore,
  options: FetchOptions = {},
): Promise<FetchedAssets> {
  const fetched = await Promise.all(
    addresses.map(async (address) => ({ address, got: await fetchOne(address, base, options) })),
  );
  const places = new Map<string, string | undefined>();
  const missing: string[] = [];
  for (const { address, got } of fetched) {
    if (got === 'inline') places.set(address, address);
    else if (got) places.set(address, store.add(got.bytes, got.name, got.type));
    else {
      places.set(address, undefined);
      missing.push(address);
    }
  }
  return { places, missing };
}

function headersOf({ headers, cookies }: SignIn): Record<string, string> {
  const cookie = cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
  return { ...headers, ...(cookie ? { cookie } : {}) };
}

interface Got {
  readonly bytes: Buffer;
  readonly name: string;
  readonly type: string;
}

async function fetchOne(
  address: string,
  base: string,
  { signIn, inlineLimit = INLINE_LIMIT }: FetchOptions,
): Promise<Got | 'inline' | undefined> {
  try {
    if (address.startsWith('data:') && address.length <= inlineLimit) return 'inline';
    const url = new URL(address, base);
    if (!['http:', 'https:', 'data:'].includes(url.protocol)) return undefined;
    const headers = signIn && url.origin === new URL(base).origin ? headersOf(signIn) : {};
    const response = await fetch(url, { signal: AbortSignal.timeout(FETCH_LIMIT), headers });
    if (!response.ok || Number(response.headers.get('content-length') ?? 0) > SIZE_LIMIT) return undefined;
    const type = (response.headers.get('content-type') ?? '').split(';')[0]?.trim() ?? '';
    if (type === 'text/html' && !/\.html?$/.test(url.pathname)) return undefined;
    const name = url.protocol === 'data:' ? 'image' : decodeURIComponent(url.pathname.split('/').pop() ?? '');
    const bytes = Buffer.from(await response.arrayBuffer());
    const isVector = type === 'image/svg+xml' || /\.svg$/i.test(name);
    return { bytes: isVector ? await (await import('./image-codec.js')).withoutScripts(bytes) : bytes, name, type };
  } catch {
    return undefined;
  }
}
