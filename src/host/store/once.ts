import { sha256 } from '../../core/text/hash.js';
import type { Records } from './database.js';
import { Refusal } from './refusal.js';

/** An answer that was given. */
export interface Answer {
  readonly status: number;
  readonly body: string;
  readonly etag: string | null;
}

/** How long a request is remembered, hours. */
const KEPT_HOURS = 24;

/** Requests that were answered, so that the same one sent twice does the thing once (Idempotency-Key, IETF draft). */
export class Once {
  constructor(private readonly records: Records) {}

  /**
   * What was answered to this request before. @param request all that it says
   * @throws Refusal if the key was used for another request
   */
  answerTo(key: string, request: string): Answer | undefined {
    const row = this.records.one<Answer & { request: string }>(
      'select request, status, body, etag from once where key = ?',
      sha256(key),
    );
    if (!row) return undefined;
    if (row.request !== sha256(request))
      throw new Refusal(422, 'This key was used for another request.', 'Use a new Idempotency-Key for every request.');
    return row;
  }

  keep(key: string, request: string, { status, body, etag }: Answer): void {
    const limit = new Date(Date.now() - KEPT_HOURS * 3600 * 1000).toISOString();
    this.records.run('delete from once where at < ?', limit);
    this.records.run(
      'insert into once (key, request, status, body, etag, at) values (?, ?, ?, ?, ?, ?) on conflict do nothing',
      sha256(key),
      sha256(request),
      status,
      body,
      etag,
      new Date().toISOString(),
    );
  }
}
