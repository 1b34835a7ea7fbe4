import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import { isPicture } from '$core/materials/preview';
import { MOST_PICTURES } from '$core/pages/bounds';
import { pictureName } from '$core/pages/picture-name';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { registerBlob } from '../blobs/register';
import { BlobRefused } from '../blobs/store';
import type { StoredFile } from '../blobs/stored-file';
import { execute, select } from '../db/connection';
import type { Outcome } from '../outcome';
import { findDraft } from '../pages/draft';
import { LARGEST_PICTURE, shrunkPicture } from '../pages/shrunk-picture';
import { arranging, type OnePiece } from './arranging';
import { broughtToShelf, type Coming } from './brought-to-shelf';

/**
 * Lays a picture beside a page of the student's own packet, as small as a page needs it. The original stays on their Shelf.
 *
 * @returns its name on the page
 */
export async function addPagePicture(
  person: Actor,
  input: OnePiece,
  coming: Coming
): Promise<Outcome<{ name: string }, Refusal | PieceRefusal>> {
  const may = await arranging(person, input, async (_, { tx }) => {
    await findDraft(input.pieceId, tx);
    const [row] = await select(Count, COUNT, [input.pieceId], tx);
    return (row?.n ?? 0) < MOST_PICTURES ? { ok: true } : { ok: false, why: 'too-many-pictures' as const };
  });
  if (!may.ok) return may;
  try {
    const original = await broughtToShelf(person, coming, LARGEST_PICTURE, mustBePicture);
    return original.ok ? await layPicture(person, input, original.file) : original;
  } catch (error) {
    if (error instanceof BlobRefused) return { ok: false, why: error.why };
    throw error;
  }
}

const mustBePicture = (file: StoredFile): PieceRefusal | null => (isPicture(file) ? null : 'no-picture');

/** Lays what is on the disk beside a page, as small as a page needs it. */
export async function layPicture(
  person: Actor,
  input: OnePiece,
  file: StoredFile
): Promise<Outcome<{ name: string }, Refusal | PieceRefusal>> {
  const blob = await shrunkPicture(file);
  if (blob === null) return { ok: false, why: 'no-picture' };
  return arranging(person, input, async (_, { tx }) => {
    await registerBlob(blob, tx);
    await execute(LAY, [input.pieceId, blob.sha256], tx);
    return { ok: true, name: pictureName(blob) };
  });
}

const Count = z.object({ n: z.number() });
const COUNT = 'select count(*)::integer as n from page_pictures where piece_id = $1';
const LAY = 'insert into page_pictures (piece_id, sha256) values ($1, $2) on conflict do nothing';
