import { rm, stat } from 'node:fs/promises';
import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import type { MadeFacts } from '$core/materials/made';
import { SENT } from '$core/pieces/kinds';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import { inspectBlob, noteMade } from '../blobs/inspect';
import { hashFile } from '../blobs/hash-file';
import { adoptFile, type StoredBlob } from '../blobs/store';
import { execute, select } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';
import { addFile } from '../gathering/pieces';
import { addVersion } from '../shelf/add-version';
import { keepOnShelf } from '../shelf/keep-on-shelf';
import { draftPath } from './draft-store';

/** What a finished upload became. Refused ones that are sound files are on the Shelf nonetheless. */
export type Finished = Outcome<{ name: string }, Refusal | PieceRefusal>;

/**
 * Makes of an upload that arrived whole what it was bound for: a piece in its place, the next version of a file on the
 * Shelf, or a file there.
 *
 * @param sha256 what the sender hashed of what they sent; null where they no longer can, and take it as it arrived.
 *               What this server hashed of what it received must be the same. `made`: what its maker's browser noted of it
 */
export async function finishUpload(
  person: Actor,
  input: { id: string; sha256: string | null; made?: MadeFacts }
): Promise<Finished> {
  const [upload] = await select(Row, UPLOAD, [input.id, person.id]);
  if (!upload) throw new NotHere('This upload');
  if (upload.answer) return upload.answer;
  const path = draftPath(input.id);
  const there = await stat(path).catch(() => null);
  if (!there || there.size < upload.size) return { ok: false, why: 'not-all-here' };
  const received = upload.received ?? (await hashFile(path));
  if (input.sha256 !== null && input.sha256 !== received) return close(input.id, { ok: false, why: 'hash-differs' });
  const blob = await adoptFile(path, received);
  const answer = await settle(person, input.id, upload, blob);
  await inspectBlob(blob);
  if (input.made) await noteMade(blob.sha256, input.made);
  return close(input.id, answer);
}

async function settle(person: Actor, id: string, upload: Row, blob: StoredBlob): Promise<Finished> {
  const { name, note, came, assignmentId, deliverableId, replacesId, folderId, insteadOf } = upload;
  if (assignmentId !== null) {
    const key = `upload ${id}`;
    const added = await addFile(person, { assignmentId, deliverableId, name, note, blob, came, insteadOf, key });
    return added.ok ? { ok: true, name } : added;
  }
  if (replacesId !== null) return addVersion(person, { fileId: replacesId, blob });
  return keepOnShelf(person, { name, blob, came, folder: folderId === null ? null : { folderId } });
}

async function close(id: string, answer: Finished): Promise<Finished> {
  await execute('update uploads set answer = $2 where id = $1', [id, JSON.stringify(answer)]);
  await rm(draftPath(id), { force: true });
  return answer;
}

const Row = z.object({
  name: z.string(),
  note: z.string(),
  size: z.number(),
  came: z.enum(SENT),
  assignmentId: z.string().nullable(),
  deliverableId: z.string().nullable(),
  replacesId: z.string().nullable(),
  folderId: z.string().nullable(),
  insteadOf: z.array(z.string()),
  received: z.string().nullable(),
  answer: z.custom<Finished>().nullable()
});
type Row = z.infer<typeof Row>;

const UPLOAD = `
  select name, note, size::float8 as size, came, assignment_id as "assignmentId", deliverable_id as "deliverableId",
    replaces_id as "replacesId", folder_id as "folderId", instead_of as "insteadOf",
    received_sha256 as received, answer
  from uploads where id = $1 and owner_id = $2 and not raw`;
