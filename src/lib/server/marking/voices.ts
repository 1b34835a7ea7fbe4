import { Readable } from 'node:stream';
import { z } from 'zod';
import type { MarkRefusal } from '$core/marking/words';
import type { Refusal } from '$core/packets/allowed';
import type { PieceRefusal } from '$core/pieces/refusals';
import { may, type Actor } from '$core/people/policy';
import { registerBlob } from '../blobs/register';
import { BlobRefused, storeBlob } from '../blobs/store';
import type { StoredFile } from '../blobs/stored-file';
import { execute, select, type Tx } from '../db/connection';
import { sittingOf } from '../offices/sitting';
import { NotHere, type Outcome } from '../outcome';
import { withPacket } from '../packets/open-packet';

/** A remark is no lecture: bytes of what is said beside one. */
export const LARGEST_VOICE = 15_000_000;
/** What a browser's recorder makes of a voice alone is told from a film by its kind in the file, which not all write. */
const SPOKEN = /^(audio|video)\/(webm|ogg|mp4)$/;

/**
 * Keeps what a teacher said aloud, for the remark that they are making. It is nobody's to hear before that remark is.
 *
 * @param seconds how long it is, as its maker's browser says
 */
export async function keepVoice(
  person: Actor,
  input: { packetId: string; bytes: ReadableStream<Uint8Array>; seconds: number }
): Promise<Outcome<{ id: string }, Refusal | MarkRefusal | PieceRefusal>> {
  const { packetId } = input;
  // Nobody's bytes are stored who may not mark it.
  await withPacket(person, { packetId }, 'mark-round', null, () => Promise.resolve({ ok: true }));
  try {
    const blob = await storeBlob(
      Readable.fromWeb(input.bytes as Parameters<typeof Readable.fromWeb>[0]),
      LARGEST_VOICE
    );
    if (!SPOKEN.test(blob.mediaType)) return { ok: false, why: 'no-voice' };
    return await withPacket(person, { packetId }, 'mark-round', null, async ({ tx, now }) => {
      await registerBlob(blob, tx);
      await execute(FORGET, [packetId, person.id], tx);
      const [made] = await select(Made, KEEP, [packetId, person.id, blob.sha256, input.seconds, new Date(now)], tx);
      return { ok: true, id: made?.id ?? '' };
    });
  } catch (error) {
    if (error instanceof BlobRefused) return { ok: false, why: error.why };
    throw error;
  }
}

/** Puts what was said beside a remark of the same person on the same work. @throws NotHere where there is no such one */
export async function putVoice(
  at: { voiceId: string; remarkId: string; packetId: string; by: string },
  tx: Tx
): Promise<void> {
  const [put] = await select(Made, PUT, [at.remarkId, at.voiceId, at.packetId, at.by], tx);
  if (!put) throw new NotHere('This recording');
}

/** What was said beside a remark, for who may read that. @throws NotHere where there is none for this person */
export async function openVoice(person: Actor, id: string): Promise<StoredFile> {
  const [row] = await select(Row, VOICE, [id, person.id]);
  if (!row || !may(person, 'read-round', row) || (row.courseRole === 'student' && !row.returned))
    throw new NotHere('This recording');
  const { sha256, size, mediaType } = row;
  return {
    name: `Remark.${mediaType.endsWith('mp4') ? 'm4a' : mediaType.endsWith('ogg') ? 'ogg' : 'webm'}`,
    sha256,
    size,
    mediaType
  };
}

const Made = z.object({ id: z.string() });
const KEEP = `insert into remark_voices (packet_id, by_person, sha256, seconds, at) values ($1, $2, $3, $4, $5) returning id`;
const FORGET = `delete from remark_voices v where v.packet_id = $1 and v.by_person = $2
  and not exists (select 1 from remarks k where k.voice_id = v.id)`;
const PUT = `update remarks k set voice_id = v.id from remark_voices v
  where k.id = $1 and v.id = $2 and v.packet_id = $3 and v.by_person = $4 and k.packet_id = v.packet_id
    and not exists (select 1 from remarks o where o.voice_id = v.id) returning k.id`;
const Row = z.object({
  sha256: z.string(),
  size: z.number(),
  mediaType: z.string(),
  returned: z.boolean(),
  courseRole: z.enum(['student', 'teacher']).nullable(),
  ownsPacket: z.boolean(),
  office: z.enum(['now', 'track']).nullable()
});
const VOICE = `
  select v.sha256, b.size::float8 as size, b.media_type as "mediaType", k.returned_at is not null as returned,
    e.role as "courseRole", ${sittingOf('p', 'a', '$2')} as office,
    exists (select 1 from party_members m where m.party_id = p.party_id and m.person_id = $2) as "ownsPacket"
  from remark_voices v join remarks k on k.voice_id = v.id join blobs b on b.sha256 = v.sha256
  join packets p on p.id = v.packet_id join assignments a on a.id = p.assignment_id
  left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.left_at is null
  where v.id = $1`;
