import { Readable } from 'node:stream';
import { z } from 'zod';
import { previewKind } from '$core/materials/preview';
import { BlobDamaged } from '../blobs/damage';
import { registerBlob } from '../blobs/register';
import { soundPath } from '../blobs/sound';
import { BlobRefused, storeBlob, type StoredBlob } from '../blobs/store';
import { execute, inTransaction, select } from '../db/connection';
import { NotHere } from '../outcome';
import type { StoredFile } from '../blobs/stored-file';
import { NotNow } from '../parsing/limits';
import { parseApart } from '../parsing/pool';

/**
 * A small picture of a picture, made once for each blob, by whoever looks first.
 *
 * @throws NotHere where it is no picture, none can be made of it, or not now
 */
export async function thumbnailOf(file: StoredFile): Promise<StoredFile> {
  if (previewKind(file) !== 'picture') throw new NotHere('This picture');
  const [known] = await select(Row, KNOWN, [file.sha256]);
  const blob = known ? known.blob : await make(file);
  if (blob === null) throw new NotHere('This picture');
  return { ...blob, name: 'thumbnail.webp' };
}

async function make(file: StoredFile): Promise<StoredBlob | null> {
  const made = await drawn(file);
  if (made === undefined) return null;
  await inTransaction(async (tx) => {
    if (made) await registerBlob(made, tx);
    await execute(NOTE, [file.sha256, made?.sha256 ?? null], tx);
  });
  return made;
}

/** Undefined where it may be made another time; null where it never can. */
async function drawn(file: StoredFile): Promise<StoredBlob | null | undefined> {
  try {
    const bytes = await parseApart('thumbnail', { path: await soundPath(file) });
    return { ...(await storeBlob(Readable.from([Buffer.from(bytes)]))), mediaType: 'image/webp' };
  } catch (error) {
    // Damaged bytes may heal, room may come back.
    if (error instanceof NotNow || error instanceof BlobRefused || error instanceof BlobDamaged) return undefined;
    return null;
  }
}

const NOTE = 'insert into blob_thumbnails (sha256, thumbnail_sha256) values ($1, $2) on conflict do nothing';
const Row = z.object({
  blob: z.object({ sha256: z.string(), size: z.number(), mediaType: z.string() }).nullable()
});
const KNOWN = `
  select case when b.sha256 is not null then json_build_object('sha256', b.sha256, 'size', b.size,
    'mediaType', b.media_type) end as blob
  from blob_thumbnails t left join blobs b on b.sha256 = t.thumbnail_sha256 where t.sha256 = $1`;
