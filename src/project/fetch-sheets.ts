/** Longest wait for one style sheet (ms), and its largest size (characters). */
const FETCH_LIMIT = 10000;
const SIZE_LIMIT = 8 * 1024 * 1024;

/** Fetches style sheets by address. Those that cannot be had are left out. */
export async function fetchSheets(addresses: readonly string[]): Promise<Record<string, string>> {
  const texts = await Promise.all(addresses.map(async (address) => [address, await fetchText(address)] as const));
  return Object.fromEntries(texts.filter((text): text is [string, string] => text[1] !== undefined));
}

async function fetchText(address: string): Promise<string | undefined> {
  try {
    if (!/^https?:/.test(address)) return undefined;
    const response = await fetch(address, { signal: AbortSignal.timeout(FETCH_LIMIT) });
    if (!response.ok || !/css/.test(response.headers.get('content-type') ?? 'text/css')) return undefined;
    const text = await response.text();
    return text.length > SIZE_LIMIT ? undefined : text;
  } catch {
    return undefined;
  }
}
