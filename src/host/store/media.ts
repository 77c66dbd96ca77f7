import { required } from '../../core/data/required.js';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sha256 } from '../../core/text/hash.js';
import { slug } from '../../core/text/slug.js';
import { withoutScripts } from '../../project/image-codec.js';
import type { Records } from './database.js';
import { writeWhole } from './disk.js';
import { Refusal } from './refusal.js';
import { knownFile, type KnownFile } from './sniff.js';

export interface MediaRecord {
  /** As pages refer to it, after `assets/`. */
  readonly name: string;
  /** SHA-256 of what is kept, and of what was sent: drawings are kept without scripts. */
  readonly hash: string;
  readonly origin: string;
  readonly type: string;
  readonly bytes: number;
  readonly width: number | null;
  readonly height: number | null;
}

/** Largest file, bytes. */
export const LARGEST_FILE = 512 * 1024 * 1024;

const NAME = /^[A-Za-z0-9][\w.-]{0,150}\.[a-z0-9]{1,5}$/;
const COLUMNS = 'name, hash, origin, type, bytes, width, height';

/** Pictures, fonts and other files of a site. Equal ones are on the disk once. */
export class Media {
  private readonly folder: string;

  constructor(
    private readonly records: Records,
    data: string,
  ) {
    this.folder = join(data, 'media');
    mkdirSync(this.folder, { recursive: true });
  }

  find(name: string): MediaRecord | undefined {
    return this.records.one<MediaRecord>(`select ${COLUMNS} from media where name = ?`, name);
  }

  /** @throws Refusal if there is none */
  get(name: string): MediaRecord {
    const found = this.find(name);
    if (!found) throw new Refusal(404, 'File not found.', `The file ${name} does not exist.`);
    return found;
  }

  list(asked: {
    readonly after?: string;
    readonly words?: string;
    readonly limit: number;
  }): (MediaRecord & { readonly uses: number })[] {
    const like = `%${(asked.words ?? '').replace(/[%_\\]/g, (sign) => `\\${sign}`)}%`;
    return this.records.all(
      `select ${COLUMNS}, (select count(*) from media_uses where media = name) as uses from media where name > ? and name like ? escape '\\' order by name limit ?`,
      asked.after ?? '',
      like,
      asked.limit,
    );
  }

  /** Ids of the items whose drafts show a file. */
  usesOf(name: string): string[] {
    return this.records
      .all<{ item: string }>('select item from media_uses where media = ? order by item', name)
      .map(({ item }) => item);
  }

  fileOf({ hash }: Pick<MediaRecord, 'hash'>): string {
    return join(this.folder, hash);
  }

  read(record: MediaRecord): Buffer {
    return readFileSync(this.fileOf(record));
  }

  /** Whether a file is there that was sent with these bytes. @param hash SHA-256 of what would be sent */
  has(name: string, hash: string): boolean {
    return this.find(name)?.origin === hash;
  }

  /**
   * Keeps a file under a name; what it is is told by its bytes, not by its name.
   * @throws Refusal for a name that is none, for what a site cannot show, and if another file has that name
   */
  async add(name: string, bytes: Buffer): Promise<MediaRecord> {
    if (!NAME.test(name))
      throw new Refusal(422, 'Invalid file name.', `"${name.slice(0, 80)}": use letters, digits, hyphens and dots.`);
    const known = await this.known(name, bytes);
    const origin = sha256(bytes);
    const kept = known.type === 'image/svg+xml' ? await cleaned(name, bytes) : bytes;
    const hash = sha256(kept);
    const other = this.find(name);
    if (other && other.hash !== hash)
      throw new Refusal(409, 'Another file has this name.', `${name} already exists with other content.`);
    if (!existsSync(this.fileOf({ hash }))) writeWhole(this.fileOf({ hash }), kept);
    this.records.run(
      'insert into media (name, hash, origin, type, bytes, width, height, at) values (?, ?, ?, ?, ?, ?, ?, ?) on conflict (name) do update set origin = excluded.origin',
      name,
      hash,
      origin,
      known.type,
      kept.length,
      known.width ?? null,
      known.height ?? null,
      new Date().toISOString(),
    );
    return required(this.find(name));
  }

  /** Keeps a file that a person chose, under a name that tells it apart; one that is there already is taken again. */
  async addChosen(filename: string, bytes: Buffer): Promise<MediaRecord> {
    const known = await this.known(filename, bytes);
    const hash = sha256(bytes);
    const same = this.records.one<MediaRecord>(
      `select ${COLUMNS} from media where hash = ? or origin = ? order by name`,
      hash,
      hash,
    );
    if (same) return same;
    const stem = slug(filename.replace(/\.[^.]*$/, ''), 40) || 'file';
    return this.add(`${stem}-${hash.slice(0, 10)}.${known.ending}`, bytes);
  }

  /** @throws Refusal if nothing shows what is in it, or something still shows it */
  remove(name: string): void {
    const uses = this.usesOf(name);
    if (uses.length) throw new Refusal(409, 'It is still in use.', `It is shown by ${uses.join(', ')}.`);
    this.records.run('delete from media where name = ?', name);
  }

  private async known(name: string, bytes: Buffer): Promise<KnownFile> {
    const known = await knownFile(bytes, name);
    if (known) return known;
    throw new Refusal(
      415,
      'This file type is not allowed.',
      `${name} is not an image, font, video, audio file or document, whatever its name says.`,
    );
  }
}

async function cleaned(name: string, bytes: Buffer): Promise<Buffer> {
  try {
    return await withoutScripts(bytes);
  } catch {
    throw new Refusal(415, 'This SVG cannot be read.', `${name} may contain scripts and cannot be checked.`);
  }
}
