import { createWriteStream, existsSync, mkdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { sha256 } from '../../core/text/hash.js';
import { secret } from './access.js';
import type { Records } from './database.js';
import { LARGEST_FILE, type Media, type MediaRecord } from './media.js';
import { Refusal } from './refusal.js';

/** A file that comes in parts. */
export interface Upload {
  readonly id: string;
  readonly name: string;
  /** SHA-256 of the whole. */
  readonly hash: string;
  readonly bytes: number;
}

/** Uploads that nobody goes on with are forgotten after so many hours. */
const KEPT_HOURS = 48;
const MOST_OPEN = 1000;

/** Files on their way in: what has arrived stays, so that a stopped upload is gone on with. */
export class Uploads {
  private readonly folder: string;
  private readonly busy = new Set<string>();

  constructor(
    private readonly records: Records,
    private readonly media: Media,
    data: string,
  ) {
    this.folder = join(data, 'uploads');
    mkdirSync(this.folder, { recursive: true });
  }

  /** Begins an upload, or finds the one that was begun for the same file. @throws Refusal */
  begin(owner: string, { name, hash, bytes }: Omit<Upload, 'id'>): Upload & { readonly offset: number } {
    if (bytes > LARGEST_FILE)
      throw new Refusal(413, 'This file is too large.', `${name} has ${bytes} bytes; ${LARGEST_FILE} are the most.`);
    this.forgetOld();
    const known = this.records.one<Upload & Record<string, string>>(
      'select id, name, hash, bytes from uploads where owner = ? and name = ? and hash = ? and bytes = ?',
      owner,
      name,
      hash,
      bytes,
    );
    if (known) return { ...known, offset: this.offsetOf(known.id) };
    const count = this.records.one<{ n: number }>('select count(*) as n from uploads where owner = ?', owner)?.n ?? 0;
    if (count >= MOST_OPEN) throw new Refusal(429, 'Too many uploads in progress.', 'Finish those first.');
    const id = secret(16);
    this.records.run(
      'insert into uploads (id, name, hash, bytes, owner, at) values (?, ?, ?, ?, ?, ?)',
      id,
      name,
      hash,
      bytes,
      owner,
      new Date().toISOString(),
    );
    return { id, name, hash, bytes, offset: 0 };
  }

  /** @throws Refusal if there is none of that owner */
  get(owner: string, id: string): Upload & { readonly offset: number } {
    const row = this.records.one<Upload & Record<string, string>>(
      'select id, name, hash, bytes from uploads where id = ? and owner = ?',
      id,
      owner,
    );
    if (!row) throw new Refusal(404, 'Upload not found.', 'It has finished or expired: start it again.');
    return { ...row, offset: this.offsetOf(id) };
  }

  /**
   * Takes the next part in. What has arrived when the connection breaks counts.
   * @returns how many bytes are there now, and the file once it is whole
   * @throws Refusal if the part does not begin where the last one ended, is more than was said, or the whole is another file
   */
  async take(
    owner: string,
    id: string,
    offset: number,
    part: Readable,
  ): Promise<{ readonly offset: number; readonly done?: MediaRecord }> {
    const upload = this.get(owner, id);
    if (this.busy.has(id))
      throw new Refusal(
        409,
        'A part of this upload is already in progress.',
        'Wait for it to finish, then ask for the offset.',
      );
    if (offset !== upload.offset)
      throw new Refusal(409, 'Wrong offset.', `${upload.offset} bytes have arrived.`, {
        offset: upload.offset,
      });
    this.busy.add(id);
    try {
      await this.append(upload, part);
      const now = this.offsetOf(id);
      return now < upload.bytes ? { offset: now } : { offset: now, done: await this.finish(upload) };
    } finally {
      this.busy.delete(id);
    }
  }

  private async append(upload: Upload & { readonly offset: number }, part: Readable): Promise<void> {
    let left = upload.bytes - upload.offset;
    const counted = async function* (chunks: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
      for await (const chunk of chunks) {
        left -= chunk.length;
        if (left < 0)
          throw new Refusal(
            413,
            'The file is larger than announced.',
            `${upload.name} was announced with ${upload.bytes} bytes.`,
          );
        yield chunk;
      }
    };
    const file = this.fileOf(upload.id);
    await pipeline(part, counted, createWriteStream(file, { flags: 'a' }));
    const handle = await open(file, 'r+');
    try {
      await handle.sync();
    } finally {
      await handle.close();
    }
  }

  private async finish(upload: Upload): Promise<MediaRecord> {
    const bytes = readFileSync(this.fileOf(upload.id));
    try {
      if (sha256(bytes) !== upload.hash)
        throw new Refusal(
          422,
          'Checksum mismatch: the file is not the one announced.',
          `The content of ${upload.name} does not match its hash.`,
        );
      return await this.media.add(upload.name, bytes);
    } finally {
      this.drop(upload.id);
    }
  }

  private offsetOf(id: string): number {
    return existsSync(this.fileOf(id)) ? statSync(this.fileOf(id)).size : 0;
  }

  private drop(id: string): void {
    this.records.run('delete from uploads where id = ?', id);
    rmSync(this.fileOf(id), { force: true });
  }

  private forgetOld(): void {
    const limit = new Date(Date.now() - KEPT_HOURS * 3600 * 1000).toISOString();
    for (const { id } of this.records.all<{ id: string }>('select id from uploads where at < ?', limit)) this.drop(id);
  }

  private fileOf(id: string): string {
    return join(this.folder, id);
  }
}
