import { Readable } from 'node:stream';
import { z } from 'zod';
import { isPicture } from '$core/materials/preview';
import { MOST_PICTURES } from '$core/pages/bounds';
import { PICTURE, pictureName } from '$core/pages/picture-name';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { registerBlob } from '../blobs/register';
import { BlobRefused, storeBlob } from '../blobs/store';
import type { StoredFile } from '../blobs/stored-file';
import { execute, inTransaction, select } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';
import { LARGEST_PICTURE, shrunkPicture } from '../pages/shrunk-picture';
import { openPlace, type StarterPlace } from './starter';

/**
 * Lays a picture beside what is prepared in a place, as small as a page needs it, for the teachers of its course.
 *
 * @returns its name in a starter or beside a question
 * @throws NotHere where there is no such place for this person
 */
export async function addPlacePicture(
  person: Actor,
  at: StarterPlace,
  { stream, name }: { stream: ReadableStream; name: string }
): Promise<Outcome<{ name: string }, PieceRefusal>> {
  await openPlace(person, at);
  const [held] = await select(Count, COUNT, [at.deliverableId]);
  if ((held?.n ?? 0) >= MOST_PICTURES) return { ok: false, why: 'too-many-pictures' };
  try {
    const bytes = Readable.fromWeb(stream as Parameters<typeof Readable.fromWeb>[0]);
    const original = await storeBlob(bytes, LARGEST_PICTURE);
    const blob = isPicture({ name, mediaType: original.mediaType }) ? await shrunkPicture(original) : null;
    if (blob === null) return { ok: false, why: 'no-picture' };
    await inTransaction(async (tx) => {
      await registerBlob(blob, tx);
      await execute(LAY, [at.deliverableId, blob.sha256], tx);
    });
    return { ok: true, name: pictureName(blob) };
  } catch (error) {
    if (error instanceof BlobRefused) return { ok: false, why: error.why };
    throw error;
  }
}

/**
 * A picture of a place, for the teachers of its course.
 *
 * @param name as it stands there, without the folder
 * @throws NotHere where there is no such picture for this person
 */
export async function openPlacePicture(person: Actor, at: StarterPlace, name: string): Promise<StoredFile> {
  await openPlace(person, at);
  const sha256 = PICTURE.exec(`pictures/${name}`)?.[1];
  const [blob] = sha256 === undefined ? [] : await select(Blob, FIND, [at.deliverableId, sha256]);
  if (!blob) throw new NotHere('This picture');
  return { ...blob, name };
}

/** Every picture of a place. The caller has asked the policy. */
export const pictureBlobs = (deliverableId: string) => select(Blob, EACH, [deliverableId]);

const Count = z.object({ n: z.number() });
const COUNT = 'select count(*)::integer as n from place_pictures where deliverable_id = $1';
const LAY = 'insert into place_pictures (deliverable_id, sha256) values ($1, $2) on conflict do nothing';
const Blob = z.object({ sha256: z.string(), size: z.number(), mediaType: z.string() });
const EACH = `
  select b.sha256, b.size::float8 as size, b.media_type as "mediaType"
  from place_pictures i join blobs b on b.sha256 = i.sha256 where i.deliverable_id = $1`;
const FIND = `${EACH} and i.sha256 = $2`;
