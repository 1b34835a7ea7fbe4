import { Readable } from 'node:stream';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { storeBlob } from '../blobs/store';
import type { StoredFile } from '../blobs/stored-file';
import type { Outcome } from '../outcome';
import { keepOnShelf } from '../shelf/keep-on-shelf';
import { ownFile, type OwnFile } from '../shelf/own-file';
import { whilePromised } from '../shelf/quota';

/** A file as it comes: bytes of a device, which lie on the Shelf from then on as they came, or one that lies there. */
export type Coming = { stream: ReadableStream; name: string; size: number } | { fileId: string };

/**
 * A file that is to be used in something that is written here, as it lies on its owner's Shelf.
 *
 * @param largest bytes of it
 * @param wrong why it does not serve; null where it does
 * @throws BlobRefused as storing does; NotHere where no such file is theirs
 */
export async function broughtToShelf(
  person: Actor,
  coming: Coming,
  largest: number,
  wrong: (file: StoredFile) => PieceRefusal | null = () => null
): Promise<Outcome<{ file: OwnFile }, PieceRefusal>> {
  if ('fileId' in coming) {
    const file = await ownFile(person, coming.fileId);
    const why = wrong(file);
    return why === null ? { ok: true, file } : { ok: false, why };
  }
  const { stream, name, size } = coming;
  const bytes = Readable.fromWeb(stream as Parameters<typeof Readable.fromWeb>[0]);
  const kept = await whilePromised(person, size, async () => {
    const blob = await storeBlob(bytes, largest);
    const why = wrong({ ...blob, name });
    return why === null
      ? keepOnShelf(person, { name, blob, came: 'upload', folder: null })
      : ({ ok: false, why } as const);
  });
  if (kept === null) return { ok: false, why: 'shelf-full' };
  return kept.ok ? { ok: true, file: await ownFile(person, kept.fileId) } : kept;
}
