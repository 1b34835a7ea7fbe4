import { copyName } from '$core/shelf/copy-name';
import { keepableName, type PieceRefusal } from '$core/packets/piece-rules';
import type { Actor } from '$core/people/policy';
import { z } from 'zod';
import { clock } from '../clock';
import { inTransaction, select } from '../db/connection';
import type { Outcome } from '../outcome';
import { ownFile } from './own-file';
import { putOnShelf } from './put-on-shelf';

/** Makes of a file on the Shelf another one to go on from: it lies beside it and has a history of its own. */
export function copyOnShelf(
  person: Actor,
  input: { fileId: string }
): Promise<Outcome<{ fileId: string }, PieceRefusal>> {
  return inTransaction(async (tx) => {
    const file = await ownFile(person, input.fileId, tx);
    const beside = await select(
      z.object({ name: z.string(), folderId: z.string().nullable() }),
      `select b.name, b.folder_id as "folderId" from shelf_files f
       join shelf_files b on b.owner_id = f.owner_id and b.folder_id is not distinct from f.folder_id
       where f.id = $1 and b.binned_at is null`,
      [file.id],
      tx
    );
    const name = keepableName(
      copyName(
        file.name,
        beside.map((one) => one.name)
      )
    );
    if (name === null) return { ok: false, why: 'name-too-long' };
    const folderId = beside[0]?.folderId ?? null;
    const { fileId } = await putOnShelf(
      person,
      { name, blob: file, came: 'copy', folder: folderId === null ? null : { folderId } },
      clock.now(),
      tx
    );
    return { ok: true, fileId };
  });
}
