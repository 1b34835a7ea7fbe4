import { AsyncLocalStorage } from 'node:async_hooks';
import { Upload } from '@tus/server';
import { z } from 'zod';
import { SENT } from '$core/pieces/kinds';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { execute, ms, select, type Tx } from '../db/connection';

/** Who sends the request that is being answered: the protocol's server knows nothing of people. */
export const sender = new AsyncLocalStorage<Actor>();

/** What a client says of a file before it sends it, in `Upload-Metadata`. */
export const UploadMetadata = z
  .object({
    filename: z.string().min(1).max(1000),
    assignment: z.uuid().nullable(),
    deliverable: z.uuid().nullable(),
    replaces: z.uuid().nullable(),
    folder: z.uuid().nullable(),
    came: z.enum(SENT),
    /** A word beside it. */
    note: z.string().trim().max(500),
    /** It is a recording that is still made: bytes to be put together (`putTogether`), and bound for nothing yet. */
    raw: z.literal('yes'),
    /** Pieces that it takes the place of, by their ids with commas between them. */
    instead: z
      .string()
      .max(8000)
      .transform((ids) => ids.split(','))
      .pipe(z.array(z.uuid()).max(200))
  })
  .partial({
    assignment: true,
    deliverable: true,
    replaces: true,
    folder: true,
    came: true,
    instead: true,
    note: true,
    raw: true
  });
export type UploadMetadata = z.infer<typeof UploadMetadata>;

/**
 * Notes an upload that is about to begin, in the transaction that promises it its room.
 *
 * @param size of the whole file, in bytes
 */
export async function beginUpload(
  owner: Actor,
  upload: { id: string; size: number; name: string; about: UploadMetadata },
  tx: Tx
): Promise<true> {
  const { assignment, deliverable, replaces, folder, came = 'upload', instead = [], note = '', raw } = upload.about;
  await execute(
    `insert into uploads (id, owner_id, assignment_id, deliverable_id, replaces_id, folder_id, came, name, size, began_at,
       instead_of, note, raw)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)`,
    [
      upload.id,
      owner.id,
      assignment ?? null,
      deliverable ?? null,
      replaces ?? null,
      folder ?? null,
      came,
      upload.name,
      upload.size,
      new Date(clock.now()),
      instead,
      note,
      raw === 'yes'
    ],
    tx
  );
  return true;
}

/** What is known of an upload besides its bytes, in PostgreSQL so that every process knows it. */
export class UploadRecords {
  async get(id: string): Promise<Upload | undefined> {
    const [row] = await select(
      z.object({ size: z.number(), began: z.number() }),
      `select size::float8 as size, ${ms('began_at')} as began from uploads where id = $1 and answer is null`,
      [id]
    );
    return row && new Upload({ id, size: row.size, offset: 0, creation_date: new Date(row.began).toISOString() });
  }

  /** Everything was written down as the upload was begun (`beginUpload`). */
  async set(): Promise<void> {
    await Promise.resolve();
  }

  async delete(id: string): Promise<void> {
    await execute('delete from uploads where id = $1', [id]);
  }
}
