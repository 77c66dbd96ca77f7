import { basename, extname } from 'node:path';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { pageName } from './page-name.js';
import type { WebSource } from './source.js';

/** A page at an address. @throws TavrikError if it cannot be opened */
export function addressSource(address: string): WebSource {
  let url: URL;
  try {
    url = new URL(address);
  } catch {
    throw new TavrikError('This is not an address.', address, 'Write it as https://example.org/page.');
  }
  if (url.protocol !== 'http:' && url.protocol !== 'https:')
    throw new TavrikError(
      `Addresses with "${url.protocol}" cannot be converted.`,
      address,
      'Give an http or https address, or the path of a file.',
    );
  return {
    kind: 'address',
    name: pageName(basename(url.pathname, extname(url.pathname))),
    address: url.href,
    shown: address,
  };
}
