import { closeSync, fsyncSync, openSync, renameSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';

/** Writes a file so that it is there whole or not at all, even if the process or the machine stops in the middle. */
export function writeWhole(file: string, bytes: Buffer): void {
  const making = `${file}.making-${process.pid}`;
  const open = openSync(making, 'w');
  try {
    writeSync(open, bytes);
    fsyncSync(open);
  } finally {
    closeSync(open);
  }
  renameSync(making, file);
  const folder = openSync(dirname(file), 'r');
  try {
    fsyncSync(folder);
  } finally {
    closeSync(folder);
  }
}
