import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import type { Patch } from '$core/materials/patch';
import { log } from '../log';
import { parseApart } from '../parsing/pool';
import { soundPath } from './sound';
import { storeBlob, type StoredBlob } from './store';
import { maySaySpot } from './spot/find-spot';

/**
 * The same photograph or film without where it was taken; null where it does not say so. What cannot be read through now is
 * left as it is: it is the student's file, and sound.
 */
export async function withoutSpot(blob: StoredBlob): Promise<StoredBlob | null> {
  if (!maySaySpot(blob.mediaType)) return null;
  try {
    const path = await soundPath(blob);
    const patches = await parseApart('spot', { path, mediaType: blob.mediaType });
    if (patches.length === 0) return null;
    return await storeBlob(Readable.from(patched(path, patches)));
  } catch (error) {
    log.info({ err: error, sha256: blob.sha256 }, 'where it was taken could not be looked for');
    return null;
  }
}

/** The bytes of a file with others in their place, as they stream. */
async function* patched(path: string, patches: readonly Patch[]): AsyncGenerator<Buffer> {
  let at = 0;
  for await (const read of createReadStream(path, { highWaterMark: 256 * 1024 }) as AsyncIterable<Buffer>) {
    for (const patch of patches) {
      const from = Math.max(patch.at, at);
      const to = Math.min(patch.at + patch.bytes.length, at + read.length);
      if (from < to) read.set(patch.bytes.subarray(from - patch.at, to - patch.at), from - at);
    }
    at += read.length;
    yield read;
  }
}
