import { crc32 } from 'node:zlib';

/** A ZIP archive of files that are stored as they are (APPNOTE 4.3). */
export function zip(files: Readonly<Record<string, string | Buffer>>): Buffer {
  const parts: Buffer[] = [];
  const directory: Buffer[] = [];
  let at = 0;
  for (const [name, text] of Object.entries(files)) {
    const [path, bytes] = [Buffer.from(name), Buffer.from(text)];
    const common = Buffer.alloc(26);
    common.writeUInt16LE(20, 0);
    common.writeUInt32LE(checksum(bytes), 10);
    common.writeUInt32LE(bytes.length, 14);
    common.writeUInt32LE(bytes.length, 18);
    common.writeUInt16LE(path.length, 22);
    const local = Buffer.concat([Buffer.from('PK\u0003\u0004'), common, path, bytes]);
    const central = Buffer.alloc(14);
    central.writeUInt32LE(at, 10);
    directory.push(Buffer.concat([Buffer.from('PK\u0001\u0002'), Buffer.from([20, 0]), common, central, path]));
    parts.push(local);
    at += local.length;
  }
  const list = Buffer.concat(directory);
  const end = Buffer.alloc(18);
  end.writeUInt16LE(directory.length, 4);
  end.writeUInt16LE(directory.length, 6);
  end.writeUInt32LE(list.length, 8);
  end.writeUInt32LE(at, 12);
  return Buffer.concat([...parts, list, Buffer.from('PK\u0005\u0006'), end]);
}

function checksum(bytes: Buffer): number {
  if (typeof crc32 === 'function') return crc32(bytes);
  let crc = ~0;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit += 1) crc = (crc >>> 1) ^ (crc & 1 ? 0xedb88320 : 0);
  }
  return ~crc >>> 0;
}
