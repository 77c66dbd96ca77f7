import { existsSync, readFileSync } from 'node:fs';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { Connection } from './api-client.js';

/** Where a token may come from; never the command line, where others see it. */
export interface TokenSources {
  readonly file?: string;
  readonly environment?: string;
  /** Asks a person; missing where nobody is there. */
  readonly ask?: () => Promise<string>;
}

/** Makes sure of an address and finds its token. @throws TavrikError */
export async function connectionTo(address: string, sources: TokenSources): Promise<Connection> {
  const site = siteAddress(address);
  const token = (await tokenFrom(sources)).trim();
  if (!/^[\w.~+/-]+=*$/.test(token))
    throw new TavrikError(
      'Invalid token.',
      sources.file ?? 'TAVRIK_TOKEN',
      'A token is one line of letters, digits and signs, without spaces.',
    );
  return { address: site, token };
}

/** @throws TavrikError for what is no address, or would send the token in the clear over a network */
export function siteAddress(address: string): string {
  if (!URL.canParse(address))
    throw new TavrikError(`"${address}" is not an address.`, '--to', 'Write it as https://example.org.');
  const url = new URL(address);
  if (!/^https?:$/.test(url.protocol))
    throw new TavrikError(
      `Addresses with "${url.protocol}" are not supported.`,
      '--to',
      'Give an address with https://.',
    );
  if (url.username || url.password)
    throw new TavrikError(
      'An address must not hold a password.',
      '--to',
      'Put it into a file, and name the file with --token-file.',
    );
  const isHere = ['127.0.0.1', 'localhost', '[::1]'].includes(url.hostname);
  if (url.protocol === 'http:' && !isHere)
    throw new TavrikError('The token would be sent unencrypted.', address, 'Use https://.');
  return `${url.origin}${url.pathname}`.replace(/\/+$/, '');
}

async function tokenFrom({ file, environment, ask }: TokenSources): Promise<string> {
  const known = readSecret(file, environment);
  if (known) return known;
  if (ask) return ask();
  throw new TavrikError(
    'The token is missing.',
    '--token-file',
    'Name the file that holds it, or set TAVRIK_TOKEN.',
    'not-found',
  );
}

/** What lets us in, from a file or the environment; empty if neither says it. @throws TavrikError */
export function readSecret(file: string | undefined, environment: string | undefined): string {
  if (file === undefined) return environment ?? '';
  if (!existsSync(file))
    throw new TavrikError('File not found.', file, 'Name the file that holds the token.', 'not-found');
  return readFileSync(file, 'utf8');
}
