import type { PieceRefusal } from '$core/pieces/refusals';
import { contradiction } from '$core/materials/file-kinds';
import type { Actor } from '$core/people/policy';
import { registerBlob } from '../blobs/register';
import type { StoredBlob } from '../blobs/store';
import { clock } from '../clock';
import { execute, inTransaction } from '../db/connection';
import { publish } from '../live/publish';
import type { Outcome } from '../outcome';
import { ownFile } from './own-file';

/**
 * Puts newer bytes in place of a file on the Shelf. What was taken from it before stays as it was, and says that there
 * is a newer version.
 */
export async function addVersion(
  person: Actor,
  input: { fileId: string; blob: StoredBlob }
): Promise<Outcome<{ name: string }, PieceRefusal>> {
  return inTransaction(async (tx) => {
    const file = await ownFile(person, input.fileId, tx);
    if (contradiction(file.name, input.blob.mediaType) !== null) return { ok: false, why: 'not-what-it-says' };
    if (file.sha256 === input.blob.sha256) return { ok: true, name: file.name };
    await registerBlob(input.blob, tx);
    const at = new Date(clock.now());
    await execute(
      `update shelf_files set version = version + 1, sha256 = $2, changed_at = $3, binned_at = null where id = $1`,
      [file.id, input.blob.sha256, at],
      tx
    );
    await execute(
      'insert into shelf_versions (file_id, no, sha256, at) values ($1, $2, $3, $4)',
      [file.id, file.version + 1, input.blob.sha256, at],
      tx
    );
    await publish({ what: 'shelf', personId: person.id }, tx);
    return { ok: true, name: file.name };
  });
}
