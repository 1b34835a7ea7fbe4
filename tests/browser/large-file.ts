import { createHash } from 'node:crypto';
import { closeSync, existsSync, mkdirSync, mkdtempSync, readFileSync, openSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

const MEGABYTE = 1_000_000;
const folder = mkdtempSync(join(tmpdir(), 'vendro-large-'));
process.on('exit', () => rmSync(folder, { recursive: true, force: true }));

/** A file of so many megabytes on the disk, no two of them the same: the browser reads it from there. */
export function largeFile(name: string, megabytes: number): { path: string; sha256: string } {
  // Another size is another file: a browser that still reads the first one would take it for changed.
  const path = join(folder, `${megabytes}`, name);
  mkdirSync(dirname(path), { recursive: true });
  if (existsSync(path)) return { path, sha256: createHash('sha256').update(readFileSync(path)).digest('hex') };
  const hash = createHash('sha256');
  const part = Buffer.alloc(MEGABYTE, 'the harbour bell ');
  const to = openSync(path, 'w');
  for (let i = 0; i < megabytes; i++) {
    part.writeUInt32LE(i);
    hash.update(part);
    writeSync(to, part);
  }
  closeSync(to);
  return { path, sha256: hash.digest('hex') };
}
