import { z } from 'zod';
import { CAME } from '$core/pieces/kinds';
import { mayWithOwn, type Actor } from '$core/people/policy';
import { select, type Tx } from '../db/connection';
import { NotHere } from '../outcome';

const Row = z.object({
  id: z.string(),
  owner: z.string(),
  name: z.string(),
  folderId: z.string().nullable(),
  version: z.number(),
  sha256: z.string(),
  size: z.number(),
  mediaType: z.string(),
  came: z.enum(CAME),
  binned: z.boolean()
});
export type OwnFile = z.infer<typeof Row>;

/**
 * A file on the person's own Shelf, under lock until the transaction ends where one is given.
 *
 * @throws NotHere when it does not exist or is someone else's
 */
export async function ownFile(person: Actor, fileId: string, tx?: Tx): Promise<OwnFile> {
  const [row] = await select(Row, tx ? `${OWN_FILE} for update of f` : OWN_FILE, [fileId], tx);
  if (!row || !mayWithOwn(person, row.owner)) throw new NotHere('This file');
  return row;
}

const OWN_FILE = `
  select f.id, f.owner_id as owner, f.name, f.folder_id as "folderId", f.version, f.sha256, b.size::float8 as size, b.media_type as "mediaType",
    f.came, f.binned_at is not null as binned
  from shelf_files f join blobs b on b.sha256 = f.sha256 where f.id = $1`;
