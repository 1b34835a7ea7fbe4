import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, type ReadStream } from 'node:fs';
import { link, mkdir, open, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { PieceRefusal } from '$core/packets/piece-rules';
import { config } from '../config';
import { TooCostly } from '../parsing/limits';
import { parseApart } from '../parsing/pool';

/** Bytes in the store, known by their hash. */
export interface StoredBlob {
  /** SHA-256 in lower-case hex; also the address. */
  sha256: string;
  size: number;
  /** Read from the bytes, never from the name. */
  mediaType: string;
}

/** The bytes were not kept; nothing of them is left. */
export class BlobRefused extends Error {
  constructor(readonly why: Extract<PieceRefusal, 'empty-file' | 'too-large' | 'broken-upload'>) {
    super(`The bytes were not stored: ${why}.`);
    this.name = 'BlobRefused';
  }
}

/**
 * Streams bytes to disk while hashing them. Memory stays flat whatever the size.
 *
 * The bytes are on the disk (fsync) before this returns: what the server acknowledges survives a loss of power. They
 * are written beside their place and renamed into it, so that a blob is either whole or not there.
 *
 * @param limit largest size taken, in bytes
 * @throws BlobRefused for an empty stream, one over the limit, or one that broke off
 */
export async function storeBlob(source: Readable, limit: number = config.maxFileBytes): Promise<StoredBlob> {
  const draft = join(config.blobFolder, 'incoming', randomUUID());
  await mkdir(dirname(draft), { recursive: true });
  try {
    const { sha256, size } = await writeHashed(source, draft, limit);
    const mediaType = await readMediaType(draft);
    await settle(draft, blobPath(sha256));
    return { sha256, size, mediaType };
  } catch (error) {
    await rm(draft, { force: true });
    throw error;
  }
}

/**
 * Takes a file that is on the disk already into the store. It is linked, not moved, so that whoever wrote it can try
 * again should the database not hear of it; the caller removes it afterwards.
 *
 * @param sha256 of its bytes, as this server hashed them
 */
export async function adoptFile(path: string, sha256: string): Promise<StoredBlob> {
  const file = await open(path, 'r+');
  const { size } = await file.stat();
  await file.sync().finally(() => file.close());
  if (size === 0) throw new BlobRefused('empty-file');
  const mediaType = await readMediaType(path);
  const place = blobPath(sha256);
  await mkdir(dirname(place), { recursive: true });
  await link(path, place).catch((error: unknown) => {
    if (!(error instanceof Error && 'code' in error && error.code === 'EEXIST')) throw error;
  });
  await syncFolder(dirname(place));
  return { sha256, size, mediaType };
}

/** SHA-256 of a file on the disk, in lower-case hex. */
export async function hashFile(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path, { highWaterMark: 1024 * 1024 })) hash.update(chunk as Buffer);
  return hash.digest('hex');
}

/** Opens stored bytes for reading, all or from `start` to `end` (inclusive). */
export function readBlob(sha256: string, range: { start?: number; end?: number } = {}): ReadStream {
  return createReadStream(blobPath(sha256), { ...range, highWaterMark: 256 * 1024 });
}

/** Whether the store can take bytes now; the reason where it cannot. */
export async function blobStoreProblem(): Promise<string | null> {
  const probe = join(config.blobFolder, 'incoming', `probe-${randomUUID()}`);
  try {
    await mkdir(dirname(probe), { recursive: true });
    const file = await open(probe, 'wx');
    await file.close();
    await rm(probe);
    return null;
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

/** Two levels of folders, so that none holds more than a few thousand entries. */
export function blobPath(sha256: string): string {
  if (!/^[0-9a-f]{64}$/.test(sha256)) throw new Error('That is no blob address.');
  return join(config.blobFolder, sha256.slice(0, 2), sha256.slice(2, 4), sha256);
}

async function writeHashed(source: Readable, path: string, limit: number): Promise<{ sha256: string; size: number }> {
  const hash = createHash('sha256');
  let size = 0;
  const meter = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length;
      if (size > limit) return done(new BlobRefused('too-large'));
      hash.update(chunk);
      done(null, chunk);
    }
  });
  const file = createWriteStream(path, { flags: 'wx', highWaterMark: 1024 * 1024, flush: true });
  try {
    await pipeline(source, meter, file);
  } catch (error) {
    throw error instanceof BlobRefused || isDiskError(error) ? error : new BlobRefused('broken-upload');
  }
  if (size === 0) throw new BlobRefused('empty-file');
  return { sha256: hash.digest('hex'), size };
}

/** What a file is, read from its bytes apart from this process; bytes that cost too much to tell say nothing. */
async function readMediaType(path: string): Promise<string> {
  try {
    return await parseApart('media-type', { path });
  } catch (error) {
    if (error instanceof TooCostly) return 'application/octet-stream';
    throw error;
  }
}

function isDiskError(error: unknown): boolean {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  return ['ENOSPC', 'EDQUOT', 'EIO', 'EACCES', 'EROFS', 'EMFILE'].includes(code);
}

async function settle(draft: string, place: string): Promise<void> {
  const known = await stat(place).catch(() => null);
  if (known) return rm(draft);
  await mkdir(dirname(place), { recursive: true });
  await rename(draft, place);
  await syncFolder(dirname(place));
}

/** A name is on the disk only when its folder is. */
async function syncFolder(path: string): Promise<void> {
  const folder = await open(path);
  await folder.sync().finally(() => folder.close());
}
