import { Readable } from 'node:stream';
import { soundPath } from '../blobs/sound';
import { BlobRefused, storeBlob, type StoredBlob } from '../blobs/store';
import { log } from '../log';
import { NotNow } from '../parsing/limits';
import { parseApart } from '../parsing/pool';

/** Larger files are no pictures for a page. */
export const LARGEST_PICTURE = 60_000_000;

/**
 * A picture as small as a page needs it; null where it cannot be read.
 *
 * @throws NotNow as parsing does; BlobRefused where the disk is almost full
 */
export async function shrunkPicture(file: { sha256: string; size: number }): Promise<StoredBlob | null> {
  try {
    const { bytes, mediaType } = await parseApart('page-picture', { path: await soundPath(file) });
    return { ...(await storeBlob(Readable.from([Buffer.from(bytes)]))), mediaType };
  } catch (error) {
    if (error instanceof NotNow || error instanceof BlobRefused) throw error;
    log.info({ err: error, sha256: file.sha256 }, 'a picture could not be made smaller');
    return null;
  }
}
