import { z } from 'zod';
import type { Refusal } from '$core/packets/allowed';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import type { StoredBlob } from '../blobs/store';
import { soundPath } from '../blobs/sound';
import { select } from '../db/connection';
import type { Outcome } from '../outcome';
import { addFile } from '../gathering/pieces';
import { addVersion } from '../shelf/add-version';
import { keepOnShelf } from '../shelf/keep-on-shelf';
import { whilePromised } from '../shelf/quota';
import type { UploadMetadata } from './records';

/**
 * Takes a file without its bytes, where this person already has the same ones here.
 *
 * Only what is theirs counts: whether anybody else has sent the same bytes is nobody's business.
 *
 * @returns null where the bytes have to be sent
 */
export async function takeKnown(
  person: Actor,
  file: UploadMetadata & { sha256: string; key: string }
): Promise<Outcome<{ name: string }, Refusal | PieceRefusal> | null> {
  const [blob] = await select(Known, OWN_BLOB, [file.sha256, person.id]);
  if (!blob) return null;
  const stored: StoredBlob = { sha256: file.sha256, size: blob.size, mediaType: blob.mediaType };
  // Bytes that turn out to be damaged here are wanted anew.
  if (!(await soundPath(stored).catch(() => null))) return null;
  // What lies on the Shelf already takes no more room there.
  const taken = await whilePromised(person, blob.onShelf ? 0 : blob.size, () => take(person, file, stored));
  return taken ?? { ok: false, why: 'shelf-full' };
}

async function take(
  person: Actor,
  file: UploadMetadata & { key: string },
  stored: StoredBlob
): Promise<Outcome<{ name: string }, Refusal | PieceRefusal>> {
  const { filename: name, assignment, deliverable = null, replaces, folder, came = 'upload', instead, note } = file;
  if (assignment) {
    const key = `known ${file.key}`;
    const added = await addFile(person, {
      assignmentId: assignment,
      deliverableId: deliverable,
      name,
      note,
      blob: stored,
      came,
      insteadOf: instead,
      key
    });
    return added.ok ? { ok: true, name } : added;
  }
  if (replaces) return addVersion(person, { fileId: replaces, blob: stored });
  return keepOnShelf(person, { name, blob: stored, came, folder: folder ? { folderId: folder } : null });
}

const Known = z.object({ size: z.number(), mediaType: z.string(), onShelf: z.boolean() });
const OWN_BLOB = `
  select b.size::float8 as size, b.media_type as "mediaType",
    exists (select 1 from shelf_versions v join shelf_files f on f.id = v.file_id
      where v.sha256 = b.sha256 and f.owner_id = $2) as "onShelf"
  from blobs b
  where b.sha256 = $1 and not exists (select 1 from blob_troubles t where t.sha256 = b.sha256) and (
    exists (select 1 from shelf_versions v join shelf_files f on f.id = v.file_id
      where v.sha256 = b.sha256 and f.owner_id = $2)
    or exists (select 1 from round_pieces r join packets p on p.id = r.packet_id
      join party_members m on m.party_id = p.party_id where r.sha256 = b.sha256 and m.person_id = $2))`;
