import { z } from 'zod';
import type { Came } from '$core/pieces/kinds';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import type { StoredBlob } from '../blobs/store';
import { execute, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { folderFor } from './folder-for';

/** Where a file is filed: by its assignment (in the folder of its course), in a folder of one's own, or nowhere. */
export type Filing = { assignmentId: string } | { folderId: string } | null;

export interface NewOnShelf {
  name: string;
  blob: StoredBlob;
  came: Came;
  folder: Filing;
}

/**
 * Puts stored bytes on a person's own Shelf. The same bytes under the same name in the same folder are there once: they
 * become the newest again.
 *
 * @returns the file on the Shelf and which version of it these bytes are
 */
export async function putOnShelf(
  person: Actor,
  file: NewOnShelf,
  now: Moment,
  tx: Tx
): Promise<{ fileId: string; version: number }> {
  const { name, blob, came } = file;
  const folderId = await folderFor(person, file.folder, now, tx);
  const bind = [person.id, folderId, name, blob.sha256, new Date(now)];
  const [known] = await select(
    Placed,
    `update shelf_files set changed_at = $5
     where owner_id = $1 and folder_id is not distinct from $2::uuid and name = $3 and sha256 = $4 and binned_at is null
     returning id as "fileId", version`,
    bind,
    tx
  );
  const placed = known ?? (await select(Placed, INSERT, [...bind, came], tx))[0];
  if (!placed) throw new Error('A file that was just put on the Shelf is missing.');
  if (!known)
    await execute(
      'insert into shelf_versions (file_id, no, sha256, at) values ($1, 1, $2, $3)',
      [placed.fileId, blob.sha256, new Date(now)],
      tx
    );
  await publish({ what: 'shelf', personId: person.id }, tx);
  return placed;
}

const Placed = z.object({ fileId: z.string(), version: z.number() });
const INSERT = `
  insert into shelf_files (owner_id, folder_id, name, sha256, added_at, changed_at, came)
  values ($1, $2, $3, $4, $5, $5, $6) returning id as "fileId", version`;
