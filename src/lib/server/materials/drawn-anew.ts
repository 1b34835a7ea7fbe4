import { Readable } from 'node:stream';
import { z } from 'zod';
import { isPicture, previewKind } from '$core/materials/preview';
import { BlobDamaged } from '../blobs/damage';
import { registerBlob } from '../blobs/register';
import { soundPath } from '../blobs/sound';
import { BlobRefused, storeBlob, type StoredBlob } from '../blobs/store';
import type { StoredFile } from '../blobs/stored-file';
import { execute, inTransaction, select } from '../db/connection';
import { NotHere } from '../outcome';
import { NotNow } from '../parsing/limits';
import { parseApart } from '../parsing/pool';

/**
 * A small picture of a picture, made once for each blob, by whoever looks first.
 *
 * @throws NotHere where it is no picture, none can be made of it, or not now
 */
export function thumbnailOf(file: StoredFile): Promise<StoredFile> {
  return drawnAnew(isPicture(file), file, SMALL);
}

/** The same of a picture that browsers do not show, as large as a screen. @throws as `thumbnailOf` */
export function developedOf(file: StoredFile): Promise<StoredFile> {
  return drawnAnew(previewKind(file) === 'developed', file, SHOWN);
}

interface Drawing {
  task: 'thumbnail' | 'developed';
  name: string;
  /** Where it is kept that one was made, and in which column. */
  table: string;
  column: string;
}
const SMALL: Drawing = {
  task: 'thumbnail',
  name: 'thumbnail.webp',
  table: 'blob_thumbnails',
  column: 'thumbnail_sha256'
};
const SHOWN: Drawing = { task: 'developed', name: 'picture.webp', table: 'blob_developed', column: 'picture_sha256' };

async function drawnAnew(can: boolean, file: StoredFile, drawing: Drawing): Promise<StoredFile> {
  if (!can) throw new NotHere('This picture');
  const { table, column, name } = drawing;
  const [known] = await select(Row, madeOf(table, column), [file.sha256]);
  const blob = known ? known.blob : await make(file, drawing);
  if (blob === null) throw new NotHere('This picture');
  return { ...blob, name };
}

async function make(file: StoredFile, { task, table, column }: Drawing): Promise<StoredBlob | null> {
  const made = await drawn(file, task);
  if (made === undefined) return null;
  await inTransaction(async (tx) => {
    if (made) await registerBlob(made, tx);
    const note = `insert into ${table} (sha256, ${column}) values ($1, $2) on conflict do nothing`;
    await execute(note, [file.sha256, made?.sha256 ?? null], tx);
  });
  return made;
}

/** Undefined where it may be made another time; null where it never can. */
async function drawn(file: StoredFile, task: Drawing['task']): Promise<StoredBlob | null | undefined> {
  try {
    const bytes = await parseApart(task, { path: await soundPath(file) });
    return { ...(await storeBlob(Readable.from([Buffer.from(bytes)]))), mediaType: 'image/webp' };
  } catch (error) {
    // Damaged bytes may heal, room may come back.
    if (error instanceof NotNow || error instanceof BlobRefused || error instanceof BlobDamaged) return undefined;
    return null;
  }
}

const Row = z.object({
  blob: z.object({ sha256: z.string(), size: z.number(), mediaType: z.string() }).nullable()
});
const madeOf = (table: string, column: string) => `
  select case when b.sha256 is not null then json_build_object('sha256', b.sha256, 'size', b.size,
    'mediaType', b.media_type) end as blob
  from ${table} t left join blobs b on b.sha256 = t.${column} where t.sha256 = $1`;
