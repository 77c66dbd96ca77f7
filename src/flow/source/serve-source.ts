import { defined } from '../../core/data/defined.js';
import { join } from 'node:path';
import { serveFolder } from '../../browser/serve.js';
import type { Visit } from '../../browser/visit.js';
import { shownScheme, type Reading } from '../../core/source/reading.js';
import { pageIn, unpack } from '../../project/archive.js';
import type { WebSource } from './source.js';

/** A source that can be opened in a browser. */
export interface ServedSource {
  readonly visit: Visit;
  readonly close: () => Promise<void>;
}

/** Puts a web page where a browser can open it: files are served from this machine, archives are unpacked first. */
export async function serveSource(
  source: WebSource,
  { schemes, choice, signIn, leaveOut, anyway }: Reading,
): Promise<ServedSource> {
  const how = { shown: source.shown, scheme: shownScheme(schemes), ...defined({ signIn, choice, leaveOut, anyway }) };
  if (source.kind === 'address')
    return { visit: { ...how, address: source.address, online: true }, close: () => Promise.resolve() };
  if (source.kind === 'html') {
    const served = await serveFolder(source.root);
    return { visit: { ...how, address: `${served.origin}/${source.path}`, online: false }, close: served.close };
  }
  const unpacked = await unpack(source.file);
  try {
    const path = pageIn(unpacked.files, source.shown);
    const served = await serveFolder(join(unpacked.folder));
    return {
      visit: {
        ...how,
        address: `${served.origin}/${path.split('/').map(encodeURIComponent).join('/')}`,
        online: false,
      },
      close: async () => {
        await served.close();
        unpacked.remove();
      },
    };
  } catch (error) {
    unpacked.remove();
    throw error;
  }
}
