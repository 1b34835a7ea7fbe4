import { z } from 'zod';
import { mayWithOwn, type Actor } from '$core/people/policy';
import { select, type Tx } from '../db/connection';
import { NotHere } from '../outcome';

/**
 * Makes sure that a folder on the Shelf is the person's own, under lock until the transaction ends where one is given.
 *
 * @throws NotHere when it does not exist or is someone else's
 */
export async function ownFolder(person: Actor, folderId: string, tx?: Tx): Promise<void> {
  const [row] = await select(Row, tx ? `${OWNER} for update` : OWNER, [folderId], tx);
  if (!row || !mayWithOwn(person, row.owner)) throw new NotHere('This folder');
}

const Row = z.object({ owner: z.string() });
const OWNER = 'select owner_id as owner from shelf_folders where id = $1';
