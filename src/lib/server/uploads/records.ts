import { AsyncLocalStorage } from 'node:async_hooks';
import { Metadata, Upload } from '@tus/server';
import { z } from 'zod';
import { SENT } from '$core/pieces/kinds';
import type { Actor } from '$core/people/policy';
import { DAY, type Moment } from '$core/time/moment';
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

/** An upload that nobody came back to for so long is given up; a recording that was sent while it was made lies on its device too. */
export const KEPT = 7 * DAY;
export const KEPT_RAW = DAY;

/** Longest `Upload-Metadata` that is taken, in characters. */
const LONGEST_SAID = 20_000;

/**
 * Notes an upload that is about to begin, in the transaction that promises it its room.
 *
 * @param size of the whole file, in bytes
 * @param said its `Upload-Metadata` as it came
 */
export async function beginUpload(
  owner: Actor,
  upload: { id: string; size: number; name: string; about: UploadMetadata; said: string },
  tx: Tx
): Promise<true> {
  const { assignment, deliverable, replaces, folder, came = 'upload', instead = [], note = '', raw } = upload.about;
  await execute(
    `insert into uploads (id, owner_id, assignment_id, deliverable_id, replaces_id, folder_id, came, name, size, began_at,
       instead_of, note, raw, said)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14)`,
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
      raw === 'yes',
      upload.said.slice(0, LONGEST_SAID)
    ],
    tx
  );
  return true;
}

/** Until when an upload that is still under way is kept; null where there is none. */
export async function keptUntil(id: string): Promise<Moment | null> {
  const [row] = await select(
    z.object({ began: z.number(), raw: z.boolean() }),
    `select ${ms('began_at')} as began, raw from uploads where id = $1 and answer is null`,
    [id]
  );
  return row ? row.began + (row.raw ? KEPT_RAW : KEPT) : null;
}

/** What is known of an upload besides its bytes, in PostgreSQL so that every process knows it. */
export class UploadRecords {
  async get(id: string): Promise<Upload | undefined> {
    const [row] = await select(
      z.object({ size: z.number(), said: z.string() }),
      `select size::float8 as size, said from uploads where id = $1 and answer is null`,
      [id]
    );
    const metadata = row?.said ? Metadata.parse(row.said) : undefined;
    return row && new Upload({ id, size: row.size, offset: 0, metadata });
  }

  /** Everything was written down as the upload was begun (`beginUpload`). */
  async set(): Promise<void> {
    await Promise.resolve();
  }

  async delete(id: string): Promise<void> {
    await execute('delete from uploads where id = $1', [id]);
  }
}
