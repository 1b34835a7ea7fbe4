import { Readable } from 'node:stream';
import { storeBlob, type StoredBlob } from './store';

/**
 * Keeps a text that was written here, so that what it is needs no guessing.
 *
 * @throws BlobRefused for an empty text, or where the disk is almost full
 */
export async function storeText(text: string, mediaType: string): Promise<StoredBlob> {
  return { ...(await storeBlob(Readable.from([Buffer.from(text)]))), mediaType };
}
