import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { link, mkdir, open, readFile, rename, rm, utimes, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { PieceRefusal } from '$core/pieces/refusals';
import { clock } from '../clock';
import { config } from '../config';
import { RefusedMidway } from '../outcome';
import { hasRoom } from './disk';
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
export class BlobRefused extends RefusedMidway {
  override name = 'BlobRefused';
  constructor(
    override readonly why: Extract<PieceRefusal, 'empty-file' | 'too-large' | 'broken-upload' | 'disk-full'>
  ) {
    super(why);
  }
}

/**
 * Streams bytes to disk while hashing them. Memory stays flat whatever the size.
 *
 * The bytes are on the disk (fsync) before this returns: what the server acknowledges survives a loss of power. They
 * are written beside their place and renamed into it, so that a blob is either whole or not there.
 *
 * @param limit largest size taken, in bytes
 * @throws BlobRefused for an empty stream, one over the limit, one that broke off, or where the disk is almost full
 */
export async function storeBlob(source: Readable, limit: number = config.maxFileBytes): Promise<StoredBlob> {
  const draft = newDraft();
  await mkdir(INCOMING, PRIVATE);
  try {
    if (!(await hasRoom(0))) throw new BlobRefused('disk-full');
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
  const draft = newDraft();
  await link(path, draft);
  await settle(draft, blobPath(sha256));
  return { sha256, size, mediaType };
}

/** A draft says by its name when it was begun by our own clock: what is old is swept by that, whatever the disk's clock says. */
const newDraft = () => join(INCOMING, `${clock.now()}-${randomUUID()}`);

/** Where bytes lie until they are whole. */
export const INCOMING = join(config.blobFolder, 'incoming');
/** People's work is nobody's on this machine but the application's user's. */
const PRIVATE = { recursive: true, mode: 0o700 } as const;

/** Whether the store can take bytes now, tried by writing some and reading them back; the reason where it cannot. */
export async function blobStoreProblem(): Promise<string | null> {
  const probe = join(INCOMING, `probe-${randomUUID()}`);
  const wrote = randomUUID().repeat(64);
  try {
    await mkdir(INCOMING, PRIVATE);
    await writeFile(probe, wrote, { flag: 'wx', flush: true, mode: 0o600 });
    return (await readFile(probe, 'utf8')) === wrote ? null : 'What was written is not what was read back.';
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  } finally {
    await rm(probe, { force: true });
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
  let looked = 0;
  const meter = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length;
      if (size > limit) return done(new BlobRefused('too-large'));
      hash.update(chunk);
      if (size < looked + LOOK_EVERY) return done(null, chunk);
      looked = size;
      hasRoom(0).then((room) => (room ? done(null, chunk) : done(new BlobRefused('disk-full'))), done);
    }
  });
  const file = createWriteStream(path, { flags: 'wx', mode: 0o600, highWaterMark: 1024 * 1024, flush: true });
  try {
    await pipeline(source, meter, file);
  } catch (error) {
    if (diskErrorOf(error) === 'full') throw new BlobRefused('disk-full');
    throw error instanceof BlobRefused || diskErrorOf(error) ? error : new BlobRefused('broken-upload');
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

/** Bytes between two looks at how full the disk is. */
const LOOK_EVERY = 8 * 1024 * 1024;

/** What the disk itself has to say of an error; null where it is none of its own. */
export function diskErrorOf(error: unknown): 'full' | 'broken' | null {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  if (['ENOSPC', 'EDQUOT'].includes(code)) return 'full';
  return ['EIO', 'EACCES', 'EROFS', 'EMFILE'].includes(code) ? 'broken' : null;
}

/**
 * Puts whole bytes into their place. Where some are there already these take their place all the same: should the older
 * ones be damaged, that heals them. Their age begins anew by our clock, by which what nobody refers to is collected.
 */
async function settle(draft: string, place: string): Promise<void> {
  await mkdir(dirname(place), PRIVATE);
  const now = clock.now() / 1000;
  await utimes(draft, now, now);
  await rename(draft, place);
  // Two names of the same bytes are left as they are by a rename (rename(2)).
  await rm(draft, { force: true });
  await syncFolder(dirname(place));
}

/** A name is on the disk only when its folder is. */
async function syncFolder(path: string): Promise<void> {
  const folder = await open(path);
  await folder.sync().finally(() => folder.close());
}
