import sharp from 'sharp';

/** What a file is, told by its bytes. */
export interface KnownFile {
  /** IANA media type. */
  readonly type: string;
  readonly ending: string;
  /** px */
  readonly width?: number;
  readonly height?: number;
}

/** Largest picture that is opened, px in all. */
const MOST_PIXELS = 100e6;

const IMAGES: Readonly<Record<string, readonly [type: string, ending: string]>> = {
  jpeg: ['image/jpeg', 'jpg'],
  png: ['image/png', 'png'],
  webp: ['image/webp', 'webp'],
  gif: ['image/gif', 'gif'],
  heif: ['image/avif', 'avif'],
  svg: ['image/svg+xml', 'svg'],
};

/** Beginnings of files, each by the format's own definition. */
const SIGNS: readonly (readonly [at: number, sign: string, type: string, ending: string])[] = [
  [0, 'wOF2', 'font/woff2', 'woff2'],
  [0, 'wOFF', 'font/woff', 'woff'],
  [0, 'OTTO', 'font/otf', 'otf'],
  [0, '\u0000\u0001\u0000\u0000', 'font/ttf', 'ttf'],
  [0, '%PDF-', 'application/pdf', 'pdf'],
  [4, 'ftyp', 'video/mp4', 'mp4'],
  [0, '\u001aE\u00df\u00a3', 'video/webm', 'webm'],
  [0, 'ID3', 'audio/mpeg', 'mp3'],
  [0, 'OggS', 'audio/ogg', 'ogg'],
  [0, '\u0000\u0000\u0001\u0000', 'image/x-icon', 'ico'],
];

/** Documents that are packed as ZIP, and texts that are no markup, by the ending of their name. */
const PACKED: Readonly<Record<string, string>> = {
  zip: 'application/zip',
  docx: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  epub: 'application/epub+zip',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  odt: 'application/vnd.oasis.opendocument.text',
  ods: 'application/vnd.oasis.opendocument.spreadsheet',
};
const TEXTS: Readonly<Record<string, string>> = {
  txt: 'text/plain',
  csv: 'text/csv',
  ics: 'text/calendar',
  vcf: 'text/vcard',
  md: 'text/markdown',
};

/** @param name of which only the ending counts, and only where bytes do not say all @returns nothing for what a site cannot show */
export async function knownFile(bytes: Buffer, name = ''): Promise<KnownFile | undefined> {
  const image = await knownImage(bytes);
  if (image) return image;
  if (isSprite(bytes)) return { type: 'image/svg+xml', ending: 'svg' };
  const found = SIGNS.find(([at, sign]) => bytes.subarray(at, at + sign.length).toString('latin1') === sign);
  if (found) return { type: found[2], ending: found[3] };
  const ending = /\.([a-z0-9]+)$/.exec(name.toLowerCase())?.[1] ?? '';
  const type =
    bytes.subarray(0, 4).toString('latin1') === 'PK\u0003\u0004'
      ? PACKED[ending]
      : isPlainText(bytes)
        ? TEXTS[ending]
        : undefined;
  return type === undefined ? undefined : { type, ending };
}

/** A drawing without a size of its own, whose symbols are shown one by one (SVG 2, 5.6). */
function isSprite(bytes: Buffer): boolean {
  const start = bytes.subarray(0, 4096).toString('utf8');
  return /^\uFEFF?(\s|<\?xml[^>]*\?>|<!--[^]*?-->|<!doctype svg[^>]*>)*<svg[\s>]/i.test(start);
}

/** Whether bytes are a text that no browser takes for markup. */
function isPlainText(bytes: Buffer): boolean {
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return !text.includes('\u0000') && !/^\s*</.test(text);
  } catch {
    return false;
  }
}

async function knownImage(bytes: Buffer): Promise<KnownFile | undefined> {
  try {
    const { format, width, height, compression } = await sharp(bytes, { limitInputPixels: MOST_PIXELS }).metadata();
    const known = IMAGES[format];
    /* Of the pictures in HEIF browsers show those in AV1. */
    if (!known || (format === 'heif' && compression !== 'av1')) return undefined;
    return { type: known[0], ending: known[1], width, height };
  } catch {
    return undefined;
  }
}
