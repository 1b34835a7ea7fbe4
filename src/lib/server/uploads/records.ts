import { AsyncLocalStorage } from 'node:async_hooks';
import { Upload } from '@tus/server';
import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { execute, ms, select } from '../db/connection';

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
    came: z.enum(['upload', 'combined']),
    /** Pieces that it takes the place of, by their ids with commas between them. */
    instead: z
      .string()
      .max(8000)
      .transform((ids) => ids.split(','))
      .pipe(z.array(z.uuid()).max(200))
  })
  .partial({ assignment: true, deliverable: true, replaces: true, folder: true, came: true, instead: true });
export type UploadMetadata = z.infer<typeof UploadMetadata>;

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

  async set(id: string, upload: Upload): Promise<void> {
    const about = UploadMetadata.parse(upload.metadata);
    const {
      assignment = null,
      deliverable = null,
      replaces = null,
      folder = null,
      came = 'upload',
      instead = []
    } = about;
    await execute(
      `insert into uploads (id, owner_id, assignment_id, deliverable_id, replaces_id, folder_id, came, name, size, began_at,
         instead_of)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
      [
        id,
        sender.getStore()?.id,
        assignment,
        deliverable,
        replaces,
        folder,
        came,
        about.filename,
        upload.size,
        new Date(clock.now()),
        instead
      ]
    );
  }

  async delete(id: string): Promise<void> {
    await execute('delete from uploads where id = $1', [id]);
  }
}
