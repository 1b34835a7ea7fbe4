import { Readable } from 'node:stream';
import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import { previewKind } from '$core/materials/preview';
import { MOST_PICTURES } from '$core/pages/bounds';
import { pictureName } from '$core/pages/picture-name';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { registerBlob } from '../blobs/register';
import { soundPath } from '../blobs/sound';
import { BlobRefused, storeBlob, type StoredBlob } from '../blobs/store';
import type { StoredFile } from '../blobs/stored-file';
import { execute, select } from '../db/connection';
import { log } from '../log';
import type { Outcome } from '../outcome';
import { findDraft } from '../pages/draft';
import { NotNow } from '../parsing/limits';
import { parseApart } from '../parsing/pool';
import { keepOnShelf } from '../shelf/keep-on-shelf';
import { ownFile } from '../shelf/own-file';
import { whilePromised } from '../shelf/quota';
import { arranging, type OnePiece } from './arranging';

/** Larger files are no pictures for a page. */
export const LARGEST_PICTURE = 60_000_000;

/** A picture as it comes: bytes from a device, which then lie on the Shelf as they came, or a file that lies there. */
export type Coming = { stream: ReadableStream; name: string; size: number } | { fileId: string };

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
    const original = await originalOf(person, coming);
    return original.ok ? await layPicture(person, input, original.file) : original;
  } catch (error) {
    if (error instanceof BlobRefused) return { ok: false, why: error.why };
    throw error;
  }
}

async function originalOf(person: Actor, coming: Coming): Promise<Outcome<{ file: StoredFile }, PieceRefusal>> {
  if ('fileId' in coming) {
    const file = await ownFile(person, coming.fileId);
    return previewKind(file) === 'picture' ? { ok: true, file } : { ok: false, why: 'no-picture' };
  }
  const { stream, name, size } = coming;
  const bytes = Readable.fromWeb(stream as Parameters<typeof Readable.fromWeb>[0]);
  const kept = await whilePromised(person, size, async () => {
    const blob = await storeBlob(bytes, LARGEST_PICTURE);
    if (previewKind({ name, mediaType: blob.mediaType }) !== 'picture')
      return { ok: false, why: 'no-picture' } as const;
    const onShelf = await keepOnShelf(person, { name, blob, came: 'upload', folder: null });
    return onShelf.ok ? ({ ok: true, file: { ...blob, name } } as const) : onShelf;
  });
  return kept ?? { ok: false, why: 'shelf-full' };
}

/** Lays what is on the disk beside a page, as small as a page needs it. */
export async function layPicture(
  person: Actor,
  input: OnePiece,
  file: StoredFile
): Promise<Outcome<{ name: string }, Refusal | PieceRefusal>> {
  const blob = await shrunk(file);
  if (blob === null) return { ok: false, why: 'no-picture' };
  return arranging(person, input, async (_, { tx }) => {
    await registerBlob(blob, tx);
    await execute(LAY, [input.pieceId, blob.sha256], tx);
    return { ok: true, name: pictureName(blob) };
  });
}

async function shrunk(file: StoredFile): Promise<StoredBlob | null> {
  try {
    const { bytes, mediaType } = await parseApart('page-picture', { path: await soundPath(file) });
    return { ...(await storeBlob(Readable.from([Buffer.from(bytes)]))), mediaType };
  } catch (error) {
    if (error instanceof NotNow || error instanceof BlobRefused) throw error;
    log.info({ err: error, sha256: file.sha256 }, 'a picture could not be made smaller');
    return null;
  }
}

const Count = z.object({ n: z.number() });
const COUNT = 'select count(*)::integer as n from page_pictures where piece_id = $1';
const LAY = 'insert into page_pictures (piece_id, sha256) values ($1, $2) on conflict do nothing';
