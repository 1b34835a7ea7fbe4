import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { createHash, type Hash } from 'node:crypto';
import { Transform, type Readable, type TransformCallback } from 'node:stream';
import { log } from '../log';
import { parseApart } from '../parsing/pool';
import { BlobDamaged, noteDamage } from './damage';
import { hashFile } from './hash-file';
import { blobPath } from './store';

/** Bytes up to which a file is held against its hash before anything of it is sent. */
const AT_ONCE = 32 * 1024 * 1024;
/** How many files are remembered as sound. */
const REMEMBERED = 20_000;

/** Which bytes of the store somebody wants. */
export interface Wanted {
  sha256: string;
  /** As it is known of them; null where only their hash is. */
  size: number | null;
}

/**
 * Opens stored bytes for reading, all or from `start` to `end` (inclusive), and holds them against their size and hash.
 *
 * Small files are checked before anything leaves. Of large ones the whole is checked while it leaves: what is altered ends
 * in an error before its last bytes. A stretch of a large one that nobody has checked since it was last written is sent
 * while it is being checked beside, and breaks off where that finds damage.
 *
 * @throws BlobDamaged, noted for the office
 */
export async function openSound(
  wanted: Wanted,
  range: { start: number; end: number } | null = null
): Promise<Readable> {
  const path = blobPath(wanted.sha256);
  const { size, known } = await measured(wanted, path);
  if (!known && size <= AT_ONCE) await checkNow(wanted.sha256, path);
  const source = createReadStream(path, { ...(range ?? {}), highWaterMark: 256 * 1024 });
  if (known || size <= AT_ONCE) return source;
  if (range === null) return source.pipe(new Checked(wanted.sha256)).on('error', () => source.destroy());
  void checkBeside(wanted.sha256, path).catch((error: Error) => source.destroy(error));
  return source;
}

/**
 * The path of stored bytes that something else will read, once they were held against their size and, unless they are
 * large, their hash.
 *
 * @throws BlobDamaged, noted for the office
 */
export async function soundPath(wanted: Wanted): Promise<string> {
  const path = blobPath(wanted.sha256);
  const { size, known } = await measured(wanted, path);
  if (!known && size <= AT_ONCE) await checkNow(wanted.sha256, path);
  return path;
}

/**
 * Holds stored bytes against their hash, apart from this process, whatever is remembered of them.
 *
 * @throws BlobDamaged, noted for the office
 */
export async function checkBlob(wanted: Wanted): Promise<void> {
  const path = blobPath(wanted.sha256);
  sound.delete(wanted.sha256);
  await measured(wanted, path);
  await checkBeside(wanted.sha256, path);
}

/** Files that were found sound, by what they were then: one that is written anew has another number or another change. */
const sound = new Map<string, string>();

async function measured({ sha256, size }: Wanted, path: string): Promise<{ size: number; known: boolean }> {
  const there = await stat(path, { bigint: true }).catch(() => null);
  if (!there) return damaged(sha256, 'missing');
  const length = Number(there.size);
  if (size !== null && length !== size) return damaged(sha256, length < size ? 'cut' : 'altered');
  return { size: length, known: sound.get(sha256) === `${there.ino} ${there.ctimeNs}` };
}

async function checkNow(sha256: string, path: string): Promise<void> {
  const before = await markOf(path);
  if ((await hashFile(path)) !== sha256) await damaged(sha256, 'altered');
  remember(sha256, before);
}

async function checkBeside(sha256: string, path: string): Promise<void> {
  const before = await markOf(path);
  if ((await parseApart('hash', { path })) !== sha256) await damaged(sha256, 'altered');
  remember(sha256, before);
}

async function markOf(path: string): Promise<string> {
  const { ino, ctimeNs } = await stat(path, { bigint: true });
  return `${ino} ${ctimeNs}`;
}

function remember(sha256: string, mark: string): void {
  if (sound.size >= REMEMBERED) sound.delete(sound.keys().next().value ?? '');
  sound.set(sha256, mark);
}

async function damaged(sha256: string, what: BlobDamaged['what']): Promise<never> {
  const damage = new BlobDamaged(sha256, what);
  await noteDamage(damage).catch((error: unknown) => log.error({ err: error, sha256 }, 'damage could not be noted'));
  throw damage;
}

/** Lets bytes through while hashing them, the last of them only once the hash is right. */
class Checked extends Transform {
  private hash: Hash = createHash('sha256');
  private held: Buffer | null = null;

  constructor(private sha256: string) {
    super();
  }

  override _transform(chunk: Buffer, _encoding: BufferEncoding, done: TransformCallback): void {
    this.hash.update(chunk);
    if (this.held) this.push(this.held);
    this.held = chunk;
    done();
  }

  override _flush(done: TransformCallback): void {
    if (this.hash.digest('hex') === this.sha256) {
      if (this.held) this.push(this.held);
      return done();
    }
    damaged(this.sha256, 'altered').catch(done);
  }
}
