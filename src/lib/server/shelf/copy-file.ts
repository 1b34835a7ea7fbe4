import { copyName } from '$core/shelf/copy-name';
import { keepableName } from '$core/pieces/names';
import type { PieceRefusal } from '$core/pieces/refusals';
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
    const { folderId } = file;
    const beside = await select(
      z.object({ name: z.string() }),
      `select name from shelf_files
       where owner_id = $1 and folder_id is not distinct from $2::uuid and binned_at is null`,
      [person.id, folderId],
      tx
    );
    const taken = beside.map(({ name }) => name);
    const name = keepableName(copyName(file.name, taken));
    if (name === null) return { ok: false, why: 'name-too-long' };
    const folder = folderId === null ? null : { folderId };
    const { fileId } = await putOnShelf(person, { name, blob: file, came: 'copy', folder }, clock.now(), tx);
    return { ok: true, fileId };
  });
}
