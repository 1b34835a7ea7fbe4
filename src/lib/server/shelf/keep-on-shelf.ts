import { keepableName } from '$core/pieces/names';
import type { PieceRefusal } from '$core/pieces/refusals';
import { contradiction } from '$core/materials/file-kinds';
import type { Actor } from '$core/people/policy';
import { registerBlob } from '../blobs/register';
import { clock } from '../clock';
import { inTransaction } from '../db/connection';
import type { Outcome } from '../outcome';
import { putOnShelf, type NewOnShelf } from './put-on-shelf';

/** Keeps a stored file on the person's Shelf, bound for no assignment. */
export async function keepOnShelf(
  person: Actor,
  file: NewOnShelf
): Promise<Outcome<{ name: string; fileId: string }, PieceRefusal>> {
  const name = keepableName(file.name);
  if (name === null) return { ok: false, why: 'name-too-long' };
  if (contradiction(name, file.blob.mediaType) === 'program') return { ok: false, why: 'program-in-disguise' };
  return inTransaction(async (tx) => {
    await registerBlob(file.blob, tx);
    const { fileId } = await putOnShelf(person, { ...file, name }, clock.now(), tx);
    return { ok: true, name, fileId };
  });
}
