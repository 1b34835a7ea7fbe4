import { clock } from '../clock';
import { execute, type Tx } from '../db/connection';
import type { StoredBlob } from './store';

/** Notes stored bytes in the database, so that pieces can point to them. The same bytes are noted once. */
export async function registerBlob(blob: StoredBlob, tx: Tx): Promise<void> {
  await execute(
    'insert into blobs (sha256, size, media_type, stored_at) values ($1, $2, $3, $4) on conflict (sha256) do nothing',
    [blob.sha256, blob.size, blob.mediaType, new Date(clock.now())],
    tx
  );
}
