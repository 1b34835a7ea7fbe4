import { mkdir, statfs } from 'node:fs/promises';
import { config } from '../config';

/** How long a measurement is believed, in milliseconds. */
const FRESH = 500;

/** The disk is so full that what is left is kept for submits. */
export class DiskFull extends Error {
  override name = 'DiskFull';
}

/**
 * Whether files can be taken in: a reserve of the disk is left alone by them, so that PostgreSQL, which shares it, can
 * go on taking submits.
 *
 * @param bytes that are about to come
 */
export async function hasRoom(bytes: number): Promise<boolean> {
  return (await free()) - bytes > config.reserveBytes;
}

/** Bytes left on the disk of the blobs. */
async function free(): Promise<number> {
  const now = performance.now();
  if (known && now - known.at < FRESH) return known.bytes;
  await mkdir(config.blobFolder, { recursive: true, mode: 0o700 });
  const { bavail, bsize } = await statfs(config.blobFolder);
  known = { at: now, bytes: bavail * bsize };
  return known.bytes;
}
let known: { at: number; bytes: number } | null = null;
