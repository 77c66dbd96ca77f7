import { randomUUID } from 'node:crypto';
import { setTimeout as rest } from 'node:timers/promises';
import { TavrikError } from '../../core/errors/tavrik-error.js';

/** Where a site is, and what lets us in. */
export interface Connection {
  /** Without a slash at its end. */
  readonly address: string;
  readonly token: string;
}

export interface Answered<Body> {
  readonly status: number;
  readonly body: Body;
  readonly etag: string;
  readonly offset: number;
}

interface ApiRequest {
  readonly json?: unknown;
  readonly bytes?: Buffer;
  readonly headers?: Readonly<Record<string, string>>;
  /** Statuses that are answers too. */
  readonly also?: readonly number[];
}

/** How often a request that got no answer is sent, and the rest before it is sent again, ms. */
const TRIES = 5;
const REST = 300;
/** Longest wait for an answer, ms. */
const PATIENCE = 120_000;

/** Talks to the API of a site. What may have been lost on the way is sent again, with the same key. */
export class ApiClient {
  constructor(private readonly connection: Connection) {}

  get<Body>(path: string, also: readonly number[] = []): Promise<Answered<Body>> {
    return this.ask('GET', path, { also });
  }

  post<Body>(path: string, json: unknown, headers: Readonly<Record<string, string>> = {}): Promise<Answered<Body>> {
    return this.ask('POST', path, { json, headers: { 'idempotency-key': randomUUID(), ...headers } });
  }

  put<Body>(path: string, json: unknown, etag: string, also: readonly number[] = []): Promise<Answered<Body>> {
    return this.ask('PUT', path, { json, also, headers: { 'if-match': etag, 'idempotency-key': randomUUID() } });
  }

  patchBytes<Body>(path: string, bytes: Buffer, offset: number): Promise<Answered<Body>> {
    return this.ask('PATCH', path, {
      bytes,
      also: [409],
      headers: { 'content-type': 'application/partial-upload', 'upload-offset': String(offset) },
    });
  }

  private async ask<Body>(method: string, path: string, asked: ApiRequest): Promise<Answered<Body>> {
    const { address, token } = this.connection;
    for (let tries = 1; ; tries += 1) {
      try {
        const answer = await fetch(`${address}/api/v1${path}`, {
          method,
          redirect: 'error',
          signal: AbortSignal.timeout(PATIENCE),
          headers: {
            authorization: `Bearer ${token}`,
            ...(asked.json === undefined ? {} : { 'content-type': 'application/json' }),
            ...asked.headers,
          },
          ...(asked.json === undefined ? {} : { body: JSON.stringify(asked.json) }),
          ...(asked.bytes === undefined ? {} : { body: new Uint8Array(asked.bytes) }),
        });
        const text = await answer.text();
        if (answer.ok || asked.also?.includes(answer.status))
          return {
            status: answer.status,
            body: jsonOf(text) as Body,
            etag: answer.headers.get('etag') ?? '',
            offset: Number(answer.headers.get('upload-offset') ?? 0),
          };
        if (![429, 502, 503, 504].includes(answer.status) || tries >= TRIES)
          throw refused(answer.status, text, address);
      } catch (error) {
        if (error instanceof TavrikError || tries >= TRIES)
          throw error instanceof TavrikError ? error : unreachable(address, error as Error);
      }
      await rest(REST * 2 ** (tries - 1));
    }
  }
}

function jsonOf(text: string): unknown {
  try {
    return text ? JSON.parse(text) : undefined;
  } catch {
    return undefined;
  }
}

function refused(status: number, text: string, address: string): TavrikError {
  const { title, detail } = (jsonOf(text) ?? {}) as { title?: string; detail?: string };
  if (status === 401)
    return new TavrikError(
      'The site does not know this token.',
      address,
      'Ask the person who runs the site for one, and name its file with --token-file.',
      'denied',
    );
  if (status === 403)
    return new TavrikError(
      `The token does not permit this. ${detail ?? ''}`.trim(),
      address,
      'Ask for a token that does.',
      'denied',
    );
  if (title !== undefined) return new TavrikError(`The site refused it: ${title}`, address, detail, 'unreachable');
  return new TavrikError(`This is not a Tavrik site (status ${status}).`, address, 'Check the address.', 'unreachable');
}

function unreachable(address: string, error: Error): TavrikError {
  const cause = error.cause as NodeJS.ErrnoException | undefined;
  const why =
    cause?.code === 'ECONNREFUSED'
      ? 'The connection was refused'
      : cause?.code === 'ENOTFOUND'
        ? 'The address does not exist'
        : error.name === 'TimeoutError'
          ? 'It did not answer in time'
          : `It cannot be reached (${cause?.code ?? cause?.message ?? error.message})`;
  return new TavrikError(
    `${why}.`,
    address,
    'Check the address and that the site is running, then send again: files that arrived are not sent twice.',
  );
}
