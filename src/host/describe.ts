import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildHost } from './server.js';
import { openStore } from './store/store.js';

/** The description of the API (OpenAPI 3.1), as a host serves it. */
export async function describeApi(): Promise<object> {
  const folder = mkdtempSync(join(tmpdir(), 'tavrik-api-'));
  const store = openStore(folder);
  try {
    const app = await buildHost(store);
    await app.ready();
    const answer = await app.inject({ url: '/api/v1/openapi.json' });
    await app.close();
    return answer.json<object>();
  } finally {
    store.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
