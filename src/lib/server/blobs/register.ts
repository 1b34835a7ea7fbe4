import { clock } from '../clock';
import { execute, type Tx } from '../db/connection';
import type { StoredBlob } from './store';

/**
 * Notes stored bytes in the database, so that pieces can point to them. The same bytes are noted once; their age begins
 * anew, so that they are not collected while something is about to point to them.
 */
export async function registerBlob(blob: StoredBlob, tx: Tx): Promise<void> {
  await execute(
    'insert into blobs (sha256, size, media_type, stored_at) values ($1, $2, $3, $4) on conflict (sha256) do update set stored_at = excluded.stored_at',
    [blob.sha256, blob.size, blob.mediaType, new Date(clock.now())],
    tx
  );
  // They have just come anew, whole.
  await execute('delete from blob_troubles where sha256 = $1', [blob.sha256], tx);
}
